#include "picture/raster.h"

#include <algorithm>
#include <cmath>

namespace goodfold::picture {

double Raster::at(const Vec2& place) const {
    const double x = std::clamp(place.x() - 0.5, 0.0, width - 1.0),
                 y = std::clamp(place.y() - 0.5, 0.0, height - 1.0);
    const int left = std::min(static_cast<int>(x), std::max(0, width - 2));
    const int top = std::min(static_cast<int>(y), std::max(0, height - 2));
    const double right = x - left, down = y - top;
    const auto shade = [&](int column, int row) {
        const int c = std::min(column, width - 1), r = std::min(row, height - 1);
        return static_cast<double>(
            grey[static_cast<size_t>(r) * static_cast<size_t>(width) + static_cast<size_t>(c)]);
    };
    return (shade(left, top) * (1 - right) + shade(left + 1, top) * right) * (1 - down) +
           (shade(left, top + 1) * (1 - right) + shade(left + 1, top + 1) * right) * down;
}

} // namespace goodfold::picture
