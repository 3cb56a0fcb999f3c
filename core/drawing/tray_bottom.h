// The bottom of a tray among its bend lines.
#pragma once

#include "drawing/tray_lines.h"

#include <array>
#include <set>

namespace goodfold::drawing {

/// Counter-clockwise.
inline constexpr std::array kRound{job::Edge::Right, job::Edge::End, job::Edge::Left, job::Edge::Start};

struct TrayBottom {
    std::map<job::Edge, double> side; // x or y of its bend lines, or of the outline where it has none
    Eigen::AlignedBox2d box;          // between its bends
    std::set<job::Edge> bent;         // which have bend lines
    std::vector<Vec2> lines;          // the middles of those

    bool has(const TrayLine& line, job::Edge edge) const;
};

/// What is left of the outline round `middle` once it is cut along all bend lines. An error where that is no
/// rectangle.
Result<TrayBottom> bottomRound(const Vec2& middle, const Path& outline, const std::vector<TrayLine>& lines);

} // namespace goodfold::drawing
