// A head or a nut on its washer, and what turns it, seen through so that the stock under it stays in sight.
#pragma once

#include "check/tool_room.h"
#include "draw/scene.h"
#include "lineup/bolts.h"

namespace goodfold::draw {

/// Beside the part, in the root frame.
void addBolt(Scene& scene, const lineup::Bolt& bolt);
void addWrench(Scene& scene, const check::Wrench& wrench);

} // namespace goodfold::draw
