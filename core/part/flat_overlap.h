// Where the blank would need the same metal twice.
#pragma once

#include "job/element.h"
#include "part/part.h"

namespace goodfold::part {

struct FlatOverlap {
    Element one;
    Element other;
};

/// Pairs of plates and bend strips whose outlines share some of the flat; at most `most` of them. Exact, arcs
/// included. A bar's strips run side by side and never do.
std::vector<FlatOverlap> flatOverlaps(const Part& part, size_t most = 20);

/// The same of any outlines: each with what it is of.
struct FlatPiece {
    Element about;
    Path path;
};
std::vector<FlatOverlap> overlapsOf(const std::vector<FlatPiece>& pieces, size_t most = 20);

} // namespace goodfold::part
