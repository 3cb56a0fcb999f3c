// Where a job's holes lie in the flat, once its plates do.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// Fills in `part.holes`: plates and bends must be laid out. A hole that is placed in the formed part is
/// carried back to the flat of its plate; where that cannot be (an axis that runs along the plate, a straight
/// distance that does not reach it) it comes as near as it can, and `unreachable` names it.
void placeHoles(const Job& job, Part& part);

} // namespace goodfold::part
