// Steps looked at on two cores at once. Not for use outside of sequence/.
#pragma once

#include "sequence/plan.h"

#include <array>
#include <atomic>
#include <thread>

namespace goodfold::sequence {

/// What is in the way of each bend's steps, every other bend's kept apart: what is known of one bend's steps
/// tells nothing of another's, so neither hand has to ask the other. Who looks changes no answer.
class TwoHands {
public:
    explicit TwoHands(const part::Part& part) : hands{Collisions(part), Collisions(part)} {}

    Collisions& of(int bend) { return hands[static_cast<size_t>(bend) % hands.size()]; }
    size_t checksMade() const { return hands[0].checksMade() + hands[1].checksMade(); }

    /// `look(bend)` of all bends: the even ones here, the odd ones meanwhile on another thread.
    template <class Look> static void each(size_t bends, const Look& look) {
        const auto every = [&](size_t first) {
            for (size_t bend = first; bend < bends; bend += 2)
                look(bend);
        };
        constexpr size_t kWorthIt = 4; // bends
        if (bends < kWorthIt) {
            every(0);
            every(1);
            return;
        }
        std::thread other(every, 1);
        every(0);
        other.join();
    }

    /// The same; asks `goOn` here before each, and leaves out what is left where that says so. Whether it
    /// came to the end.
    template <class Look> static bool each(size_t bends, const GoOn& goOn, const Look& look) {
        std::atomic<bool> isStopped = false;
        const auto here = std::this_thread::get_id();
        each(bends, [&](size_t bend) {
            if (goOn && std::this_thread::get_id() == here && !goOn(0)) isStopped = true;
            if (!isStopped) look(bend);
        });
        return !isStopped;
    }

private:
    std::array<Collisions, 2> hands;
};

} // namespace goodfold::sequence
