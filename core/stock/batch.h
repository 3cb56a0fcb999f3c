// A whole batch cut from what there is: bars and sheets, several jobs at once.
#pragma once

#include "stock/sheet_sections.h"

namespace goodfold::stock {

struct SectionCut {
    Section section;
    std::vector<Bar> bars;
    Sawing sawing;
    CutList list;
};

struct SectionNest {
    SheetSection section;
    std::vector<Sheet> sheets;
    Laying laying;
    Nest nest;
};

/// How it is cut. Millimetres.
struct Cutting {
    double squaring = 0, grip = 0; // of each bar, as in Sawing
    std::optional<double> gap;     // between blanks of sheet; else what the jobs' own cut takes
    double margin = 5;             // along a sheet's edges
    bool isShorn = false;          // blanks of sheet are cut by a shear
    double seconds = 2;            // to look for a better nest
    /// Told the best nest so far of a section that is being laid; false ends the search with it.
    std::function<bool(const SectionNest& best)> goesOn = {};
};

struct BatchCut {
    std::vector<SectionCut> bars;
    std::vector<SectionNest> sheets;
    /// Stock is there for every piece.
    bool isAll() const;
};

Result<BatchCut> cutBatch(const std::vector<Batched>& jobs, const Rack& rack, const Cutting& how,
                          const Cutters& cutters);

/// What the rack is short of, cut from stock as it is sold.
Result<BatchCut> cutMissing(const BatchCut& cut, quantity::Unit unit, const Cutters& cutters);

} // namespace goodfold::stock
