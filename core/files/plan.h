// What `goodfold-cli plan --json` prints.
#pragma once

#include "sequence/settle.h"

#include <iosfwd>

namespace goodfold::files {

/// One JSON object on one line: `file`, `steps` [{bend, tool, opening, spacers, fingers, held, face_in,
/// toward, beside, mark {at, across, on, flush_with}, stop_first, push_to, comes_back_to,
/// inside_radius {_sigma}, tool_radius, force, openings [{opening, bottomed, force, inside_radius, least_leg,
/// springback, refused}], hammered, pull, cost, says, check,
/// mind}], `cost`, `best`, `bound`; of a pair `hand` and
/// `opposite` {hand, steps, round}; without a plan `steps` is null and `stuck` says why.
void writePlan(std::ostream& out, const std::string& file, const sequence::Settled& settled,
               const std::optional<sequence::Settled>& opposite, const material::Material& material);

} // namespace goodfold::files
