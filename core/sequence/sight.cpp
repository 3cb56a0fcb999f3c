#include "sequence/sight.h"

#include "part/fold.h"

namespace goodfold::sequence {

namespace {

/// As thin as a glance, from just off the line to where an eye may be.
part::Prism lineOfSight(const Vec3& from, const Vec3& toward) {
    constexpr double kOff = 2, kFar = 300, kHalf = 0.5; // mm
    Pose3 along = Pose3::Identity();
    along.linear() = Eigen::Quaterniond::FromTwoVectors(Vec3::UnitZ(), toward).toRotationMatrix();
    along.translation() = from;
    part::Prism prism;
    for (const double z : {kOff, kFar})
        for (const Vec2& p :
             {Vec2(-kHalf, -kHalf), Vec2(kHalf, -kHalf), Vec2(kHalf, kHalf), Vec2(-kHalf, kHalf)})
            prism.push_back(along * Vec3(p.x(), p.y(), z));
    return prism;
}

} // namespace

void Sight::lookFromEverywhere() {
    const Way& way = work.way;
    const part::Part& part = bodies.of();
    toolFromPlates = part::foldAt(part, turnedAt(part, made, way.bend, 0)).rootFromFlat;
    const auto parent = static_cast<size_t>(part.bends[static_cast<size_t>(way.bend)].parent);
    const Pose3 toolFromRoot =
        (toolFromPlates[parent] * toolPlaces(part, way, 0).of(tool::Solid::Motion::Fixed)).inverse();
    for (Pose3& pose : toolFromPlates)
        pose = toolFromRoot * pose;

    // A vise is upright, you stand before it; into a clamp you look from above, over the free side.
    const bool inVise = way.setup.tool->isInVise(), isOnInside = !inVise || way.hold.toward;
    const Vec3 mark(tool::markOf(way.setup, way.work).fromTangent, 0, isOnInside ? 0 : -part.thickness);
    const Vec3 out(0, 0, isOnInside ? 1 : -1), over = Vec3::UnitX();
    for (const double leanDeg : {15.0, 40.0, 65.0})
        for (const double asideDeg : {0.0, 40.0, -40.0}) {
            const Vec3 ahead = std::cos(radians(leanDeg)) * out + std::sin(radians(leanDeg)) * over;
            const Vec3 toward =
                std::cos(radians(asideDeg)) * ahead + std::sin(radians(asideDeg)) * Vec3::UnitY();
            lines.emplace_back(std::vector<part::Prism>{lineOfSight(mark, toward)});
        }
}

unsigned Sight::blockedBy(size_t body) {
    if (lines.empty()) lookFromEverywhere();
    const Pose3& toolFromPlate = toolFromPlates[static_cast<size_t>(bodies[body].plate)];
    unsigned blocked = 0;
    for (size_t i = 0; i < lines.size(); ++i)
        if (meet(lines[i], bodies.shapeOf(body, made), toolFromPlate, checks)) blocked |= 1u << i;
    return blocked;
}

} // namespace goodfold::sequence
