// From where whoever sets a step may look at its line. Not for use outside of sequence/.
#pragma once

#include "sequence/hull.h"
#include "sequence/operation.h"

namespace goodfold::sequence {

/// Lines of sight to the middle of the operation's line, in the tool's frame: the eye is in front of a vise
/// or above a clamp, and may lean to either side. One that is free is enough. None where stock goes against a
/// stop.
std::vector<Hull> linesOfSight(const part::Part& part, const Operation& operation);

} // namespace goodfold::sequence
