// What is on the rack as tables; cut lists and nests as JSON, nests as a drawing.
#pragma once

#include "stock/batch.h"

#include <iosfwd>

namespace goodfold::stock {

/// Columns: name, material, width, thickness, length, count (as many as one likes where it is empty), price,
/// offcut (yes or no), batch, measured (its thickness by calipers), holes. Millimetres. Holes that are in it
/// already, from one end, each with its diameter: "20 6.6; 95 6.6". Nothing is cut over them: what lies
/// between, 2 mm off each, becomes a piece of its own.
Result<std::vector<RackBar>> readBars(std::istream& in);

/// Columns: name, material, thickness, length, width, count (as many as one likes where it is empty), price,
/// offcut (yes or no), batch, measured, holes as above, along its length. Millimetres; the grain runs along
/// the length.
Result<std::vector<RackSheet>> readSheets(std::istream& in);

/// One object on one line: a section after the other, each bar with its pieces and where on it they begin,
/// from the end that came with it; then sheets, each with its blanks and where they lie on it.
void writeCutLists(std::ostream& out, const std::vector<SectionCut>& sections,
                   const std::vector<SectionNest>& nests);

/// All sheets beside one another: their edges on SHEET, what is cut on CUT, names on NOTES.
void writeDxf(std::ostream& out, const std::vector<SectionNest>& nests);

} // namespace goodfold::stock
