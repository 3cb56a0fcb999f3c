// Legs with an end of their own.
#pragma once

#include "job/job.h"

#include <algorithm>

namespace goodfold::job {

/// It hangs on a bend, and nothing hangs on it.
inline bool hasFreeEnd(const Job& job, const std::string& plate) {
    return job.bendTo(plate) && std::none_of(job.bends.begin(), job.bends.end(),
                                             [&](const Bend& bend) { return bend.from == plate; });
}

} // namespace goodfold::job
