// Closed outlines of straight lines and arcs, as they are cut.
#pragma once

#include "common/geometry.h"

#include <optional>

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
/// A pose that mirrors turns arcs over; the path then runs clockwise.
Path moved(const Path& path, const Pose2& pose);
/// The other way round, arcs with it.
Path reversed(const Path& path);

/// Exact, arcs included.
Eigen::AlignedBox2d boxOf(const Path& path);
Eigen::AlignedBox2d boxOf(const Vec2& from, const Vec2& to, double bulge);
/// False only where a stretch cannot come into a box; cheaper than its own box.
bool mayReach(const Vec2& from, const Vec2& to, double bulge, const Eigen::AlignedBox2d& box);

Vec2 nearestOn(const Segment& segment, const Vec2& point);

/// The same on one stretch, an arc where its bulge is not 0.
Vec2 nearestOn(const Vec2& from, const Vec2& to, double bulge, const Vec2& point);

/// The point of the outline nearest to `point`, arcs included.
Vec2 nearestOn(const Path& path, const Vec2& point);

/// Exact, arcs included; a point on the outline may fall on either side.
bool contains(const Path& path, const Vec2& point);

/// Whether their insides share anything thicker than `touching`; outlines may touch and run along each other.
/// Exact, arcs included: every stretch between two crossings lies inside the other outline or it does not.
bool overlap(const Path& one, const Path& other, double touching);

/// The bulge of a stretch whose middle stands `bow` off its chord, positive to the right.
double bulgeOf(double bow, double chord);

/// Rounds the corner between two straight stretches; nothing where they are not, or are too short for it.
struct RoundedCorner {
    PathVertex begins;
    PathVertex ends;
    double taken; // of either stretch
};
std::optional<RoundedCorner> roundedCorner(const Vec2& before, const Vec2& corner, const Vec2& next,
                                           double radius);

} // namespace goodfold
