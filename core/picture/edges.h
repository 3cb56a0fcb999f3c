// Where light goes over into dark. Inside of picture/ only.
#pragma once

#include "picture/raster.h"

#include <functional>
#include <optional>

namespace goodfold::picture {

struct Edge {
    double at = 0;    // along the way, between the samples
    double steep = 0; // grey over one step; negative: it grows dark
};

/// The steepest place of a way that is sampled at equal steps, to a fraction of one: the top of a parabola
/// through the three steepest differences, which are taken over two steps. `sign` 1: only where it grows
/// light, -1: dark, 0: either.
std::optional<Edge> steepest(const std::vector<double>& samples, int sign);

} // namespace goodfold::picture
