#include "sequence/step_collisions.h"

#include "part/fold.h"

namespace goodfold::sequence {

/// In the flat frame of the bend's parent, which is the child's too while this bend is flat.
const Pose3& StepCollisions::parentFromPlate(size_t body) {
    if (parentFromPlates.empty()) {
        parentFromPlates =
            part::foldAt(bodies.of(), turnedAt(bodies.of(), made, work.operation.bend, 0)).rootFromFlat;
        const Pose3 parentFromRoot = parentFromPlates[static_cast<size_t>(own.parent)].inverse();
        for (Pose3& pose : parentFromPlates)
            pose = parentFromRoot * pose;
    }
    return parentFromPlates[static_cast<size_t>(bodies[body].plate)];
}

/// How far a point of the body is from the bend, at most: in half of a stretch of the swing it moves no
/// further than that times the half's angle, and a little for how strip and die move beside the turning.
double StepCollisions::reachOf(size_t body) {
    const Eigen::AlignedBox3d& box = bodies.hullOf(body, made).box;
    const Vec3 middle = parentFromPlate(body) * box.center();
    return (middle.head<2>() - own.near.middle()).norm() + std::abs(middle.z()) + box.sizes().norm() / 2 +
           own.allowance + work.operation.setup.opening;
}

/// The first moment that two hulls meet. Stretches of the swing are passed over whose middle is so far from
/// a meeting that no moment of them can be one.
template <class Pose>
std::optional<size_t> StepCollisions::firstMeeting(const Hull& one, const Hull& other, double reach,
                                                   size_t count, const Pose& oneFromOther) {
    constexpr size_t kStretch = 12;
    for (size_t begin = 0; begin < count; begin += kStretch) {
        const size_t end = std::min(begin + kStretch, count), middle = (begin + end) / 2;
        const double half = radians((work.angles[end - 1] - work.angles[begin]) / 2 + 0.5);
        const Vec3 margin = Vec3::Constant(1.2 * reach * half + 0.3);
        auto room = turned(oneFromOther(middle), other.box);
        room = {room.min() - margin, room.max() + margin};
        if (!one.box.intersects(room)) continue;
        for (size_t i = begin; i < end; ++i)
            if (meet(one, other, oneFromOther(i), checks)) return i;
    }
    return {};
}

std::optional<Contact> StepCollisions::withTool(size_t body) {
    const bool beyond = bodies.isBeyond(body, work.operation.bend);
    const auto& solidFromSide = beyond ? work.solidFromChild : work.solidFromParent;
    const Pose3& sideFromPlate = parentFromPlate(body);
    const double reach = reachOf(body);
    std::optional<Contact> first;
    size_t until = work.angles.size(); // what is hit first counts
    for (const ToolHull& tool : work.hulls) {
        const auto motion = static_cast<size_t>(tool.solid.motion);
        const auto met = firstMeeting(
            tool.hull, bodies.hullOf(body, made), reach, work.isStill(tool.solid.motion, beyond) ? 1 : until,
            [&](size_t moment) { return Pose3(solidFromSide[moment][motion] * sideFromPlate); });
        if (!met) continue;
        const Pose3 solidFromPlate = solidFromSide[*met][motion] * sideFromPlate;
        Contact& contact = first.emplace();
        contact.body = tool.solid.body;
        contact.atDeg = work.angles[*met];
        contact.place =
            solidFromPlate.inverse() * sharedPoint(tool.hull, bodies.hullOf(body, made), solidFromPlate);
        if (*met == 0) break;
        until = *met;
    }
    return first;
}

std::optional<Contact> StepCollisions::withOther(size_t held, size_t free) {
    const Pose3 heldFromParent = parentFromPlate(held).inverse();
    const Pose3& childFromFree = parentFromPlate(free);
    const auto heldFromFree = [&](size_t moment) {
        return Pose3(heldFromParent * work.parentFromChild[moment] * childFromFree);
    };
    const Hull &one = bodies.hullOf(held, made), &other = bodies.hullOf(free, made);
    const auto met = firstMeeting(one, other, reachOf(free), work.angles.size(), heldFromFree);
    if (!met) return {};
    return Contact{{}, bodies[free].about, work.angles[*met], sharedPoint(one, other, heldFromFree(*met))};
}

bool StepCollisions::hides(size_t body, size_t sight) {
    constexpr auto kFixed = static_cast<size_t>(tool::Solid::Motion::Fixed);
    const bool beyond = bodies.isBeyond(body, work.operation.bend);
    const Pose3& toolFromSide = (beyond ? work.solidFromChild : work.solidFromParent).front()[kFixed];
    return meet(work.sights[sight], bodies.hullOf(body, made), toolFromSide * parentFromPlate(body), checks);
}

} // namespace goodfold::sequence
