#include "check/finding.h"
#include "part/solid.h"

#include <algorithm>

namespace goodfold::check {

/// Two places of the formed part that would be in the same space. Faces lying on each other are allowed. A
/// part rolled up in itself clashes everywhere; the first few places are told, and how many more there are.
std::vector<Finding> cutsThroughItself(const Subject& s) {
    constexpr size_t kTold = 5, kCounted = 40;
    const auto clashes = part::selfClashes(s.part, s.folded, kCounted);
    std::vector<Finding> findings;
    for (size_t i = 0; i < std::min(clashes.size(), kTold); ++i) {
        const part::Clash& clash = clashes[i];
        findings.push_back(
            {.severity = Severity::Stop,
             .about = clash.other,
             .headline = "It cuts through itself",
             .says = "Formed, " + nameOf(clash.other) + " would stand in " + nameOf(clash.one) + "."});
    }
    if (clashes.size() > kTold)
        findings.back().says +=
            " So it does in " +
            (clashes.size() < kCounted ? std::to_string(clashes.size() - kTold) : "many") + " more places.";
    return findings;
}

} // namespace goodfold::check
