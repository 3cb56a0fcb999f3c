#include "drawing/traced.h"

#include <algorithm>
#include <cmath>

namespace goodfold::drawing {

namespace {

constexpr double kNearlyDeg = 4;
constexpr double kOneLine = 0.8; // mm: two sides that go on in one another

std::string layerOf(const Fold& fold) {
    return (fold.turn == job::Turn::Up ? "up " : "down ") + quantity::printNumber(fold.angleDeg, 2);
}

/// Of the first fold; else of the longest side, turned by a right angle.
Vec2 uprightOf(const Traced& traced) {
    if (!traced.folds.empty()) {
        const Vec2 first = (traced.folds.front().to - traced.folds.front().from).normalized();
        Vec2 sum(0, 0); // of all that run as it does
        for (const Traced::Folded& fold : traced.folds) {
            const Vec2 way = fold.to - fold.from;
            const double along = way.dot(first);
            if (std::abs(along) > std::cos(radians(kNearlyDeg)) * way.norm())
                sum += std::copysign(1, along) * way;
        }
        return sum.normalized();
    }
    Vec2 longest(0, 0);
    for (size_t i = 0; i < traced.corners.size(); ++i) {
        const Vec2 way = traced.corners[(i + 1) % traced.corners.size()] - traced.corners[i];
        if (way.norm() > longest.norm()) longest = way;
    }
    return Vec2(-longest.y(), longest.x()).normalized();
}

/// A side as a line: n . p = c.
struct Side {
    Vec2 normal;
    double at;
    bool isSquared;
};

Side sideBetween(const Vec2& from, const Vec2& to) {
    const Vec2 way = (to - from).normalized(), middle = (from + to) / 2;
    const double nearly = std::sin(radians(kNearlyDeg));
    if (std::abs(way.y()) < nearly) return {{0, 1}, middle.y(), true};
    if (std::abs(way.x()) < nearly) return {{1, 0}, middle.x(), true};
    const Vec2 normal(-way.y(), way.x());
    return {normal, normal.dot(middle), false};
}

/// Corners between sides that go on in one another are none.
Polygon withoutNeedless(Polygon corners) {
    for (size_t i = 0; i < corners.size() && corners.size() > 3;) {
        const Vec2 &a = corners[(i + corners.size() - 1) % corners.size()], &b = corners[i],
                   &c = corners[(i + 1) % corners.size()];
        const Vec2 way = (c - a).normalized(), off = b - a;
        const bool isBetween = off.dot(way) > 0 && off.dot(way) < (c - a).norm();
        if ((b - c).norm() < kOneLine ||
            (isBetween && std::abs(way.x() * off.y() - way.y() * off.x()) < kOneLine))
            corners.erase(corners.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
    return corners;
}

Polygon squared(const Polygon& corners) {
    const size_t count = corners.size();
    std::vector<Side> sides;
    for (size_t i = 0; i < count; ++i)
        sides.push_back(sideBetween(corners[i], corners[(i + 1) % count]));
    Polygon made;
    for (size_t i = 0; i < count; ++i) { // where the side before it meets its own
        const Side &one = sides[(i + count - 1) % count], &other = sides[i];
        const double cross = one.normal.x() * other.normal.y() - one.normal.y() * other.normal.x();
        if (std::abs(cross) < std::sin(radians(2 * kNearlyDeg))) {
            made.push_back(corners[i]);
            continue;
        }
        made.emplace_back((one.at * other.normal.y() - other.at * one.normal.y()) / cross,
                          (one.normal.x() * other.at - other.normal.x() * one.at) / cross);
    }
    return made;
}

/// The lowest and the highest place of the outline there.
std::optional<std::pair<double, double>> crossedAt(const Polygon& outline, double x) {
    double low = 1e9, high = -1e9;
    for (size_t i = 0; i < outline.size(); ++i) {
        const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
        if ((a.x() - x) * (b.x() - x) > 0 || a.x() == b.x()) continue;
        const double y = a.y() + (b.y() - a.y()) * (x - a.x()) / (b.x() - a.x());
        low = std::min(low, y);
        high = std::max(high, y);
    }
    if (low >= high) return {};
    return std::pair(low, high);
}

} // namespace

std::map<std::string, Fold> foldsOfTraced(const Traced& traced) {
    std::map<std::string, Fold> all;
    for (const Traced::Folded& each : traced.folds)
        all[layerOf(each.fold)] = each.fold;
    return all;
}

Result<Drawing> drawingOf(const Traced& traced) {
    constexpr double kLeast = 25; // mm2
    if (traced.corners.size() < 3 || std::abs(areaOf(straight(traced.corners))) < kLeast)
        return Error{"Point at the pattern's corners first, one after the other round it.", "outline"};
    const Vec2 upright = uprightOf(traced);
    const auto turned = [&](const Vec2& at) -> Vec2 {
        return {at.x() * upright.y() - at.y() * upright.x(), at.dot(upright)};
    };
    Polygon corners;
    for (const Vec2& corner : traced.corners)
        corners.push_back(turned(corner));
    if (areaOf(straight(corners)) < 0) std::reverse(corners.begin(), corners.end());
    const Polygon outline = squared(withoutNeedless(std::move(corners)));
    Drawing drawing;
    for (size_t i = 0; i < outline.size(); ++i)
        drawing.stretches.push_back({outline[i], outline[(i + 1) % outline.size()], 0, "outline"});
    for (const Traced::Folded& fold : traced.folds) {
        const Vec2 from = turned(fold.from), to = turned(fold.to);
        const Vec2 way = (to - from).normalized();
        if (std::abs(way.x()) > std::sin(radians(kNearlyDeg))) {
            drawing.stretches.push_back({from, to, 0, layerOf(fold.fold)}); // not side by side: told later
            continue;
        }
        const double x = (from.x() + to.x()) / 2;
        if (const auto ends = crossedAt(outline, x))
            drawing.stretches.push_back({{x, ends->first}, {x, ends->second}, 0, layerOf(fold.fold)});
    }
    for (Circle hole : traced.holes) {
        hole.at = turned(hole.at);
        hole.layer = "holes";
        drawing.circles.push_back(hole);
    }
    drawing.saysUnit = true;
    return drawing;
}

} // namespace goodfold::drawing
