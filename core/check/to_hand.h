// What has to be to hand for one part, beside stock and tools.
#pragma once

#include "check/finding.h"

namespace goodfold::check {

/// Screws, nuts and rivets, a line for each kind: "2 × M6 bolt, normal, 12 long".
std::vector<std::string> fastenersOf(const Subject& subject);

} // namespace goodfold::check
