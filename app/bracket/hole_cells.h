// A hole's rung: its shape, its place along its plate or in the formed part, how often it is there, and what
// goes through it.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

Block holeBlock(Document& document, const std::string& id);

} // namespace goodfold::app
