#include "common/path.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold {

namespace {

const PathVertex& after(const Path& path, size_t i) {
    return path[(i + 1) % path.size()];
}

Vec2 onArc(const Arc& arc, double share) {
    const double turn = arc.startRad + share * arc.sweepRad;
    return arc.centre + arc.radius * Vec2(std::cos(turn), std::sin(turn));
}

Vec2 nearestOn(const Arc& arc, const Vec2& from, const Vec2& to, const Vec2& point) {
    const Vec2 out = point - arc.centre;
    if (out.norm() > 0) {
        const double turn = std::atan2(out.y(), out.x());
        const double past = std::remainder(turn - (arc.startRad + arc.sweepRad / 2), 2 * std::numbers::pi);
        if (std::abs(past) <= std::abs(arc.sweepRad) / 2) return arc.centre + arc.radius * out.normalized();
    }
    return (point - from).norm() < (point - to).norm() ? from : to;
}

} // namespace

Vec2 nearestOn(const Segment& segment, const Vec2& point) {
    const Vec2 along = segment.to - segment.from;
    const double squared = along.squaredNorm();
    const double t = squared == 0 ? 0 : std::clamp((point - segment.from).dot(along) / squared, 0.0, 1.0);
    return segment.from + t * along;
}

Arc arcOf(const Vec2& from, const Vec2& to, double bulge) {
    const double sweep = 4 * std::atan(bulge);
    const Vec2 chord = to - from;
    const Vec2 left(-chord.y(), chord.x());
    const Vec2 centre = (from + to) / 2 + left * (1 - bulge * bulge) / (4 * bulge);
    const Vec2 out = from - centre;
    return {centre, out.norm(), std::atan2(out.y(), out.x()), sweep};
}

double areaOf(const Path& path) {
    double area = 0;
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 &a = path[i].point, &b = after(path, i).point;
        area += (a.x() * b.y() - a.y() * b.x()) / 2;
        if (path[i].bulge == 0) continue;
        const Arc arc = arcOf(a, b, path[i].bulge);
        area += arc.radius * arc.radius * (arc.sweepRad - std::sin(arc.sweepRad)) / 2;
    }
    return area;
}

Polygon flattened(const Path& path, double stepDeg) {
    Polygon polygon;
    for (size_t i = 0; i < path.size(); ++i) {
        polygon.push_back(path[i].point);
        if (path[i].bulge == 0) continue;
        const Arc arc = arcOf(path[i].point, after(path, i).point, path[i].bulge);
        const int pieces = static_cast<int>(std::ceil(std::abs(degrees(arc.sweepRad)) / stepDeg));
        for (int piece = 1; piece < pieces; ++piece)
            polygon.push_back(onArc(arc, static_cast<double>(piece) / pieces));
    }
    return polygon;
}

Path straight(const Polygon& polygon) {
    Path path;
    for (const Vec2& point : polygon)
        path.push_back({point, 0});
    return path;
}

Path withoutRepeats(Path path) {
    constexpr double kSamePoint = 1e-6;
    Path kept;
    for (size_t i = 0; i < path.size(); ++i)
        if ((after(path, i).point - path[i].point).norm() > kSamePoint) kept.push_back(path[i]);
    return kept;
}

Path moved(const Path& path, const Pose2& pose) {
    Path there = path;
    const double turned = pose.linear().determinant() < 0 ? -1 : 1;
    for (PathVertex& vertex : there) {
        vertex.point = pose * vertex.point;
        vertex.bulge *= turned;
    }
    return there;
}

Path reversed(const Path& path) {
    Path there;
    for (size_t i = path.size(); i-- > 0;)
        there.push_back({path[i].point, -path[(i + path.size() - 1) % path.size()].bulge});
    return there;
}

Eigen::AlignedBox2d boxOf(const Vec2& from, const Vec2& to, double bulge) {
    Eigen::AlignedBox2d box(from.cwiseMin(to), from.cwiseMax(to));
    if (bulge == 0) return box;
    const Arc arc = arcOf(from, to, bulge);
    for (int quarter = 0; quarter < 4; ++quarter) {
        const double turn = quarter * std::numbers::pi / 2;
        const double middle = arc.startRad + arc.sweepRad / 2;
        if (std::abs(std::remainder(turn - middle, 2 * std::numbers::pi)) < std::abs(arc.sweepRad) / 2)
            box.extend(Vec2(arc.centre + arc.radius * Vec2(std::cos(turn), std::sin(turn))));
    }
    return box;
}

