// Whether the finished part stands its load, how far it gives, and whether its bolt holds it. Estimates.
#include "check/finding.h"
#include "quantity/force.h"
#include "strength/bolt.h"
#include "strength/estimate.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Element;

const char* const kOnlyAnEstimate = " An estimate: it replaces no test and no engineer.";

std::string whereOf(const Element& element) {
    return element.kind == Element::Kind::Bend   ? "bend " + element.id
           : element.kind == Element::Kind::Hole ? element.id
                                                 : "leg " + element.id;
}

std::string megapascals(double stress) {
    return quantity::printNumber(stress, 0) + " MPa";
}

std::string forceSaid(const Subject& s, double newtons) {
    return s.reading.unit == quantity::Unit::Inch
               ? quantity::printNumber(newtons / quantity::kNewtonsPerPound, 0) + " lbf"
               : quantity::printNumber(newtons, newtons < 10 ? 1 : 0) + " N";
}

/// "981 N", and where it comes from if it was not typed so.
std::string loadSaid(const Subject& s, const strength::Estimate& e) {
    const job::Load& load = *s.job.load;
    if (load.newtons >= e.newtons) return forceSaid(s, e.newtons);
    return forceSaid(s, e.newtons) + " (what hangs there, twice for a jolt)";
}

struct Verdict {
    std::string headline;
    Severity severity;
};

Verdict verdictOf(const Subject& s, const strength::Estimate& e) {
    if (e.stress > s.material.ultimate) return {"The load breaks it", Severity::Mind};
    if (e.buckling && *e.buckling < 1) return {"The load folds it sideways", Severity::Mind};
    if (e.stress > s.material.yieldLeast) return {"The load bends it for good", Severity::Mind};
    if (!strength::holds(e, s.material)) return {"The load is near what it stands", Severity::Mind};
    return {"It stands its load", Severity::Note};
}

/// What it would stand, and what gives way sideways where that comes near.
std::string limitsSaid(const Subject& s, const strength::Estimate& e) {
    std::string says = s.material.shortName + " is sure to stand " +
                       quantity::printNumber(s.material.yieldLeast, 0) + ", or " +
                       quantity::printNumber(s.material.yieldLeast / strength::kYieldFactor, 0) + " with " +
                       quantity::printNumber(strength::kYieldFactor, 1) + " in hand.";
    constexpr double kWorthSaying = 10;
    if (e.buckling && *e.buckling < kWorthSaying)
        says += " It gives way sideways at " + forceSaid(s, *e.buckling * e.newtons) + "; " +
                quantity::printNumber(strength::kBucklingFactor, 0) + " times the load is asked for.";
    constexpr double kPeak = 1.2;
    if (e.rim > kPeak * e.stress)
        says += " The rim of " + e.rimmed.id + " peaks at " + quantity::printNumber(e.rim, 0) +
                ": where it shakes, a crack begins there.";
    return says;
}

/// Stock that would do, thicker or thinner.
void offerThickness(const Subject& s, const strength::Estimate& e, Finding& finding) {
    constexpr double kSame = 0.05; // mm
    const auto least = strength::leastThickness(s.job, s.material);
    const bool isEnough = strength::holds(e, s.material);
    if (!least) {
        if (!isEnough)
            finding.says += " No thickness that is sold is enough: make it wider or shorter, or brace it.";
        return;
    }
    if (std::abs(*least - s.part.thickness) < kSame || (isEnough && *least > s.part.thickness)) return;
    finding.says += isEnough ? " More than needed: " + s.length(*least) + " would stand it."
                             : " " + s.length(*least) + " would stand it.";
    job::Job mended = s.job;
    mended.thickness = *least;
    finding.remedies.push_back({"make it of " + s.length(*least) + " stock", std::move(mended)});
}

/// The load of the job; else a push at the hole farthest from the first, along the bar.
std::optional<job::Load> loadOrPush(const Subject& s) {
    if (s.job.load) return s.job.load;
    if (s.part.holes.size() < 2) return {};
    const part::PartHole& held = s.part.holes.front();
    const auto farther = [&](const part::PartHole& a, const part::PartHole& b) {
        const double x = held.centreInFlat.x();
        return std::abs(a.centreInFlat.x() - x) < std::abs(b.centreInFlat.x() - x);
    };
    const auto at = std::max_element(s.part.holes.begin(), s.part.holes.end(), farther);
    return job::Load{held.id, at->id, 0, job::Load::Toward::Face, 0};
}

/// The screw that holds it: of its fastener, else the largest of the job's measure whose clearance hole it
/// is.
const hardware::Screw* heldBy(const Subject& s, const part::PartHole& hole) {
    const auto& fastener = s.holeOf(hole).fastener;
    if (fastener) return s.hardware.findScrew(fastener->size);
    const bool isMetric = s.job.units == quantity::Unit::Millimetre;
    const hardware::Screw* largest = nullptr;
    for (const hardware::Screw& screw : s.hardware.screws)
        if (screw.isMetric() == isMetric && screw.close <= hole.diameter &&
            (!largest || screw.major > largest->major))
            largest = &screw;
    return largest;
}

} // namespace

