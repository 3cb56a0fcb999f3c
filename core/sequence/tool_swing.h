// An operation's tool: its hulls, and where they are all along the swing. Not for use outside of sequence/.
#pragma once

#include "sequence/hull.h"
#include "sequence/operation.h"

namespace goodfold::sequence {

struct ToolHull {
    tool::Solid solid;
    Hull hull;
    Hull sweptLeft, sweptRight; // the same going on without end toward +y, and toward -y
    Hull sweptBack;             // and away from you, toward -x, as far as a part is drawn out
};

struct ToolSwing {
    Operation operation;
    std::vector<ToolHull> hulls;
    std::vector<Hull> sights;   // lines of sight to its mark, in the tool's frame
    std::vector<double> angles; // from flat to the end, every half degree or a little less
    // By moment, in the flat frame of the bend's parent; solids by motion.
    std::vector<Pose3> parentFromChild;
    std::vector<std::array<Pose3, 3>> solidFromParent, solidFromChild;

    ToolSwing(const part::Part& part, const Operation& operation);

    /// What does not move against the plates of that side, all along the swing.
    bool isStill(tool::Solid::Motion motion, bool beyond) const {
        if (operation.setup.tool->isDie()) return false;
        return (motion == tool::Solid::Motion::Fixed) == (beyond == operation.holdsChild);
    }
};

/// Whether the tool is at work alike in two operations.
bool isSameSwing(const Operation& a, const Operation& b);

} // namespace goodfold::sequence
