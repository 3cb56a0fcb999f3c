// Whether a bend's allowance can be believed where it is used.
#include "check/finding.h"
#include "common/phrase.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Element;

namespace {

/// What the material's own table counts for a bend, and how much longer or shorter that makes the blank.
struct ByTable {
    double k;
    double longer; // mm, of what is counted now over the table's
};

ByTable byTable(const Subject& s, const part::PartBend& bend) {
    const double k = material::kFactorAt(s.material, bend.shape.insideRadius / bend.shape.thickness).k;
    return {k, bend.alongBar(bend.allowance - bend::allowance(bend.shape, k))};
}

std::string cuts(const Subject& s, double longer) {
    return "cuts the blank " + s.length(std::abs(longer)) + (longer > 0 ? " longer" : " shorter");
}

Finding doubt(const part::PartBend& bend, std::string headline, std::string says) {
    return {.severity = Severity::Mind,
            .about = Element::bend(bend.id),
            .headline = std::move(headline),
            .says = std::move(says)};
}

} // namespace

/// Metal's neutral fibre lies between a quarter and half of its thickness from the inside, but for what is
/// coined or pulled. A K beyond that is a slip or a rule used outside of its range.
std::vector<Finding> unlikelyK(const Subject& s) {
    constexpr double kLeast = 0.25, kMost = 0.5, kRounding = 1e-6;
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        if (bend.k >= kLeast - kRounding && bend.k <= kMost + kRounding) continue;
        const bool isNeglected = s.job.allowance.kind == bend::AllowanceRule::Kind::Din6935 &&
                                 bend.shape.angleDeg < 15 && !s.job.findBend(bend.id)->k;
        if (isNeglected) continue; // DIN counts nothing for it, and says so
        const ByTable table = byTable(s, bend);
        Finding finding = doubt(
            bend, "K " + quantity::printNumber(bend.k, 3) + " at bend " + bend.id + " is unlikely",
            "From " + (bend.kSource == "typed" ? "what is typed" : bend.kSource) +
                ". Between 0.25 and 0.5 is what bends give; the material's table has " +
                quantity::printNumber(table.k, 3) + ", and against that it " + cuts(s, table.longer) + ".");
        finding.value = bend.k;
        finding.limit = bend.k < kLeast ? kLeast : kMost;
        if (s.job.findBend(bend.id)->k && s.mendsOneMore()) {
            job::Job mended = s.job;
            mended.findBend(bend.id)->k.reset();
            finding.remedies = {Remedy{"go by the rule", std::move(mended)}};
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// A test bend says what that bend took. Elsewhere its K moves as the material's table does.
std::vector<Finding> testBendElsewhere(const Subject& s) {
    if (s.job.allowance.kind != bend::AllowanceRule::Kind::Measured) return {};
    constexpr double kAngle = 10, kThickness = 0.05, kRatio = 0.25; // degrees, and shares
    const bend::Shape& tested = s.job.allowance.testBend.shape;
    const double ratio = tested.insideRadius / tested.thickness;
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        if (s.job.findBend(bend.id)->k) continue;
        const double own = bend.shape.insideRadius / bend.shape.thickness;
        std::vector<std::string> off;
        if (std::abs(bend.shape.angleDeg - tested.angleDeg) > kAngle)
            off.push_back(quantity::printNumber(bend.shape.angleDeg, 1) + "°, not " +
                          quantity::printDegrees(tested.angleDeg));
        if (std::abs(bend.shape.thickness - tested.thickness) > kThickness * tested.thickness)
            off.push_back(s.length(bend.shape.thickness) + " thick, not " + s.length(tested.thickness));
        if (std::abs(own - ratio) > kRatio * std::max(ratio, 0.5))
            off.push_back("R " + s.length(bend.shape.insideRadius) + ", " + quantity::printNumber(own, 1) +
                          " thicknesses, not " + quantity::printNumber(ratio, 1));
        if (off.empty()) continue;
        const double moved = std::abs(material::kFactorAt(s.material, std::max(own, 0.05)).k -
                                      material::kFactorAt(s.material, std::max(ratio, 0.05)).k);
        const double mm = radians(bend.shape.angleDeg) * moved * bend.shape.thickness;
        findings.push_back(doubt(bend, "The test bend was another than bend " + bend.id,
                                 "This one is " + listed(off) + ". By the material's table K moves by " +
                                     quantity::printNumber(moved, 3) + " from there to here, " +
                                     s.length(mm) + " on this bend; bend a piece as this one will be."));
        findings.back().value = mm;
    }
    return findings;
}

std::vector<Finding> dinBeyondItsRange(const Subject& s) {
    if (s.job.allowance.kind != bend::AllowanceRule::Kind::Din6935 || s.part.bends.empty()) return {};
    std::vector<Finding> findings;
    const std::string& family = s.material.gaugeFamily;
    const bool isSteel = family == "steel" || family == "galvanised";
    if (!isSteel)
        findings.push_back(doubt(s.part.bends.front(), "DIN 6935 is a rule for steel",
                                 "This is " + s.material.shortName + ": for bend " + s.part.bends.front().id +
                                     " it " + cuts(s, byTable(s, s.part.bends.front()).longer) +
                                     " than the material's own table."));
    for (const part::PartBend& bend : s.part.bends)
        if (bend.shape.angleDeg < 15 && !s.job.findBend(bend.id)->k) {
            findings.push_back(doubt(bend, "DIN 6935 counts nothing for bend " + bend.id,
                                     "Under 15° it takes nothing off, and so it " +
                                         cuts(s, byTable(s, bend).longer) + " than the material's table."));
            findings.back().severity = Severity::Note;
        }
    return findings;
}

} // namespace goodfold::check
