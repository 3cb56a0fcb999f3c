// A leg's rung: its length, how that is measured, and how its free ends are cut.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

Block plateBlock(Document& document, const std::string& id);

} // namespace goodfold::app
