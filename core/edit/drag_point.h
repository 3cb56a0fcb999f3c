// Not for use outside of drag().
#pragma once

#include "edit/drag.h"

#include <cmath>

namespace goodfold::edit {

/// Of a grip of a point or a stretch; the rest as of drag().
Result<Dragged> dragPoint(Job job, const material::Material& material, const Grip& grip, const Vec2& by,
                          double step);

/// To the nearest whole step.
inline double snapped(double value, double step) {
    return std::round(value / step) * step;
}

} // namespace goodfold::edit
