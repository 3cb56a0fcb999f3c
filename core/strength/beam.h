// A chain of thin straight beams in space, clamped at its first station: small deflections, linear elastic
// (Euler-Bernoulli bending about both axes, Saint-Venant torsion, stretch; no shear deflection, no warping).
// Millimetres, newtons, megapascals.
#pragma once

#include "common/geometry.h"

namespace goodfold::strength {

struct Station {
    Vec3 point;
    Vec3 across;       // unit, along the width
    double holeAcross; // what holes take off the width here, for the stress alone
};

struct Chain {
    std::vector<Station> stations;
    double width;
    double thickness;
    double elasticModulus;
    double shearModulus() const { return elasticModulus / 2.6; } // Poisson's ratio 0.3
};

/// A force at a point that moves with the chain's station `station` as if welded to it.
struct PointLoad {
    size_t station;
    Vec3 at;
    Vec3 force;
};

struct Bent {
    std::vector<Vec3> moved;    // of each station
    std::vector<Vec3> turned;   // radians, of each station
    std::vector<double> stress; // largest at each station: bending, stretch and torsion after von Mises
    Vec3 movedAt(const Chain& chain, const PointLoad& load) const;
};

/// The chain is statically determinate: forces follow from equilibrium, and curvature is integrated exactly
/// over each piece (the moment is linear along it).
Bent bend(const Chain& chain, const PointLoad& load);

/// Torsion constant of a rectangle a b^3 (1/3 - 0.21 b/a (1 - b^4/(12 a^4))), a >= b (Roark).
double torsionConstant(double one, double other);

} // namespace goodfold::strength
