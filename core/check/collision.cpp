#include "check/finding.h"
#include "part/solid.h"

namespace goodfold::check {

namespace {

std::string inWords(const part::Element& element) {
    return (element.kind == part::Element::Kind::Bend ? "bend " : "leg ") + element.id;
}

} // namespace

/// Two places of the formed part that would be in the same space. Faces lying on each other are allowed.
std::vector<Finding> cutsThroughItself(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::Clash& clash : part::selfClashes(s.part, s.folded))
        findings.push_back(
            {.severity = Severity::Stop,
             .about = clash.other,
             .headline = "It cuts through itself",
             .says = "Formed, " + inWords(clash.other) + " would stand in " + inWords(clash.one) + "."});
    return findings;
}

} // namespace goodfold::check
