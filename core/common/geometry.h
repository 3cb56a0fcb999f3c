// Points and poses. Millimetres throughout; poses are named targetFromSource so that frames cancel.
#pragma once

#include <Eigen/Geometry>

#include <numbers>
#include <vector>

namespace goodfold {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;
using Pose2 = Eigen::Isometry2d;
using Pose3 = Eigen::Isometry3d;
using Polygon = std::vector<Vec2>;

/// Two points; direction counts where a header says so.
struct Segment {
    Vec2 from{0, 0};
    Vec2 to{0, 0};
    Vec2 middle() const { return 0.5 * (from + to); }
};

inline double radians(double degrees) {
    return degrees * std::numbers::pi / 180.0;
}
inline double degrees(double radians) {
    return radians * 180.0 / std::numbers::pi;
}

/// Signed: positive where the corners run counter-clockwise.
double areaOf(const Polygon& polygon);

/// Shortest distance from a point to a segment.
double distance(const Vec2& point, const Segment& segment);

/// Even-odd rule; a point on the boundary may fall on either side.
bool contains(const Polygon& polygon, const Vec2& point);

} // namespace goodfold
