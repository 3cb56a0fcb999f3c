// What can hurt, or go wrong, at a step of bending.
#pragma once

#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::text {

/// One line each: what it takes and how to bring it over, what to keep clear of, and what to do about an
/// angle that is not there yet or past it.
std::vector<std::string> cautions(const part::Part& part, const sequence::Step& step,
                                  const material::Material& material, const quantity::Reading& reading);

} // namespace goodfold::text
