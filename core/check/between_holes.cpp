// Rules of holes against each other, and of outlines against themselves.
#include "check/hole_findings.h"
#include "part/hole_gap.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::check {

namespace {

using job::Element;

/// Of two holes and their patterns one pair is told: the closest.
template <class Tell>
std::vector<Finding> worstOf(const Subject& s, std::vector<part::HolePair> pairs, Tell tell) {
    std::stable_sort(pairs.begin(), pairs.end(), [](const auto& a, const auto& b) { return a.gap < b.gap; });
    std::set<std::pair<std::string, std::string>> seen;
    std::vector<Finding> findings;
    for (const part::HolePair& pair : pairs) {
        const part::PartHole &one = s.part.holes[pair.one], &other = s.part.holes[pair.other];
        if (seen.insert(std::minmax(one.source, other.source)).second)
            if (auto finding = tell(one, other, pair.gap)) findings.push_back(*std::move(finding));
    }
    return findings;
}

/// What a head, a nut or a riveted head covers from the hole's centre.
double coveredBy(const Subject& s, const part::PartHole& hole) {
    const auto& fastener = fastenerOf(s, hole);
    if (!fastener) return 0;
    const auto head = hardware::headOf(*fastener, s.hardware);
    const hardware::Screw* screw = s.hardware.findScrew(fastener->size);
    const bool hasNut = fastener->use == job::Fastener::Use::Bolt && screw;
    const double nut = hasNut ? std::max(screw->acrossFlats, screw->olderAcrossFlats) * 1.1547 : 0;
    return std::max(head ? head->bearingDiameter : 0, nut) / 2;
}

double turn(const Vec2& a, const Vec2& b, const Vec2& c) {
    return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
}

/// Whether an outline crosses itself. Looked for from left to right: what begins beyond where a stretch ends
/// cannot meet it.
bool crosses(const Polygon& outline) {
    struct Stretch {
        Vec2 from, to;
        double left() const { return std::min(from.x(), to.x()); }
        double right() const { return std::max(from.x(), to.x()); }
        bool meets(const Stretch& other) const {
            const bool areNeighbours = to == other.from || from == other.to;
            return !areNeighbours && turn(from, to, other.from) * turn(from, to, other.to) < 0 &&
                   turn(other.from, other.to, from) * turn(other.from, other.to, to) < 0;
        }
    };
    std::vector<Stretch> all;
    for (size_t i = 0; i < outline.size(); ++i)
        all.push_back({outline[i], outline[(i + 1) % outline.size()]});
    std::sort(all.begin(), all.end(), [](const Stretch& a, const Stretch& b) { return a.left() < b.left(); });
    for (size_t i = 0; i < all.size(); ++i)
        for (size_t j = i + 1; j < all.size() && all[j].left() <= all[i].right(); ++j)
            if (all[i].meets(all[j])) return true;
    return false;
}

std::optional<std::string> wrongOutline(const Path& path) {
    constexpr double kStepDeg = 10, kNothing = 1e-4; // of the square round it
    const Polygon outline = flattened(path, kStepDeg);
    const Vec2 sizes = boxOf(path).sizes();
    if (crosses(outline)) return "crosses itself";
    if (std::abs(areaOf(path)) <= kNothing * sizes.x() * sizes.y()) return "has no area";
    return {};
}

} // namespace

/// Holes that run into each other are one hole; between others a web has to stay.
std::vector<Finding> holesTooClose(const Subject& s) {
    const double web = std::max(s.part.thickness, 2.0);
    return worstOf(
        s, part::closePairs(s.part, web - 1e-9),
        [&](const part::PartHole& one, const part::PartHole& other, double gap) -> std::optional<Finding> {
            constexpr double kTouching = 1e-6;
            if (gap < kTouching)
                return told(Severity::Stop, other, one.id + " and " + other.id + " run together",
                            "They share metal by " + s.length(std::max(0.0, -gap)) +
                                ": make them one hole, or move one.",
                            gap, 0);
            return told(Severity::Mind, other, one.id + " and " + other.id + " are close",
                        s.length(gap) + " of metal is left between them; " + s.length(web) + " holds.", gap,
                        web);
        });
}

/// Rivets three diameters apart, bolts 2.2 holes, and heads and nuts beside each other.
std::vector<Finding> fastenersTooClose(const Subject& s) {
    constexpr double kRivets = 3, kBolts = 2.2, kFarthest = 60; // mm: wider heads than that are not met
    return worstOf(
        s,
        part::closePairs(s.part, kFarthest,
                         [&](const part::PartHole& hole) { return fastenerOf(s, hole).has_value(); }),
        [&](const part::PartHole& one, const part::PartHole& other, double) -> std::optional<Finding> {
            const auto &a = fastenerOf(s, one), &b = fastenerOf(s, other);
            const double apart = (one.centreInFlat - other.centreInFlat).norm();
            const double heads = coveredBy(s, one) + coveredBy(s, other);
            if (apart < heads)
                return told(Severity::Mind, other, "Heads of " + one.id + " and " + other.id + " meet",
                            "Head, washer or nut need " + s.length(heads) +
                                " from middle to middle; there is " + s.length(apart) + ".",
                            apart, heads);
            const bool areRivets = a->use == job::Fastener::Use::Rivet && b->use == job::Fastener::Use::Rivet;
            const double pitch = (areRivets ? kRivets : kBolts) * std::max(one.diameter, other.diameter);
            if (apart >= pitch) return {};
            return told(Severity::Mind, other, one.id + " and " + other.id + " are close for what they hold",
                        s.length(apart) + " from middle to middle; " + s.length(pitch) +
                            (areRivets ? " is the least for rivets." : " is the least for bolts."),
                        apart, pitch);
        });
}

/// What no tool can follow: a bow-tie, a figure of eight, a cut-out folded flat.
std::vector<Finding> outlineCrossesItself(const Subject& s) {
    std::vector<Finding> findings;
    std::set<std::string> seen;
    for (const part::PartHole& hole : s.part.holes) {
        if (hole.kind != job::Hole::Kind::CutOut || !seen.insert(hole.source).second) continue;
        if (const auto wrong = wrongOutline(hole.shapeInFlat))
            findings.push_back(told(Severity::Stop, hole, hole.source + " " + *wrong,
                                    "Its corners are not in the order they are cut: what is taken out, and "
                                    "what stays, cannot be told.",
                                    areaOf(hole.shapeInFlat), 0));
    }
    for (const part::PartPlate& plate : s.part.plates) {
        if (plate.length <= 0 || plate.width <= 0)
            continue; // between the bends of a strap nothing is straight
        const auto wrong = wrongOutline(plate.shapeInFlat);
        if (!wrong) continue;
        Finding finding;
        finding.severity = Severity::Stop;
        finding.about = Element::plate(plate.id);
        finding.headline = "The outline of " + plate.id + " " + *wrong;
        finding.says = "The points of its edges are not in the order they are cut, or reach past each other.";
        findings.push_back(std::move(finding));
    }
    return findings;
}

} // namespace goodfold::check
