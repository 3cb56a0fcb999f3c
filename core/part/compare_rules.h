// What the schools of bend allowance make of the same job.
#pragma once

#include "part/part.h"

namespace goodfold::part {

struct RuleOutcome {
    bend::AllowanceRule rule;
    double blankLength; // mm
    double difference;  // mm, against the job's own rule: negative cuts shorter
    bool isOwn;
};

/// The job's own rule first, then every published rule that is another. Bends with a typed K take no part.
std::vector<RuleOutcome> compareRules(const Job& job, const material::Material& material);

/// The test bend that would give what the job's rule gives now: a start for whoever types their own figures.
bend::TestBend testBendAsNow(const Job& job, const material::Material& material);

} // namespace goodfold::part
