#include "part/corner_joint.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

/// A flange's inner face seen from the corner, z toward the inside of both bends, its 0 where the parent's
/// inner face is.
struct InnerFace {
    Vec3 start;  // over the corner, on the far tangent line
    Vec3 toward; // along its edge
    Vec3 along;  // the flange itself
    Vec3 normal;
};

InnerFace innerFaceOf(const Neighbour& flange) {
    const double angle = radians(flange.shape.angleDeg), radius = flange.shape.insideRadius;
    const Vec3 outward(flange.outward.x(), flange.outward.y(), 0);
    const Vec3 toward(flange.toward.x(), flange.toward.y(), 0);
    const Vec3 along = std::cos(angle) * outward + std::sin(angle) * Vec3::UnitZ();
    return {radius * std::sin(angle) * outward + radius * (1 - std::cos(angle)) * Vec3::UnitZ(), toward,
            along, toward.cross(along)};
}

/// Where `one` runs into the plane of `other`.
std::optional<Reach> reachOf(const InnerFace& one, const InnerFace& other) {
    const double nearing = other.normal.dot(one.toward);
    constexpr double kParallel = 1e-6;
    if (std::abs(nearing) < kParallel) return std::nullopt;
    return Reach{other.normal.dot(other.start - one.start) / nearing, -other.normal.dot(one.along) / nearing};
}

/// The part of `direction` square to the line in which the planes cross.
Vec3 squareTo(const Vec3& line, const Vec3& direction) {
    return direction - direction.dot(line) * line;
}

} // namespace

std::optional<CornerReach> cornerReachOf(const Neighbour& first, const Neighbour& second,
                                         const CornerJoint& joint) {
    const InnerFace one = innerFaceOf(first), other = innerFaceOf(second);
    const auto a = reachOf(one, other), b = reachOf(other, one);
    if (!a || !b) return std::nullopt;
    const double thickness = first.shape.thickness;
    if (joint.kind == CornerJoint::Kind::Lapped) {
        const double tabOuter = first.tabRadius + thickness;
        if (joint.tabOutside)
            return CornerReach{{a->at + thickness + joint.gap - first.tabRadius, 0},
                               {b->at - first.tabRadius - joint.gap, 0}};
        return CornerReach{{a->at - joint.gap - tabOuter, 0}, {b->at, 0}};
    }
    const Vec3 line = one.normal.cross(other.normal).normalized();
    const Vec3 back1 = squareTo(line, -one.toward), back2 = squareTo(line, -other.toward);
    const double cosine = std::clamp(back1.normalized().dot(back2.normalized()), -1.0, 1.0);
    const double held = joint.gap / (2 * std::sin(std::acos(cosine) / 2));
    const Reach mitred1{a->at - held / back1.norm(), a->slope},
        mitred2{b->at - held / back2.norm(), b->slope};
    if (joint.kind == CornerJoint::Kind::Closed) return CornerReach{mitred1, mitred2};
    const auto straight = [](const Reach& reach, double length) {
        return Reach{std::min(reach.at, reach.at + reach.slope * length), 0};
    };
    return CornerReach{straight(mitred1, first.length), straight(mitred2, second.length)};
}

} // namespace goodfold::part
