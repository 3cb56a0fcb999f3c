// A bend computed layer by layer, elastic and plastic: what the virtual shop's metal really does. Other
// formulas than the planner's, so that the two can disagree.
#pragma once

#include "material/material.h"

namespace goodfold::bench {

struct LayeredBend {
    double k = 0;             // of the bend allowance
    double springbackDeg = 0; // at 90 degrees
};

/// Bent in steps from nearly flat, each layer with its own history: what was pressed at first and is
/// stretched later pulls. Wide (sheet): plane strain, radial stress from d(sr)/dr = s/r with both faces free.
/// Narrow (bar): width free in each layer, d(r w sr)/dr = w st, no net force. Flow stress Kc (e0 + e)^n with
/// n 0.2, Kc and e0 from yield and tensile strength (Considère). Unloading by the curved beam's own
/// stiffness: dA/A = M / (E S e), S the section and e how far its neutral radius lies inside its centroid.
LayeredBend layeredBend(const material::Material& material, double insideRadius, double thickness,
                        bool isWide);

} // namespace goodfold::bench
