// A way's tool at work: its shapes, and where they are all along the swing. Not for use outside of sequence/.
#pragma once

#include "sequence/shape.h"
#include "sequence/way.h"

namespace goodfold::sequence {

struct ToolShape {
    tool::Solid solid;
    Shape shape;
};

struct AtWork {
    Way way;
    std::vector<ToolShape> shapes;
    std::vector<Shape> sights;  // lines of sight to its mark, in the tool's frame
    std::vector<double> angles; // from flat to the end, every half degree or a little less
    // By moment, in the flat frame of the bend's parent; solids by motion.
    std::vector<Pose3> parentFromChild;
    std::vector<std::array<Pose3, 3>> solidFromParent, solidFromChild;

    AtWork(const part::Part& part, const Way& way);

    /// What does not move against the plates of that side, all along the swing.
    bool isStill(tool::Solid::Motion motion, bool beyond) const {
        if (way.setup.tool->isDie()) return false;
        return (motion == tool::Solid::Motion::Fixed) == (beyond == way.holdsChild);
    }
};

/// Whether the tool is at work alike in two ways.
bool isSameWork(const Way& a, const Way& b);

} // namespace goodfold::sequence
