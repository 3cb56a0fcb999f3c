// How hard it is by hand.
#include "bend/forming.h"

#include "check/finding.h"
#include "quantity/force.h"

namespace goodfold::check {

using job::Edge;
using job::Element;

namespace {

/// Leaves so much more on the free end of a bar's last leg.
std::optional<Remedy> byLeavingOn(const Subject& s, const PlanFacts::HeavyPull& pull) {
    if (pull.plate.empty() || pull.wanted > bend::kLongestLever) return {};
    const Edge edge = s.job.bendTo(pull.plate) ? Edge::End : Edge::Start;
    job::Job mended = s.job;
    double& extra = mended.findPlate(pull.plate)->ends[edge].extra;
    extra = s.roundedUp(extra + pull.more);
    const std::string left = s.length(extra);
    return Remedy{"leave " + left + " on to pull", std::move(mended)};
}

} // namespace

/// F = 1.3 m w T^2 / L, in the tools that are planned: a bend made in a press is heavy for nobody.
std::vector<Finding> heavyByHand(const Subject& s) {
    if (!s.plan) return {};
    std::vector<Finding> findings;
    for (const PlanFacts::HeavyPull& pull : s.plan->heavy) {
        Finding finding{.severity = Severity::Mind,
                        .about = Element::bend(pull.bend),
                        .headline = "Bend " + pull.bend + " is heavy by hand",
                        .says = "It takes " + quantity::printNumber(pull.newtons, 0) + " N (" +
                                quantity::printNumber(pull.newtons / quantity::kNewtonsPerPound, 0) +
                                " lb) at " + s.length(pull.lever) + " from the bend; one person pulls " +
                                quantity::printNumber(bend::kPullPlanned, 0) +
                                " N with ease, and that would take " + s.length(pull.wanted) + ".",
                        .value = pull.newtons,
                        .limit = bend::kPullPlanned};
        if (auto remedy = byLeavingOn(s, pull)) finding.remedies = {*std::move(remedy)};
        findings.push_back(std::move(finding));
    }
    return findings;
}

} // namespace goodfold::check
