// The outlines of what is cut in a plate.
#pragma once

#include "common/path.h"
#include "job/hole.h"

namespace goodfold::part {

using namespace job;

/// Counter-clockwise, about the hole's own place, turned by its angle. A circle is two half arcs.
Path shapeOf(const Hole& hole);

/// The centres of a slot's two round ends, about its place; of others the place itself twice.
Segment spineOf(const Hole& hole);

/// Where each hole of the pattern stands: its pose from the first one's frame (plate directions), itself
/// first. `toCentreline` is how far the plate's centreline lies to the left of the hole, `toMiddle` how far
/// the middle of its length lies along it.
std::vector<Pose2> placesOf(const Hole& hole, double toMiddle, double toCentreline);

} // namespace goodfold::part
