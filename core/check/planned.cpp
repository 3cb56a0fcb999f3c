// Rules of the plan: bends that no order makes, and radii that the tools make otherwise.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Element;

/// Mends are offered with the first bend; where the user settled tools or an order, freeing them is.
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
        if (s.plan->isSettled) {
            finding.headline = "Bend " + each.bend + " cannot be made as it is settled";
            job::Job freed = s.job;
            job::freeBending(freed);
            finding.remedies = {{"free the order and the tools", std::move(freed)}};
        } else if (&each == &s.plan->notMade.front()) {
            finding.remedies = s.plan->mends;
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

namespace {

constexpr double kSameRadius = 0.05, kSameLength = 0.05; // mm

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
        if (!takesRadiusOfTool(s.job.bends[index]) || off <= std::max(kSameRadius, formed.sigma) ||
            isHem(s.part.bends[index].shape))
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
    if (others.size() > 1) finding.says += " So are " + std::to_string(others.size() - 1) + " more.";
    if (std::abs(laid - blank) >= kSameLength)
        finding.says += " The blank is " + s.length(blank) + " as it is typed, " + s.length(laid) +
                        " for what the tools make.";
    if (!s.plan->agrees)
        finding.says += " Laid out for these tools others would be chosen: settle one of them.";
    else
        finding.remedies = {{"lay it out for its tools", std::move(freed)}};
    return {finding};
}

} // namespace goodfold::check
