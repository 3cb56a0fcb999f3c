// How far a bend opens when it is let go. Degrees; typical figures, from which a batch strays by a quarter
// either way: creep up on the angle.
#pragma once

#include "material/material.h"

namespace goodfold::bend {

/// Of a bend of 90 degrees over an edge, a nose or round a former: how far past 90 it has to be pushed.
/// R/T 1 to 8 from the material book (layered elastic-plastic model of wide sheet), times 1.15 for the
/// modulus that falls after straining. Beyond the book the share of the angle that is lost is carried on as
/// 12 m (R/T + 1/2) / E', the curvature that the moment m w T^2 springs back by, with m falling on as between
/// the book's last rows; so it goes on growing with R/T, without a step. Never less than the elastic-plastic
/// cubic. Other angles in proportion.
double springbackAt90(const material::Material& material, double radiusOverThickness);

/// Of an air bend of 90 degrees, its legs included. The book has it at an opening of 8 T, over a sharp punch.
/// The moment falls off to nothing at the die's shoulders, so that the legs open by m / E' times their
/// length, and that is in proportion to V/T; m is that of the radius made. Times 1.15 as above.
double airSpringbackAt90(const material::Material& material, double openingOverThickness,
                         double radiusOverThickness);

/// Of an air bend's springback, where the punch is driven home.
inline constexpr double kBottomedKeeps = 0.3;

} // namespace goodfold::bend
