#include "sequence/mend.h"

#include "edit/split.h"
#include "part/driven.h"
#include "part/solid.h"
#include "sequence/settle.h"
#include "tool/parameters.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <utility>

namespace goodfold::sequence {

namespace {

using quantity::printMm;

class Mender {
public:
    Mender(const material::Material& material, const tool::Shop& shop, const quantity::Reading& reading,
           const GoOn& goOn)
        : material(material), shop(shop), reading(reading), goOn(goOn) {}

    /// The same in another shop, which lives longer.
    Mender in(const tool::Shop& other) const { return {material, other, reading, goOn}; }

    bool isMade(const job::Job& job) const {
        if (job::whatIsWrong(job)) return false;
        const Settled settled = settle(job, material, shop, goOn);
        return settled.outcome.plan && part::selfClashes(settled.part, part::fold(settled.part)).empty();
    }

    /// The length nearest to what it is, in whole steps, with which there is a plan: first by
    /// strides that grow by half, so that none oversteps a narrow range, then halved back.
    std::optional<check::Remedy> byLength(const job::Job& job, const std::string& id, double sign) const {
        if (job.findPlate(id)->joggle || job::isBesideWrap(job, *job.findPlate(id))) return {};
        const double step = std::max(quantity::stepOf(reading).mm(), 0.5);
        const double was = job.findPlate(id)->length;
        const auto at = [&](int steps) {
            job::Job longer = job;
            longer.findPlate(id)->length = (std::round(was / step) + sign * steps) * step;
            return longer;
        };
        constexpr double kMost = 160; // mm; more is another part
        int low = 0, high = 4;
        const auto isBeyond = [&] { return high * step > kMost || at(high).findPlate(id)->length <= 0; };
        while (!isBeyond() && (goOn == nullptr || goOn(0)) && !isMade(at(high))) {
            low = high;
            high += std::max(4, high / 2);
        }
        if (isBeyond()) return {};
        while (high - low > 1) {
            const int middle = (low + high) / 2;
            (isMade(at(middle)) ? high : low) = middle;
        }
        job::Job mended = at(high);
        const double length = mended.findPlate(id)->length;
        return check::Remedy{"make leg " + id + " " + printMm(length, reading), std::move(mended)};
    }

    /// Bent before it is cut: something left on a free end to hold, to pull on, or to bear on the die.
    std::optional<check::Remedy> byLeavingOn(const job::Job& job, const std::string& id) const {
        if (job.stock.form != job::StockForm::Bar) return {};
        const bool freeEnd = !job.bendAt(id, job::Edge::End), freeStart = !job.bendTo(id);
        if (!freeEnd && !freeStart) return {};
        const job::Edge edge = freeEnd ? job::Edge::End : job::Edge::Start;
        for (const double extra : {10.0, 20.0, 40.0, 80.0, 160.0, 320.0}) {
            job::Job longer = job;
            double& left = longer.findPlate(id)->ends[edge].extra;
            if (left >= extra) continue;
            left = extra;
            if (!isMade(longer)) continue;
            return check::Remedy{"leave " + printMm(extra, reading) + " on leg " + id + " to trim",
                                 std::move(longer)};
        }
        return {};
    }

    /// Its tool and die left to be chosen, all else as it is settled; told with the tool that would be.
    std::optional<check::Remedy> byAnotherTool(const job::Job& job, int bend) const {
        job::Job freed = job;
        job::Bend& own = freed.bends[static_cast<size_t>(bend)];
        if (own.tool.empty() && !own.die) return {};
        own.tool.clear();
        own.die.reset();
        const Settled settled = settle(freed, material, shop, goOn);
        if (!settled.outcome.plan || !isMade(freed)) return {};
        for (const Step& step : settled.outcome.plan->steps)
            if (step.operation.bend == bend)
                return check::Remedy{"make bend " + own.id + " in the " + step.operation.setup.tool->name,
                                     std::move(freed)};
        return {};
    }

    /// The leg that its tool holds left to be chosen.
    std::optional<check::Remedy> byEitherLeg(job::Job job, int bend) const {
        job::Bend& own = job.bends[static_cast<size_t>(bend)];
        if (std::exchange(own.holds, job::Holds::Either) == job::Holds::Either || !isMade(job)) return {};
        return check::Remedy{"let the tool hold either leg at bend " + own.id, std::move(job)};
    }

    /// As many of the settled steps as may stand, the rest left to be looked for.
    std::optional<check::Remedy> byKeepingLessOrder(job::Job job) const {
        while (!job.bendOrder.empty()) {
            job.bendOrder.pop_back();
            if (!isMade(job)) continue;
            if (job.bendOrder.empty()) return check::Remedy{"free the order", std::move(job)};
            return check::Remedy{"free the order after bend " + job.bendOrder.back(), std::move(job)};
        }
        return {};
    }

    std::optional<check::Remedy> byFreeing(job::Job job) const {
        job::freeBending(job);
        if (!isMade(job)) return {};
        return check::Remedy{"free the order and the tools", std::move(job)};
    }

    std::optional<check::Remedy> byTurning(job::Job job, const std::string& bend) const {
        if (job.isDriven(*job.findBend(bend))) return {};
        edit::turnOver(job, bend);
        if (!isMade(job)) return {};
        return check::Remedy{"bend " + bend + " the other way", std::move(job)};
    }

