// Which step of the work is to blame.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

struct Cause {
    size_t source = 0;      // of the making's
    double oddsWithout = 0; // if that alone came out as it should, of the same pieces
    double share = 0;       // of the variance of the room that is left; linearised, all add up to 1
};

/// The one that costs most odds first; of two that cost the same, the one that moves more.
std::vector<Cause> causesOf(const Making& making, int trials, unsigned seed);

/// The shares alone, by source: differences over one sigma either way.
std::vector<double> sharesOf(const Making& making);

} // namespace goodfold::lineup
