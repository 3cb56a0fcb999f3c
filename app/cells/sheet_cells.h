// What only sheet has: a plate's width, taper, corners and edges; where a flange sits on its edge, and its
// relief.
#pragma once

#include "app/cells/cell.h"

namespace goodfold::app {

/// Lines for a sheet's plate, after its length. What is rarely needed shows while it is selected, or where it
/// is in use.
void addSheetLines(Block& block, Document& document, const std::string& plate);

/// Lines for a bend: offset and relief on sheet, its pipe, and in how many hits it is made.
void addBendLines(Block& block, Document& document, const std::string& bend);

} // namespace goodfold::app
