// What the bolt that holds the bracket has to stand.
#pragma once

#include "hardware/hardware.h"
#include "strength/model.h"

namespace goodfold::strength {

/// At the held hole, in newtons and N mm. The plate heels on its nearest edge, which pulls on the bolt.
struct BoltLoad {
    double shear; // across the bolt
    double pull;  // along it, with what the plate's heeling adds
    double twist; // that turns the plate about the bolt
};
BoltLoad boltLoad(const part::Part& part, const part::Folded& folded, const Model& model,
                  const job::Load& load);

/// A screw of the weakest class that is sold, 4.6: yield 240, ultimate 400 MPa, over its stress area
/// pi/4 (d - 0.9382 P)^2 (ISO 898-1).
double stressArea(const hardware::Screw& screw);

/// Share of what it stands, shear and pull together: Fv/Fv,Rd + Ft/(1.4 Ft,Rd), Fv,Rd = 0.6 fub As / 1.25 and
/// Ft,Rd = 0.9 fub As / 1.25 (EN 1993-1-8). Beyond 1 it is too much.
double boltShare(const BoltLoad& load, const hardware::Screw& screw);

/// Twist that its clamping holds by friction, N mm: tightened to half its yield, friction 0.15, on a ring
/// halfway between the hole and the rim of its head.
double twistHeld(const hardware::Screw& screw);

} // namespace goodfold::strength
