// A picture as it was taken: shades of grey. Places in it are in pixels, x to the right, y down, the middle
// of the first pixel at (0.5, 0.5).
#pragma once

#include "common/geometry.h"

#include <cstdint>

namespace goodfold::picture {

struct Raster {
    int width = 0, height = 0;
    std::vector<std::uint8_t> grey; // row by row, 0 black
    bool contains(const Vec2& at) const {
        return at.x() >= 0.5 && at.y() >= 0.5 && at.x() <= width - 0.5 && at.y() <= height - 0.5;
    }
    /// Between pixels in proportion; beyond the edge the edge's own.
    double at(const Vec2& place) const;
};

} // namespace goodfold::picture
