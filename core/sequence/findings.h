// What a plan has to say among the findings: bends that no order makes, and radii the tools make otherwise.
#pragma once

#include "check/finding.h"
#include "sequence/plan.h"

namespace goodfold::sequence {

/// `mends` are offered with the first bend that cannot be made. Bends whose tool makes another radius than
/// they are laid out with are told with what it does to the blank, and may be laid out anew, all at once.
std::vector<check::Finding> findingsOf(const job::Job& job, const part::Part& part,
                                       const material::Material& material, const Outcome& outcome,
                                       std::vector<check::Remedy> mends, const quantity::Reading& reading);

} // namespace goodfold::sequence
