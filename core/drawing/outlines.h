// Lines and arcs of a drawing joined up to outlines.
#pragma once

#include "drawing/drawing.h"

namespace goodfold::drawing {

struct Outlines {
    std::vector<Path> closed;  // counter-clockwise, the largest first; a full circle too
    std::vector<Stretch> open; // what joins up to nothing
    int doubled = 0;           // that were drawn over each other, and count once
};

inline constexpr double kJoins = 0.05; // mm

/// Ends closer than `joins` are one. Straight stretches that go on straight are one, and so are arcs of one
/// circle, up to half of it. An error says where more
/// than two meet, so that it is not clear which way the outline goes.
Result<Outlines> outlinesOf(const std::vector<Stretch>& stretches, double joins = kJoins);

/// A path that is one circle; nothing where it is none.
std::optional<Circle> circleOf(const Path& path);

} // namespace goodfold::drawing
