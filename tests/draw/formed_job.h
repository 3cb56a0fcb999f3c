// A job as the pictures take it.
#pragma once

#include "core/support.h"

namespace goodfold::test {

struct FormedJob {
    job::Job job;
    part::Part part;
    part::Folded folded;
    explicit FormedJob(job::Job j, double formedness = 1)
        : job(std::move(j)), part(part::solve(job, materialOf(job))), folded(part::fold(part, formedness)) {}
};

} // namespace goodfold::test
