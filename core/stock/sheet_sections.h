// Which blanks of a batch come from which sheets: by metal and thickness.
#pragma once

#include "stock/sections.h"

namespace goodfold::stock {

using cutting::Laid, cutting::Laying, cutting::Lies, cutting::Nest, cutting::NestedSheet, cutting::Sheet,
    cutting::WantedBlank;

struct SheetSection {
    std::string material;
    double thickness = 0;
    std::vector<WantedBlank> wanted; // of a pair both hands, mirrored, so that all faces lie up
    double kerf = 0;                 // the widest that one of the jobs is cut with
};

/// In the order of the jobs. Blanks of bar are in none. A blank that says how it is rolled lies so on its
/// sheet.
std::vector<SheetSection> sheetSectionsOf(const std::vector<Batched>& jobs);

bool isOf(const SheetSection& section, const RackStock& stock);
/// As barsFor() has bars: a hole takes the whole width.
std::vector<Sheet> sheetsFor(const SheetSection& section, const std::vector<RackStock>& rack);
/// Where the rack is not known: the sizes that sheets are usually sold in, as many as one likes.
std::vector<Sheet> soldSheets(quantity::Unit unit);

} // namespace goodfold::stock
