// Force and mass as they are read in pounds.
#pragma once

namespace goodfold::quantity {

inline constexpr double kKilogramsPerPound = 0.45359237;
inline constexpr double kNewtonsPerPound = kKilogramsPerPound * 9.80665;

} // namespace goodfold::quantity
