// One step looked at: the partly bent part in its tool, moment by moment. Not for use outside of sequence/.
#pragma once

#include "sequence/bodies.h"
#include "sequence/tool_swing.h"

#include <optional>

namespace goodfold::sequence {

struct Contact {
    std::optional<tool::Body> body; // of the tool
    job::Element other;             // else of the part
    double atDeg = 0;               // of the swing
    Vec3 place{0, 0, 0};            // where, in the frame of the plate that hits
};

class StepCollisions {
public:
    /// Counts in `checks` what is looked at exactly.
    StepCollisions(const Bodies& bodies, const ToolSwing& work, BendSet made, size_t& checks)
        : bodies(bodies), work(work), made(made), checks(checks),
          own(bodies.of().bends[static_cast<size_t>(work.operation.bend)]) {}

    /// The tool's solid that a body meets first.
    std::optional<Contact> withTool(size_t body);
    /// When the swing brings two bodies together, one on either side of the bend.
    std::optional<Contact> withOther(size_t held, size_t free);
    /// Whether a body stands in a line of sight as the step begins.
    bool hides(size_t body, size_t sight);

private:
    template <class Pose>
    std::optional<size_t> firstMeeting(const Hull& one, const Hull& other, double reach, size_t count,
                                       const Pose& oneFromOther);
    double reachOf(size_t body);
    const Pose3& parentFromPlate(size_t body);

    const Bodies& bodies;
    const ToolSwing& work;
    BendSet made;
    size_t& checks;
    const part::PartBend& own;
    std::vector<Pose3> parentFromPlates; // with this bend flat; folded when first asked for
};

} // namespace goodfold::sequence
