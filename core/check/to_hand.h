// What has to be to hand for one part, beside stock and tools.
#pragma once

#include "check/finding.h"

namespace goodfold::check {

/// What is needed so many times.
struct Needed {
    std::string says; // "M6 bolt, normal, 12 long"
    int count = 1;
};
/// "2 × M6 bolt, normal, 12 long"
std::string inWords(const Needed& needed);

/// Screws, nuts and rivets of one part, each kind once. A hole that is held to a mount goes by what is there:
/// "M8 screw and washer, 20 long: 10.4 in the mount's thread".
std::vector<Needed> fastenersOf(const Subject& subject, const std::vector<HeldThere>& held = {});

} // namespace goodfold::check
