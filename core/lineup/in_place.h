// What the bracket meets where it is bolted on.
#pragma once

#include "clearance/least.h"
#include "lineup/odds.h"

namespace goodfold::lineup {

/// How near the drawn bracket, where it has most room, comes to what the job's mount says has to stay free:
/// its legs, its bends, and the heads and nuts that stand out of it (bolts.h).
std::vector<clearance::Least> leastDistances(const Making& making, const NominalFit& nominal,
                                             const hardware::Book& hardware);

} // namespace goodfold::lineup
