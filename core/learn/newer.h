// Where what was learned since would move a job's marks.
#pragma once

#include "bend/allowance_rule.h"
#include "part/part.h"

namespace goodfold::learn {

struct Moved {
    double blank = 0;  // mm, longer
    double mark = 0;   // mm, along the blank, of the mark that moves most
    std::string about; // "bend 2", "hole h1"
};

/// The job by the rule it has, and by what is known now.
Moved movedBy(const job::Job& job, const bend::LearnedK& newer, const material::Material& material);

} // namespace goodfold::learn
