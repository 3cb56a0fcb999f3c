// Which bends can have been made, by what lies near each. Not for use outside of sequence/.
#pragma once

#include "sequence/known_steps.h"

namespace goodfold::sequence {

/// Sets of bends that could be made one after the other if only what lies near a bend could be in its way. A
/// set that is none of them can never have been made: what lies farther off can only be in the way too. Where
/// all bends are none of them, there is no order.
///
/// Of each bend every state of those near it is looked at; sets follow from those with one bend less.
class Makeable {
public:
    /// `near` bends count as near. Polls `goOn`, and ends before it is done where that says so.
    Makeable(KnownSteps& steps, size_t near, const GoOn& goOn);
    bool isMade() const { return !known.empty(); }

    bool may(BendSet made) const { return known[made]; }

private:
    std::vector<bool> known; // by set
};

} // namespace goodfold::sequence
