// Convex bodies in space: whether two meet, and where they come nearest.
#pragma once

#include "common/geometry.h"

#include <optional>

namespace goodfold {

/// Convex round its corners, which come in any order; one at least.
class ConvexBody {
public:
    explicit ConvexBody(std::vector<Vec3> corners);

    const std::vector<Vec3>& corners() const { return all; }
    const Eigen::AlignedBox3d& box() const { return round; }
    /// Somewhere inside.
    const Vec3& middle() const { return within; }
    /// The corner that lies furthest that way.
    const Vec3& furthest(const Vec3& way) const;

private:
    std::vector<Vec3> all;
    Eigen::AlignedBox3d round;
    Vec3 within;
};

/// A round bar along z, half of it on either side of 0.
struct RoundBar {
    double radius, length;
};

/// Whether they meet, the second seen from the first: by Minkowski portal refinement, as libccd has it. What
/// touches, within 1e-6 mm, may count as either.
bool meet(const ConvexBody& one, const ConvexBody& other, const Pose3& oneFromOther);
bool meet(const ConvexBody& one, const RoundBar& other, const Pose3& oneFromOther);

/// A point of both, in the first's frame; nothing where they do not meet. Of bodies that only touch it may
/// lie a little beside them.
std::optional<Vec3> pointOfBoth(const ConvexBody& one, const ConvexBody& other, const Pose3& oneFromOther);

/// Where two bodies of one frame come nearest, to 1e-9 mm; a distance of 0 where they meet, and then no
/// places.
struct Approach {
    double distance = 0;
    Vec3 onOne{0, 0, 0}, onOther{0, 0, 0};
};
/// The point of all differences of their corners that lies nearest to none: P. Wolfe, Finding the nearest
/// point in a polytope, Mathematical Programming 11 (1976).
Approach nearestApproach(const ConvexBody& one, const ConvexBody& other);

} // namespace goodfold
