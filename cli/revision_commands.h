// `goodfold-cli revisions`.
#pragma once

#include "cli/call.h"

namespace goodfold::cli {

int revisionsOf(const std::string& path);

} // namespace goodfold::cli
