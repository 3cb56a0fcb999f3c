// Commands about what a batch is cut from, and what it takes.
#pragma once

#include "cli/call.h"

namespace goodfold::cli {

/// `cut`: all jobs together.
int cutBatch(const Books& books, const Arguments& arguments);

/// `buy`: the same.
int buyFor(const Books& books, const Arguments& arguments);

/// `cost`: a job after the other.
int costOf(const Books& books, const Arguments& arguments);

} // namespace goodfold::cli
