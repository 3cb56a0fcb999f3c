// The data of an SVG path as lines, arcs and chords, in the path's own units (SVG 1.1, 8.3).
#pragma once

#include "common/path.h"

#include <optional>
#include <string_view>
#include <vector>

namespace goodfold::drawing {

struct PathStretch {
    Vec2 from{0, 0}, to{0, 0};
    double bulge = 0; // of arcs of circles; all else comes in chords
};

/// Chords stand off by `off` at most. Nothing where the data makes no sense; what came before is no help.
std::optional<std::vector<PathStretch>> readPath(std::string_view data, double off);

} // namespace goodfold::drawing
