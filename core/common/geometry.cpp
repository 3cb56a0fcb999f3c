#include "common/geometry.h"

#include <algorithm>

namespace goodfold {

double areaOf(const Polygon& polygon) {
    double twice = 0;
    for (size_t i = 0; i < polygon.size(); ++i) {
        const Vec2& a = polygon[i];
        const Vec2& b = polygon[(i + 1) % polygon.size()];
        twice += a.x() * b.y() - a.y() * b.x();
    }
    return twice / 2;
}

double distance(const Vec2& point, const Segment& segment) {
    const Vec2 along = segment.to - segment.from;
    const double lengthSquared = along.squaredNorm();
    if (lengthSquared == 0) return (point - segment.from).norm();
    const double t = std::clamp((point - segment.from).dot(along) / lengthSquared, 0.0, 1.0);
    return (point - segment.from - t * along).norm();
}

bool contains(const Polygon& polygon, const Vec2& point) {
    bool inside = false;
    for (size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
        const Vec2& a = polygon[i];
        const Vec2& b = polygon[j];
        const bool straddles = (a.y() > point.y()) != (b.y() > point.y());
        if (straddles && point.x() < (b.x() - a.x()) * (point.y() - a.y()) / (b.y() - a.y()) + a.x())
            inside = !inside;
    }
    return inside;
}

} // namespace goodfold