/// An estimate, never a proof: of stress against what the metal is sure to stand, and of giving way sideways.
std::vector<Finding> strengthOfIt(const Subject& s) {
    if (!s.job.load) return {};
    Finding finding;
    if (const auto why = strength::whyNotEstimated(s.part, *s.job.load)) {
        finding.headline = "Its strength is not estimated";
        finding.says = "What " + s.job.load->at + " stands is not worked out: " + *why +
                       ". Try one with more than the load, where nobody stands under it.";
        return {std::move(finding)};
    }
    const auto e = strength::estimate(s.job, s.part, s.folded, s.material, *s.job.load);
    if (!e) return {};
    const Verdict verdict = verdictOf(s, *e);
    finding.severity = verdict.severity;
    finding.about = e->stressed;
    finding.headline = verdict.headline;
    finding.says = s.job.load->at + " gives " + s.length(e->deflection.norm()) + " under " + loadSaid(s, *e) +
                   ": " + megapascals(e->stress) + " at " + whereOf(e->stressed) + "; " + limitsSaid(s, *e);
    offerThickness(s, *e, finding);
    finding.says += kOnlyAnEstimate;
    finding.value = e->stress;
    finding.limit = s.material.yieldLeast / strength::kYieldFactor;
    return {std::move(finding)};
}

/// How much it moves when somebody leans on it, the way it is softest, and how fast it swings.
std::vector<Finding> flexOfIt(const Subject& s) {
    constexpr double kHand = 100; // N, a hand that steadies itself
    const auto load = loadOrPush(s);
    if (!load) return {};
    const auto e = strength::estimate(s.job, s.part, s.folded, s.material, *load);
    constexpr double kFelt = 0.05; // mm
    if (!e || kHand * e->softest < kFelt) return {};
    Finding finding;
    finding.about = Element::hole(s.part.holes[static_cast<size_t>(s.part.holeIndex(load->at))].source);
    finding.headline = "How far it gives";
    finding.says = "A hand's push of " + forceSaid(s, kHand) + " at " + load->at + ", with " + load->held +
                   " screwed down, moves it by " + s.length(kHand * e->softest) +
                   " the way it is softest. It swings at about " +
                   quantity::printNumber(e->frequency, e->frequency < 20 ? 1 : 0) + " Hz" +
                   (load->hungKg > 0 ? " with what hangs on it." : " with nothing on it.");
    finding.value = kHand * e->softest;
    return {std::move(finding)};
}

/// Shear, pull and twist on the bolt at which the part is held.
std::vector<Finding> boltsHoldIt(const Subject& s) {
    if (!s.job.load) return {};
    const auto model = strength::modelOf(s.job, s.part, s.folded, s.material, *s.job.load);
    if (!model) return {};
    const part::PartHole& held = s.part.holes[static_cast<size_t>(s.part.holeIndex(s.job.load->held))];
    const hardware::Screw* screw = heldBy(s, held);
    if (!screw) return {};
    const auto load = strength::boltLoad(s.part, s.folded, *model, *s.job.load);
    const auto beside = std::count_if(s.part.holes.begin(), s.part.holes.end(),
                                      [&](const part::PartHole& hole) { return hole.plate == held.plate; });
    const double share = strength::boltShare(load, *screw) / static_cast<double>(beside);
    std::vector<Finding> findings;
    const auto mind = [&](std::string headline, std::string says, double value, double limit) {
        findings.push_back({.severity = Severity::Mind,
                            .about = Element::hole(held.source),
                            .headline = std::move(headline),
                            .says = std::move(says),
                            .value = value,
                            .limit = limit});
    };
    if (share > 1)
        mind(held.id + ": its bolt is too small",
             "Across it pull " + forceSaid(s, load.shear) + ", along it " + forceSaid(s, load.pull) +
                 " where the leg heels over on its edge: " + quantity::printNumber(share, 1) +
                 " times what " + screw->size +
                 " of the weakest class, 4.6, stands. A larger one, a second one, or the hole "
                 "farther from the edge.",
             share, 1);
    const double heldTwist = strength::twistHeld(*screw);
    if (beside == 1 && load.twist > heldTwist)
        mind(held.id + ": it turns about its one bolt",
             "The load twists it by " + quantity::printNumber(load.twist / 1000, 1) + " N m; " + screw->size +
                 " drawn tight holds about " + quantity::printNumber(heldTwist / 1000, 1) +
                 " by friction. A second bolt or an edge against something stops it.",
             load.twist / 1000, heldTwist / 1000);
    return findings;
}

} // namespace goodfold::check
