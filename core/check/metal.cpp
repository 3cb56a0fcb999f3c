// What the metal, its coat and its grain have to say about a part.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Element;

std::vector<Finding> one(Severity severity, const Element& about, std::string headline, std::string says) {
    std::vector<Finding> findings(1);
    findings[0].severity = severity;
    findings[0].about = about;
    findings[0].headline = std::move(headline);
    findings[0].says = std::move(says);
    return findings;
}

bool hasFastener(const Subject& s, auto isSuch) {
    for (const job::Plate& plate : s.job.plates)
        for (const job::Hole& hole : plate.holes)
            if (hole.fastener && isSuch(*hole.fastener)) return true;
    return false;
}

bool outlineHasSharpCorner(const std::vector<job::OutlinePoint>& points) {
    return std::any_of(points.begin(), points.end(),
                       [](const job::OutlinePoint& point) { return point.round == 0 && point.bow == 0; });
}

} // namespace

/// On sheet whose bends run both ways: some of them lie along the grain, wherever that is.
std::vector<Finding> grainUnsaid(const Subject& s) {
    if (s.part.form == job::StockForm::Bar || s.job.stock.grain != job::Grain::Unsaid) return {};
    const double thickness = s.part.thickness;
    const double along = material::leastInsideRadius(s.material, thickness, true).safe;
    const double across = material::leastInsideRadius(s.material, thickness, false).safe;
    std::vector<std::string> bends;
    for (const part::PartBend& bend : s.part.bends)
        if (bend.shape.insideRadius < along - 1e-9 && bend.shape.insideRadius >= across - 1e-9)
            bends.push_back(bend.id);
    if (bends.empty()) return {};
    return one(Severity::Mind, Element::bend(bends.front()), "Which way does the grain run?",
               capital(job::namesOfBends(bends)) + (bends.size() == 1 ? " is" : " are") +
                   " sound across it, and along it only from R " + s.length(along) +
                   " on. Say how the sheet is rolled with the stock.");
}

/// Zinc is less tough than what it lies on.
std::vector<Finding> coatCracks(const Subject& s) {
    const double least = s.material.coatCracksBelow * s.part.thickness;
    std::vector<std::string> bends;
    for (const part::PartBend& bend : s.part.bends)
        if (bend.shape.insideRadius < least - 1e-9) bends.push_back(bend.id);
    if (bends.empty()) return {};
    auto findings = one(Severity::Note, Element::bend(bends.front()), "Its zinc cracks",
                        "On the outside of " + job::namesOfBends(bends) + ", tighter than R " +
                            s.length(least) + ": touch it up with zinc paint, and the cut edges with it.");
    findings[0].limit = least;
    return findings;
}

/// Two metals and rain make a battery: the less noble one goes.
std::vector<Finding> mixedMetals(const Subject& s) {
    if (!hasFastener(s, [](const job::Fastener&) { return true; })) return {};
    const std::string& family = s.material.family;
    if (family == "aluminium" || s.material.coatCracksBelow > 0)
        return one(Severity::Note, {}, "What it is screwed with",
                   "Outdoors, stainless, copper or brass in wet contact eats " +
                       std::string(family == "aluminium" ? "aluminium" : "zinc") +
                       ": plated steel screws, or plastic washers and sleeves between.");
    if (family == "copper" || family == "brass" || family == "stainless")
        return one(Severity::Note, {}, "What it is screwed with",
                   "Outdoors it eats plated screws, and aluminium or zinc that it lies on: screws of its own "
                   "kind, and something between.");
    return {};
}

/// A corner cut inward without a round is where a crack begins.
std::vector<Finding> sharpInnerCorners(const Subject& s) {
    std::vector<std::string> holes;
    for (const job::Plate& plate : s.job.plates)
        for (const job::Hole& hole : plate.holes) {
            const bool isRectangle = hole.kind == job::Hole::Kind::Rectangle && hole.radius == 0;
            const bool isCutOut = hole.kind == job::Hole::Kind::CutOut && outlineHasSharpCorner(hole.outline);
            if (isRectangle || isCutOut) holes.push_back(hole.id);
        }
    if (holes.empty()) return {};
    return one(Severity::Note, Element::hole(holes.front()), "Sharp inner corners",
               capital(listed(holes)) + ": drill each corner first, " +
                   s.length(std::max(2.0, s.part.thickness)) +
                   " or so. A sharp one is where a crack begins, and no file gets into it.");
}

