// How people misread and miswrite one figure.
#pragma once

#include <optional>

namespace goodfold::bench {

/// What was probably meant by a figure that should be `expected`, give or take `sigma`: two digits swapped, a
/// whole centimetre or inch off, ten times or a tenth, inches. Nothing where none of these explains it.
std::optional<double> likelySlip(double value, double expected, double sigma);

} // namespace goodfold::bench
