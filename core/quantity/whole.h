// Whole numbers from what was typed.
#pragma once

#include <algorithm>
#include <cmath>

namespace goodfold::quantity {

/// The nearest whole number; what is far beyond any count stays far beyond it, and is refused as such.
inline int wholeFrom(double typed) {
    constexpr double kFar = 1e9;
    return static_cast<int>(std::lround(std::clamp(typed, -kFar, kFar)));
}

} // namespace goodfold::quantity