    std::optional<check::Remedy> bySplitting(const job::Job& job, const hardware::Book& book,
                                             const std::string& bend) const {
        auto split = edit::splitAt(job, material, book, bend);
        if (!split || !isMade(split->first) || !isMade(split->second)) return {};
        check::Remedy remedy{"make it of two parts, riveted at bend " + bend, std::move(split->first)};
        remedy.other = std::move(split->second);
        return remedy;
    }

private:
    const material::Material& material;
    const tool::Shop& shop;
    const quantity::Reading& reading;
    const GoOn& goOn;
};

/// One thing less settled, where that does; else all of it.
std::vector<check::Remedy> unsettled(const Mender& mender, const job::Job& job) {
    std::vector<check::Remedy> all;
    if (wishesOf(job).isFree()) return all;
    for (int bend = 0; bend < static_cast<int>(job.bends.size()); ++bend) {
        if (auto remedy = mender.byAnotherTool(job, bend)) all.push_back(*std::move(remedy));
        if (auto remedy = mender.byEitherLeg(job, bend)) all.push_back(*std::move(remedy));
    }
    if (auto remedy = mender.byKeepingLessOrder(job)) all.push_back(*std::move(remedy));
    if (all.empty())
        if (auto remedy = mender.byFreeing(job)) all.push_back(*std::move(remedy));
    return all;
}

} // namespace

std::vector<check::Remedy> mends(const job::Job& job, const material::Material& material,
                                 const tool::Shop& shop, const hardware::Book& book,
                                 const quantity::Reading& reading, const std::vector<Stuck>& stuck,
                                 const GoOn& goOn) {
    const Mender mender(material, shop, reading, goOn);
    std::vector<std::pair<double, check::Remedy>> lengths;
    std::vector<check::Remedy> left, others;
    std::vector<std::string> tried;
    for (const Stuck& one : stuck) {
        const job::Bend& bend = job.bends[static_cast<size_t>(one.bend)];
        for (const std::string& plate : {bend.to, bend.from}) {
            if (std::find(tried.begin(), tried.end(), plate) != tried.end()) continue;
            tried.push_back(plate);
            if (auto remedy = mender.byLeavingOn(job, plate)) left.push_back(*std::move(remedy));
            for (const double sign : {1.0, -1.0})
                if (auto remedy = mender.byLength(job, plate, sign))
                    lengths.emplace_back(
                        std::abs(remedy->mended.findPlate(plate)->length - job.findPlate(plate)->length),
                        *std::move(remedy));
        }
        if (auto remedy = mender.byTurning(job, bend.id)) others.push_back(*std::move(remedy));
        if (auto remedy = mender.bySplitting(job, book, bend.id)) others.push_back(*std::move(remedy));
    }
    std::stable_sort(lengths.begin(), lengths.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<check::Remedy> all = unsettled(mender, job);
    for (auto& [change, remedy] : lengths)
        all.push_back(std::move(remedy));
    all.insert(all.end(), std::make_move_iterator(left.begin()), std::make_move_iterator(left.end()));
    all.insert(all.end(), std::make_move_iterator(others.begin()), std::make_move_iterator(others.end()));
    return all;
}

namespace {

/// The figure that stood in the way; empty where none alone would do.
std::string_view parameterInTheWay(const Obstacle& obstacle) {
    using Kind = Obstacle::Kind;
    if (obstacle.kind == Kind::Pull) return "lever";
    if (obstacle.kind == Kind::Trapped) return "clamp.lift";
    if (obstacle.kind == Kind::FoldDepth && obstacle.has > obstacle.needs) return "most_fold";
    if (obstacle.kind != Kind::Hit) return {};
    return tool::parameterBehind(*obstacle.body);
}

/// Tools of the list that the shop has not got.
std::vector<std::string> toolsNotThere(const job::Job& job, const Mender& mender, const tool::Shop& shop) {
    std::vector<std::string> says;
    for (size_t i = 0; i < shop.tools.size(); ++i) {
        if (shop.tools[i].isThere) continue;
        tool::Shop other = shop;
        other.tools[i].isThere = true;
        if (mender.in(other).isMade(job))
            says.push_back("A " + shop.tools[i].name + " would make it; the shop has none.");
    }
    return says;
}

} // namespace

std::vector<std::string> toolsThatWouldDo(const job::Job& job, const material::Material& material,
                                          const tool::Shop& shop, const quantity::Reading& reading,
                                          const std::vector<Stuck>& stuck, const GoOn& goOn) {
    std::vector<std::pair<double, std::string>> found;
    std::set<std::pair<std::string, std::string_view>> tried;
    for (const Stuck& one : stuck)
        for (const Stuck::Reason& reason : one.reasons) {
            const std::string& id = reason.operation.setup.tool->id;
            const tool::Parameter* figure = tool::findParameter(parameterInTheWay(reason.obstacle));
            if (!figure || !tried.insert({id, figure->key}).second) continue;
            for (const double times : {1.25, 1.5, 2.0, 3.0}) {
                tool::Shop other = shop;
                tool::Tool& grown = *std::find_if(other.tools.begin(), other.tools.end(),
                                                  [&](const tool::Tool& tool) { return tool.id == id; });
                double& value = figure->in(grown);
                const double was = value;
                value = std::round(was * times);
                if (value == was || !Mender(material, other, reading, goOn).isMade(job)) continue;
                found.emplace_back(times, "The " + grown.name + " would do with \"" +
                                              std::string(figure->says) + "\" " + printMm(value, reading) +
                                              ", not " + printMm(was, reading) + ".");
                break;
            }
        }
    std::stable_sort(found.begin(), found.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<std::string> says = toolsNotThere(job, Mender(material, shop, reading, goOn), shop);
    for (auto& [times, sentence] : found)
        says.push_back(std::move(sentence));
    return says;
}

} // namespace goodfold::sequence
