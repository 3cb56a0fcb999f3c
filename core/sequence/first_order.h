// Any order at all, or that there is none. Not for use outside of sequence/.
#pragma once

#include "sequence/known_steps.h"

namespace goodfold::sequence {

struct FirstOrder {
    enum class Kind { Found, None, GaveUp, Stopped };
    Kind kind = Kind::None;
    std::vector<int> row; // of operations
};

/// Looked for from the end: the last bend is made with all others in the way, so that few can be last, and
/// where none can that is soon known. From the beginning nearly every bend can be next until it is too late.
/// The cheapest way of the cheapest bend is tried first. What lies near a bend tells of most sets that they
/// cannot have been made: the longer it takes, the more counts as near. Gives up after `mostSets` sets of
/// bends made.
FirstOrder firstOrder(KnownSteps& steps, const GoOn& goOn, size_t mostSets);

} // namespace goodfold::sequence
