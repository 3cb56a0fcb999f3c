// What rules are told of a plan: its outcome, with the reasons in words.
#pragma once

#include "check/planned.h"
#include "quantity/length.h"
#include "sequence/settle.h"

namespace goodfold::text {

/// `mends` are what would let a part be bent that no order makes; null where none were looked for.
check::PlanFacts factsOf(const sequence::Settled& settled, const material::Material& material,
                         const tool::Shop& shop, const quantity::Reading& reading,
                         std::optional<std::vector<check::Remedy>> mends = {});

} // namespace goodfold::text
