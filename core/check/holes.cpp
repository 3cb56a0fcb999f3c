// Rules of holes: on their plate, clear of bends, clear of edges.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Element;

constexpr double kSameLength = 1e-9; // two sums of the same lengths

/// A tangent line of the hole's plate and how much metal is left to it.
struct Clearance {
    int bend;
    double toHoleEdge; // mm, negative where the hole reaches past the line
    Vec2 away;         // unit direction that makes it more
    double least;      // what the rule of nearness asks
};

/// Round holes 2 T, from 25 mm diameter 2.5 T. A slot or a square hole pulls open more the longer it is along
/// the bend: 2 T, from 25 mm 2.5 T, beyond 50 mm 3 T. Threads and countersinks half a thickness more.
double leastToBend(const part::Part& part, const part::PartHole& hole, const Vec2& acrossBend) {
    constexpr double kLarge = 25, kLong = 50;
    const Vec2 alongBend(-acrossBend.y(), acrossBend.x());
    double least = 0, most = 0; // how far it reaches along the bend, from its place
    for (const Vec2& p : hole.core().points) {
        least = std::min(least, (p - hole.centreInFlat).dot(alongBend));
        most = std::max(most, (p - hole.centreInFlat).dot(alongBend));
    }
    const double size = most - least + 2 * hole.core().reach;
    const double thicknesses = size < kLarge ? 2.0 : !hole.isRound() && size > kLong ? 3.0 : 2.5;

    return (hole.isSunk() ? thicknesses + 0.5 : thicknesses) * part.thickness;
}

Clearance clearance(const part::Part& part, const part::PartHole& hole, int index) {
    const part::PartBend& bend = part.bends[index];
    const bool isOwn = bend.child == hole.plate;
    const Segment& line = isOwn ? bend.far : bend.near;
    const Vec2 away = isOwn ? bend.across : Vec2(-bend.across);
    const Vec2 along = line.to - line.from;
    double toCentre = 1e300;
    const part::PartHole::Core core = hole.core();
    for (const Vec2& end : core.points) {
        const double share = (end - line.from).dot(along) / along.squaredNorm();
        // Beside a flange that takes only part of its edge, the line's ends are what the hole may come near.
        const bool beside = part.form == job::StockForm::Sheet && (share < 0 || share > 1);
        toCentre = std::min(toCentre, beside ? distance(end, line) : (end - line.from).dot(away));
    }
    return {index, toCentre - core.reach, away, leastToBend(part, hole, bend.across)};
}

std::vector<Clearance> clearances(const part::Part& part, const part::PartHole& hole) {
    const part::PartPlate& plate = part.plates[hole.plate];
    std::vector<Clearance> all;
    if (plate.parentBend >= 0) all.push_back(clearance(part, hole, plate.parentBend));
    for (const int bend : plate.childBends)
        all.push_back(clearance(part, hole, bend));
    return all;
}

/// The free edge of a hole's plate nearest to it, and the direction away from that.
struct NearestEdge {
    double toCore; // from the hole's core: the centre of a round one, the edge of a square one
    Vec2 away;
};

/// Looked for no farther than `within`.
NearestEdge nearestEdge(const part::PartPlate& plate, const part::PartHole& hole, double within) {
    const Path& outline = plate.shapeInFlat;
    NearestEdge nearest{within, Vec2(0, 0)};
    const auto take = [&](const Vec2& onHole, const Vec2& onEdge) {
        const double here = (onHole - onEdge).norm();
        if (here < nearest.toCore && here > 0) nearest = {here, (onHole - onEdge) / here};
    };
    const part::PartHole::Core core = hole.core();
    Eigen::AlignedBox2d around;
    for (const Vec2& point : core.points)
        around.extend(point);
    around.extend(Vec2(around.min() - Vec2::Constant(within)));
    around.extend(Vec2(around.max() + Vec2::Constant(within)));
    for (size_t e = 0; e < outline.size(); ++e) {
        const PathVertex &from = outline[e], &to = outline[(e + 1) % outline.size()];
        if (plate.jointAt[e] >= 0 || !mayReach(from.point, to.point, from.bulge, around)) continue;
        for (size_t i = 0; i < core.points.size(); ++i) {
            const Segment side{core.points[i], core.points[(i + 1) % core.points.size()]};
            take(side.from, nearestOn(from.point, to.point, from.bulge, side.from));
            take(nearestOn(side, from.point),
                 from.point); // a corner that points inward may come near its middle
        }
    }
    return nearest;
}

