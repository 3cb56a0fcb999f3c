#include "sequence/mend.h"

#include "part/driven.h"
#include "part/solid.h"
#include "part/split.h"

#include <algorithm>
#include <cmath>

namespace goodfold::sequence {

namespace {

class Mender {
public:
    Mender(const material::Material& material, const tool::Shop& shop, const quantity::Reading& reading,
           const GoOn& goOn)
        : material(material), shop(shop), reading(reading), goOn(goOn) {}

    bool isMade(const part::Job& job) const {
        if (part::whatIsWrong(job)) return false;
        const part::Part part = part::solve(job, material);
        if (!part::selfClashes(part, part::fold(part)).empty()) return false;
        return plan(part, material, shop, {}, goOn).plan.has_value();
    }

    /// The length nearest to what it is, in whole steps, with which there is a plan: first by doubling steps,
    /// then halved back.
    std::optional<check::Remedy> byLength(const part::Job& job, const std::string& id, double sign) const {
        if (job.findPlate(id)->joggle || part::isBesideWrap(job, *job.findPlate(id))) return {};
        const double step = std::max(quantity::stepOf(reading).mm(), 0.5);
        const double was = job.findPlate(id)->length;
        const auto at = [&](int steps) {
            part::Job longer = job;
            longer.findPlate(id)->length = (std::round(was / step) + sign * steps) * step;
            return longer;
        };
        constexpr double kMost = 160; // mm; more is another part
        int high = 4;
        while (high * step <= kMost && (goOn == nullptr || goOn(0)) && !isMade(at(high)))
            high *= 2;
        if (high * step > kMost || at(high).findPlate(id)->length <= 0) return {};
        int low = high == 4 ? 0 : high / 2;
        while (high - low > 1) {
            const int middle = (low + high) / 2;
            (isMade(at(middle)) ? high : low) = middle;
        }
        part::Job mended = at(high);
        const double length = mended.findPlate(id)->length;
        return check::Remedy{"make leg " + id + " " + quantity::print(quantity::Length::mm(length), reading),
                             std::move(mended)};
    }

    std::optional<check::Remedy> byTurning(part::Job job, const std::string& bend) const {
        if (job.isDriven(*job.findBend(bend))) return {};
        part::turnOver(job, bend);
        if (!isMade(job)) return {};
        return check::Remedy{"bend " + bend + " the other way", std::move(job)};
    }

    std::optional<check::Remedy> bySplitting(const part::Job& job, const hardware::Book& book,
                                             const std::string& bend) const {
        auto split = part::splitAt(job, material, book, bend);
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

} // namespace

std::vector<check::Remedy> mends(const part::Job& job, const material::Material& material,
                                 const tool::Shop& shop, const hardware::Book& book,
                                 const quantity::Reading& reading, const std::vector<Stuck>& stuck,
                                 const GoOn& goOn) {
    const Mender mender(material, shop, reading, goOn);
    std::vector<std::pair<double, check::Remedy>> lengths;
    std::vector<check::Remedy> others;
    std::vector<std::string> tried;
    for (const Stuck& one : stuck) {
        const part::Bend& bend = job.bends[static_cast<size_t>(one.bend)];
        for (const std::string& plate : {bend.to, bend.from})
            for (const double sign : {1.0, -1.0}) {
                const std::string key = plate + (sign > 0 ? "+" : "-");
                if (std::find(tried.begin(), tried.end(), key) != tried.end()) continue;
                tried.push_back(key);
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
    std::vector<check::Remedy> all;
    for (auto& [change, remedy] : lengths)
        all.push_back(std::move(remedy));
    all.insert(all.end(), std::make_move_iterator(others.begin()), std::make_move_iterator(others.end()));
    return all;
}

} // namespace goodfold::sequence
