// Whether a place is free: for what is only drawn roughly yet. What is drawn in full is measured (least.h).
#pragma once

#include "job/clearance.h"

namespace goodfold::clearance {

/// Whether a place in the mount's frame is nearer to a thing than that keeps, when it has moved by a share of
/// its way.
bool isNear(const Vec3& place, const job::Clearance& thing, double share);

} // namespace goodfold::clearance
