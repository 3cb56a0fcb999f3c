// What would raise the odds: single changes of the job or of how it is made, each counted with the same
// pieces, and the cheapest set of them that reaches what is wanted.
#pragma once

#include "lineup/odds.h"
#include "sequence/settle.h"

#include <functional>

namespace goodfold::lineup {

struct Remedy {
    enum class Kind {
        Larger, // `about` a hole: drilled `size`, by `way` a normal or loose fit, or none
        Slot,   // a hole: `size` long over all, at `angleDeg` from its leg's x; `width` wide, 0: as it is
        AfterBending, // a hole
        ThroughMount, // a hole: drilled in its place, along the mount's own
        WiderMount,   // a point of the mount: `size`
        OtherEnd,     // marks are measured from the blank's other end
        Tool,         // a bend: in tool `way`
        HoldOther,    // a bend: leg `way` of it, from or to
        Method        // an operation of the book: by method `way`
    };
    Kind kind = Kind::Larger;
    std::string about;
    std::string way;
    double size = 0;
    double angleDeg = 0;
    double width = 0;
    bool operator==(const Remedy&) const = default;
};

/// The job with it.
job::Job applied(const Remedy& remedy, job::Job job);

/// What jobs are judged with.
struct Judging {
    const material::Material& material;
    const tool::Shop& shop;
    const hardware::Book& hardware;
    const ErrorBook& errors;
    quantity::Reading reading;
    int trials = 4000;
    unsigned seed = 1;
    std::function<bool()> goOn = {}; // false stops: what was found so far is given
};

struct Offer {
    Remedy remedy;
    double odds = 0;
    double minutes = 0; // more for a piece
    double quality = 0; // as the book weighs it, in minutes
};

/// All that could be done, without asking whether it helps.
std::vector<Remedy> remediesFor(const sequence::Settled& settled, const Judging& judging);

/// Those that raise the odds and bring no new finding that stops or is to check, the best first; at most
/// `most` of them.
std::vector<Offer> offersFor(const sequence::Settled& settled, const Judging& judging, size_t most = 12);

/// The odds of a settled job, as `lineup` counts them with the same trials and seed; 0 where its mount does
/// not tell enough.
double oddsOf(const sequence::Settled& settled, const Judging& judging);

/// One offer after the other, each time the one that brings most for what it costs, until the odds are
/// `wanted`; then what turned out not to be needed is left out again.
struct WayUp {
    std::vector<Offer> steps; // each with the odds when it and those before it are done
    job::Job mended;
    double odds = 0; // reached
};
WayUp wayTo(double wanted, const sequence::Settled& settled, const Judging& judging);

} // namespace goodfold::lineup
