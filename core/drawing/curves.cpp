#include "drawing/curves.h"

#include "common/path.h"

#include <Eigen/SparseCore>
#include <Eigen/SparseLU>

#include <algorithm>
#include <cmath>
#include <functional>
#include <numbers>

namespace goodfold::drawing {

namespace {

constexpr int kMostHalvings = 12;

/// Between two parameters, halved until the curve's quarters lie on the chord.
void halve(const std::function<Vec2(double)>& at, double from, double to, double off, int depth,
           std::vector<Vec2>& points) {
    const Vec2 a = at(from), b = at(to);
    double most = 0;
    for (const double share : {0.25, 0.5, 0.75}) {
        const Vec2 point = at(from + share * (to - from));
        most = std::max(most, (nearestOn(Segment{a, b}, point) - point).norm());
    }
    if (most > off && depth < kMostHalvings) {
        const double middle = (from + to) / 2;
        halve(at, from, middle, off, depth + 1, points);
        halve(at, middle, to, off, depth + 1, points);
        return;
    }
    points.push_back(b);
}

std::vector<Vec2> chords(const std::function<Vec2(double)>& at, const std::vector<double>& stops,
                         double off) {
    std::vector<Vec2> points{at(stops.front())};
    for (size_t i = 1; i < stops.size(); ++i)
        halve(at, stops[i - 1], stops[i], off, 0, points);
    return points;
}

/// De Boor's algorithm in the span that begins at that knot, of points that carry their weights.
Vec2 pointOn(const Spline& spline, size_t span, double at) {
    const auto degree = static_cast<size_t>(spline.degree);
    std::vector<Vec3> d;
    for (size_t i = span - degree; i <= span; ++i) {
        const double weight = spline.weights.empty() ? 1 : spline.weights[i];
        d.emplace_back(weight * spline.controls[i].x(), weight * spline.controls[i].y(), weight);
    }
    for (size_t r = 1; r <= degree; ++r)
        for (size_t j = degree; j >= r; --j) {
            const double from = spline.knots[j + span - degree], to = spline.knots[j + 1 + span - r];
            const double share = to > from ? (at - from) / (to - from) : 0;
            d[j] = (1 - share) * d[j - 1] + share * d[j];
        }
    return d[degree].head<2>() / d[degree].z();
}

/// Bends of the natural cubic at its points: none at its ends (de Boor, A Practical Guide to Splines).
Eigen::MatrixXd bendsAt(const std::vector<Vec2>& points, const std::vector<double>& apart) {
    const auto many = static_cast<Eigen::Index>(points.size());
    Eigen::SparseMatrix<double> system(many, many);
    system.reserve(Eigen::VectorXi::Constant(static_cast<int>(many), 3));
    Eigen::MatrixXd right = Eigen::MatrixXd::Zero(many, 2);
    system.insert(0, 0) = 1;
    system.insert(many - 1, many - 1) = 1;
    for (Eigen::Index i = 1; i + 1 < many; ++i) {
        const auto at = static_cast<size_t>(i);
        const double before = apart[at - 1], after = apart[at];
        system.insert(i, i - 1) = before;
        system.insert(i, i) = 2 * (before + after);
        system.insert(i, i + 1) = after;
        right.row(i) = 6 * ((points[at + 1] - points[at]) / after - (points[at] - points[at - 1]) / before);
    }
    const Eigen::SparseLU<Eigen::SparseMatrix<double>> solved(system);
    return solved.solve(right);
}

std::vector<Vec2> chordsThrough(const std::vector<Vec2>& through, double off) {
    std::vector<Vec2> points;
    for (const Vec2& point : through)
        if (points.empty() || (point - points.back()).norm() > 1e-9) points.push_back(point);
    if (points.size() < 2) return {};
    std::vector<double> apart;
    for (size_t i = 1; i < points.size(); ++i)
        apart.push_back((points[i] - points[i - 1]).norm());
    const Eigen::MatrixXd bends = bendsAt(points, apart);
    std::vector<Vec2> all{points.front()};
    for (size_t i = 0; i < apart.size(); ++i) {
        const auto row = static_cast<Eigen::Index>(i);
        const double h = apart[i];
        const Vec2 a = bends.row(row), b = bends.row(row + 1);
        const auto part = chords(
            [&](double t) -> Vec2 {
                const double left = h - t;
                return (a * left * left * left + b * t * t * t) / (6 * h) +
                       (points[i] / h - a * h / 6) * left + (points[i + 1] / h - b * h / 6) * t;
            },
            {0, h / 2, h}, off);
        all.insert(all.end(), part.begin() + 1, part.end());
    }
    return all;
}

} // namespace

std::vector<Vec2> chordsOf(const Ellipse& ellipse, double off) {
    constexpr double kTurn = 2 * std::numbers::pi;
    const Vec2 minor = ellipse.ratio * Vec2(-ellipse.major.y(), ellipse.major.x());
    double sweep = std::fmod(ellipse.to - ellipse.from, kTurn);
    if (sweep <= 1e-9) sweep += kTurn;
    std::vector<double> stops;
    constexpr int kQuarters = 8;
    for (int i = 0; i <= kQuarters; ++i)
        stops.push_back(ellipse.from + sweep * i / kQuarters);
    return chords(
        [&](double at) -> Vec2 {
            return ellipse.centre + std::cos(at) * ellipse.major + std::sin(at) * minor;
        },
        stops, off);
}

std::vector<Vec2> chordsOf(const Spline& spline, double off) {
    if (spline.controls.empty()) return chordsThrough(spline.through, off);
    const auto isNone = [](double weight) { return !(weight > 0) || !std::isfinite(weight); };
    const bool isUnweighed = spline.weights.empty();
    if (!isUnweighed && (spline.weights.size() != spline.controls.size() ||
                         std::any_of(spline.weights.begin(), spline.weights.end(), isNone)))
        return {};
    const auto degree = static_cast<size_t>(std::max(0, spline.degree));
    const size_t many = spline.controls.size();
    constexpr size_t kMostDegree = 10;
    if (degree < 1 || degree > kMostDegree || many <= degree || spline.knots.size() != many + degree + 1 ||
        !std::is_sorted(spline.knots.begin(), spline.knots.end()))
        return {};
    std::vector<Vec2> points;
    for (size_t span = degree; span < many; ++span) {
        const double from = spline.knots[span], to = spline.knots[span + 1];
        if (to <= from) continue;
        const auto part =
            chords([&](double at) { return pointOn(spline, span, at); }, {from, (from + to) / 2, to}, off);
        points.insert(points.end(), part.begin() + (points.empty() ? 0 : 1), part.end());
        constexpr size_t kMany = 50000; // more than any drawing may have
        if (points.size() > kMany) break;
    }
    return points;
}

} // namespace goodfold::drawing
