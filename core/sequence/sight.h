// Whether whoever sets a step sees its line past what is bent already. Not for use outside of sequence/.
#pragma once

#include "sequence/at_work.h"
#include "sequence/bodies.h"

namespace goodfold::sequence {

/// The eye is in front of a vise or above a clamp, and may lean to either side: nine ways to look at the
/// middle of the line, and one that is free is enough.
class Sight {
public:
    static constexpr unsigned kAll = 0x1ff;

    /// Counts in `checks` what is looked at exactly.
    Sight(const Bodies& bodies, const AtWork& work, Made made, size_t& checks)
        : bodies(bodies), work(work), made(made), checks(checks) {}

    /// The ways that a body is in, one bit each.
    unsigned blockedBy(size_t body);

private:
    void lookFromEverywhere();

    const Bodies& bodies;
    const AtWork& work;
    Made made;
    size_t& checks;
    std::vector<Shape> lines; // of sight, in the tool's frame; made when first asked for
    std::vector<Pose3> toolFromPlates;
};

} // namespace goodfold::sequence