/// The job with a hole moved in the flat, its figures rounded so that the move is not cut short.
job::Job moved(const Subject& s, const part::PartHole& hole, const Vec2& byInFlat) {
    const Vec2 by = s.part.plates[hole.plate].flatFromPlate.linear().transpose() * byInFlat;
    const auto shifted = [&](double value, double change) {
        if (std::abs(change) < 1e-9) return value;
        const double target = value + change;
        return change > 0 ? s.roundedUp(target) : -s.roundedUp(-target);
    };
    job::Job job = s.job;
    job::Hole& own = *job.findHole(hole.source);
    own.x = shifted(own.x, own.xFrom == job::Hole::XFrom::End ? -by.x() : by.x());
    own.y = shifted(own.y, own.yFrom == job::Hole::YFrom::Left ? -by.y() : by.y());
    return job;
}

/// A remedy only where the moved hole breaks neither of the other rules.
std::optional<Remedy> byMoving(const Subject& s, const part::PartHole& hole, const Vec2& byInFlat) {
    if (s.holeOf(hole).formed) return {}; // its place is not its own
    job::Job mended = moved(s, hole, byInFlat);
    if (job::whatIsWrong(mended)) return {};
    const part::Part part = part::solve(mended, s.material);
    const part::PartHole& there = part.holes[part.holeIndex(hole.id)];
    // Beside a flange, or between two bends, moving may not help: what is near stays near, or comes nearer.
    const auto before = clearances(s.part, hole);
    const auto after = clearances(part, there);
    for (size_t i = 0; i < after.size(); ++i)
        if (after[i].toHoleEdge < std::min(after[i].least, std::max(0.0, before[i].toHoleEdge + kSameLength)))
            return {};
    const job::Hole& own = *mended.findHole(hole.source);
    const job::Hole& old = s.holeOf(hole);
    const bool alongX = own.x != old.x;
    const double value = alongX ? own.x : own.y;
    return Remedy{"move " + hole.source + " to " + s.length(value), std::move(mended)};
}

/// An opening, not a hole for a bolt: something to look or reach through.
bool carriesNothing(const Subject& s, const part::PartHole& hole) {
    constexpr double kLargestBolt = 18.5; // mm: M16, loose
    const auto& fastener = s.holeOf(hole).fastener;
    return !fastener && (hole.diameter > kLargestBolt || hole.kind == job::Hole::Kind::ArcSlot);
}

double leastToEdge(const Subject& s, const part::PartHole& hole) {
    const double web = std::max(s.part.thickness, 2.0);
    if (const auto& fastener = s.holeOf(hole).fastener) {
        using Use = job::Fastener::Use;
        if (fastener->use == Use::Rivet)
            if (const auto* rivet = s.hardware.findRivet(fastener->size)) return 2 * rivet->diameter;
        if (fastener->use == Use::RivetNut)
            if (const auto* screw = s.hardware.findScrew(fastener->size))
                if (const auto* nut = screw->rivetNut(fastener->family)) return nut->leastEdge;
    }
    const double reach = hole.core().reach;
    return reach == 0 || carriesNothing(s, hole)
               ? reach + web
               : std::max(s.material.edgeDistanceDiameters * hole.diameter, reach + web);
}

std::string edgeHeadline(const Subject& s, const part::PartHole& hole) {
    const auto& fastener = s.holeOf(hole).fastener;
    if (fastener && fastener->use == job::Fastener::Use::Rivet)
        return hole.id + ": its rivet is too near an edge";
    return hole.id + " is close to an edge";
}

/// The finding with a way out, if there is one.
Finding with(Finding finding, std::optional<Remedy> remedy) {
    if (remedy) finding.remedies.push_back(*std::move(remedy));
    return finding;
}

/// A pattern's holes share one finding for each thing they come near: the worst.
void keepWorst(std::vector<Finding>& findings, const std::string& what, Finding finding,
               std::vector<std::string>& seen) {
    const std::string key = finding.about.id + " " + what;
    const auto known = std::find(seen.begin(), seen.end(), key);
    if (known == seen.end()) {
        seen.push_back(key);
        findings.push_back(std::move(finding));
        return;
    }
    Finding& before = findings[static_cast<size_t>(known - seen.begin())];
    if (*finding.value < *before.value) before = std::move(finding);
}

