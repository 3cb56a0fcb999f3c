// Two schools: drill while the blank is flat, or when it is bent. Of each hole that is bolted to the mount,
// what the program would do and why; the job's own choice stands.
#pragma once

#include "lineup/remedies.h"

namespace goodfold::lineup {

struct Drilling {
    enum class Why {
        AsGood,  // flat it lies on the drill's table, and later would give no more
        Surer,   // later is worth the trouble
        Surest,  // as it is: in its place, through the mount
        Harmed,  // flat: `because`
        Hindered // bent: `because`
    };
    enum class When { Before, After, InPlace };
    std::string hole; // of the job
    When now = When::Before, advised = When::Before;
    Why why = Why::AsGood;
    double oddsBefore = 0, oddsAfter = 0; // that all bolts go in; of the same pieces
    double oddsInPlace = 0;               // of a hole that is drilled so; of others a remedy says it
    std::string because;                  // a finding's headline
};

/// Nothing for a job without bends or without a mount that is stated. Odds as oddsOf() counts them.
std::vector<Drilling> drillingFor(const sequence::Settled& settled, const Judging& judging);

} // namespace goodfold::lineup
