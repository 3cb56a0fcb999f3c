// What has to stay free, in lines: where it is stated, and where its way ends.
#pragma once

#include "draw/camera.h"
#include "job/clearance.h"

#include <QColor>
#include <QPainter>

namespace goodfold::draw {

/// `viewFromMount`: into the frame that the camera looks at.
void paintClearance(QPainter& painter, const Camera& camera, const Pose3& viewFromMount,
                    const job::Clearance& thing, const QColor& ink);

/// Its corners all along its way, in the mount's frame: what a picture has to hold. Of a plane a patch.
std::vector<Vec3> extentOf(const job::Clearance& thing);

} // namespace goodfold::draw
