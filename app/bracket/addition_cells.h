// What can be added, as words.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

/// Each word does what a line at the ladder does; it is about the leg or the hole in hand.
Block additionBlock(Document& document);

} // namespace goodfold::app
