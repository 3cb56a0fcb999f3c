// What goes through a hole: its use and size by the hardware book, the layers it clamps, the length to buy.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

void addFastenerLines(Block& block, Document& document, const std::string& hole);

} // namespace goodfold::app
