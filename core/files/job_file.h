// The job file: one UTF-8 JSON file a job, described in docs/job-format.md.
#pragma once

#include "job/job.h"

#include <iosfwd>

namespace goodfold::files {

inline constexpr int kJobVersion = 1;

struct ReadJob {
    job::Job job;
    /// The file is of a later version: what it means beyond this one is not known, so it must not be saved
    /// over.
    bool isNewer = false;
};

/// A valid job (job::whatIsWrong() is empty) or one sentence with the place: a path such as
/// "plates[2].length", or "line 4, column 7" where the text is no JSON. Nothing is read in part.
Result<ReadJob> readJob(std::istream& in);

/// Members in the documented order, defaults left out, unknown members given back.
void writeJob(std::ostream& out, const job::Job& job);

} // namespace goodfold::files
