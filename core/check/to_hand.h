// What has to be to hand for one part, beside stock and tools.
#pragma once

#include "check/finding.h"

namespace goodfold::check {

/// Screws, nuts and rivets, a line for each kind: "2 × M6 bolt, normal, 12 long". A hole that is held to a
/// mount goes by what is there: "2 × M8 screw and washer, 20 long: 10.4 in the mount's thread".
std::vector<std::string> fastenersOf(const Subject& subject, const std::vector<HeldThere>& held = {});

} // namespace goodfold::check
