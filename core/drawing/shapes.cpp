#include "drawing/shapes.h"

#include "drawing/outlines.h"

#include <cmath>

namespace goodfold::drawing {

namespace {

using Kind = job::Hole::Kind;
constexpr double kSameLength = 0.01; // mm

double turnOf(const Vec2& along) {
    return degrees(std::atan2(along.y(), along.x()));
}

/// Two straight sides and two half rounds between them.
std::optional<job::Hole> slotOf(const Path& path) {
    if (path.size() != 4) return {};
    for (const size_t first : {size_t(0), size_t(1)}) {
        const PathVertex &a = path[first], &b = path[first + 1], &c = path[(first + 2) % 4],
                         &d = path[(first + 3) % 4];
        const bool isStadium =
            a.bulge == 0 && std::abs(b.bulge - 1) < 1e-3 && c.bulge == 0 && std::abs(d.bulge - 1) < 1e-3;
        const Vec2 one = b.point - a.point, other = d.point - c.point;
        if (!isStadium || (one + other).norm() > kSameLength) continue;
        const double width = (c.point - b.point).norm();
        job::Hole hole{.kind = Kind::Slot, .diameter = width};
        hole.length = one.norm() + width;
        hole.angleDeg = turnOf(one);
        const Vec2 middle = (a.point + b.point + c.point + d.point) / 4;
        hole.x = middle.x();
        hole.y = middle.y();
        return hole;
    }
    return {};
}

std::optional<job::Hole> rectangleOf(const Path& path) {
    if (path.size() != 4) return {};
    for (const PathVertex& vertex : path)
        if (vertex.bulge != 0) return {};
    const Vec2 along = path[1].point - path[0].point, across = path[3].point - path[0].point;
    const Vec2 opposite = path[0].point + along + across;
    if (std::abs(along.dot(across)) > 1e-6 * along.norm() * across.norm() ||
        (opposite - path[2].point).norm() > kSameLength)
        return {};
    const bool isLonger = along.norm() >= across.norm();
    job::Hole hole{.kind = Kind::Rectangle, .diameter = isLonger ? across.norm() : along.norm()};
    hole.length = isLonger ? along.norm() : across.norm();
    hole.angleDeg = turnOf(isLonger ? along : across);
    const Vec2 middle = (path[0].point + path[2].point) / 2;
    hole.x = middle.x();
    hole.y = middle.y();
    return hole;
}

/// Counted from its middle.
job::Hole cutOutOf(const Path& path) {
    job::Hole hole{.kind = Kind::CutOut};
    const Vec2 middle = boxOf(path).center();
    hole.x = middle.x();
    hole.y = middle.y();
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 next = path[(i + 1) % path.size()].point;
        hole.outline.push_back(
            {path[i].point - middle, path[i].bulge * (next - path[i].point).norm() / 2, 0});
    }
    return hole;
}

} // namespace

job::Hole holeOf(const Path& path, const Vec2& origin) {
    job::Hole hole;
    if (const auto circle = circleOf(path))
        hole = job::Hole{.diameter = circle->diameter, .x = circle->at.x(), .y = circle->at.y()};
    else if (auto slot = slotOf(path))
        hole = *std::move(slot);
    else if (auto rectangle = rectangleOf(path))
        hole = *std::move(rectangle);
    else
        hole = cutOutOf(path);
    hole.x -= origin.x();
    hole.y -= origin.y();
    hole.xFrom = job::Hole::XFrom::Start;
    hole.yFrom = job::Hole::YFrom::Right;
    return hole;
}

} // namespace goodfold::drawing
