// What rules are told of a plan: its outcome, with the reasons in words.
#pragma once

#include "check/planned.h"
#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::text {

/// `mends` are what would let a part be bent that no order makes.
check::PlanFacts factsOf(const job::Job& job, const part::Part& part, const sequence::Outcome& outcome,
                         const quantity::Reading& reading, std::vector<check::Remedy> mends = {});

} // namespace goodfold::text
