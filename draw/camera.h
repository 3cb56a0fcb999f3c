// An axonometric view: where the root frame's points fall on the screen.
#pragma once

#include "common/geometry.h"

#include <QPointF>
#include <QRectF>

namespace goodfold::draw {

/// Parallel projection. Turns about the root's z (yaw), then tips toward the viewer (pitch).
struct Camera {
    double yawDeg = 28;
    double pitchDeg = 24;
    double pixelsPerMm = 3;
    Vec3 target{0, 0, 0}; // root point shown at `centre`
    QPointF centre{0, 0}; // on the screen

    /// Unit vectors in the root frame: to the right, up, and toward the viewer.
    Vec3 right() const;
    Vec3 up() const;
    Vec3 towardViewer() const;

    QPointF toScreen(const Vec3& point) const;
};

/// The same camera's toScreen() for very many points: its directions worked out once.
class Projection {
public:
    explicit Projection(const Camera& camera);
    QPointF operator()(const Vec3& point) const { return origin + QPointF(right.dot(point), -up.dot(point)); }

private:
    Vec3 right, up; // in pixels
    QPointF origin;
};

/// The camera moved and scaled so that the points fill `area`.
Camera fitted(Camera camera, const std::vector<Vec3>& points, const QRectF& area);

/// Scaled by `factor` so that what lies under `fixed` stays there.
Camera zoomed(Camera camera, double factor, const QPointF& fixed);

} // namespace goodfold::draw
