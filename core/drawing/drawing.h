// What somebody else's drawing shows: lines, arcs, circles and points, by layer. Millimetres.
#pragma once

#include "common/path.h"
#include "common/result.h"
#include "quantity/length.h"

#include <iosfwd>
#include <map>
#include <string>
#include <vector>

namespace goodfold::drawing {

/// Straight where its bulge is 0, else an arc as in a Path.
struct Stretch {
    Vec2 from{0, 0}, to{0, 0};
    double bulge = 0;
    std::string layer;
};

struct Circle {
    Vec2 at{0, 0};
    double diameter = 0;
    std::string layer;
};

struct Point {
    Vec2 at{0, 0};
    std::string layer;
};

struct Drawing {
    std::vector<Stretch> stretches;
    std::vector<Circle> circles;
    std::vector<Point> points;
    std::map<std::string, int> leftOut; // what is not understood, by its name, and how often it is there
    bool saysUnit = false;              // else its figures are read in the unit that was given
};

/// An ASCII DXF, R12 to 2018, in its own unit where it says one. Polylines with bulges, and arcs, are kept;
/// ellipses and splines come in chords that stand at most `kChordStandsOff` off them. Blocks are put where
/// they are inserted. Text, dimensions and hatches are no metal and are passed over. An error says what is
/// wrong with the file: binary, cut off, or more in it than `kMostStretches`.
Result<Drawing> readDxf(std::istream& in, quantity::Unit unit);

/// An SVG, by the size that it says it has, y upward: paths, rectangles, circles, ellipses, lines and
/// polygons, as their transforms have them; arcs of circles are kept, all else comes in chords. Layers are
/// groups by their label or id. What is hidden, and text, is passed over.
Result<Drawing> readSvg(std::istream& in, quantity::Unit unit);

/// Either, by what it begins with.
Result<Drawing> readDrawing(std::istream& in, quantity::Unit unit);

inline constexpr double kChordStandsOff = 0.02; // mm
inline constexpr size_t kMostStretches = 20000;

} // namespace goodfold::drawing
