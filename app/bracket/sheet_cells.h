// What only a sheet's plate has: width, taper, corners and edges.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

/// Lines for a sheet's plate, after its length. What is rarely needed shows while it is selected, or where it
/// is in use.
void addSheetLines(Block& block, Document& document, const std::string& plate);

} // namespace goodfold::app
