// The log of a piece that is opened as a file: the job that it belongs to is sought, since it names none.
#pragma once

#include "bench/log.h"
#include "common/result.h"
#include "job/job.h"

#include <QString>

namespace goodfold::app {

bool isBenchLog(const QString& path);
Result<bench::Log> openBenchLog(const QString& path);

/// The one job in the log's folder that has all that the log speaks of. An error says what to do where there
/// is none, or more than one.
Result<QString> jobOfLog(const QString& path, const bench::Log& log);

/// What in it the job has not, in a sentence.
std::optional<QString> whyNotOf(const QString& path, const bench::Log& log, const job::Job& job);

} // namespace goodfold::app
