// What became of a bracket that was brought onto its mount.
#pragma once

#include "lineup/reaching.h"

namespace goodfold::text {

/// "leg A's length 80 to 82.5".
std::string inWords(const lineup::Reached::Change& change, const quantity::Reading& reading);

/// What changed; or which ties are not met, by how much, and what would have to give.
std::string inWords(const lineup::Reached& reached, const quantity::Reading& reading);

} // namespace goodfold::text
