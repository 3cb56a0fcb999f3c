// The formed part as solids, and where it would cut through itself.
#pragma once

#include "part/element.h"
#include "part/fold.h"

namespace goodfold::part {

/// Two things of the formed part that would be in the same place.
struct Clash {
    Element one;
    Element other;
};

/// Pairs of plates and bend zones that overlap by more than kTouching. Faces that lie on each other (a
/// doubled layer) do not count. Neighbours along the tree share an edge and are not compared. Plates whose
/// setbacks eat them up have no solid.
std::vector<Clash> selfClashes(const Part& part, const Folded& folded);

/// Overlap below this counts as touching, in mm: a tenth of what can be measured with calipers.
inline constexpr double kTouching = 0.005;

} // namespace goodfold::part
