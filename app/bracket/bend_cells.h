// A bend's rung: its angle, turn, radius and K; on sheet where it sits and its relief; its pipe or its hits.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

Block bendBlock(Document& document, const std::string& id);

} // namespace goodfold::app
