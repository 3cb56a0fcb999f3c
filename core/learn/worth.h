// Which test bend would teach most, for the bends of a job.
#pragma once

#include "learn/test_bend.h"
#include "sequence/settle.h"

namespace goodfold::learn {

/// A strip to cut and bend, and what the blank's length would then be known to.
struct Proposal {
    TestBend bend;         // strip, line, tool and setting; nothing measured
    double before = 0;     // mm, one sigma of the blank's length, of what K is unsure by
    double after = 0;      // the same once this one is bent and measured
    double afterThree = 0; // three of it
    bool isWorthIt() const { return after < kWorth * before; }
    static constexpr double kWorth = 0.75;
};

/// Of stock from the batch of that name, or of one that has none. One for each tool, setting and radius that
/// the job's plan uses, the one that tells most first. By the posterior's own formula: a bend's sigma of K
/// there, weighed with what is known. On thin stock calipers tell less of K than the table does, as sigma of
/// K is that of the deduction over pi/2 thicknesses.
std::vector<Proposal> proposalsFor(const sequence::Settled& settled, const Points& points,
                                   const material::Material& material, const lineup::ErrorBook& errors,
                                   const std::string& named);

} // namespace goodfold::learn
