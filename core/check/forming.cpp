// Rules of the bending itself: how hard it is by hand, and how the grain lies.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Edge;
using job::Element;

namespace {

// Pulls one person can plan for, standing and leaning: two hands, and never above (physics of the lean:
// 75 kg x 9.81 x 0.35 m / 1 m = 258 N).
constexpr double kPlannedPull = 250, kNeverAbove = 500; // N
constexpr double kUsualLever = 500;                     // mm from the bend to the hands
constexpr double kLongestLever = 1200;                  // longer than this nobody reaches round
constexpr double kFriction = 1.3; // for friction, a pull that is off square, and the strip pulled along

/// The end of the bar that makes the longer lever about a bend (the other is clamped), and how far it
/// reaches.
struct Pulled {
    size_t plate;
    Edge edge;
    double reach;
};

Pulled pulledEnd(const part::Part& part, const part::PartBend& bend) {
    const double at = bend.centre.middle().x() - part.blank.corner.x();
    const auto last = std::find_if(part.plates.begin(), part.plates.end(),
                                   [](const part::PartPlate& plate) { return plate.childBends.empty(); });
    if (at > part.blank.length - at) return {static_cast<size_t>(part.root), Edge::Start, at};
    return {static_cast<size_t>(last - part.plates.begin()), Edge::End, part.blank.length - at};
}

} // namespace

/// F = 1.3 m w T^2 / L at the usual lever of half a metre.
std::vector<Finding> heavyByHand(const Subject& s) {
    if (s.part.form != job::StockForm::Bar) return {};
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        const double moment = kFriction * material::formingMoment(s.material, s.job.stock.width,
                                                                  s.part.thickness, bend.shape.insideRadius);
        const double pull = moment / kUsualLever;
        const double lever = moment / kPlannedPull;
        const Pulled pulled = pulledEnd(s.part, bend);
        if (pull <= kPlannedPull || pulled.reach >= lever) continue;
        Finding finding{.severity = Severity::Mind,
                        .about = Element::bend(bend.id),
                        .headline = "Bend " + bend.id + " is heavy by hand",
                        .says = "It takes " + quantity::printNumber(pull, 0) + " N (" +
                                quantity::printNumber(pull / 4.448, 0) + " lbf) at " + s.length(kUsualLever) +
                                " from the bend; plan for " + quantity::printNumber(kPlannedPull, 0) + " N.",
                        .value = pull,
                        .limit = kPlannedPull};
        if (pull > kNeverAbove) finding.says += " Use a press, or a lever with a helper.";
        if (lever <= kLongestLever) {
            job::Job mended = s.job;
            double& extra = mended.plates[pulled.plate].ends[pulled.edge].extra;
            const double left = s.roundedUp(extra + lever - pulled.reach);
            extra = left;
            finding.remedies = {Remedy{"leave " + s.length(left) + " on to pull", std::move(mended)}};
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// A bend whose line runs within 30 degrees of the rolling direction cracks sooner; bar is rolled along its
/// length.
std::vector<Finding> alongTheGrain(const Subject& s) {
    job::Grain grain = s.job.stock.grain;
    if (grain == job::Grain::Unsaid && s.part.form == job::StockForm::Bar) grain = job::Grain::Lengthwise;
    if (grain == job::Grain::Unsaid) return {};
    const Vec2 rolled = grain == job::Grain::Lengthwise ? Vec2(1, 0) : Vec2(0, 1);
    const double nearlyAlong = std::cos(radians(30));
    const double least = material::leastInsideRadiusAlongGrain(s.material, s.part.thickness);
    constexpr double kSameRadius = 1e-9;
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.bends.size(); ++i) {
        const part::PartBend& bend = s.part.bends[i];
        const Vec2 line = (bend.near.to - bend.near.from).normalized();
        if (std::abs(line.dot(rolled)) < nearlyAlong || bend.shape.insideRadius >= least - kSameRadius)
            continue;
        const double radius = s.roundedUp(least);
        job::Job mended = s.job;
        mended.bends[i].insideRadius = radius;
        findings.push_back({.severity = Severity::Mind,
                            .about = Element::bend(bend.id),
                            .headline = "Bend " + bend.id + " runs along the grain",
                            .says = "Along it " + s.material.shortName + " wants an inside radius of " +
                                    s.length(least) + ", not " + s.length(bend.shape.insideRadius) +
                                    ". Or turn the blank round in the sheet.",
                            .value = bend.shape.insideRadius,
                            .limit = least,
                            .remedies = {Remedy{"make it R " + s.length(radius), std::move(mended)}}});
    }
    return findings;
}

} // namespace goodfold::check
