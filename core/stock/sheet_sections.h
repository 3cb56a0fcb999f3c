// Which blanks of a batch come from which sheets: by metal and thickness.
#pragma once

#include "stock/sections.h"

namespace goodfold::stock {

using cutting::Laid, cutting::Laying, cutting::Lies, cutting::Nest, cutting::NestedSheet, cutting::Sheet,
    cutting::WantedBlank;

/// A sheet on the rack, or in the shop's list of what is sold.
struct RackSheet {
    std::string material; // of the material book
    double thickness = 0;
    Sheet sheet;
    std::string batch = {};
    double measured = 0;
};

/// What an entry of the rack is, of bars and of sheets alike.
inline Bar& stockOf(RackBar& entry) {
    return entry.bar;
}
inline Sheet& stockOf(RackSheet& entry) {
    return entry.sheet;
}

struct SheetSection {
    std::string material;
    double thickness = 0;
    std::vector<WantedBlank> wanted; // of a pair both hands, mirrored, so that all faces lie up
    double kerf = 0;                 // the widest that one of the jobs is cut with
};

/// In the order of the jobs. Blanks of bar are in none. A blank that says how it is rolled lies so on its
/// sheet.
std::vector<SheetSection> sheetSectionsOf(const std::vector<Batched>& jobs);

std::vector<Sheet> sheetsFor(const SheetSection& section, const std::vector<RackSheet>& rack);
/// Where the rack is not known: the sizes that sheets are usually sold in, as many as one likes.
std::vector<Sheet> soldSheets(quantity::Unit unit);

} // namespace goodfold::stock
