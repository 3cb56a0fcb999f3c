// Not for use outside of drag().
#pragma once

#include "edit/drag.h"

namespace goodfold::edit {

/// Of a grip of a point or a stretch; the rest as of drag().
Result<Dragged> dragPoint(Job job, const material::Material& material, const Grip& grip, const Vec2& by,
                          double step);

} // namespace goodfold::edit
