// Findings of one cause as one finding. Inside of check/ only.
#pragma once

#include "check/finding.h"

namespace goodfold::check {

/// What one rule says of several holes or bends in the same words becomes one finding about the first of
/// them, whose buttons mend them all; each such button was tried. Where none does, they stay apart.
std::vector<Finding> joinedByCause(const Subject& s, const Rule& rule, std::vector<Finding> found);

} // namespace goodfold::check
