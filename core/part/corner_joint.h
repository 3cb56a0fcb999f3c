// How far two flanges reach at the corner between them, so that they meet there as asked.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// One of two flanges on neighbouring edges of a plate, looking at the corner of their tangent lines.
struct Neighbour {
    Vec2 toward{1, 0};  // along its edge, past the corner; plate frame, unit
    Vec2 outward{0, 1}; // of its edge, unit
    bend::Shape shape{90, 0, 1};
    double length = 0;    // of the flange, from its tangent line to its end
    double tabRadius = 0; // inside radius of its tab's bend, if it carries one
};

/// Where a flange's side runs: `at` is how far it reaches past the corner at its own far tangent line,
/// `slope` how much more with each millimetre along the flange.
struct Reach {
    double at = 0;
    double slope = 0;
};

struct CornerReach {
    Reach first, second;
};

/// The inner faces of both flanges (they turn the same way) are planes that cross in a line; a closed
/// corner's sides run along it, each held back by gap / (2 sin(theta / 2)), theta the angle between the
/// flanges there. An open corner's sides are straight and keep the gap where they are nearest. Of a lapped
/// one the first carries the tab. Nothing where the planes do not cross on that side.
std::optional<CornerReach> cornerReachOf(const Neighbour& first, const Neighbour& second,
                                         const CornerJoint& joint);

} // namespace goodfold::part