std::optional<Finding> acrossBend(const Subject& s, const part::PartHole& hole) {
    const auto all = clearances(s.part, hole);
    const auto across =
        std::find_if(all.begin(), all.end(), [](const Clearance& c) { return c.toHoleEdge < 0; });
    if (across == all.end()) return {};
    const part::PartBend& bend = s.part.bends[across->bend];
    const bool isBeyond = -across->toHoleEdge > bend.allowance + hole.diameter;
    const bool isMended = s.mendsOneMore();
    return with({.severity = Severity::Stop,
                 .about = Element::hole(hole.source),
                 .headline = hole.id + (isBeyond ? " lies beyond bend " : " lies across bend ") + bend.id,
                 .says = isBeyond ? "It is not on its leg at all: " + s.length(-across->toHoleEdge) +
                                        " past where the bend starts."
                                  : "Its edge reaches " + s.length(-across->toHoleEdge) +
                                        " into the bend, where it would tear or pull oval.",
                 .value = across->toHoleEdge,
                 .limit = 0.0},
                isMended ? byMoving(s, hole, across->away * (2 * s.part.thickness - across->toHoleEdge))
                         : std::nullopt);
}

std::optional<Finding> offPlate(const Subject& s, const part::PartHole& hole) {
    const part::PartPlate& plate = s.part.plates[hole.plate];
    const part::PartHole::Core core = hole.core();
    double left = 1e300;
    for (const Vec2& point : core.points) {
        const double toEdge = (point - nearestOn(plate.shapeInFlat, point)).norm();
        left = std::min(left, (contains(plate.shapeInFlat, point) ? toEdge : -toEdge) - core.reach);
    }
    if (left >= -kSameLength) return {};
    return Finding{.severity = Severity::Stop,
                   .about = Element::hole(hole.source),
                   .headline = hole.id + " is off " + plate.id,
                   .says = "It reaches " + s.length(-left) + " past the edge of the leg.",
                   .value = left,
                   .limit = 0.0};
}

Remedy byDrillingAfter(const Subject& s, const part::PartHole& hole) {
    job::Job mended = s.job;
    mended.findHole(hole.source)->afterBending = true;
    return {"drill " + hole.source + " after bending", std::move(mended)};
}

/// Half as long again, square to the bend, its end toward the bend no nearer than the hole was: what pulls
/// out of round there leaves the bolt its room.
std::optional<Remedy> bySlotting(const Subject& s, const part::PartHole& hole, const Vec2& awayInFlat) {
    const job::Hole& own = s.holeOf(hole);
    if (!hole.isRound() || own.formed || own.pattern || own.fastener || own.countersink) return {};
    const double length = s.roundedUp(1.5 * hole.diameter);
    job::Job mended = moved(s, hole, awayInFlat * (length - hole.diameter) / 2);
    job::Hole& slot = *mended.findHole(hole.source);
    const Vec2 along = s.part.plates[hole.plate].flatFromPlate.linear().transpose() * awayInFlat;
    slot.kind = job::Hole::Kind::Slot;
    slot.length = length;
    slot.angleDeg = degrees(std::atan2(along.y(), along.x()));
    return Remedy{"slot " + hole.source + " " + s.length(hole.diameter) + " × " + s.length(length),
                  std::move(mended)};
}

/// How far a countersink reaches beyond its hole's edge.
double sunkBeyond(const Subject& s, const part::PartHole& hole) {
    const auto& sunk = s.holeOf(hole).countersink;
    return sunk ? std::max(0.0, (sunk->diameter - hole.diameter) / 2) : 0;
}

/// A slot whose end looks at the bend.
bool isSlotAcross(const part::PartHole& hole, const Vec2& across) {
    const Vec2 spine = hole.spineInFlat.to - hole.spineInFlat.from;
    return hole.isSlot() && std::abs(spine.normalized().dot(across)) > std::cos(radians(20));
}

