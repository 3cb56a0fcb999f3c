// Whether the bent part comes out of the opened clamp. Not for use outside of sequence/.
#pragma once

#include "sequence/bodies.h"
#include "sequence/tool_swing.h"

namespace goodfold::sequence {

/// Ways out that a body was found to have or not: one bit a way.
struct WaysOut {
    static constexpr size_t kWays = 26;
    std::uint32_t looked = 0, shut = 0;
};

/// A clamp opens as far as one likes, up to its lift. Wide open, and at each of five openings that are the
/// same for every tool, so that one that opens further refuses no more, the part is drawn out straight toward
/// you, or slid along the bend line to either side as far as the tool goes on; wide open and at one of the
/// others it may be tilted first, about the bend, and drawn out so.
class Withdrawal {
public:
    /// With the bends in `after`, the one just made among them. Counts in `checks` what is looked at exactly.
    Withdrawal(const Bodies& bodies, const ToolSwing& work, BendSet after, size_t& checks)
        : bodies(bodies), work(work), after(after), checks(checks) {}

    /// Whether a body has not that way. What else is found with it is put down in `known`.
    bool isShut(size_t body, size_t way, WaysOut& known);
    /// What of the tool stands in a way of a body; nothing where it is open.
    std::optional<tool::Body> shutBy(size_t body, size_t way);

private:
    struct Way;
    const ToolHull* inTheWay(size_t body, const Way& way);
    static const std::vector<Way>& ways();
    double liftOf(const ToolHull& tool, const Way& way) const;
    bool mayPass(size_t body, const ToolHull& tool, const Pose3& toolFromBody) const;
    bool staysBehind(size_t body, const ToolHull& tool, const Pose3& toolFromBody, const Way& way);
    bool isSlidPast(size_t body, const ToolHull& tool, const Pose3& toolFromBody, const Way& way);
    bool isMetWhileTilting(const Hull& own, const ToolHull& tool, const Pose3& toolFromBody, double lift,
                           double tiltDeg);
    void fold();

    const Bodies& bodies;
    const ToolSwing& work;
    BendSet after;
    size_t& checks;
    std::vector<Pose3> toolFromPlates; // folded when first asked for
};

} // namespace goodfold::sequence
