// What is on the rack as tables; cut lists and nests as JSON, nests as a drawing.
#pragma once

#include "files/csv_table.h"
#include "stock/batch.h"

#include <iosfwd>

namespace goodfold::stock {

/// Columns: name, material, width, thickness, length, count (as many as one likes where it is empty), price,
/// offcut (yes or no), batch, measured (its thickness by calipers), holes. Millimetres. Holes that are in it
/// already, from one end, each with its diameter: "20 6.6; 95 6.6": nothing is cut over them. A sheet's grain
/// runs along its length.
Result<files::ReadTable<RackStock>> readBars(std::istream& in);
Result<files::ReadTable<RackStock>> readSheets(std::istream& in);
void writeBars(std::ostream& out, const std::vector<RackStock>& bars);
void writeSheets(std::ostream& out, const std::vector<RackStock>& sheets);

/// One object on one line: a section after the other, each bar with its pieces and where on it they begin,
/// from the end that came with it; then sheets, each with its blanks and where they lie on it.
void writeCutLists(std::ostream& out, const std::vector<SectionCut>& sections,
                   const std::vector<SectionNest>& nests);

/// All sheets beside one another: their edges on SHEET, what is cut on CUT, names on NOTES.
void writeDxf(std::ostream& out, const std::vector<SectionNest>& nests);

} // namespace goodfold::stock
