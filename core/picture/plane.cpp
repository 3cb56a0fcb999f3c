#include "picture/plane.h"

#include "picture/edges.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <optional>

namespace goodfold::picture {

namespace {

double turn(const Vec2& a, const Vec2& b, const Vec2& c) {
    return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
}

/// The map through four pairs of places: eight equations, the last element 1.
Eigen::Matrix3d through(const std::array<Vec2, 4>& from, const std::array<Vec2, 4>& to) {
    Eigen::Matrix<double, 8, 8> rows;
    Eigen::Matrix<double, 8, 1> right;
    for (int i = 0; i < 4; ++i) {
        const Vec2 &f = from[static_cast<size_t>(i)], &t = to[static_cast<size_t>(i)];
        rows.row(2 * i) << f.x(), f.y(), 1, 0, 0, 0, -t.x() * f.x(), -t.x() * f.y();
        rows.row(2 * i + 1) << 0, 0, 0, f.x(), f.y(), 1, -t.y() * f.x(), -t.y() * f.y();
        right.segment<2>(2 * i) << t.x(), t.y();
    }
    const Eigen::Matrix<double, 8, 1> h = rows.colPivHouseholderQr().solve(right);
    Eigen::Matrix3d map;
    map << h[0], h[1], h[2], h[3], h[4], h[5], h[6], h[7], 1;
    return map;
}

struct Line {
    Vec2 at{0, 0}, along{1, 0};
};

/// Through most of the places: again and again without those that lie off it.
std::optional<Line> lineThrough(std::vector<Vec2> places) {
    constexpr size_t kLeast = 8;
    constexpr double kOff = 1.0; // pixels
    for (int round = 0; round < 6 && places.size() >= kLeast; ++round) {
        Vec2 middle(0, 0);
        for (const Vec2& place : places)
            middle += place / static_cast<double>(places.size());
        Eigen::Matrix2d spread = Eigen::Matrix2d::Zero();
        for (const Vec2& place : places)
            spread += (place - middle) * (place - middle).transpose();
        const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> eigen(spread);
        const Line line{middle, eigen.eigenvectors().col(1)};
        const auto off = [&](const Vec2& place) {
            return std::abs(turn(line.at, line.at + line.along, place));
        };
        std::vector<double> all;
        for (const Vec2& place : places)
            all.push_back(off(place));
        std::nth_element(all.begin(), all.begin() + static_cast<std::ptrdiff_t>(all.size() / 2), all.end());
        const double limit = std::max(kOff, 2.5 * all[all.size() / 2]);
        const size_t before = places.size();
        std::erase_if(places, [&](const Vec2& place) { return off(place) > limit; });
        if (places.size() == before) return line;
    }
    return {};
}

std::optional<Line> sideBetween(const Raster& raster, const Vec2& from, const Vec2& to) {
    constexpr int kPlaces = 60, kReach = 14; // pixels either side
    constexpr double kStep = 0.5, kLeastSteep = 2.5;
    const Vec2 along = (to - from).normalized(), across(-along.y(), along.x());
    std::vector<Vec2> found;
    for (int i = 0; i < kPlaces; ++i) {
        const Vec2 at = from + (to - from) * (0.06 + 0.88 * i / (kPlaces - 1));
        std::vector<double> samples;
        for (int step = 0; step <= 2 * kReach / kStep; ++step)
            samples.push_back(raster.at(at + across * (step * kStep - kReach)));
        const auto edge = steepest(samples, 0);
        if (edge && std::abs(edge->steep) >= kLeastSteep)
            found.push_back(at + across * (edge->at * kStep - kReach));
    }
    return lineThrough(std::move(found));
}

std::optional<Vec2> meeting(const Line& one, const Line& other) {
    const double across = one.along.x() * other.along.y() - one.along.y() * other.along.x();
    if (std::abs(across) < 0.05) return {};
    const Vec2 between = other.at - one.at;
    return one.at + one.along * ((between.x() * other.along.y() - between.y() * other.along.x()) / across);
}

} // namespace

double Plane::pixelAt(const Vec2& mm) const {
    const Vec2 pixel = inPicture(mm);
    return (onPlane(pixel + Vec2(0.5, 0)) - onPlane(pixel - Vec2(0.5, 0))).norm();
}

Result<Plane> planeOf(const Corners& corners, const Vec2& size) {
    constexpr double kLeastPixels = 20;
    const double first = turn(corners[0], corners[1], corners[2]);
    for (size_t i = 0; i < 4; ++i) {
        const Vec2 &a = corners[i], &b = corners[(i + 1) % 4], &c = corners[(i + 2) % 4];
        if ((b - a).norm() < kLeastPixels)
            return Error{"Two of its corners lie too near to one another: point at all four.", "corners"};
        if (turn(a, b, c) * first <= 0 || std::abs(turn(a, b, c)) < kLeastPixels * kLeastPixels)
            return Error{"Its corners are not in order: go round it, from one to the next.", "corners"};
    }
    if (!(size.x() > 0) || !(size.y() > 0))
        return Error{"How large it is, has to be known: its width and its height.", "size"};
    // Pixels count downward: round to the right there, the high side lies to the right of the wide one.
    std::array<Vec2, 4> known{Vec2(0, 0), Vec2(size.x(), 0), size, Vec2(0, size.y())};
    if (first > 0) known = {Vec2(0, size.y()), size, Vec2(size.x(), 0), Vec2(0, 0)};
    Plane plane;
    plane.picturePerPlane = through(known, corners);
    plane.planePerPicture = plane.picturePerPlane.inverse();
    return plane;
}

Corners refined(const Raster& raster, const Corners& rough) {
    constexpr double kMost = 20; // pixels that a corner moves
    std::array<std::optional<Line>, 4> sides;
    for (size_t i = 0; i < 4; ++i)
        sides[i] = sideBetween(raster, rough[i], rough[(i + 1) % 4]);
    Corners corners = rough;
    for (size_t i = 0; i < 4; ++i) {
        const auto &before = sides[(i + 3) % 4], &after = sides[i];
        if (!before || !after) continue;
        const auto at = meeting(*before, *after);
        if (at && (*at - rough[i]).norm() < kMost) corners[i] = *at;
    }
    return corners;
}

} // namespace goodfold::picture
