// Whether a log can be of a job at all: a log names no job, only bends, legs and holes.
#pragma once

#include "bench/log.h"
#include "part/part.h"

namespace goodfold::bench {

/// The first thing in it that the part has not; nothing where it has all. Tasks of the plan are passed over.
std::optional<std::string> strangeTo(const Log& log, const part::Part& part);

} // namespace goodfold::bench
