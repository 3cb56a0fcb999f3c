// What a closed outline is cut as.
#pragma once

#include "common/path.h"
#include "job/hole.h"

namespace goodfold::drawing {

/// A hole of the plate whose corner lies at `origin`: round, slot, rectangle, else a cut-out.
job::Hole holeOf(const Path& path, const Vec2& origin);

} // namespace goodfold::drawing
