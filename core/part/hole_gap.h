// How much metal is left between holes.
#pragma once

#include "part/part.h"

#include <functional>

namespace goodfold::part {

/// Between their edges in the flat; negative where they share metal. Arcs of what is neither round nor a slot
/// are taken in chords.
double gapBetween(const PartHole& one, const PartHole& other);

/// Pairs of one plate's holes with less than `least` between them, each pair once, by index into Part::holes.
/// Among those only that `counts` says yes to; without it among all.
struct HolePair {
    size_t one, other;
    double gap;
};
std::vector<HolePair> closePairs(const Part& part, double least,
                                 const std::function<bool(const PartHole&)>& counts = {});

} // namespace goodfold::part
