// Whether a bracket comes to its place past what stands there.
#pragma once

#include "clearance/least.h"

namespace goodfold::clearance {

struct Way {
    std::optional<Vec3> off; // the first that is free
    std::string past;        // where none is: what stands in most of them
};

/// Straight ways off its place, in the mount's frame, each a unit vector; as far as the bracket itself is
/// large. What swings or slides is taken out of the way for it, and what the bracket meets where it stands is
/// told elsewhere. The sweep is exact: a thing that is passed is convex all along.
Way wayPast(const InPlace& bracket, const std::vector<job::Clearance>& things,
            const std::vector<Vec3>& directions);

} // namespace goodfold::clearance
