// Stress over one section of flat bar: millimetres, newtons, megapascals.
#pragma once

#include "common/geometry.h"

namespace goodfold::strength {

/// A rectangle, with what is drilled through its thickness and the curve it lies on.
struct Section {
    double width;
    double thickness;
    double holeAcross = 0;   // what holes take off the width
    double insideRadius = 0; // of the bend it lies in; 0 where it is straight
};

/// Force and moment on it, along the bar, its width and its thickness.
struct Carried {
    Vec3 force;
    Vec3 moment;
};

/// Largest stress after von Mises over what the holes leave, the inside of a curve counted.
double netStress(const Section& section, const Carried& carried);

/// The same at the rim of its holes, where it peaks: what cracks begin at where a load shakes.
double rimStress(const Section& section, const Carried& carried);

/// Torsion constant of a rectangle a b^3 (1/3 - 0.21 b/a (1 - b^4/(12 a^4))), a >= b (Roark).
double torsionConstant(double one, double other);

/// By how much the inside of a curved rectangle is stressed more than a straight one's face when it is bent
/// (Winkler and Bach): neutral radius T / ln(1 + T/R); 1.29 at R = T. 1 for an `insideRadius` of 0: straight.
double curvedFactor(double insideRadius, double thickness);

/// Peak over nominal stress of what is left beside a round hole: pulled, 2 + (1 - d/w)^3 (Heywood).
double pulledHoleFactor(double diameter, double width);
/// Bent over its thickness: (1.79 + 0.25/(0.39 + d/T) + 0.81/(1 + (d/T)^2) - 0.26/(1 + (d/T)^3))
/// (1 - 1.04 d/w + 1.22 (d/w)^2) (Roark).
double bentHoleFactor(double diameter, double width, double thickness);

} // namespace goodfold::strength