bool mayReach(const Vec2& from, const Vec2& to, double bulge, const Eigen::AlignedBox2d& box) {
    // No arc leaves its chord's box by more than its own height; one of more than a half circle may by the
    // chord's length times the bulge.
    const double out = bulge == 0 ? 0 : std::abs(bulge) * std::max(1.0, std::abs(bulge)) * (to - from).norm();
    return std::min(from.x(), to.x()) - out <= box.max().x() &&
           std::max(from.x(), to.x()) + out >= box.min().x() &&
           std::min(from.y(), to.y()) - out <= box.max().y() &&
           std::max(from.y(), to.y()) + out >= box.min().y();
}

Eigen::AlignedBox2d boxOf(const Path& path) {
    Eigen::AlignedBox2d box;
    for (size_t i = 0; i < path.size(); ++i)
        box.extend(boxOf(path[i].point, after(path, i).point, path[i].bulge));
    return box;
}

Vec2 nearestOn(const Vec2& from, const Vec2& to, double bulge, const Vec2& point) {
    return bulge == 0 ? nearestOn(Segment{from, to}, point)
                      : nearestOn(arcOf(from, to, bulge), from, to, point);
}

Vec2 nearestOn(const Path& path, const Vec2& point) {
    Vec2 nearest(0, 0);
    double least = std::numeric_limits<double>::max();
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 here = nearestOn(path[i].point, after(path, i).point, path[i].bulge, point);
        if (const double distance = (here - point).norm(); distance < least) {
            least = distance;
            nearest = here;
        }
    }
    return nearest;
}

namespace {

/// How often a ray from the point toward +x crosses the arc. The arc is cut at the top and the bottom of its
/// circle: between two cuts it only rises or only falls, as a line does.
int crossings(const Arc& arc, const Vec2& from, const Vec2& to, const Vec2& point) {
    std::vector<double> shares{0, 1};
    for (int k = -4; k <= 4; ++k) {
        const double share = (std::numbers::pi * (k + 0.5) - arc.startRad) / arc.sweepRad;
        if (share > 0 && share < 1) shares.push_back(share);
    }
    std::sort(shares.begin(), shares.end());
    int count = 0;
    for (size_t i = 0; i + 1 < shares.size(); ++i) {
        const Vec2 a = i == 0 ? from : onArc(arc, shares[i]);
        const Vec2 b = i + 2 == shares.size() ? to : onArc(arc, shares[i + 1]);
        if ((a.y() > point.y()) == (b.y() > point.y())) continue;
        const double rise = point.y() - arc.centre.y();
        const double reach = std::sqrt(std::max(0.0, arc.radius * arc.radius - rise * rise));
        const bool onRight = onArc(arc, (shares[i] + shares[i + 1]) / 2).x() > arc.centre.x();
        if (point.x() < arc.centre.x() + (onRight ? reach : -reach)) ++count;
    }
    return count;
}

} // namespace

bool contains(const Path& path, const Vec2& point) {
    int count = 0;
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 &a = path[i].point, &b = after(path, i).point;
        if (path[i].bulge != 0) {
            const Eigen::AlignedBox2d ray(point, Vec2(std::numeric_limits<double>::max(), point.y()));
            if (mayReach(a, b, path[i].bulge, ray))
                count += crossings(arcOf(a, b, path[i].bulge), a, b, point);
        } else if ((a.y() > point.y()) != (b.y() > point.y()) &&
                   point.x() < a.x() + (point.y() - a.y()) / (b.y() - a.y()) * (b.x() - a.x()))
            ++count;
    }
    return count % 2 == 1;
}

double bulgeOf(double bow, double chord) {
    return chord == 0 ? 0 : 2 * bow / chord;
}

std::optional<RoundedCorner> roundedCorner(const Vec2& before, const Vec2& corner, const Vec2& next,
                                           double radius) {
    const Vec2 in = (corner - before).normalized(), out = (next - corner).normalized();
    const double turn = std::atan2(in.x() * out.y() - in.y() * out.x(), in.dot(out));
    const double taken = radius * std::tan(std::abs(turn) / 2);
    constexpr double kSameLength = 1e-9; // two sums of the same lengths
    if (taken > (corner - before).norm() + kSameLength || taken > (next - corner).norm() + kSameLength)
        return std::nullopt;
    return RoundedCorner{{corner - taken * in, std::tan(turn / 4)}, {corner + taken * out, 0}, taken};
}

} // namespace goodfold
