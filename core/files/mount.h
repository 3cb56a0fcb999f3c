// What `goodfold-cli mount --json` prints.
#pragma once

#include "lineup/asking.h"
#include "mount/sides.h"

#include <iosfwd>

namespace goodfold::files {

struct MeasuredMount {
    const job::Job& job;
    const mount::Measured& measured;
    const mount::Instruments& instruments;
    std::vector<lineup::Asking> askNext = {};
    std::vector<mount::SideApart> sides = {}; // of a job whose other hand has a mount of its own
};

/// One JSON object on one line: `file`, `faces` [{id, at, normal}], `points` [{id, at, covariance}],
/// `joint_covariance` {of, matrix}, `readings` [{id, value, computed, sigma, residual, standardized,
/// redundancy}], `degrees_of_freedom`, `chi_square`, `undetermined` [{about, says, wants {kind, of, with}}],
/// `suspects` [{reading, off_by, likely, why, says, odds, twins, parted_by}], `ask_next` [{kind, of, with,
/// says, odds}], and where the other hand's mount is there `other_side` [{reading, kind, of, value, mirrored,
/// apart, sigma, stands}].
void writeMount(std::ostream& out, const std::string& file, const MeasuredMount& mount);

} // namespace goodfold::files
