// Rules of the plan: bends that no order makes, and radii that the tools make otherwise.
#include "check/finding.h"

#include <cmath>

namespace goodfold::check {

using job::Element;

/// Mends are offered with the first bend; where the user settled tools or an order, freeing them is.
std::vector<Finding> notMadeInAnyOrder(const Subject& s) {
    if (!s.plan) return {};
    std::vector<Finding> findings;
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
        } else if (findings.empty()) {
            finding.remedies = s.plan->mends;
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

namespace {

constexpr double kSameRadius = 0.05; // mm

/// A pipe or a row of small bends decides its own radius.
bool takesRadiusOfTool(const job::Bend& bend) {
    return !bend.wrap && bend.bumps == 1;
}

} // namespace

/// Bends whose tool makes another radius than they are laid out with are told in one finding, with what it
/// does to the blank, and may be laid out anew, all at once. The first step is named.
std::vector<Finding> otherRadiusFormed(const Subject& s) {
    if (!s.plan) return {};
    job::Job laidOut = s.job;
    std::vector<const PlanFacts::Formed*> others;
    for (const PlanFacts::Formed& formed : s.plan->formed) {
        const auto index = static_cast<size_t>(s.part.bendIndex(formed.bend));
        if (!takesRadiusOfTool(s.job.bends[index]) ||
            std::abs(formed.insideRadius - s.part.bends[index].shape.insideRadius) <= kSameRadius)
            continue;
        laidOut.bends[index].insideRadius = formed.insideRadius;
        others.push_back(&formed);
    }
    if (others.empty() || job::whatIsWrong(laidOut)) return {};
    const PlanFacts::Formed& first = *others.front();
    const double radius = s.part.bends[static_cast<size_t>(s.part.bendIndex(first.bend))].shape.insideRadius;
    const double longer = part::solve(laidOut, s.material).blank.length - s.part.blank.length;
    Finding finding{.severity = Severity::Note,
                    .about = Element::bend(first.bend),
                    .headline = "The " + first.tool + " makes R " + s.length(first.insideRadius) +
                                " at bend " + first.bend,
                    .says = "It is laid out with R " + s.length(radius) + ".",
                    .value = first.insideRadius,
                    .limit = radius};
    if (others.size() > 1) finding.says += " So are " + std::to_string(others.size() - 1) + " more.";
    if (std::abs(longer) >= kSameRadius)
        finding.says += " Laid out for the tools, the blank comes out " + s.length(std::abs(longer)) +
                        (longer > 0 ? " longer." : " shorter.");
    finding.remedies = {{"lay it out for its tools", std::move(laidOut)}};
    return {finding};
}

} // namespace goodfold::check
