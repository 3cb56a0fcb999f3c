#include "text/derived_odds.h"

#include "text/lineup_words.h"

#include <cmath>

namespace goodfold::text {

namespace {

using quantity::printNumber;

std::string mm(double value) {
    return printNumber(value, 2);
}

/// "may be off by (9 cos 0° − 8) / 2 = 0.5, and the mount's own hole lets (9 − 8) / 2 = 0.5 more".
std::string playSaid(const lineup::Mounting::Tie& tie, const lineup::NominalFit::OfTie& fit, double hole,
                     double coat) {
    const double inMount = tie.through ? (*tie.through - tie.bolt) / 2 : 0;
    const double own = fit.play - inMount;
    std::string says = tie.hole + ": ";
    if (std::abs(own) < 1e-9)
        says += "it centres its bolt: no play of its own";
    else
        says += "play (D cos(tilt) − d) / 2 = (" + mm(hole) + (coat > 0 ? " − 2 × " + mm(coat) : "") +
                " cos " + printNumber(fit.tiltDeg, 1) + "° − " + mm(tie.bolt) + ") / 2 = " + mm(own);
    if (tie.through)
        says += ", and the mount's own hole (" + mm(*tie.through) + " − " + mm(tie.bolt) +
                ") / 2 = " + mm(inMount) + " more";
    return says + "; as drawn it is off by " + mm(fit.offset.norm());
}

} // namespace

Derivation howLikely(const lineup::Making& making, const lineup::NominalFit& nominal,
                     const lineup::Odds& odds, const quantity::Reading& reading) {
    Derivation how{"Every bolt goes in: " + oddsInWords(odds.odds), {}, {}};
    for (size_t i = 0; i < making.mounting.ties.size(); ++i) {
        const lineup::Mounting::Tie& tie = making.mounting.ties[i];
        const auto hole = static_cast<size_t>(making.part.holeIndex(tie.hole));
        how.lines.push_back(
            playSaid(tie, nominal.ties[i], making.part.holes[hole].diameter, making.job.coat));
    }
    how.lines.push_back("room as drawn, where it lies best: " +
                        quantity::printMm(nominal.fitting.room, reading));
    const auto fit = static_cast<int>(std::lround(odds.odds * odds.trials));
    how.lines.push_back("odds = pieces that go on / pieces drawn = " + std::to_string(fit) + " / " +
                        std::to_string(odds.trials) + " = " + oddsInWords(odds.odds) + ", give or take " +
                        printNumber(100 * odds.oddsSigma, 1));
    how.lines.push_back("room of the pieces drawn: " + mm(odds.roomMean) +
                        " in the mean, one in twenty under " + mm(odds.roomP5));
    how.source =
        "Each piece is made from random errors of the book, folded whole and laid on its mount where "
        "it has most room: docs, Odds.";
    return how;
}

Derivation whatMovesIt(const lineup::Making& making, const sequence::Plan* plan) {
    Derivation how{"What each piece is drawn from",
                   {},
                   "The book of errors, give or take so much each; the shop's own "
                   "over it, and what the logbook has learned."};
    for (const lineup::Source& source : making.sources) {
        if (source.of.empty()) continue;
        const bool isAngle = source.kind == lineup::SourceKind::Angle ||
                             source.kind == lineup::SourceKind::Springback ||
                             source.kind == lineup::SourceKind::Square;
        const bool isNumber = source.kind == lineup::SourceKind::K;
        how.lines.push_back(inWords(source, making, plan) + ": " +
                            printNumber(source.of.front().sigma, isNumber ? 3 : 2) +
                            (isAngle    ? "°"
                             : isNumber ? ""
                                        : " mm"));
    }
    return how;
}

Derivation howStrong(const job::Job& job, const strength::Estimate& estimate,
                     const material::Material& material, const quantity::Reading& reading) {
    const job::Load& load = *job.load;
    Derivation how{"What it stands", {}, {}};
    const double hung = strength::kJolt * strength::kGravity * load.hungKg;
    if (hung > load.newtons)
        how.lines.push_back("load = " + printNumber(strength::kJolt, 0) + " for a jolt × 9.81 × " +
                            printNumber(load.hungKg, 2) + " kg = " + printNumber(estimate.newtons, 0) + " N");
    else
        how.lines.push_back("load = " + printNumber(estimate.newtons, 0) + " N, as stated");
    const double width = job.stock.width, thickness = job.thickness;
    how.lines.push_back("bending over its thickness: I = w T³ / 12 = " + mm(width) + " × " + mm(thickness) +
                        "³ / 12 = " + printNumber(width * std::pow(thickness, 3) / 12, 1) +
                        ", section w T² / 6 = " + printNumber(width * thickness * thickness / 6, 1));
    how.lines.push_back("stressed most at " +
                        (estimate.stressed.kind == job::Element::Kind::Bend ? "bend " + estimate.stressed.id
                         : estimate.stressed.kind == job::Element::Kind::Plate ? "leg " + estimate.stressed.id
                                                                               : estimate.stressed.id) +
                        ": " + printNumber(estimate.stress, 0) +
                        " MPa, what holes leave and the inside of bends counted");
    how.lines.push_back("the metal is sure to stand " + printNumber(material.yieldLeast, 0) + " / " +
                        printNumber(strength::kYieldFactor, 1) + " = " +
                        printNumber(material.yieldLeast / strength::kYieldFactor, 0) + " MPa");
    how.lines.push_back("E = " + printNumber(material.elasticModulus, 0) + " MPa: " + load.at + " gives " +
                        quantity::printMm(estimate.deflection.norm(), reading) + " under the load");
    if (estimate.buckling)
        how.lines.push_back("it gives way sideways at " + printNumber(*estimate.buckling, 1) +
                            " times the load; " + printNumber(strength::kBucklingFactor, 0) +
                            " are asked for");
    how.source = "A chain of thin beams, clamped at " + load.held +
                 " (Euler and Bernoulli; curved bars after Winkler and Bach; buckling after Vianello). An "
                 "estimate: it replaces no test and no engineer.";
    return how;
}

} // namespace goodfold::text
