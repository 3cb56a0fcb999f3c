// Corners and free ends of a plate as they are cut.
#pragma once

#include "common/path.h"
#include "job/job.h"

#include <array>

namespace goodfold::part {

using namespace job;

/// What stands at each corner of a plate, counter-clockwise: start right, end right, end left, start left.
struct CutCorners {
    std::array<Path, 4> corners;
    bool fits = true; // else what did not fit was left square
};

/// The corners one after the other, what stands twice left out.
Path joined(const std::array<Path, 4>& corners);

/// `square` is the plate's outline with its corners uncut, in any frame, in the same order.
CutCorners cutCorners(const Plate& plate, const Polygon& square);

} // namespace goodfold::part
