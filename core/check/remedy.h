// A way out of what a finding tells.
#pragma once

#include "job/job.h"

namespace goodfold::check {

/// A way out: what the button says, and the job after pressing it.
struct Remedy {
    std::string says;
    job::Job mended;
    std::optional<job::Job> other = {}; // a second part that comes of it
};

} // namespace goodfold::check
