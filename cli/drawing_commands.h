// Commands about drawings that others made.
#pragma once

#include "cli/call.h"

namespace goodfold::cli {

/// `import`: one drawing. What was left out of it is said on standard error.
int importDrawing(const Arguments& arguments);

} // namespace goodfold::cli
