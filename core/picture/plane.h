// A flat thing of known size in a picture, and with it the plane it lies in: the perspective taken out.
#pragma once

#include "common/result.h"
#include "picture/raster.h"

#include <array>

namespace goodfold::picture {

/// Round a rectangle as it is seen, from one corner to the next, either way round. The side from the first to
/// the second is the one that `size` calls wide.
using Corners = std::array<Vec2, 4>;

/// Between pixels and millimetres on the plane: x along the wide side, y to the left of it, as it is seen
/// from where the picture was taken.
struct Plane {
    Eigen::Matrix3d picturePerPlane = Eigen::Matrix3d::Identity(),
                    planePerPicture = Eigen::Matrix3d::Identity();
    Vec2 inPicture(const Vec2& mm) const { return (picturePerPlane * mm.homogeneous()).hnormalized(); }
    Vec2 onPlane(const Vec2& pixel) const { return (planePerPicture * pixel.homogeneous()).hnormalized(); }
    /// Millimetres a pixel is wide there.
    double pixelAt(const Vec2& mm) const;
};

/// By the four corners of something `size` mm large (wide, high): the homography through them. An error where
/// they are no four corners: crossed, in a line, or too near to one another.
Result<Plane> planeOf(const Corners& corners, const Vec2& size);

/// Corners pointed at roughly, put where the sides meet: each side is found as the steepest edge within some
/// pixels, at many places, by a line through most of them. A corner whose sides are not found stays as it is.
Corners refined(const Raster& raster, const Corners& rough);

} // namespace goodfold::picture
