// Whether the bent part comes out of the opened clamp. Not for use outside of sequence/.
#pragma once

#include "sequence/bodies.h"
#include "sequence/tool_swing.h"

namespace goodfold::sequence {

/// Ways out that a body has not: toward you, and along the bend line to either side.
struct Blocked {
    static constexpr unsigned kAll = 7;
    unsigned directions = 0; // one bit each
    unsigned solid = 0;      // of the tool that was in the last of them
};

class Withdrawal {
public:
    /// With the bends in `after`, the one just made among them. Counts in `checks` what is looked at exactly.
    Withdrawal(const Bodies& bodies, const ToolSwing& work, BendSet after, size_t& checks)
        : bodies(bodies), work(work), after(after), checks(checks) {}

    Blocked blockedFor(size_t body);

private:
    bool staysBehind(size_t body, const ToolHull& tool, const Pose3& toolFromBody, const Vec3& toward);

    const Bodies& bodies;
    const ToolSwing& work;
    BendSet after;
    size_t& checks;
    std::vector<Pose3> toolFromPlates; // folded when first asked for
};

} // namespace goodfold::sequence
