// An operation's tool: its hulls, and where they are all along the swing. Not for use outside of sequence/.
#pragma once

#include "sequence/hull.h"
#include "sequence/operation.h"

#include <optional>

namespace goodfold::sequence {

class ToolHull {
public:
    explicit ToolHull(tool::Solid solid)
        : solid(std::move(solid)), hull({prismOf(this->solid)}), passed(boxOfSweeps()) {}

    tool::Solid solid;
    Hull hull;
    Eigen::AlignedBox3d passed; // round all sweeps

    /// The same going on without end toward +y, and toward -y; and away from you, toward -x, as far as a part
    /// is drawn out. Made when first asked for: many a tool is in the way long before.
    enum class Sweep { Left, Right, Back };
    const Hull& swept(Sweep sweep) const;

private:
    tool::Solid sweptSolid(Sweep sweep) const;
    Eigen::AlignedBox3d boxOfSweeps() const;
    mutable std::array<std::optional<Hull>, 3> sweeps;
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
