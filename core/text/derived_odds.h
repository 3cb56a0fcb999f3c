// Where the odds come from, and what a bracket is said to stand.
#pragma once

#include "lineup/odds.h"
#include "strength/estimate.h"
#include "text/derivation.h"

namespace goodfold::text {

/// Of each bolt what may be off and what is as drawn; then how many of the pieces drawn go on.
Derivation howLikely(const lineup::Making& making, const lineup::NominalFit& nominal,
                     const lineup::Odds& odds, const quantity::Reading& reading);

/// Every source that moves it, with its sigma, those of one kind and size in one line.
Derivation whatMovesIt(const lineup::Making& making, const sequence::Plan* plan);

/// The load, the section where it is stressed most, what the metal stands.
Derivation howStrong(const job::Job& job, const strength::Estimate& estimate,
                     const material::Material& material, const quantity::Reading& reading);

} // namespace goodfold::text
