// The final check: what to measure on the finished part, and between which limits its bolts go in.
#pragma once

#include "bench/choices.h"

namespace goodfold::bench {

struct Accept {
    Entry measure; // a bend's angle, or a hole's place from the first on the leg that rests
    double nominal = 0;
    double from = 0, to = 0;
    std::optional<double> value; // as this piece was read last
    bool isGood() const { return value && *value >= from && *value <= to; }
};

/// Each bend's angle, and every tied hole's place from the first on the leg that rests. A limit is where a
/// piece that reads so, and all else as drawn, has no room left; all are then drawn in together until a piece
/// at some limit in each of them goes on. One that is beyond may go on all the same.
std::vector<Accept> acceptedOf(const lineup::Making& making, const sequence::Plan& plan, const Log& log);

} // namespace goodfold::bench
