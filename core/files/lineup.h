// What `goodfold-cli lineup --json` prints.
#pragma once

#include "lineup/causes.h"
#include "lineup/remedies.h"

#include <iosfwd>

namespace goodfold::files {

/// One hand's making, and the pieces that are counted of it.
struct LineUp {
    const lineup::Making& making;
    const lineup::Making* opposite = nullptr; // of a pair
    const sequence::Settled& settled;
    const lineup::Judging& judging;   // with how many pieces, and which
    std::optional<double> reach = {}; // odds that a way is looked for to
    double within = 0;                // fewer pieces do where the odds are known to so much, one sigma
};

/// One JSON object on one line: `file`, `sources` [{kind, of [{id, sigma}], covariance, method}],
/// `held_lines` {bend: {which, follows}}, `placement` (4 x 4, mount from root), `ties` [{hole, point, at,
/// axis, offset, covariance, tilt, allowance, gap}], `odds`, `odds_sigma`, `room` {mean, p5}, `worst`,
/// `way_on` {straight, off; or stud, against}, `causes`
/// [{kind, of, odds_without, share, says}], `remedies` [{says, edit or making, odds, minutes}], `hands`
/// {odds, opposite, both} of a pair, `way` {odds, steps} where it was asked for, `trials`.
void writeLineUp(std::ostream& out, const std::string& file, const LineUp& lineUp);

} // namespace goodfold::files
