// Cuts a polygon into convex pieces, for drawing it in space and for finding what it runs into.
#pragma once

#include "common/geometry.h"

namespace goodfold {

/// A convex piece, counter-clockwise, as indices into the polygon's corners.
using ConvexPiece = std::vector<size_t>;

/// Together the pieces are the polygon (counter-clockwise; a slit of no width may run into it). Ears are cut
/// off one by one and joined again where they stay convex (Hertel and Mehlhorn: at most four times as many
/// pieces as the fewest). A polygon that crosses itself comes out as well as it can.
std::vector<ConvexPiece> convexPieces(const Polygon& polygon);

} // namespace goodfold
