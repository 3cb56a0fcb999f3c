// Rules of what goes through the holes: enough thread, room for nut, head and tool.
#include "check/hole_findings.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Fastener;
using Use = Fastener::Use;

/// Thickness at which a bolt of class 8.8 breaks before the thread strips, with 1.3 in hand for a hole
/// drilled large and a short chamfer, and three turns at least.
double leastThread(const Subject& s, const hardware::Screw& screw) {
    constexpr double kBoltMpa = 800, kShare = 0.41, kInHand = 1.3, kTurns = 3;
    return std::max(kInHand * kShare * kBoltMpa / s.material.ultimate * screw.major, kTurns * screw.pitch);
}

/// The same thread in another family may.
Finding doesNotGrip(const Subject& s, const part::PartHole& hole, const Fastener& fastener,
                    const hardware::Screw& screw, const hardware::RivetNut& nut) {
    Finding finding =
        told(Severity::Mind, hole, hole.id + ": the rivet nut does not grip this stock",
             "It holds " + s.length(nut.gripLeast) + " to " + s.length(nut.gripMost) + "; the stock is " +
                 s.length(s.part.thickness) + ". Check its maker's sheet for another grip.",
             s.part.thickness, nut.gripMost);
    for (const hardware::RivetNut& other : screw.rivetNuts) {
        if (s.part.thickness < other.gripLeast || s.part.thickness > other.gripMost) continue;
        Fastener instead = fastener;
        instead.family = other.family;
        offer(finding, byFastener(s, hole.source, instead, "take the " + other.family + " one"));
        break;
    }
    return finding;
}

} // namespace

/// A thread cut in the stock itself needs enough of it.
std::vector<Finding> tooFewThreads(const Subject& s) {
    std::vector<Finding> findings;
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
        if (fastener.use != Use::Tapped || !screw || !isFirst(hole)) return;
        const double least = leastThread(s, *screw), turns = s.part.thickness / screw->pitch;
        if (s.part.thickness >= least) return;
        Finding finding = told(
            Severity::Mind, hole, hole.id + " has too little thread",
            s.length(s.part.thickness) + " of stock is " + quantity::printNumber(turns, 1) + " turns of " +
                screw->size + "; " + s.length(least) +
                " holds it so that a bolt of class 8.8 breaks before the thread strips, with 1.3 in hand.",
            s.part.thickness, least);
        Fastener nut = fastener;
        nut.use = Use::RivetNut;
        offer(finding, byFastener(s, hole.source, nut, "use a rivet nut"));
        nut.use = Use::WeldNut;
        offer(finding, byFastener(s, hole.source, nut, "use a weld nut"));
        findings.push_back(std::move(finding));
    });
    return findings;
}

/// A rivet nut's body needs room behind the sheet, and a grip that holds the sheet.
std::vector<Finding> nutDoesNotFit(const Subject& s) {
    std::vector<Finding> findings;
    const part::Surroundings around(s.part, s.folded);
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
        const hardware::RivetNut* found = screw ? screw->rivetNut(fastener.family) : nullptr;
        if (fastener.use != Use::RivetNut || !found) return;
        const hardware::RivetNut& nut = *found;
        if (isFirst(hole) && (s.part.thickness < nut.gripLeast || s.part.thickness > nut.gripMost))
            findings.push_back(doesNotGrip(s, hole, fastener, *screw, nut));
        const double behind = nut.length - s.part.thickness;
        const auto hit = inTheWay(s, around, hole, over(s, hole, fastener.headOnBack, 0.1, behind, nut.hole));
        if (!hit) return;
        Finding finding =
            told(Severity::Mind, hole, hole.id + ": the rivet nut is too long for the cavity",
                 "Its body reaches " + s.length(behind) + " behind the sheet and meets " + nameOf(*hit) + ".",
                 behind, 0);
        Fastener turned = fastener;
        turned.headOnBack = !turned.headOnBack;
        if (!inTheWay(s, around, hole, over(s, hole, turned.headOnBack, 0.1, behind, nut.hole)))
            offer(finding, byFastener(s, hole.source, turned, "set it from the other side"));
        findings.push_back(std::move(finding));
    });
    return findings;
}

/// A head or a washer that reaches past the tangent line stands on the curve and not on the sheet.
std::vector<Finding> headOnBend(const Subject& s) {
    std::vector<Finding> findings;
    eachFastened(s, [&](const part::PartHole& hole, const Fastener& fastener) {
        const auto head = hardware::headOf(fastener, s.hardware);
        if (!head) return;
        const part::PartPlate& plate = s.part.plates[hole.plate];
        std::vector<int> bends = plate.childBends;
        if (plate.parentBend >= 0) bends.push_back(plate.parentBend);
        for (const int index : bends) {
            const part::PartBend& bend = s.part.bends[index];
            const Segment& line = bend.child == hole.plate ? bend.far : bend.near;
            const double toLine = distance(hole.centreOfShape(), line);
            if (toLine >= head->bearingDiameter / 2) continue;
            findings.push_back(told(Severity::Mind, hole, hole.id + ": its head stands on bend " + bend.id,
                                    "Head or washer is " + s.length(head->bearingDiameter) +
                                        " across; the curve begins " + s.length(toLine) +
                                        " from the hole's centre.",
                                    toLine, head->bearingDiameter / 2));
            if (fastener.washers > 0) {
                Fastener bare = fastener;
                bare.washers = 0;
                if (hardware::headOf(bare, s.hardware)->bearingDiameter / 2 <= toLine)
                    offer(findings.back(), byFastener(s, hole.source, bare, "leave the washer out"));
            }
            return;
        }
    });
    return findings;
}

} // namespace goodfold::check
