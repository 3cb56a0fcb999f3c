// Named revisions of a job, and what is otherwise between two.
#pragma once

#include "files/job_file.h"
#include "quantity/length.h"

namespace goodfold::files {

/// The job as it is now, by the next name that is free: A, B, ... Z, AA.
std::string nextRevisionName(const job::Job& job);
/// With it kept as a revision of its own, the newest.
job::Job withRevision(job::Job job, const job::Revision& as);

/// "revision B" where the job is as that was kept; "changed since revision B"; empty where none is kept.
std::string revisionInWords(const job::Job& job);

/// A revision's job, without revisions.
Result<job::Job> jobOf(const job::Revision& revision);

/// What is otherwise in the one than in the other, a sentence each: "Leg A: length from 60 to 55.", "h2 is
/// new.". Empty where they are alike but for their revisions.
std::vector<std::string> changesBetween(const job::Job& was, const job::Job& is,
                                        const quantity::Reading& reading);

} // namespace goodfold::files
