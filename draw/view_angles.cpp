#include "draw/view_angles.h"

#include <cmath>

namespace goodfold::draw {

namespace {

constexpr double kLeastDeg = 10, kMostDeg = 150;
constexpr double kAlong = 0.9998; // cosine: seen from its end to a degree

QPointF unit(const QPointF& way) {
    return way / std::hypot(way.x(), way.y());
}

} // namespace

std::vector<SeenAngle> anglesSeen(const part::Part& part, const part::Folded& folded, const Camera& camera,
                                  bool isIncluded) {
    std::vector<SeenAngle> all;
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const part::PartBend& bend = part.bends[i];
        const Pose3 &parent = folded.rootFromFlat[static_cast<size_t>(bend.parent)],
                    &child = folded.rootFromFlat[static_cast<size_t>(bend.child)];
        const Vec2 line = (bend.near.to - bend.near.from).normalized();
        const Vec3 axis = parent.linear() * Vec3(line.x(), line.y(), 0);
        const double turned = bend.shape.angleDeg;
        if (std::abs(axis.dot(camera.towardViewer())) < kAlong || turned < kLeastDeg || turned > kMostDeg)
            continue;
        const double inside = bend.turn == job::Turn::Up ? part.thickness : 0;
        const Vec3 across(bend.across.x(), bend.across.y(), 0);
        const auto at = [&](const Pose3& pose, const Vec2& flat) {
            return camera.toScreen(pose * Vec3(flat.x(), flat.y(), inside));
        };
        const auto way = [&](const Pose3& pose) {
            return unit(camera.toScreen(camera.target + pose.linear() * across) -
                        camera.toScreen(camera.target));
        };
        const QPointF before = at(parent, bend.near.from), after = at(child, bend.far.from);
        const QPointF on = way(parent), up = way(child), gap = after - before;
        const double cross = on.x() * up.y() - on.y() * up.x();
        const double along = (gap.x() * up.y() - gap.y() * up.x()) / cross;
        constexpr double kRightDeg = 90, kAsRead = 0.05;
        const bool isBetween = isIncluded || std::abs(turned - kRightDeg) < kAsRead;
        all.push_back({static_cast<int>(i), before + along * on, isBetween ? -on : on, up, isBetween});
    }
    return all;
}

} // namespace goodfold::draw
