#include "sequence/sight.h"

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

std::vector<Hull> linesOfSight(const part::Part& part, const Operation& operation) {
    const tool::Tool& tool = *operation.setup.tool;
    if (tool.isDie() || tool.kind->hasStop) return {};
    // A vise is upright, you stand before it; into a clamp you look from above, over the free side.
    const bool isOnInside = !tool.isUpright() || operation.hold.towardYou;
    const Vec3 mark(tool::markOf(operation.setup, operation.work).fromTangent, 0,
                    isOnInside ? 0 : -part.thickness);
    const Vec3 out(0, 0, isOnInside ? 1 : -1), over = Vec3::UnitX();
    std::vector<Hull> lines;
    for (const double leanDeg : {15.0, 40.0, 65.0})
        for (const double asideDeg : {0.0, 40.0, -40.0}) {
            const Vec3 ahead = std::cos(radians(leanDeg)) * out + std::sin(radians(leanDeg)) * over;
            const Vec3 toward =
                std::cos(radians(asideDeg)) * ahead + std::sin(radians(asideDeg)) * Vec3::UnitY();
            lines.emplace_back(std::vector<part::Prism>{lineOfSight(mark, toward)});
        }
    return lines;
}

} // namespace goodfold::sequence
