// One bolt's hole as it came out, and where along it the bolt may be.
#pragma once

#include "common/geometry.h"

#include <array>
#include <optional>

namespace goodfold::lineup {

/// One tie as this piece came out, before it is moved: all in the mount's frame.
struct Tie {
    struct Rim {
        Vec3 from, to; // of a slot its end centres; of others the same point twice
        Vec3 target;   // a point on the axis it has to come over
    };
    /// Of an arc slot, whose centres bow from `from` by way of a middle to `to`.
    struct Bow {
        double halfSwingRad = 0;     // below pi
        std::array<Vec3, 2> middles; // on the back and on the face
    };
    std::array<Rim, 2> rims; // on the back and on the face
    std::optional<Bow> bow;
    Vec3 axis{0, 0, 1}; // of the point
    double play = 0;    // how far a rim's centre may be off the axis, square to it
};

/// Where the centre of a hole's rim is taken to be, and how far it may go from there: anywhere on a slot.
struct Gliding {
    Vec3 centre{0, 0, 0};    // of a straight slot its middle; on a bow what is nearest to the target
    Vec3 along{0, 0, 0};     // unit; nothing of a round hole
    double back = 0, on = 0; // mm either way, along the bow
    double radius = 0;       // of the bow; 0 where it is straight
};
/// On one side of the tie as it was made, the target in the same frame.
Gliding glidingOf(const Tie& tie, size_t side, const Vec3& target);
/// The centre that is nearest to the target.
Vec3 nearestCentre(const Tie& tie, size_t side, const Vec3& target);

} // namespace goodfold::lineup
