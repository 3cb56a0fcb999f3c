// Whether what is meant for a hole goes into it: its size, its countersink, its way in.
#include "check/hole_findings.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Element;
using job::Fastener;
using Use = Fastener::Use;

/// By how much a hole may be larger than its book says before what it is for no longer holds in it.
double mostLarger(const Fastener& fastener, const hardware::Screw* screw) {
    if (fastener.use == Use::Bolt) return screw ? screw->loose - screw->close + 1 : 1;
    if (fastener.use == Use::Tapped) return screw ? 0.15 * screw->pitch : 0.1;
    return 0.3;
}

/// The least it goes into: a bolt its own thread's diameter, a rivet its own, a tap nearly its drill.
double leastHole(const Fastener& fastener, const hardware::Screw* screw, double wanted) {
    if (fastener.use == Use::Bolt && screw) return screw->major;
    if (fastener.use == Use::Tapped && screw) return wanted - 0.1 * screw->pitch;
    return wanted - 0.1;
}

std::optional<Remedy> byBoring(const Subject& s, const std::string& id, double diameter) {
    job::Job mended = s.job;
    mended.findHole(id)->diameter = diameter;
    return Remedy{"make it " + s.length(diameter), std::move(mended)};
}

} // namespace

/// A hole that its fastener does not go into, or in which it does not hold.
std::vector<Finding> holeDoesNotSuit(const Subject& s) {
    std::vector<Finding> findings;
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        if (!isFirst(hole)) return;
        const auto wanted = hardware::holeFor(fastener, s.hardware);
        if (!wanted) return;
        const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
        constexpr double kSame = 1e-6;
        const bool isCoated = s.job.coat > 0 && fastener.use == Use::Bolt;
        const double taken = isCoated ? 2 * s.job.coat : 0;
        const double least = leastHole(fastener, screw, wanted->diameter),
                     most = wanted->diameter + mostLarger(fastener, screw) + taken;
        const bool isSmall = hole.diameter - taken < least - kSame;
        if (!isSmall && hole.diameter <= most + kSame) return;
        Finding finding = told(
            isSmall ? Severity::Stop : Severity::Mind, hole,
            hole.id + (isSmall ? " is too small for its " : " is too large for its ") + fastener.size,
            hardware::nameOf(fastener) + " wants " + s.length(wanted->diameter) + "; the hole is " +
                s.length(hole.diameter) +
                (isSmall && isCoated ? ", and its coat leaves " + s.length(hole.diameter - taken) + " of it."
                                     : "."),
            hole.diameter, isSmall ? least + taken : most);
        if (s.mendsOneMore())
            offer(finding,
                  isSmall && isCoated
                      ? byBoring(s, hole.source, s.roundedUp(wanted->diameter + taken))
                      : byFastener(s, hole.source, fastener, "make it " + s.length(wanted->diameter)));
        findings.push_back(std::move(finding));
    });
    return findings;
}

