// The part's plates and bend strips as convex prisms, for finding what they run into. Not for use outside of
// core.
#pragma once

#include "part/fold.h"

namespace goodfold::part {

/// A convex prism between two polygons: the back's corners, then the face's above them.
using Prism = std::vector<Vec3>;

/// Overlap below this counts as touching, in mm: a tenth of what can be measured with calipers. Prisms are
/// smaller than what they stand for by this.
inline constexpr double kTouching = 0.005;

/// In the flat frame, z from the back to the face.
std::vector<Prism> platePrisms(const Part& part, int plate);
/// Of what was left on a bar's free end; none where nothing was.
std::vector<Prism> leftOnPrisms(const Part& part, int plate, Edge edge);
/// In the parent's flat frame, the bend turned by `turnedDeg`; one flat piece where that is nothing.
std::vector<Prism> zonePrisms(const Part& part, int bend, double turnedDeg);

Prism moved(const Pose3& pose, Prism prism);
Eigen::AlignedBox3d boxOf(const Prism& prism);

/// A piece of arc turns by at most this, so that at R 10 its chord stands 0.09 mm off the arc.
inline constexpr double kPieceDeg = 15;

} // namespace goodfold::part
