#include "picture/holes.h"

#include "picture/edges.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::picture {

namespace {

constexpr double kLeastRadius = 0.75;

struct Circle {
    Vec2 at{0, 0};
    double radius = 0;
};

Vec2 toward(int ray, int rays) {
    const double turn = 2 * std::numbers::pi * ray / rays;
    return {std::cos(turn), std::sin(turn)};
}

/// How much of a rim there is round a place: of each radius the mean step, its steepest.
struct Rim {
    double radius = 0, step = 0; // step: grey, signed
};

Rim rimRound(const Raster& raster, const Plane& plane, const Vec2& at, double most, double fine) {
    constexpr int kRays = 32;
    const int count = static_cast<int>(most / fine) + 2;
    std::vector<double> mean(static_cast<size_t>(count), 0);
    for (int ray = 0; ray < kRays; ++ray)
        for (int i = 0; i < count; ++i)
            mean[static_cast<size_t>(i)] +=
                raster.at(plane.inPicture(at + i * fine * toward(ray, kRays))) / kRays;
    Rim best;
    for (int i = 1; i + 1 < count; ++i) {
        const double radius = i * fine,
                     step = mean[static_cast<size_t>(i) + 1] - mean[static_cast<size_t>(i) - 1];
        if (radius >= kLeastRadius && std::abs(step) > std::abs(best.step)) best = {radius, step};
    }
    return best;
}

/// From coarse to fine round the best place so far.
std::optional<Circle> searched(const Raster& raster, const Plane& plane, const Vec2& start, double most,
                               double pixel) {
    constexpr double kLeastStep = 6; // of 255
    Vec2 best = start;
    Rim rim;
    for (double spread = 4; spread >= 0.2; spread /= 2.5) {
        const Vec2 middle = best;
        for (int i = -3; i <= 3; ++i)
            for (int j = -3; j <= 3; ++j) {
                const Vec2 at = middle + spread / 3 * Vec2(i, j);
                const Rim other = rimRound(raster, plane, at, most, std::max(pixel, spread / 8));
                if (std::abs(other.step) <= std::abs(rim.step)) continue;
                rim = other;
                best = at;
            }
    }
    if (std::abs(rim.step) < kLeastStep) return {};
    return Circle{best, rim.radius};
}

/// Of each ray the steepest place near the rim.
std::vector<Vec2> rimPlaces(const Raster& raster, const Plane& plane, const Circle& near, double pixel,
                            int sign) {
    constexpr int kRays = 96;
    const double reach = std::max(3 * pixel, 0.35 * near.radius), fine = pixel / 2;
    std::vector<Vec2> places;
    for (int ray = 0; ray < kRays; ++ray) {
        const Vec2 way = toward(ray, kRays);
        const double from = std::max(0.0, near.radius - reach);
        std::vector<double> samples;
        for (double radius = from; radius <= near.radius + reach; radius += fine)
            samples.push_back(raster.at(plane.inPicture(near.at + radius * way)));
        if (const auto edge = steepest(samples, sign))
            places.push_back(near.at + (from + edge->at * fine) * way);
    }
    return places;
}

/// Least squares: x^2 + y^2 + a x + b y + c = 0 to begin with, then by distances.
Circle circleThrough(const std::vector<Vec2>& places) {
    const auto rows = static_cast<Eigen::Index>(places.size());
    Eigen::MatrixXd m(rows, 3);
    Eigen::VectorXd right(rows);
    for (Eigen::Index i = 0; i < rows; ++i) {
        const Vec2& at = places[static_cast<size_t>(i)];
        m.row(i) << at.x(), at.y(), 1;
        right[i] = -at.squaredNorm();
    }
    const Eigen::Vector3d abc = m.colPivHouseholderQr().solve(right);
    Circle circle{Vec2(-abc[0] / 2, -abc[1] / 2), 0};
    circle.radius = std::sqrt(std::max(0.0, circle.at.squaredNorm() - abc[2]));
    for (int round = 0; round < 5; ++round) {
        for (Eigen::Index i = 0; i < rows; ++i) {
            const Vec2 away = places[static_cast<size_t>(i)] - circle.at;
            const double distance = std::max(1e-9, away.norm());
            m.row(i) << away.x() / distance, away.y() / distance, 1;
            right[i] = distance - circle.radius;
        }
        const Eigen::Vector3d step = m.colPivHouseholderQr().solve(right);
        circle.at += step.head<2>();
        circle.radius += step[2];
    }
    return circle;
}

double medianOf(std::vector<double> values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

} // namespace

Result<FoundHole> holeNear(const Raster& raster, const Plane& plane, const Vec2& mm, double most) {
    const Error none{"No round rim is found there: point nearer to its middle, or put the ring by hand.",
                     "hole"};
    if (!raster.contains(plane.inPicture(mm))) return none;
    const double pixel = std::clamp(plane.pixelAt(mm), 0.01, 2.0);
    const auto near = searched(raster, plane, mm, most / 2, pixel);
    if (!near) return none;
    const int sign = rimRound(raster, plane, near->at, most / 2, pixel).step > 0 ? 1 : -1;
    std::vector<Vec2> places = rimPlaces(raster, plane, *near, pixel, sign);
    constexpr size_t kLeast = 24;
    constexpr double kRound = 0.12; // of its radius that a rim may scatter
    Circle circle = *near;
    double scatter = 0;
    for (int round = 0; round < 6; ++round) {
        if (places.size() < kLeast) return none;
        circle = circleThrough(places);
        std::vector<double> off;
        for (const Vec2& place : places)
            off.push_back(std::abs((place - circle.at).norm() - circle.radius));
        scatter = 1.48 * medianOf(off);
        const size_t before = places.size();
        std::erase_if(places, [&](const Vec2& place) {
            return std::abs((place - circle.at).norm() - circle.radius) > std::max(2.5 * scatter, pixel / 2);
        });
        if (places.size() == before) break;
    }
    const bool isThere = circle.radius >= kLeastRadius && circle.radius <= most / 2 &&
                         scatter <= kRound * circle.radius + pixel;
    if (!isThere || (circle.at - mm).norm() > std::max(8.0, circle.radius)) return none;
    return FoundHole{circle.at, 2 * circle.radius,
                     std::max(scatter, pixel / 4) / std::sqrt(static_cast<double>(places.size()) / 2)};
}

} // namespace goodfold::picture