Finding nearBend(const Subject& s, const part::PartHole& hole, const Clearance& c) {
    const part::PartBend& bend = s.part.bends[c.bend];
    const bool hasRoom = isSlotAcross(hole, bend.across);
    const std::string keeps = hole.isRound() ? " keeps it round." : " keeps its sides straight.";
    Finding finding{.severity = hasRoom ? Severity::Note : Severity::Mind,
                    .about = Element::hole(hole.source),
                    .headline = hole.id + " is close to bend " + bend.id,
                    .says = s.length(c.toHoleEdge) + " from its edge to the start of the bend; " +
                            s.length(c.least) + keeps +
                            (hasRoom ? " Its end may pull; the bolt has room." : ""),
                    .value = c.toHoleEdge,
                    .limit = c.least};
    if (!s.mendsOneMore()) return finding;
    if (auto remedy = byMoving(s, hole, c.away * (c.least - c.toHoleEdge)))
        finding.remedies.push_back(*std::move(remedy));
    if (!hole.isThere) finding.remedies.push_back(byDrillingAfter(s, hole));
    if (auto slot = bySlotting(s, hole, c.away)) finding.remedies.push_back(*std::move(slot));
    return finding;
}

} // namespace

/// The whole hole lies on the straight part of its plate; touching an edge or a tangent line is allowed here
/// and left to the rules of nearness.
std::vector<Finding> holeOffItsPlate(const Subject& s) {
    std::vector<Finding> findings;
    std::vector<std::string> seen;
    for (const part::PartHole& hole : s.part.holes) {
        std::optional<Finding> finding = acrossBend(s, hole);
        if (!finding) finding = offPlate(s, hole);
        if (finding) keepWorst(findings, "off", *std::move(finding), seen);
    }
    return findings;
}

/// Edge of hole or countersink to tangent line; at the limit is allowed, and so is what is drilled after
/// bending.
std::vector<Finding> holeNearBend(const Subject& s) {
    std::vector<Finding> findings;
    std::vector<std::string> seen;
    for (const part::PartHole& hole : s.part.holes) {
        if (hole.afterBending) continue;
        for (Clearance c : clearances(s.part, hole)) {
            if (c.toHoleEdge >= 0) c.toHoleEdge = std::max(0.0, c.toHoleEdge - sunkBeyond(s, hole));
            if (c.toHoleEdge >= 0 && c.toHoleEdge < c.least - kSameLength)
                keepWorst(findings, s.part.bends[c.bend].id, nearBend(s, hole, c), seen);
        }
    }
    return findings;
}

/// Hole centre to the nearest free edge, of square holes their edge; at the limit is allowed. Holes off their
/// plate are not told twice.
std::vector<Finding> holeNearEdge(const Subject& s) {
    std::vector<Finding> findings;
    std::vector<std::string> seen;
    for (const part::PartHole& hole : s.part.holes) {
        const double least = leastToEdge(s, hole), reach = hole.core().reach;
        const NearestEdge nearest = nearestEdge(s.part.plates[hole.plate], hole, least);
        if (nearest.toCore < reach || nearest.toCore >= least - kSameLength) continue;
        auto remedy =
            s.mendsOneMore() ? byMoving(s, hole, nearest.away * (least - nearest.toCore)) : std::nullopt;
        if (remedy) {
            const part::Part mended = part::solve(remedy->mended, s.material);
            const part::PartHole& there = mended.holes[mended.holeIndex(hole.id)];
            if (nearestEdge(mended.plates[there.plate], there, least).toCore < least - kSameLength)
                remedy.reset();
        }
        // Less than half a thickness and a millimetre is no edge: it breaks in drilling.
        const double leaves = nearest.toCore - reach;
        const bool isGone = leaves < std::min(1.0, s.part.thickness / 2);
        keepWorst(findings, "edge",
                  with({.severity = isGone ? Severity::Stop : Severity::Mind,
                        .about = Element::hole(hole.source),
                        .headline = isGone ? hole.id + " leaves hardly any edge" : edgeHeadline(s, hole),
                        .says = s.length(nearest.toCore) + " from its " + (reach > 0 ? "centre" : "side") +
                                " to the edge" + (isGone ? " leaves " + s.length(leaves) + " of metal" : "") +
                                "; " + s.length(least) + " is needed so that it does not tear out.",
                        .value = nearest.toCore,
                        .limit = least},
                       std::move(remedy)),
                  seen);
    }
    return findings;
}

} // namespace goodfold::check
