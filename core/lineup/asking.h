// What to measure next: the readings of the mount that would raise the odds most.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

struct Asking {
    job::MountReading reading; // without a value
    double odds = 0;           // that it would give, once the bracket is drawn to what is then known
};

/// Best first, with the same pieces as the odds; those that raise nothing are left out. Empty for a mount
/// that is stated, or that leaves a tie open.
std::vector<Asking> askNext(const Work& work, const job::Mount& mount, const hardware::Book& hardware,
                            int trials, unsigned seed);

} // namespace goodfold::lineup
