// What it takes to bring a bend over by hand: where one pulls, and how hard.
#pragma once

#include "sequence/operation.h"

namespace goodfold::sequence {

struct Pull {
    double lever = 0;      // mm from the bend to the hands
    double force = 0;      // N, square to it
    double reach = 0;      // mm of flat stock past the bend, the strip that is wrapped round a former counted
    bool withPipe = false; // over the leg's end, to make the lever longer
    int endPlate = -1;     // at whose free end the bar ends there, which could be left longer; else -1
    bool canLeaveOn() const { return endPlate >= 0; }
};

/// A tool with a handle or a lever of its own is pulled by that, whatever the stock. Else the leg itself is,
/// and where bare hands are not enough a pipe over its end: only over bar, no wider than a pipe takes, that
/// ends free and reaches far enough to carry it.
Pull pullOf(const part::Part& part, const Operation& operation, BendSet made);

/// Straight that there has to be past the bend to bring it over: the tool's own figure, and two thicknesses.
/// Nothing where the free side is bent further on: that stands out, and is pushed instead.
double leastFree(const part::Part& part, const Operation& operation, BendSet made);

inline constexpr double kShortToPull = 60; // mm: less is nothing to take hold of

} // namespace goodfold::sequence
