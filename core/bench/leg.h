// What calipers find at the two ends of a leg, on a piece of which some bends are made. Inside of bench/
// only.
#pragma once

#include "part/part.h"

#include <optional>

namespace goodfold::bench {

/// Where a leg ends for calipers: at the first bend that is made, or at a free end. A bend of a bar that is
/// not made yet is passed over, the stock goes straight on there.
struct LegEnd {
    int plate = 0; // whose end it is
    int bend = -1; // or -1, it is free
    bool atStart = false;
};

/// Nothing where several bends leave there, or where one of a sheet is not made yet.
std::optional<LegEnd> legEnd(const part::Part& part, int plate, bool atStart, const std::vector<bool>& made);

} // namespace goodfold::bench
