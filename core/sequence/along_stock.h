// Of orders that cost the same, one that works along the stock. Not for use outside of sequence/.
#pragma once

#include "sequence/known_steps.h"

namespace goodfold::sequence {

/// Takes steps of a row of operations to other places, and stretches of them the other way round, as long as
/// that costs nothing and shortens the way along the stock.
void workAlong(std::vector<int>& row, KnownSteps& steps);

} // namespace goodfold::sequence
