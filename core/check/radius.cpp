#include "check/finding.h"

namespace goodfold::check {

bool isHem(const bend::Shape& shape) {
    constexpr double kHemDeg = 150, kTightest = 4; // thicknesses; a wider one goes round something
    return shape.angleDeg >= kHemDeg && shape.insideRadius < kTightest * shape.thickness;
}

/// Below the material's least inside radius the outside of a bend may crack. The figure itself is allowed. A
/// hem, folded back on itself, asks for what the material book adds for it.
std::vector<Finding> radiusTooSmall(const Subject& s) {
    constexpr double kSameRadius = 1e-9;
    const double plain = material::leastInsideRadius(s.material, s.part.thickness);
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.bends.size(); ++i) {
        const part::PartBend& bend = s.part.bends[i];
        const bool hem = isHem(bend.shape);
        const double least = plain + (hem ? s.material.hemExtra * s.part.thickness : 0);
        if (bend.shape.insideRadius >= least - kSameRadius) continue;
        const double radius = s.roundedUp(least);
        job::Job mended = s.job;
        mended.bends[i].insideRadius = radius;
        findings.push_back(
            {.severity = Severity::Mind,
             .about = job::Element::bend(bend.id),
             .headline = (hem ? "Hem " : "Bend ") + bend.id + " is tight for " + s.material.shortName,
             .says = "Inside radius " + s.length(bend.shape.insideRadius) + "; the material wants " +
                     s.length(least) + " or its outside may crack.",
             .value = bend.shape.insideRadius,
             .limit = least,
             .remedies = {Remedy{"make it R " + s.length(radius), std::move(mended)}}});
    }
    return findings;
}

} // namespace goodfold::check
