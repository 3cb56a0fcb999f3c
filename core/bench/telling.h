// Which reading would tell most of whether the bolts go in.
#pragma once

#include "bench/belief.h"

namespace goodfold::bench {

/// Of each reading, the share of what the room left is unsure by (its variance, linearised) that it would
/// take away: (g'h)^2 / ((h'h + r^2) g'g), g and h the slopes of room and reading over independent numbers, r
/// the instrument's own. 0 for what cannot be read on the piece as it is.
std::vector<double> tellingOf(const lineup::Making& making, const sequence::Plan& plan, const Known& known,
                              const std::vector<Entry>& readings, const mount::Instruments& instruments);

} // namespace goodfold::bench
