// A virtual shop: the job made many times, with errors from the book and a truth that the planner does not
// know.
#pragma once

#include "bench/bench.h"

namespace goodfold::bench {

/// How pieces are made.
enum class Way {
    AsPlanned,
    Measured, // thickness, tied holes, each bend's angle and legs; the rest re-planned, then reworked
    TestBends // the same after test bends of the same stock in the same tools
};

/// What this shop's metal and tools are really like: the same of all its pieces.
struct Truth {
    double thickness = 0;
    std::map<std::string, double> k, springbackDeg; // by bend; what springs back, at its own angle
};

struct Tally {
    int pieces = 0;
    int atOnce = 0;                    // went on as they were bent
    int reworked = 0;                  // went on once they were filed, nudged or shimmed
    std::map<std::string, int> misses; // of the rest: which hole missed most
};

struct Practice {
    Truth truth;
    std::map<Way, Tally> ways;
};

/// Errors are drawn from the book; K and what springs back are those of bends computed layer by layer
/// (layeredBend()), give or take what one batch of stock differs by: a tenth of the one, a tenth of the
/// other. Readings are out by what their instruments are. The same seed makes the same shop and the same
/// pieces in each way.
Practice practise(const Work& work, int pieces, unsigned seed, int testBends = 3);

} // namespace goodfold::bench
