// What the formed part, or its blank, is as a body: outlines with true arcs, bends with true radii. For
// programs that build solids; tools that only look for what hits use the coarser prisms.
#pragma once

#include "part/fold.h"

#include <optional>
#include <string>
#include <vector>

namespace goodfold::part {

/// Right through the thickness; sunk for a screw's head where it is said.
struct ExactCut {
    Path shapeInFlat;
    Vec2 centreInFlat{0, 0};
    std::optional<Countersink> countersink;
};

/// What is flat: its outline from z = 0, the back, to z = T.
struct ExactPlate {
    Pose3 rootFromFlat;
    Path outlineInFlat; // counter-clockwise
    std::vector<ExactCut> cuts;
};

/// What is bent. Bend frame: x across the line from the near tangent line toward the child, y along it, z
/// from the back, all as they are in the flat. A point turns by `angleDeg` x / allowance about the bend's
/// axis, which lies over x = 0 at z = T + R of a bend up and z = -R of one down.
struct ExactBend {
    Pose3 rootFromBend;
    Polygon zone; // counter-clockwise, x from 0 to the allowance
    double insideRadius = 0;
    double angleDeg = 0;
    double allowance = 0;
    bool isUp = true;
    std::vector<Path> cuts; // holes that reach into it
};

struct ExactBody {
    std::string name;
    double thickness = 0;
    std::vector<ExactPlate> plates;
    std::vector<ExactBend> bends;
};

/// Holes are as they come out: those that are drilled after bending too.
ExactBody formedBody(const Part& part, const Folded& folded, std::string name);
/// As it is cut before bending: without what is drilled after it.
ExactBody flatBody(const Part& part, std::string name);

} // namespace goodfold::part
