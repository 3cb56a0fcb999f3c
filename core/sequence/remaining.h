// What the bends that are left cost at least. Not for use outside of sequence/.
#pragma once

#include "sequence/known_steps.h"
#include "sequence/near_bends.h"

#include <cstdint>

namespace goodfold::sequence {

/// The best order of what is left as if only what lies near a bend could be in its way: of each bend the
/// ways that are free in every state of the few bends beside it, and the changes between ways of another
/// tool, setting, side, direction or hold. Solved for every set of bends, the smallest first. Never more than
/// it truly costs, as what is farther off can only be in the way too and no step gets cheaper by what is made
/// before it (but for laps, which are left out); nor does it fall by more than a step costs.
///
/// Held and Karp, A Dynamic Programming Approach to Sequencing Problems (1962); the rest is a relaxation as
/// A* wants it.
class Remaining {
public:
    /// Polls `goOn`, and ends before it is done where that says so.
    Remaining(KnownSteps& steps, const GoOn& goOn);
    bool isMade() const { return !table.empty(); }

    /// After `last`, or from the beginning; infinite where what is left cannot be made any more.
    double after(BendSet made, int last) const;

private:
    using Figure = std::uint16_t; // eighths: of twenty bends the table is large
    struct Way {
        size_t kind;
        Figure cost;
    };
    /// A bend, those that lie near it, and by their states the cheapest free way of each kind.
    struct NearWays {
        NearBends near;
        std::vector<std::vector<Way>> ways;
    };
    void findKinds();
    NearWays nearWaysOf(size_t bend);
    std::vector<Way> waysOf(size_t bend, BendSet near, BendSet made);
    void solve(const std::vector<std::optional<NearWays>>& bends);

    KnownSteps& steps;
    std::vector<size_t> kindOf;  // by operation
    std::vector<Figure> changes; // to each kind from each
    size_t kinds = 0;
    std::vector<Figure> table; // by set of bends that are left, and kind of the last operation
};

} // namespace goodfold::sequence
