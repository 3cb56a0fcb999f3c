#include "draw/camera.h"

#include <algorithm>
#include <cmath>

namespace goodfold::draw {

namespace {
constexpr double kNearest = 200; // pixels per mm
constexpr double kFarthest = 0.02;
} // namespace

Vec3 Camera::right() const {
    return {std::cos(radians(yawDeg)), std::sin(radians(yawDeg)), 0};
}

Vec3 Camera::up() const {
    const double yaw = radians(yawDeg), pitch = radians(pitchDeg);
    return {-std::sin(yaw) * std::sin(pitch), std::cos(yaw) * std::sin(pitch), std::cos(pitch)};
}

Vec3 Camera::towardViewer() const {
    const double yaw = radians(yawDeg), pitch = radians(pitchDeg);
    return {std::sin(yaw) * std::cos(pitch), -std::cos(yaw) * std::cos(pitch), std::sin(pitch)};
}

QPointF Camera::toScreen(const Vec3& point) const {
    const Vec3 fromTarget = point - target;
    return centre + QPointF(fromTarget.dot(right()), -fromTarget.dot(up())) * pixelsPerMm;
}

Projection::Projection(const Camera& camera)
    : right(camera.right() * camera.pixelsPerMm), up(camera.up() * camera.pixelsPerMm),
      origin(camera.centre - QPointF(right.dot(camera.target), -up.dot(camera.target))) {}

Camera fitted(Camera camera, const std::vector<Vec3>& points, const QRectF& area) {
    if (points.empty()) return camera;
    const Vec3 right = camera.right(), up = camera.up();
    Eigen::AlignedBox2d box;
    Vec3 sum(0, 0, 0);
    for (const Vec3& point : points) {
        box.extend(Vec2(point.dot(right), point.dot(up)));
        sum += point;
    }
    const Vec3 toward = camera.towardViewer();
    const Vec2 middle = box.center();
    camera.target =
        middle.x() * right + middle.y() * up + toward * toward.dot(sum) / static_cast<double>(points.size());
    camera.centre = area.center();
    const Vec2 size = box.sizes().cwiseMax(1e-3);
    camera.pixelsPerMm =
        std::clamp(std::min(area.width() / size.x(), area.height() / size.y()), kFarthest, kNearest);
    return camera;
}

Camera zoomed(Camera camera, double factor, const QPointF& fixed) {
    const double scale = std::clamp(camera.pixelsPerMm * factor, kFarthest, kNearest);
    camera.centre = fixed + (camera.centre - fixed) * (scale / camera.pixelsPerMm);
    camera.pixelsPerMm = scale;
    return camera;
}

} // namespace goodfold::draw
