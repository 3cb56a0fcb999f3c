#include "cost/estimate.h"
#include "part/mark.h"

#include <algorithm>
#include <cassert>
#include <numbers>
#include <set>

namespace goodfold::cost {

namespace {

constexpr double kMmPerMetre = 1000, kMm2PerCm2 = 100, kMm3PerCm3 = 1000;

double girth(const Path& path) {
    const Polygon corners = flattened(path);
    double all = 0;
    for (size_t i = 0; i < corners.size(); ++i)
        all += (corners[(i + 1) % corners.size()] - corners[i]).norm();
    return all;
}

class Counting {
public:
    Counting(const sequence::Settled& settled, const WorkBook& book, const quantity::Reading& reading)
        : settled(settled), job(settled.job), part(settled.part), book(book), reading(reading) {}

    std::vector<Item> all(int bolts) && {
        cut();
        add("mark", marks());
        holes();
        add("deburr", static_cast<double>(made.size()), girth(part.blank.outline) / kMmPerMetre);
        bends();
        trims();
        add("check", static_cast<double>(part.bends.size()));
        add("fit", bolts);
        return std::move(items);
    }

private:
    void add(const std::string& id, double times, double amount = 0, const std::string& about = {},
             bool isOnce = false) {
        const WorkTime* work = book.find(id);
        if (work && times > 0) items.push_back({work, times, amount, isOnce, about});
    }

    void cut() {
        if (part.form == job::StockForm::Bar)
            add("saw", 1, part.thickness * job.stock.width / kMm2PerCm2);
        else
            add("outline", 1, girth(part.blank.outline) / kMmPerMetre);
    }

    /// A line for each bend, or each hit of one; a punch for each hole, two for a slot.
    double marks() const {
        using Kind = part::Mark::Kind;
        std::set<std::string> set;
        const auto all = part::marksOf(part);
        for (const part::Mark& mark : all)
            if (mark.kind == Kind::SetLine || mark.kind == Kind::Hit) set.insert(mark.about.id);
        return static_cast<double>(std::count_if(all.begin(), all.end(), [&](const part::Mark& mark) {
            if (mark.isThere) return false;
            if (mark.kind == Kind::BendCentre) return !set.contains(mark.about.id);
            return mark.kind != Kind::BendStart && mark.kind != Kind::BendEnd;
        }));
    }

    void holes() {
        for (const part::PartHole& hole : part.holes)
            if (!hole.isThere) made.push_back(&hole);
        std::map<double, int> drilled;
        double openings = 0, edges = 0, sunk = 0, tapped = 0, set = 0;
        for (const part::PartHole* hole : made) {
            if (hole->isRound()) ++drilled[hole->diameter];
            if (hole->isSlot()) {
                drilled[hole->diameter] += 2;
                edges += 2 * (hole->spineInFlat.to - hole->spineInFlat.from).norm();
            } else if (!hole->isRound()) {
                edges += girth(hole->shapeInFlat);
            }
            openings += !hole->isRound();
            sunk += hole->countersink.has_value();
            tapped += !hole->thread.empty();
            set += isSet(*hole);
        }
        for (const auto& [diameter, count] : drilled)
            add("drill", count,
                count * std::numbers::pi / 4 * diameter * diameter * part.thickness / kMm3PerCm3,
                quantity::printMm(diameter, reading));
        add("drill-change", static_cast<double>(drilled.size()), 0, {}, true);
        add("opening", openings, edges / kMmPerMetre);
        add("countersink", sunk);
        add("tap", tapped);
        add("rivet", set);
    }

    /// A rivet, or a nut that stays in the stock.
    bool isSet(const part::PartHole& hole) const {
        using Use = job::Fastener::Use;
        const auto& fastener = job.findHole(hole.source)->fastener;
        return fastener && fastener->use != Use::Bolt && fastener->use != Use::Tapped;
    }

    void bends() {
        const auto& steps = settled.outcome.plan->steps;
        double setUps = 0, turns = 0;
        for (size_t i = 0; i < steps.size(); ++i) {
            const sequence::Operation& operation = steps[i].operation;
            const tool::Tool& tool = *operation.setup.tool;
            const std::string own = "bend-" + std::string(tool.kind->key);
            add(book.find(own) ? own : "bend", part.bends[static_cast<size_t>(operation.bend)].bumps, 0,
                tool.name);
            const auto change = i > 0 ? sequence::changesBetween(part, steps[i - 1].operation, operation)
                                      : sequence::Changes{.tool = true};
            setUps += change.tool || change.setting;
            turns += change.turnedOver || change.endForEnd;
        }
        add("set-up", setUps, 0, {}, true);
        add("turn", turns);
    }

    void trims() {
        double times = 0;
        for (const job::Plate& plate : job.plates)
            for (const auto& [edge, end] : plate.ends)
                times += end.extra > 0;
        add("trim", times, times * part.thickness * job.stock.width / kMm2PerCm2);
    }

    const sequence::Settled& settled;
    const job::Job& job;
    const part::Part& part;
    const WorkBook& book;
    const quantity::Reading& reading;
    std::vector<const part::PartHole*> made;
    std::vector<Item> items;
};

} // namespace

std::vector<Item> itemsOf(const sequence::Settled& settled, const WorkBook& book,
                          const quantity::Reading& reading, int bolts) {
    assert(settled.outcome.plan);
    return paced(Counting(settled, book, reading).all(bolts), book.took);
}

} // namespace goodfold::cost
