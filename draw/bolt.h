// A head or a nut on its washer, seen through so that the stock under it stays in sight.
#pragma once

#include "draw/scene.h"
#include "lineup/bolts.h"

namespace goodfold::draw {

/// Beside the part, in the root frame.
void addBolt(Scene& scene, const lineup::Bolt& bolt);

} // namespace goodfold::draw