/// Sunk through the stock it opens the hole on the other side, and its head stands on what lies beneath.
std::vector<Finding> sunkThrough(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartHole& hole : s.part.holes) {
        if (!hole.countersink || hole.id != hole.source) continue;
        const double slope = std::tan(radians(hole.countersink->angleDeg / 2));
        const double depth = (hole.countersink->diameter - hole.diameter) / 2 / slope;
        constexpr double kSame = 1e-6;
        if (depth <= s.part.thickness + kSame) continue;
        const double opens = hole.countersink->diameter - 2 * s.part.thickness * slope;
        Finding finding = told(
            Severity::Mind, hole, hole.id + " is sunk through",
            "Its countersink goes " + s.length(depth) + " deep; the stock is " + s.length(s.part.thickness) +
                ". The hole becomes " + s.length(opens) +
                " wide with a sharp edge, and the head stands on what lies beneath: sink that too, or dimple "
                "the sheet.",
            depth, s.part.thickness);
        const auto& fastener = s.holeOf(hole).fastener;
        Fastener pan = fastener.value_or(Fastener());
        pan.head = Fastener::Head::Pan;
        const bool isMended = s.mendsOneMore();
        if (fastener && isMended)
            if (auto remedy = byFastener(s, hole.source, pan, "take a pan head"))
                finding.remedies.push_back(*std::move(remedy));
        if (!fastener && isMended) {
            job::Job mended = s.job;
            mended.findHole(hole.source)->countersink.reset();
            finding.remedies.push_back({"leave it straight", std::move(mended)});
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// Weld nuts are projection-welded to bare steel and stainless.
std::vector<Finding> weldNutOnOther(const Subject& s) {
    const bool isWelded =
        (s.material.family == "steel" || s.material.family == "stainless") && s.material.coatCracksBelow == 0;
    std::vector<Finding> findings;
    if (isWelded) return findings;
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        if (!isFirst(hole)) return;
        if (fastener.use != Use::WeldNut) return;
        Finding finding =
            told(Severity::Mind, hole, hole.id + ": weld nuts are not for " + s.material.shortName,
                 "They are welded to bare steel: zinc gives off harmful fumes, and other metals do "
                 "not take them.",
                 0, 0);
        finding.value = finding.limit = {};
        Fastener nut = fastener;
        nut.use = Use::RivetNut;
        if (s.mendsOneMore()) offer(finding, byFastener(s, hole.source, nut, "use a rivet nut"));
        findings.push_back(std::move(finding));
    });
    return findings;
}

/// A screw as long as it has to be needs as much room before its hole.
std::vector<Finding> boltCannotGoIn(const Subject& s) {
    std::vector<Finding> findings;
    const part::Surroundings around(s.part, s.folded);
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        if (!isFirst(hole)) return;
        const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
        const auto stack = hardware::stackOf(fastener, s.part.thickness, s.hardware);
        if (!screw || !stack || fastener.use == Use::Rivet) return;
        const double length = stack->buy.value_or(stack->needed);
        const auto from = [&](bool onBack) {
            return inTheWay(s, around, hole, over(s, hole, !onBack, 0.1, length, screw->major));
        };
        const auto hit = from(fastener.headOnBack);
        if (!hit) return;
        Finding finding = told(Severity::Mind, hole, hole.id + ": its screw cannot be got in",
                               "It is " + s.length(length) + " long, and " + nameOf(*hit) +
                                   " stands in its way before its tip is at the hole.",
                               length, 0);
        finding.limit.reset();
        Fastener turned = fastener;
        turned.headOnBack = !turned.headOnBack;
        if (!from(turned.headOnBack) && s.mendsOneMore())
            offer(finding, byFastener(s, hole.source, turned, "put it in from the other side"));
        findings.push_back(std::move(finding));
    });
    return findings;
}

/// On the axis of another hole, but through a plate that does not stand square to it.
std::vector<Finding> boltStandsAskew(const Subject& s) {
    std::vector<Finding> findings;
    constexpr double kSquareDeg = 0.5, kGoesDeg = 3;
    for (const part::PartHole& hole : s.part.holes) {
        const auto& formed = s.holeOf(hole).formed;
        if (!formed || formed->kind != job::FormedPlace::Kind::Axis || hole.id != hole.source) continue;
        const auto& other = s.part.holes[static_cast<size_t>(s.part.holeIndex(formed->of))];
        const Vec3 own = part::formedPoint(s.folded, hole.plate, hole.centreInFlat).axis;
        const Vec3 axis = part::formedPoint(s.folded, other.plate, other.centreInFlat).axis;
        const double askew = degrees(std::acos(std::min(1.0, std::abs(own.dot(axis)))));
        if (askew <= kSquareDeg) continue;
        findings.push_back(
            told(askew > kGoesDeg ? Severity::Stop : Severity::Mind, hole,
                 "A bolt through " + hole.id + " and " + other.id + " stands askew",
                 "Their legs are " + quantity::printNumber(askew, 1) +
                     "° from square to one axis: its head and nut bear on one side, and the holes "
                     "let it through only if they are much wider.",
                 askew, kSquareDeg));
    }
    return findings;
}

} // namespace goodfold::check
