// Gauges for bends, to be printed or cut: laid between two legs they show whether those stand as they are to.
#pragma once

#include "part/exact_body.h"

namespace goodfold::part {

/// One for all bends of one angle.
struct Gauge {
    std::vector<int> bends; // of the part
    double angleDeg = 0;    // turned from flat
    double arm = 0;         // mm, from where the legs' insides would meet
    ExactBody body;         // lies flat; its number, as many holes, tells it from the others
};

/// In the order of the bends. The corner is cut back behind the largest inside round, and the arms are no
/// longer than the shortest leg. None of bends whose legs are too short to lay one on, that are turned by
/// less than 5 degrees, or by more than 150.
std::vector<Gauge> bendGauges(const Part& part);

} // namespace goodfold::part
