// Bends that a view looks along: where their angle is seen as it is.
#pragma once

#include "draw/camera.h"
#include "part/fold.h"

#include <vector>

namespace goodfold::draw {

/// On the screen, y down. What is turned from flat is measured from the leg before it, drawn on; what is
/// included, between the legs, and so is a right angle, which is the same either way.
struct SeenAngle {
    int bend = 0;
    QPointF apex;     // where the two inside faces meet
    QPointF from, to; // unit directions: the leg before it, or what it would go on to; the leg after it
    bool isIncluded = false;
};

/// Of those that are turned by 10 to 150 degrees: less is hardly seen, and beyond the faces meet far off.
std::vector<SeenAngle> anglesSeen(const part::Part& part, const part::Folded& folded, const Camera& camera,
                                  bool isIncluded);

} // namespace goodfold::draw
