// What an edit does, in words: before it is made, as one types, and after.
#pragma once

#include "job/element.h"
#include "job/job.h"
#include "quantity/length.h"

namespace goodfold::edit {

struct Outcome {
    std::vector<std::string> added;    // "leg C, 40 long", "h2, 6.6 in leg B"
    std::vector<std::string> takenOut; // "bend 2", "leg C"
    std::vector<std::string> changed;  // "leg B 64, not 60"
    bool isNothing() const { return added.empty() && takenOut.empty() && changed.empty(); }
};

Outcome outcomeOf(const job::Job& before, const job::Job& after, const quantity::Reading& reading);

/// "Adds bend 2, 90° toward you, and leg C, 40 long." Nothing where nothing comes of it.
std::string inWords(const Outcome& outcome);

} // namespace goodfold::edit
