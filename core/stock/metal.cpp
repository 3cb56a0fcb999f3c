#include "stock/metal.h"

#include <algorithm>
#include <cmath>

namespace goodfold::stock {

namespace {

/// Of one section, all that was cut of it; lengths of bars, areas of sheets.
struct Taken {
    double blanks = 0, all = 0; // without rests that are kept
    double price = 0;
    bool isPriced = true, isShort = false;

    template <class Stock> void begin(const Stock& stock, double whole, double rest) {
        const double kept = rest >= kWorthKeeping ? rest / stock.length : 0;
        all += (1 - kept) * whole;
        price += (1 - kept) * stock.price;
        if (!(stock.price > 0)) isPriced = false;
    }
    void lack(const std::vector<int>& missing) {
        isShort = std::any_of(missing.begin(), missing.end(), [](int count) { return count > 0; });
    }
};

void take(Taken& taken, const SectionCut& cut) {
    for (const CutBar& each : cut.list.bars) {
        const Bar& bar = cut.bars[each.bar];
        taken.begin(bar, bar.length, each.rest);
        for (const size_t piece : each.pieces)
            taken.blanks += cut.section.wanted[piece].length;
    }
    taken.lack(cut.list.missing);
}

void take(Taken& taken, const SectionNest& cut) {
    for (const NestedSheet& each : cut.nest.sheets) {
        const Sheet& sheet = cut.sheets[each.sheet];
        taken.begin(sheet, sheet.length * sheet.width, each.rest);
        for (const Laid& laid : each.blanks)
            taken.blanks += std::abs(areaOf(cut.section.wanted[laid.blank].outline));
    }
    taken.lack(cut.nest.missing);
}

} // namespace

std::optional<cost::Metal> metalOf(const BatchCut& cut, const BatchCut& beyond, const Batched& job) {
    const job::Stock& stock = job.job.stock;
    const RackStock own{stock.form, job.job.material, stock.width, job.job.thickness};
    Taken taken;
    for (const BatchCut* each : {&cut, &beyond}) { // what is short of the one comes from the other
        if (stock.form == job::StockForm::Bar)
            for (const SectionCut& section : each->bars)
                if (isOf(section.section, own)) take(taken, section);
        if (stock.form == job::StockForm::Sheet)
            for (const SectionNest& section : each->sheets)
                if (isOf(section.section, own)) take(taken, section);
    }
    if (taken.isShort || !(taken.blanks > 0)) return {};
    cost::Metal metal;
    metal.waste = taken.all / taken.blanks - 1;
    metal.kilograms = job.part.blank.mass * (1 + metal.waste);
    const double piece =
        stock.form == job::StockForm::Bar ? job.part.blank.length : std::abs(areaOf(job.part.blank.outline));
    if (taken.isPriced) metal.price = taken.price * piece / taken.blanks;
    return metal;
}

std::optional<cost::Metal> metalFor(const Batched& job, const Rack& rack, const Cutters& cutters) {
    const auto cut = cutBatch({job}, rack, {.seconds = 0}, cutters);
    if (!cut) return {};
    const auto beyond = cutMissing(*cut, job.job.units, cutters);
    return beyond ? metalOf(*cut, *beyond, job) : std::nullopt;
}

} // namespace goodfold::stock
