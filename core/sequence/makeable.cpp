#include "sequence/makeable.h"

#include "sequence/near_bends.h"

#include <algorithm>
#include <bit>

namespace goodfold::sequence {

namespace {

/// A bend, and whether a way of it is free in each state of those near it.
struct NearFree {
    NearBends near;
    std::vector<char> isFree; // by state
};

NearFree nearFreeOf(KnownSteps& steps, size_t bend, size_t near) {
    NearFree made{NearBends(steps.part, bend, near), {}};
    Collisions& collisions = steps.hands.of(static_cast<int>(bend));
    const std::vector<int>& ways = steps.operations.of(bend);
    for (size_t state = 0; state < made.near.states(); ++state)
        made.isFree.push_back(std::any_of(ways.begin(), ways.end(), [&](int way) {
            return !collisions.isInTheWayNear(steps.operations[way], made.near.madeIn(state),
                                              made.near.all());
        }));
    return made;
}

} // namespace

Makeable::Makeable(KnownSteps& steps, size_t near, const GoOn& goOn) {
    std::vector<std::optional<NearFree>> bends(steps.bends());
    if (!TwoHands::each(steps.bends(), goOn,
                        [&](size_t bend) { bends[bend] = nearFreeOf(steps, bend, near); }))
        return;
    const BendSet all = steps.all();
    known.assign(size_t{all} + 1, false);
    known[0] = true;
    for (BendSet made = 1; made <= all; ++made)
        for (BendSet last = made; last != 0 && !known[made]; last &= last - 1) {
            const NearFree& bend = *bends[static_cast<size_t>(std::countr_zero(last))];
            const BendSet before = made & ~(last & -last);
            known[made] = known[before] && bend.isFree[bend.near.stateIn(before)];
        }
}

} // namespace goodfold::sequence
