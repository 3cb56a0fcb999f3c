// What still helps a piece that would not go on, made as it is best made from here.
#pragma once

#include "bench/bench.h"

namespace goodfold::bench {

/// DrillAfter: a hole that is not drilled yet is drilled in the bent piece, measured where it then has to
/// come. Slot: the same hole is made a slot along its leg, longer than wide by kLonger. BeginAgain:
/// another piece, with what this one has told of the stock and the tools.
struct WayOut {
    enum class Kind { DrillAfter, Slot, BeginAgain };
    Kind kind = Kind::BeginAgain;
    std::string hole; // as the job has it
    double odds = 0;
    static constexpr double kLonger = 3; // mm: a slot than it is wide
};

/// Those that raise the odds by a twentieth or more, the best first. Each is counted on the job as it then
/// is, with all that was measured. Asked for where the odds are less than even: each takes as long as a
/// count.
std::vector<WayOut> waysOut(const Work& work, const Log& log, const Now& now);

} // namespace goodfold::bench
