// How near a bracket in its place comes to what has to stay free.
#pragma once

#include "job/clearance.h"
#include "part/solid.h"

namespace goodfold::clearance {

/// A screw in its hole, as far as it stands out of the bracket.
struct Bolt {
    std::string hole; // of the job
    part::Cylinder standing;
};

/// The bracket where it is bolted on.
struct InPlace {
    const part::Part& part;
    const part::Folded& folded;
    Pose3 mountFromRoot = Pose3::Identity();
    std::vector<Bolt> bolts = {};
};

struct Least {
    std::string id;          // of the clearance
    double keep = 0;         // that it asks for
    double distance = 0;     // 0 where they meet; of a plane negative behind it
    job::Element of;         // of the part; a hole: the bolt in it
    Vec3 onBracket{0, 0, 0}; // where that is, in the mount's frame; only of what does not meet
    Vec3 onOther{0, 0, 0};
    double afterDeg = 0; // of its swing
    bool meets = false;  // it stands in it; a plane by more than 0.05 mm, which a bolt pulls in
    bool isTooClose() const { return distance < keep; }
};

/// The least distance from the bracket, its bolts among it, to a thing and all that it passes over; nothing
/// of a part that has no extent. A slide is exact; of a swing so many places are looked at that between them
/// it cannot come nearer by more than 0.05 mm: no point moves farther than its radius by the angle.
std::optional<Least> leastTo(const InPlace& bracket, const job::Clearance& thing);

/// The corners of a thing where it is stated, in the mount's frame: those of a round one lie on 64 lines,
/// 0.12 % outside of it. None of a plane.
std::vector<Vec3> cornersOf(const job::Clearance& thing);

/// The same thing in a place that is mirrored over y = 0.
job::Clearance mirrored(job::Clearance thing);

/// Those that it has when it has moved by a share of its way.
std::vector<Vec3> cornersAfter(const job::Clearance& thing, double share);

} // namespace goodfold::clearance
