// The bend lines of a drawing that stand along and across it.
#pragma once

#include "drawing/legs.h"

namespace goodfold::drawing {

/// A bend line, and what it takes to either side.
struct TrayLine {
    Vec2 from{0, 0}, to{0, 0};
    Fold fold;
    double reach = 0;
    bool isUpright = true;
    bool isTaken = false; // by a bend
    Vec2 middle() const { return (from + to) / 2; }
};

/// Whether there is metal on both sides of a line there: not where it runs on along an edge.
bool isInMetal(const Path& outline, const Vec2& at, bool isUpright);

/// Dashes of one line are joined, those of two flanges on one edge are not. An error where one runs aslant,
/// or two cross.
Result<std::vector<TrayLine>> trayLines(const Drawing& upright, const std::map<std::string, Fold>& layers,
                                        const Path& outline);

struct CutOff {
    Path beyond; // from the lower crossing round to the upper one
    Path left;   // with its first vertex where the path's was
};

/// A path cut along an upright line, at this height. A line that runs through corners is taken a hundredth
/// of a micron on.
std::optional<CutOff> cutOffAt(const Path& path, double x, double height);

} // namespace goodfold::drawing
