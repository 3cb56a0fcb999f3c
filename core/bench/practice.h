// A virtual shop: the job made many times, with errors from the book and a truth that the planner does not
// know.
#pragma once

#include "bench/virtual_piece.h"

#include <functional>

namespace goodfold::bench {

/// How pieces are made.
enum class Way {
    AsPlanned,
    Measured, // thickness, tied holes, each bend's angle and legs; the rest re-planned, then reworked
    TestBends // the same after test bends of the same stock in the same tools
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

/// Errors are drawn from the book, metal and tools as virtualShop() has them. Readings are out by what their
/// instruments are. The same seed makes the same shop and the same pieces in each way.
/// `goOn` is asked after each piece, with what there is by then; where it says no, those are all.
Practice practise(const Work& work, int pieces, unsigned seed, int testBends = 3,
                  const std::function<bool(const Practice&)>& goOn = {});

} // namespace goodfold::bench
