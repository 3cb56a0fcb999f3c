// Round holes in a picture of a flat thing, found by their rims.
#pragma once

#include "picture/plane.h"

namespace goodfold::picture {

struct FoundHole {
    Vec2 at{0, 0};       // on the plane, mm
    double diameter = 0; // mm
    double sigma = 0;    // of its centre, by how its rim scatters; the plane's own error is not in it
};

/// The hole, stud or round mark whose middle is near a place, its diameter 1.5 to `most`: where the mean step
/// of grey over a circle is steepest, over places and radii (an integro-differential search on the plane,
/// where a circle is one whatever the perspective); then a circle through the steepest place of each ray,
/// without those that lie off it. An error where there is no such rim.
Result<FoundHole> holeNear(const Raster& raster, const Plane& plane, const Vec2& mm, double most = 40);

} // namespace goodfold::picture
