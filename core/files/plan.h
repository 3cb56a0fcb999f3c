// What `goodfold-cli plan --json` prints.
#pragma once

#include "sequence/plan.h"

#include <iosfwd>

namespace goodfold::files {

/// One JSON object on one line: `file`, `steps` [{bend, tool, opening, spacers, fingers, held, face_in,
/// toward, beside, mark {at, across, on, flush_with}, push_to, comes_back_to, force, pull, cost, says, check,
/// mind}], `cost`, `best`, `bound`; without a plan `steps` is null and `stuck` says why.
void writePlan(std::ostream& out, const std::string& file, const job::Job& job, const part::Part& part,
               const sequence::Outcome& outcome);

} // namespace goodfold::files
