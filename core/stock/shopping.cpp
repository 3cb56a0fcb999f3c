#include "stock/shopping.h"

#include "common/phrase.h"
#include "lineup/targets.h"
#include "text/lineup_words.h"
#include "text/tasks.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <map>
#include <ostream>
#include <set>

namespace goodfold::stock {

using nlohmann::ordered_json;
using Kind = Purchase::Kind;

namespace {

class Shopping {
public:
    Shopping(const std::vector<Shopped>& jobs, const quantity::Reading& reading)
        : jobs(jobs), reading(reading) {}

    void stock(const BatchCut& cut) {
        for (const SectionCut& each : cut.bars)
            begun(each.list.bars, each.bars, &CutBar::bar, each.section.wanted, [&](const Bar& bar) {
                return metal(each.section.material) + ": flat bar " + size(each.section.width) + " × " +
                       size(each.section.thickness) + ", " + length(bar.length) + " long";
            });
        for (const SectionNest& each : cut.sheets)
            begun(each.nest.sheets, each.sheets, &NestedSheet::sheet, each.section.wanted,
                  [&](const Sheet& sheet) {
                      return metal(each.section.material) + ": sheet " + size(each.section.thickness) + ", " +
                             length(sheet.length) + " × " + length(sheet.width);
                  });
    }

    void fasteners() {
        for (const Shopped& each : jobs) {
            const job::Job& job = each.made.job;
            for (const check::Needed& needed : each.fasteners)
                add({Kind::Fastener,
                     needed.count * job.quantity * (job.oppositeHand ? 2 : 1),
                     needed.says,
                     {},
                     0});
        }
    }

    void cutters() {
        std::set<std::string> taps;
        std::map<double, double> sinks; // by angle, the widest
        for (const Shopped& each : jobs)
            for (const part::PartHole& hole : each.made.part.holes) {
                if (hole.isThere) continue;
                if (!hole.thread.empty()) taps.insert(hole.thread);
                if (hole.countersink) {
                    double& widest = sinks[hole.countersink->angleDeg];
                    widest = std::max(widest, hole.countersink->diameter);
                }
            }
        for (const Shopped& each : jobs)
            for (const std::string& drill : text::drillSizes(each.made.part, reading))
                add({Kind::Cutter, 1, "drill " + drill, {}, 0});
        for (const std::string& tap : taps)
            add({Kind::Cutter, 1, "tap " + tap, {}, 0});
        for (const auto& [angleDeg, diameter] : sinks)
            add({Kind::Cutter,
                 1,
                 "countersink " + quantity::printDegrees(angleDeg) + ", to " + size(diameter) + " wide",
                 {},
                 0});
    }

    std::vector<Purchase> all;

private:
    /// What is cut of which there are as many as one likes, each kind once.
    template <class Cut, class Stock, class Wanted, class Says>
    void begun(const std::vector<Cut>& cuts, const std::vector<Stock>& stocks, size_t Cut::*of,
               const std::vector<Wanted>& wanted, const Says& says) {
        std::map<size_t, int> counts;
        for (const Cut& cut : cuts)
            ++counts[cut.*of];
        for (const auto& [index, count] : counts)
            if (const Stock& stock = stocks[index]; !stock.count)
                add({Kind::Stock, count, says(stock), forJobs(wanted), count * stock.price});
    }

    std::string size(double mm) const {
        return quantity::typesetSize(quantity::Length::mm(mm), reading.unit);
    }
    std::string length(double mm) const { return quantity::printMm(mm, reading); }

    std::string metal(const std::string& material) const {
        const auto of = std::find_if(jobs.begin(), jobs.end(),
                                     [&](const Shopped& each) { return each.made.job.material == material; });
        return of == jobs.end() ? material : of->material.name;
    }

    /// Nothing to say where there is one job.
    template <class Wanted> std::string forJobs(const std::vector<Wanted>& wanted) const {
        if (jobs.size() < 2) return {};
        std::vector<std::string> names;
        for (const Wanted& each : wanted)
            if (std::find(names.begin(), names.end(), each.name) == names.end()) names.push_back(each.name);
        return "for " + listed(names);
    }

    /// What is asked for in the same words is asked for once.
    void add(Purchase purchase) {
        const auto same = std::find_if(all.begin(), all.end(),
                                       [&](const Purchase& each) { return each.says == purchase.says; });
        if (same == all.end()) return all.push_back(std::move(purchase));
        if (purchase.kind == Kind::Cutter) return;
        same->count += purchase.count;
        same->price += purchase.price;
    }

    const std::vector<Shopped>& jobs;
    const quantity::Reading& reading;
};

const char* wordFor(Kind kind) {
    return kind == Kind::Stock ? "stock" : kind == Kind::Fastener ? "fastener" : "cutter";
}

} // namespace

Shopped shoppedFor(const Batched& made, const material::Material& material, const hardware::Book& hardware,
                   const mount::Instruments& instruments, const quantity::Reading& reading) {
    std::vector<check::HeldThere> held;
    if (made.job.mount && made.job.rests)
        if (const auto known = lineup::knownMount(*made.job.mount, instruments))
            if (const auto mounting = lineup::mountingOf(made.job, known->placed, made.part, hardware))
                held = text::heldThere(*mounting, *made.job.mount);
    const part::Folded folded = part::fold(made.part);
    return {made, material,
            check::fastenersOf({made.job, made.part, folded, material, reading, hardware}, held)};
}

std::vector<Purchase> shoppingList(const std::vector<Shopped>& jobs, const BatchCut& cut,
                                   const BatchCut& beyond, const quantity::Reading& reading) {
    Shopping shopping(jobs, reading);
    shopping.stock(cut);
    shopping.stock(beyond);
    shopping.fasteners();
    shopping.cutters();
    return std::move(shopping.all);
}

void writeShoppingList(std::ostream& out, const std::vector<Purchase>& list) {
    ordered_json all = ordered_json::array();
    for (const Purchase& each : list) {
        all.push_back({{"kind", wordFor(each.kind)}, {"count", each.count}, {"says", each.says}});
        if (!each.about.empty()) all.back()["about"] = each.about;
        if (each.price > 0) all.back()["price"] = each.price;
    }
    out << ordered_json{{"buy", all}}.dump() << '\n';
}

} // namespace goodfold::stock
