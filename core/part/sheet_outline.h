// The outlines of a sheet's plates and of its blank: one walk round either.
#pragma once

#include "part/part.h"

namespace goodfold::part {

struct Traced {
    Path outline;             // in the flat, counter-clockwise
    std::vector<int> jointAt; // for each stretch: the bend on whose tangent line it lies, or -1
    bool fits = true;         // else a corner, a round or a relief had no room and was left out
};

/// Round one plate, along the tangent lines of its bends.
Traced tracePlate(const Job& job, const Part& part, int plate);

/// Round the whole blank: on each edge over each flange's bend strip, round the flange, and back. Where
/// flanges overlap in the flat it crosses itself.
Path traceBlank(const Job& job, const Part& part);

/// How far the rest of an edge stands beyond the tangent line: 0, or to the outer face of its flanges.
double restOf(const Job& job, const Part& part, int plate, Edge edge);

} // namespace goodfold::part
