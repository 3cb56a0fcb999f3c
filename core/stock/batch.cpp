#include "stock/batch.h"

#include <algorithm>

namespace goodfold::stock {

namespace {

bool isNone(const std::vector<int>& missing) {
    return std::all_of(missing.begin(), missing.end(), [](int count) { return count == 0; });
}

std::optional<Error> cut(SectionCut& each, const Cutters& cutters) {
    auto list = cutters.bars(each.section.wanted, each.bars, each.sawing);
    if (!list) return list.error();
    each.list = *std::move(list);
    return {};
}

std::optional<Error> lay(SectionNest& each, const Cutters& cutters) {
    auto nested = cutters.sheets(each.section.wanted, each.sheets, each.laying);
    if (!nested) return nested.error();
    each.nest = *std::move(nested);
    return {};
}

/// Only those of the wanted that are missing.
template <class Wanted> void keepMissing(std::vector<Wanted>& wanted, const std::vector<int>& missing) {
    std::vector<Wanted> kept;
    for (size_t i = 0; i < wanted.size(); ++i) {
        if (missing[i] == 0) continue;
        kept.push_back(wanted[i]);
        kept.back().count = missing[i];
    }
    wanted = std::move(kept);
}

} // namespace

bool BatchCut::isAll() const {
    return std::all_of(bars.begin(), bars.end(),
                       [](const SectionCut& each) { return isNone(each.list.missing); }) &&
           std::all_of(sheets.begin(), sheets.end(),
                       [](const SectionNest& each) { return isNone(each.nest.missing); });
}

Result<BatchCut> cutBatch(const std::vector<Batched>& jobs, const Rack& rack, const Cutting& how,
                          const Cutters& cutters) {
    BatchCut all;
    for (Section& section : sectionsOf(jobs)) {
        SectionCut each{std::move(section), {}, {}, {}};
        each.bars = rack.bars ? barsFor(each.section, *rack.bars) : soldBars(jobs.front().job.units);
        each.sawing = {each.section.kerf, how.squaring, how.grip};
        if (auto wrong = cut(each, cutters)) return *wrong;
        all.bars.push_back(std::move(each));
    }
    for (SheetSection& section : sheetSectionsOf(jobs)) {
        SectionNest each{std::move(section), {}, {}, {}};
        each.sheets =
            rack.sheets ? sheetsFor(each.section, *rack.sheets) : soldSheets(jobs.front().job.units);
        each.laying.gap = how.gap.value_or(how.isShorn ? 0 : each.section.kerf);
        each.laying.margin = how.margin;
        each.laying.isShorn = how.isShorn;
        each.laying.seconds = how.seconds;
        if (how.goesOn)
            each.laying.goesOn = [&each, &how](const Nest& best) {
                each.nest = best;
                return how.goesOn(each);
            };
        if (auto wrong = lay(each, cutters)) return *wrong;
        each.laying.goesOn = {}; // it speaks of what is here
        all.sheets.push_back(std::move(each));
    }
    return all;
}

Result<BatchCut> cutMissing(const BatchCut& cutBefore, quantity::Unit unit, const Cutters& cutters) {
    BatchCut all;
    for (SectionCut each : cutBefore.bars) {
        keepMissing(each.section.wanted, each.list.missing);
        if (each.section.wanted.empty()) continue;
        each.bars = soldBars(unit);
        if (auto wrong = cut(each, cutters)) return *wrong;
        all.bars.push_back(std::move(each));
    }
    for (SectionNest each : cutBefore.sheets) {
        keepMissing(each.section.wanted, each.nest.missing);
        if (each.section.wanted.empty()) continue;
        each.sheets = soldSheets(unit);
        if (auto wrong = lay(each, cutters)) return *wrong;
        all.sheets.push_back(std::move(each));
    }
    return all;
}

} // namespace goodfold::stock
