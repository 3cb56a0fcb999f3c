#include "sequence/withdrawal.h"

#include "part/fold.h"

namespace goodfold::sequence {

Blocked Withdrawal::blockedFor(size_t body) {
    const part::Part& part = bodies.of();
    const Operation& operation = work.operation;
    if (toolFromPlates.empty()) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
        const double angle = operation.setup.restsAtDeg;
        toolFromPlates = part::foldAt(part, turnedAt(part, after, operation.bend, angle)).rootFromFlat;
        const Pose3 rootFromTool = toolFromPlates[static_cast<size_t>(bend.parent)] *
                                   toolPlaces(part, operation, angle).of(tool::Solid::Motion::Fixed);
        const Pose3 toolFromRoot = rootFromTool.inverse();
        for (Pose3& pose : toolFromPlates)
            pose = toolFromRoot * pose;
    }
    const Pose3& toolFromBody = toolFromPlates[static_cast<size_t>(bodies[body].plate)];
    const std::array<Vec3, 3> toward{Vec3::UnitX(), Vec3::UnitY(), -Vec3::UnitY()};
    Blocked shut;
    for (size_t i = 0; i < toward.size(); ++i)
        for (size_t solid = 0; solid < work.hulls.size(); ++solid)
            if (staysBehind(body, work.hulls[solid], toolFromBody, toward[i])) {
                shut.directions |= 1u << i;
                shut.solid = static_cast<unsigned>(solid);
                break;
            }
    return shut;
}

/// The wrong turnings of a long slide are few: only bodies whose path crosses a solid's box are stepped.
bool Withdrawal::staysBehind(size_t body, const ToolHull& tool, const Pose3& toolFromBody,
                             const Vec3& toward) {
    constexpr double kStep = 4, kFar = 240; // mm
    if (tool.solid.motion != tool::Solid::Motion::Fixed) return false;
    Pose3 solidFromBody = toolFromBody;
    if (tool.solid.clamps) solidFromBody.translation().z() -= work.operation.setup.tool->clamp.lift;
    const Hull& own = bodies.hullOf(body, after);
    const auto here = turned(solidFromBody, own.box);
    if (!tool.hull.box.intersects(here.merged(here.translated(kFar * toward)))) return false;
    const Vec3 start = solidFromBody.translation();
    for (double by = bodies[body].bend == work.operation.bend ? kStep : 0; by <= kFar; by += kStep) {
        solidFromBody.translation() = start + by * toward;
        if (meet(tool.hull, own, solidFromBody, checks)) return true;
    }
    return false;
}

} // namespace goodfold::sequence