std::vector<Finding> closeHolesAndCoats(const Subject& s) {
    const auto isClose = [](const job::Fastener& fastener) {
        return fastener.use == job::Fastener::Use::Bolt && fastener.fit == job::Fastener::Fit::Close;
    };
    const auto isThreaded = [](const job::Fastener& fastener) {
        return fastener.use != job::Fastener::Use::Bolt && fastener.use != job::Fastener::Use::Rivet;
    };
    if (s.job.coat > 0 && hasFastener(s, isThreaded))
        return one(Severity::Note, {}, "Threads and the coat",
                   "Plug threads before it is coated, or run a tap through them after: a coated thread takes "
                   "no screw.");
    if (s.job.coat > 0 || !hasFastener(s, isClose)) return {};
    return one(
        Severity::Note, {}, "Close holes and paint",
        "Paint, powder or hot zinc take 0.1 to 0.3 mm off a hole: of what is coated after drilling, plug "
        "the close holes or drill them again.");
}

/// A punch that is slimmer than the sheet is thick breaks.
std::vector<Finding> tooSmallToPunch(const Subject& s) {
    const double least = (s.material.family == "stainless" ? 1.5 : 1.0) * s.part.thickness;
    std::vector<std::string> holes;
    for (const part::PartHole& hole : s.part.holes)
        if (hole.diameter < least - 1e-9 && hole.id == hole.source) holes.push_back(hole.id);
    if (holes.empty()) return {};
    auto findings = one(Severity::Note, Element::hole(holes.front()), "Drilled, not punched",
                        capital(listed(holes)) + (holes.size() == 1 ? " is" : " are") + " narrower than " +
                            s.length(least) + ": a punch of that size breaks in this stock.");
    findings[0].limit = least;
    return findings;
}

/// Typed reliefs narrower or shallower than sheet needs to stop tearing.
std::vector<Finding> reliefTooSmall(const Subject& s) {
    std::vector<Finding> findings;
    constexpr double kSame = 1e-9;
    for (const part::PartBend& bend : s.part.bends) {
        const job::Relief& asked = s.job.findBend(bend.id)->relief;
        const double t = s.part.thickness;
        const bool isNarrow =
            asked.width && asked.kind != job::Relief::Kind::Slit && *asked.width < t - kSame;
        const bool isShallow = asked.depth && *asked.depth < t / 2 - kSame;
        if (!isNarrow && !isShallow) continue;
        Finding finding;
        finding.severity = Severity::Mind;
        finding.about = Element::bend(bend.id);
        finding.headline = "The relief of bend " + bend.id + " is small";
        finding.says = isNarrow ? "It is " + s.length(*asked.width) + " wide; less than the thickness, " +
                                      s.length(t) + ", still tears."
                                : "It ends " + s.length(*asked.depth) + " past the bend; less than " +
                                      s.length(t / 2) + " still tears into the leg.";
        finding.value = isNarrow ? *asked.width : *asked.depth;
        finding.limit = isNarrow ? t : t / 2;
        findings.push_back(std::move(finding));
        if (!s.mendsOneMore()) continue;
        job::Job mended = s.job;
        (isNarrow ? mended.findBend(bend.id)->relief.width : mended.findBend(bend.id)->relief.depth).reset();
        findings.back().remedies.push_back({"make it as the rule says", std::move(mended)});
    }
    return findings;
}

/// The only hole of a part: it turns about its bolt.
std::vector<Finding> heldByOne(const Subject& s) {
    if (s.part.holes.size() != 1) return {};
    const auto& fastener = s.holeOf(s.part.holes[0]).fastener;
    if (!fastener || fastener->use == job::Fastener::Use::Rivet) return {};
    return one(
        Severity::Note, Element::hole(s.part.holes[0].source), "One bolt holds it",
        "It can turn about that: a second hole, an edge against something, or a toothed washer stops it.");
}

/// Figures that are allowed, and that hardly anybody means.
std::vector<Finding> hardlyMeant(const Subject& s) {
    constexpr double kLong = 3000, kWideBar = 300, kThick = 25, kRound = 1000; // mm
    std::vector<Finding> findings;
    const auto ask = [&](const Element& about, const std::string& what, double value, double usual) {
        Finding finding;
        finding.severity = Severity::Mind;
        finding.about = about;
        finding.headline = "Is that meant?";
        finding.says = what + " is " + s.length(value) + ": more than " + s.length(usual) +
                       " is hardly ever bent by hand. A slip of the unit or the point?";
        finding.value = value;
        finding.limit = usual;
        findings.push_back(std::move(finding));
    };
    for (const part::PartPlate& plate : s.part.plates)
        if (plate.length > kLong) ask(Element::plate(plate.id), "Leg " + plate.id, plate.length, kLong);
    if (s.part.form == job::StockForm::Bar && s.job.stock.width > kWideBar)
        ask({}, "The bar's width", s.job.stock.width, kWideBar);
    if (s.part.thickness > kThick) ask({}, "The thickness", s.part.thickness, kThick);
    for (const part::PartBend& bend : s.part.bends)
        if (bend.shape.insideRadius > kRound)
            ask(Element::bend(bend.id), "The radius of bend " + bend.id, bend.shape.insideRadius, kRound);
    return findings;
}

} // namespace goodfold::check
