#include "check/finding.h"

namespace goodfold::check {

/// Below the material's least inside radius the outside of a bend may crack. The figure itself is allowed.
std::vector<Finding> radiusTooSmall(const Subject& s) {
    constexpr double kSameRadius = 1e-9;
    const double least = material::leastInsideRadius(s.material, s.part.thickness);
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.bends.size(); ++i) {
        const part::PartBend& bend = s.part.bends[i];
        if (bend.shape.insideRadius >= least - kSameRadius) continue;
        const double radius = s.roundedUp(least);
        part::Job mended = s.job;
        mended.bends[i].insideRadius = radius;
        findings.push_back({.severity = Severity::Mind,
                            .about = part::Element::bend(bend.id),
                            .headline = "Bend " + bend.id + " is tight for " + s.material.shortName,
                            .says = "Inside radius " + s.length(bend.shape.insideRadius) +
                                    "; the material wants " + s.length(least) + " or its outside may crack.",
                            .value = bend.shape.insideRadius,
                            .limit = least,
                            .remedy = Remedy{"make it R " + s.length(radius), std::move(mended)}});
    }
    return findings;
}

} // namespace goodfold::check
