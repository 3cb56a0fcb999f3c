// Curves that a job has no form for, as chords.
#pragma once

#include "common/geometry.h"

#include <vector>

namespace goodfold::drawing {

/// An ellipse about a centre: `major` to the end of its longer half axis, the shorter one `ratio` of it; from
/// one parameter to another, in radians, counter-clockwise (a whole turn where they are the same).
struct Ellipse {
    Vec2 centre{0, 0}, major{1, 0};
    double ratio = 1, from = 0, to = 0;
};

/// Points on it, both ends among them, whose chords stand off it by `off` at most.
std::vector<Vec2> chordsOf(const Ellipse& ellipse, double off);

/// A spline by control points (de Boor, 1972), each of a weight of its own, or all of one where none are
/// told. As many knots as control points and degree and one more; empty where that is not so, and where a
/// weight is not positive. Where there are no control points: the natural cubic through points, by how far
/// they are apart.
struct Spline {
    int degree = 3;
    std::vector<Vec2> controls;
    std::vector<double> knots;
    std::vector<double> weights = {};
    std::vector<Vec2> through = {};
};
std::vector<Vec2> chordsOf(const Spline& spline, double off);

} // namespace goodfold::drawing
