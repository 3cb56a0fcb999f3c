// Which blanks of a batch come from which sheets: by metal and thickness; as tables, JSON and drawings.
#pragma once

#include "stock/nest.h"
#include "stock/sections.h"

#include <iosfwd>

namespace goodfold::stock {

/// A sheet on the rack, or in the shop's list of what is sold.
struct RackSheet {
    std::string material; // of the material book
    double thickness = 0;
    Sheet sheet;
};

/// Columns: name, material, thickness, length, width, count (as many as one likes where it is empty), price,
/// offcut (yes or no). Millimetres; the grain runs along the length.
Result<std::vector<RackSheet>> readSheets(std::istream& in);

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

struct SectionNest {
    SheetSection section;
    std::vector<Sheet> sheets;
    Laying laying;
    Nest nest;
};

/// All sheets beside one another: their edges on SHEET, what is cut on CUT, names on NOTES.
void writeDxf(std::ostream& out, const std::vector<SectionNest>& nests);

} // namespace goodfold::stock
