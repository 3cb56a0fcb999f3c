// The tool's and the bench's bodies, as prisms along the bend line, for seeing what hits and for drawing.
#pragma once

#include "common/geometry.h"
#include "tool/setup.h"

namespace goodfold::tool {

struct Solid {
    /// With: swings with the free side. Die: moves under the punch as the bend closes.
    enum class Motion { Fixed, With, Die };
    Body body;
    Polygon section;         // convex, x and z, counter-clockwise
    double from = 0, to = 0; // along y, from the middle of the bend line
    Motion motion = Motion::Fixed;
    bool clamps = false;      // lifts off when the stock is let go
    bool isUnbounded = false; // a bench, a beam, a frame: drawings cut it off
};

/// How the work is held where there is a choice.
struct Hold {
    bool towardYou = false;   // in a vise: bent toward you, else away from you over the fixed jaw
    bool besideScrew = false; // in a vise: at the end of the jaws, else over its screw
    bool otherSide = false;   // of the screw: for bar that leans
    /// In a press with a frame behind it the child's side goes in there, else the parent's; between dies in a
    /// vise it hangs down.
    bool childToFrame = false;
    bool operator==(const Hold&) const = default;
};

/// In the tool's frame (tool.h), the work lying in it; of a die the frame's z = 0 is the inner surface in the
/// middle of the bend. The nose is drawn to fit in the radius the part is laid out with. Held beside the
/// screw, the work is at the end of the jaws.
std::vector<Solid> solidsOf(const Setup& setup, const Hold& hold, const Work& work);

/// How high a die's top stands in the frame of the bend's middle, when the bend has turned by `angleDeg`: its
/// shoulders touch the legs' outer sides. `allowance` is the bend's.
double dieTop(double opening, double thickness, double allowance, double neutral, double angleDeg);

} // namespace goodfold::tool
