// Whether two closed outlines share some of their insides.
#include "common/path.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold {

namespace {

/// One stretch of an outline, told by a share from 0 to 1.
struct Stretch {
    Vec2 from, to;
    std::optional<Arc> arc;
    Eigen::AlignedBox2d box;

    Vec2 at(double share) const {
        if (!arc) return from + share * (to - from);
        const double turn = arc->startRad + share * arc->sweepRad;
        return arc->centre + arc->radius * Vec2(std::cos(turn), std::sin(turn));
    }
    /// Where on it a point lies that is on its line or its circle; outside 0 to 1 it is beyond the ends.
    double shareOf(const Vec2& point) const {
        if (!arc) return (point - from).dot(to - from) / (to - from).squaredNorm();
        const Vec2 out = point - arc->centre;
        const double past = std::remainder(std::atan2(out.y(), out.x()) - (arc->startRad + arc->sweepRad / 2),
                                           2 * std::numbers::pi);
        return 0.5 + past / arc->sweepRad;
    }
};

using Points = std::vector<Vec2>;

Points lineLine(const Stretch& a, const Stretch& b) {
    const Vec2 u = a.to - a.from, v = b.to - b.from, w = b.from - a.from;
    const double det = u.x() * v.y() - u.y() * v.x();
    constexpr double kParallel = 1e-12;
    if (std::abs(det) < kParallel * u.norm() * v.norm()) return {}; // ends are split at anyway
    return {a.from + (w.x() * v.y() - w.y() * v.x()) / det * u};
}

Points lineArc(const Stretch& line, const Arc& arc) {
    const Vec2 u = (line.to - line.from).normalized(), out = line.from - arc.centre;
    const double half = out.dot(u), rest = half * half - (out.squaredNorm() - arc.radius * arc.radius);
    if (rest < 0) return {};
    const double root = std::sqrt(rest);
    return {line.from + (root - half) * u, line.from - (root + half) * u};
}

Points arcArc(const Arc& a, const Arc& b) {
    const Vec2 between = b.centre - a.centre;
    const double d = between.norm();
    if (d == 0) return {};
    const double along = (d * d + a.radius * a.radius - b.radius * b.radius) / (2 * d);
    const double rest = a.radius * a.radius - along * along;
    if (rest < 0) return {};
    const Vec2 middle = a.centre + along / d * between;
    const Vec2 aside = std::sqrt(rest) / d * Vec2(-between.y(), between.x());
    return {middle + aside, middle - aside};
}

Points crossings(const Stretch& a, const Stretch& b) {
    if (a.arc && b.arc) return arcArc(*a.arc, *b.arc);
    if (a.arc) return lineArc(b, *a.arc);
    if (b.arc) return lineArc(a, *b.arc);
    return lineLine(a, b);
}

/// The stretches that come near a box; most of a large outline does not.
std::vector<Stretch> near(const Path& path, const Eigen::AlignedBox2d& box) {
    std::vector<Stretch> all;
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 &from = path[i].point, &to = path[(i + 1) % path.size()].point;
        if (from == to || !mayReach(from, to, path[i].bulge, box)) continue;
        all.push_back({from, to, {}, boxOf(from, to, path[i].bulge)});
        if (path[i].bulge != 0) all.back().arc = arcOf(from, to, path[i].bulge);
    }
    return all;
}

/// Whether some of `outline`, cut wherever it meets `other`, runs deeper than `touching` inside it. Nothing
/// beyond `shared`, where both are, can.
bool runsInside(const Path& outline, const Path& other, const Eigen::AlignedBox2d& shared, double touching) {
    const auto others = near(other, shared);
    for (const Stretch& stretch : near(outline, shared)) {
        std::vector<double> cuts{0, 1};
        const auto cutAt = [&](const Vec2& point) {
            const double share = stretch.shareOf(point);
            if (share > 0 && share < 1) cuts.push_back(share);
        };
        for (const Stretch& crossing : others) {
            if (!crossing.box.intersects(stretch.box)) continue;
            for (const Vec2& point : crossings(stretch, crossing))
                cutAt(point);
            cutAt(crossing.from);
            cutAt(crossing.to);
        }
        std::sort(cuts.begin(), cuts.end());
        for (size_t i = 0; i + 1 < cuts.size(); ++i) {
            const Vec2 middle = stretch.at((cuts[i] + cuts[i + 1]) / 2);
            if (contains(other, middle) && (nearestOn(other, middle) - middle).norm() > touching) return true;
        }
    }
    return false;
}

} // namespace

bool overlap(const Path& one, const Path& other, double touching) {
    if (one.size() < 2 || other.size() < 2) return false;
    const auto a = boxOf(one), b = boxOf(other);
    if (!a.intersects(b) || (a.intersection(b).sizes().array() <= touching).any()) return false;
    const Eigen::AlignedBox2d shared = a.intersection(b);
    if (runsInside(one, other, shared, touching) || runsInside(other, one, shared, touching)) return true;
    // The same outline twice: no stretch of either runs inside the other.
    const Vec2 middle = a.center();
    return (a.min() - b.min()).norm() < touching && (a.max() - b.max()).norm() < touching &&
           contains(one, middle) && contains(other, middle);
}

} // namespace goodfold
