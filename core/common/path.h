// Closed outlines of straight lines and arcs, as they are cut.
#pragma once

#include "common/geometry.h"

namespace goodfold {

/// One corner and how the outline goes on to the next: straight where bulge is 0, else on an arc with
/// bulge = tan(a quarter of its angle), positive counter-clockwise.
struct PathVertex {
    Vec2 point{0, 0};
    double bulge = 0;
};

/// Counter-clockwise; the last vertex joins the first.
using Path = std::vector<PathVertex>;

struct Arc {
    Vec2 centre;
    double radius;
    double startRad; // direction from the centre to where it starts
    double sweepRad; // positive counter-clockwise
};

/// The arc between two points with a bulge other than 0.
Arc arcOf(const Vec2& from, const Vec2& to, double bulge);

/// Exact, arcs included.
double areaOf(const Path& path);

/// Arcs in chords that turn by at most `stepDeg`; every vertex stays.
Polygon flattened(const Path& path, double stepDeg = 6);

Path straight(const Polygon& polygon);
/// Leaves out vertices that lie on the next one (closer than a nanometre: two sums of the same lengths).
Path withoutRepeats(Path path);
Path moved(const Path& path, const Pose2& pose);

/// Exact, arcs included.
Eigen::AlignedBox2d boxOf(const Path& path);

Vec2 nearestOn(const Segment& segment, const Vec2& point);

/// The point of the outline nearest to `point`, arcs included.
Vec2 nearestOn(const Path& path, const Vec2& point);

} // namespace goodfold
