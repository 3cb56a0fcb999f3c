// A chain of thin straight beams in space, clamped at its first station: small deflections, linear elastic
// (Euler-Bernoulli bending about both axes, Saint-Venant torsion, stretch; no shear deflection, no warping).
// Millimetres, newtons, megapascals.
#pragma once

#include "strength/section.h"

#include <optional>
#include <vector>

namespace goodfold::strength {

struct Station {
    Vec3 point;
    Vec3 across;             // unit, along the width
    double holeAcross = 0;   // what holes take off the width here, for the stress alone
    double insideRadius = 0; // of the bend it lies in, for the stress alone; 0 where it is straight
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
    std::vector<double> stress; // largest at each station: netStress()
    std::vector<double> rim;    // rimStress()
    Vec3 movedAt(const Chain& chain, const PointLoad& load) const;
};

/// The chain is statically determinate: forces follow from equilibrium, and curvature is integrated exactly
/// over each piece (the moment is linear along it).
Bent bend(const Chain& chain, const PointLoad& load);

/// How many times the load it takes until the chain gives way sideways, by bending, twisting or both: the
/// least multiple at which the moments of the displaced load hold the displacement that they make, found by
/// iterating shapes (Vianello). The chain is taken as straight as it was made; nothing where it never does.
std::optional<double> bucklingFactor(const Chain& chain, const PointLoad& load);

} // namespace goodfold::strength
