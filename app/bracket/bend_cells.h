// A bend's rung: its angle, turn, radius and K; on sheet where it sits and its relief; its pipe, or the small
// bends it is made in.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

Block bendBlock(Document& document, const std::string& id);

} // namespace goodfold::app
