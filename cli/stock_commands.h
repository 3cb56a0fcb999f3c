// Commands about what a batch is cut from.
#pragma once

#include "cli/call.h"

namespace goodfold::cli {

/// `cut`: all jobs together.
int cutBatch(const Books& books, const Arguments& arguments);

} // namespace goodfold::cli
