// What is on the rack as a table, and cut lists as JSON.
#pragma once

#include "stock/sheet_sections.h"

#include <iosfwd>

namespace goodfold::stock {

/// Columns: name, material, width, thickness, length, count (as many as one likes where it is empty), price,
/// offcut (yes or no). Millimetres.
Result<std::vector<RackBar>> readBars(std::istream& in);

struct SectionCut {
    Section section;
    std::vector<Bar> bars;
    Sawing sawing;
    CutList list;
};

/// One object on one line: a section after the other, each bar with its pieces and where on it they begin,
/// from the end that came with it; then sheets, each with its blanks and where they lie on it.
void writeCutLists(std::ostream& out, const std::vector<SectionCut>& sections,
                   const std::vector<SectionNest>& nests);

} // namespace goodfold::stock
