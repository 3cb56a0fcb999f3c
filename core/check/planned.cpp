// Rules of the plan: bends that no order makes, and radii that the tools make otherwise.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Element;

namespace {

Remedy freedBending(job::Job job) {
    job::freeBending(job);
    return {"free the order and the tools", std::move(job)};
}

} // namespace

/// Mends are offered with the first bend; where none were looked for, what the user settled can be freed.
std::vector<Finding> notMadeInAnyOrder(const Subject& s) {
    if (!s.plan) return {};
    std::vector<Finding> findings;
    if (!s.plan->notLookedFor.empty())
        findings.push_back({.severity = Severity::Mind,
                            .about = Element(),
                            .headline = "Its order of bending is not known",
                            .says = s.plan->notLookedFor});
    for (const PlanFacts::NotMade& each : s.plan->notMade) {
        Finding finding{.severity = Severity::Stop,
                        .about = Element::bend(each.bend),
                        .headline = "No order makes bend " + each.bend,
                        .says = each.why};
        if (&each == &s.plan->notMade.front())
            finding.remedies = s.plan->mends.value_or(std::vector<Remedy>());
        if (s.plan->isSettled) {
            finding.headline = "Bend " + each.bend + " cannot be made as it is settled";
            if (!s.plan->mends) finding.remedies = {freedBending(s.job)};
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

namespace {

constexpr double kSameRadius = 0.05, kSameBlank = 0.05; // mm

/// A pipe or a row of small bends decides its own radius.
bool takesRadiusOfTool(const job::Bend& bend) {
    return !bend.wrap && bend.bumps == 1;
}

} // namespace

/// A typed radius that the tool will not give, by more than what it scatters. Told in one finding, with what
/// it does to the blank; they may be laid out anew for their tools, all at once. The first step is named. A
/// radius that nobody typed is the tool's, unless layout and plan do not settle.
std::vector<Finding> otherRadiusFormed(const Subject& s) {
    if (!s.plan) return {};
    job::Job laidOut = s.job, freed = s.job;
    std::vector<const PlanFacts::Formed*> others;
    for (const PlanFacts::Formed& formed : s.plan->formed) {
        const auto index = static_cast<size_t>(s.part.bendIndex(formed.bend));
        const double off = std::abs(formed.insideRadius - s.part.bends[index].shape.insideRadius);
        const bool readsAlike =
            s.length(formed.insideRadius) == s.length(s.part.bends[index].shape.insideRadius);
        if (!takesRadiusOfTool(s.job.bends[index]) || off <= std::max(kSameRadius, formed.sigma) ||
            readsAlike || isHem(s.part.bends[index].shape))
            continue;
        laidOut.bends[index].insideRadius = formed.insideRadius;
        freed.bends[index].insideRadius.reset();
        others.push_back(&formed);
    }
    if (others.empty() || job::whatIsWrong(laidOut)) return {};
    const PlanFacts::Formed& first = *others.front();
    const double radius = s.part.bends[static_cast<size_t>(s.part.bendIndex(first.bend))].shape.insideRadius;
    const double blank = s.part.blank.length, laid = part::solve(laidOut, s.material).blank.length;
    Finding finding{.severity = Severity::Mind,
                    .about = Element::bend(first.bend),
                    .headline = "The " + first.tool + " makes R " + s.length(first.insideRadius) +
                                " at bend " + first.bend,
                    .says = "It is laid out with R " + s.length(radius) + ".",
                    .value = first.insideRadius,
                    .limit = radius};
    if (others.size() == 2) finding.says += " So is one more.";
    if (others.size() > 2) finding.says += " So are " + std::to_string(others.size() - 1) + " more.";
    if (std::abs(laid - blank) >= kSameBlank)
        finding.says += " The blank is " + s.length(blank) + " as it is typed, " + s.length(laid) +
                        " for what the tools make.";
    if (!s.plan->agrees)
        finding.says += " Laid out for these tools others would be chosen: settle one of them.";
    else
        finding.remedies = {{"lay it out for its tools", std::move(freed)}};
    return {finding};
}

/// Flat over a die, what lies between its shoulders is bent with the rest; a hole over one is drawn oval.
std::vector<Finding> holeOverShoulder(const Subject& s) {
    std::vector<Finding> findings;
    if (!s.plan) return findings;
    for (const PlanFacts::Formed& formed : s.plan->formed) {
        if (formed.opening <= 0) continue;
        const part::PartBend& bend = s.part.bends[static_cast<size_t>(s.part.bendIndex(formed.bend))];
        for (const part::PartHole& hole : s.part.holes) {
            if (hole.afterBending || (hole.plate != bend.parent && hole.plate != bend.child)) continue;
            const double toMiddle = std::abs((hole.centreOfShape() - bend.centre.from).dot(bend.across));
            const double toEdge = toMiddle - hole.diameter / 2;
            if (toEdge >= formed.opening / 2) continue;
            Finding finding;
            finding.severity = Severity::Mind;
            finding.about = job::Element::hole(hole.source);
            finding.headline = hole.id + " lies over the die's shoulder";
            finding.says = "Its edge is " + s.length(toEdge) + " from the middle of bend " + bend.id +
                           ", flat; the " + formed.tool + " is opened to " + s.length(formed.opening) +
                           ", and what comes within half of that rides over its edge and is drawn oval.";
            finding.value = toEdge;
            finding.limit = formed.opening / 2;
            if (!hole.isThere && s.mendsOneMore()) {
                job::Job mended = s.job;
                mended.findHole(hole.source)->afterBending = true;
                finding.remedies.push_back({"drill " + hole.source + " after bending", std::move(mended)});
            }
            findings.push_back(std::move(finding));
            break;
        }
    }
    return findings;
}

} // namespace goodfold::check
