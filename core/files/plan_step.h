// A step as `plan` and `bench` print it. Inside of files/ only.
#pragma once

#include "sequence/plan.h"

#include <nlohmann/json.hpp>

namespace goodfold::files {

nlohmann::ordered_json stepOf(const part::Part& part, const sequence::Step& step,
                              const material::Material& material);

} // namespace goodfold::files
