// How much metal is left between holes.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// Between their edges in the flat; negative where they share metal. Arcs of what is neither round nor a slot
/// are taken in chords.
double gapBetween(const PartHole& one, const PartHole& other);

/// Pairs of one plate's holes with less than `least` between them, each pair once, by index into Part::holes.
struct HolePair {
    size_t one, other;
    double gap;
};
std::vector<HolePair> closePairs(const Part& part, double least);

} // namespace goodfold::part
