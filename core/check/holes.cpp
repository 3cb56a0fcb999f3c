// Rules of holes: on their plate, clear of bends, clear of edges.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using part::Element;

constexpr double kSameLength = 1e-9; // two sums of the same lengths

/// A tangent line of the hole's plate and how much metal is left to it.
struct Clearance {
    int bend;
    double toHoleEdge; // mm, negative where the hole reaches past the line
    Vec2 away;         // unit direction that makes it more
    double least;      // what the rule of nearness asks
};

/// Round holes 2 T, from 25 mm diameter 2.5 T. A slot along the bend pulls open more: 2 T, from 25 mm length
/// 2.5 T, beyond 50 mm 3 T; with its end toward the bend it is as a round hole.
double leastToBend(const part::Part& part, const part::PartHole& hole, const Vec2& acrossBend) {
    constexpr double kLarge = 25, kLong = 50;
    const Vec2 spine = hole.spineInFlat.to - hole.spineInFlat.from;
    const bool alongBend = hole.isSlot() && std::abs(spine.dot(acrossBend)) < spine.norm() * std::sqrt(0.5);
    const double size = alongBend ? spine.norm() + hole.diameter : hole.diameter;
    const double thicknesses = size < kLarge ? 2.0 : alongBend && size > kLong ? 3.0 : 2.5;
    return thicknesses * part.thickness;
}

Clearance clearance(const part::Part& part, const part::PartHole& hole, int index) {
    const part::PartBend& bend = part.bends[index];
    const bool isOwn = bend.child == hole.plate;
    const Segment& line = isOwn ? bend.far : bend.near;
    const Vec2 away = isOwn ? bend.across : Vec2(-bend.across);
    const Vec2 along = line.to - line.from;
    double toCentre = 1e300;
    for (const Vec2& end : {hole.spineInFlat.from, hole.spineInFlat.to}) {
        const double share = (end - line.from).dot(along) / along.squaredNorm();
        // Beside a flange that takes only part of its edge, the line's ends are what the hole may come near.
        const bool beside = part.form == part::StockForm::Sheet && (share < 0 || share > 1);
        toCentre = std::min(toCentre, beside ? distance(end, line) : (end - line.from).dot(away));
    }
    return {index, toCentre - hole.diameter / 2, away, leastToBend(part, hole, bend.across)};
}

std::vector<Clearance> clearances(const part::Part& part, const part::PartHole& hole) {
    const part::PartPlate& plate = part.plates[hole.plate];
    std::vector<Clearance> all;
    if (plate.parentBend >= 0) all.push_back(clearance(part, hole, plate.parentBend));
    for (const int bend : plate.childBends)
        all.push_back(clearance(part, hole, bend));
    return all;
}

/// The blank's free edge nearest to a hole, and the direction away from it.
struct NearestEdge {
    double toCentre;
    Vec2 away;
};

NearestEdge nearestEdge(const part::Part& part, const part::PartHole& hole) {
    const Path& outline = part.blank.finished;
    NearestEdge nearest{1e300, Vec2(0, 0)};
    const auto take = [&](const Vec2& onHole, const Vec2& onEdge) {
        const double here = (onHole - onEdge).norm();
        if (here < nearest.toCentre && here > 0) nearest = {here, (onHole - onEdge) / here};
    };
    for (const Vec2& end : {hole.spineInFlat.from, hole.spineInFlat.to})
        take(end, nearestOn(outline, end));
    for (const PathVertex& corner : outline) // a corner that points inward may come near a slot's middle
        take(nearestOn(hole.spineInFlat, corner.point), corner.point);
    return nearest;
}

/// The job with a hole moved in the flat, its figures rounded so that the move is not cut short.
part::Job moved(const Subject& s, const part::PartHole& hole, const Vec2& byInFlat) {
    const Vec2 by = s.part.plates[hole.plate].flatFromPlate.linear().transpose() * byInFlat;
    const auto shifted = [&](double value, double change) {
        if (std::abs(change) < 1e-9) return value;
        const double target = value + change;
        return change > 0 ? s.roundedUp(target) : -s.roundedUp(-target);
    };
    part::Job job = s.job;
    part::Hole& own = *job.findHole(hole.id);
    own.x = shifted(own.x, own.xFrom == part::Hole::XFrom::End ? -by.x() : by.x());
    own.y = shifted(own.y, own.yFrom == part::Hole::YFrom::Left ? -by.y() : by.y());
    return job;
}

/// A remedy only where the moved hole breaks neither of the other rules.
std::optional<Remedy> byMoving(const Subject& s, const part::PartHole& hole, const Vec2& byInFlat) {
    part::Job mended = moved(s, hole, byInFlat);
    if (part::whatIsWrong(mended)) return {};
    const part::Part part = part::solve(mended, s.material);
    const part::PartHole& there = part.holes[part.holeIndex(hole.id)];
    // Beside a flange, or between two bends, moving may not help: what is near stays near, or comes nearer.
    const auto before = clearances(s.part, hole);
    const auto after = clearances(part, there);
    for (size_t i = 0; i < after.size(); ++i)
        if (after[i].toHoleEdge < std::min(after[i].least, std::max(0.0, before[i].toHoleEdge + kSameLength)))
            return {};
    const part::Hole& own = *mended.findHole(hole.id);
    const part::Hole& old = *s.job.findHole(hole.id);
    const bool alongX = own.x != old.x;
    const double value = alongX ? own.x : own.y;
    return Remedy{"move " + hole.id + " to " + s.length(value), std::move(mended)};
}

double leastToEdge(const Subject& s, const part::PartHole& hole) {
    const double web = std::max(s.part.thickness, 2.0);
    return std::max(s.material.edgeDistanceDiameters * hole.diameter, hole.diameter / 2 + web);
}

} // namespace

/// The whole hole lies on the straight part of its plate; touching an edge or a tangent line is allowed here
/// and left to the rules of nearness.
std::vector<Finding> holeOffItsPlate(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartHole& hole : s.part.holes) {
        const part::PartPlate& plate = s.part.plates[hole.plate];
        const auto all = clearances(s.part, hole);
        const auto across =
            std::find_if(all.begin(), all.end(), [](const Clearance& c) { return c.toHoleEdge < 0; });
        if (across != all.end()) {
            const std::string& bend = s.part.bends[across->bend].id;
            findings.push_back(
                {.severity = Severity::Stop,
                 .about = Element::hole(hole.id),
                 .headline = hole.id + " lies across bend " + bend,
                 .says = "Its edge reaches " + s.length(-across->toHoleEdge) +
                         " into the bend, where it would tear or pull oval.",
                 .value = across->toHoleEdge,
                 .limit = 0.0,
                 .remedy = byMoving(s, hole, across->away * (2 * s.part.thickness - across->toHoleEdge))});
            continue;
        }
        const Path shape = plate.shapeInFlat();
        const Polygon inside = flattened(shape);
        double left = 1e300;
        for (const Vec2& end : {hole.spineInFlat.from, hole.spineInFlat.to}) {
            const double toEdge = (end - nearestOn(shape, end)).norm();
            left = std::min(left, (contains(inside, end) ? toEdge : -toEdge) - hole.diameter / 2);
        }
        if (left >= 0) continue;
        findings.push_back({.severity = Severity::Stop,
                            .about = Element::hole(hole.id),
                            .headline = hole.id + " is off " + plate.id,
                            .says = "It reaches " + s.length(-left) + " past the edge of the plate.",
                            .value = left,
                            .limit = 0.0});
    }
    return findings;
}

/// Hole edge to tangent line; at the limit is allowed.
std::vector<Finding> holeNearBend(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartHole& hole : s.part.holes)
        for (const Clearance& c : clearances(s.part, hole)) {
            if (c.toHoleEdge < 0 || c.toHoleEdge >= c.least - kSameLength) continue;
            const std::string& bend = s.part.bends[c.bend].id;
            const std::string keeps = hole.isSlot() ? " keeps its sides straight." : " keeps it round.";
            findings.push_back({.severity = Severity::Mind,
                                .about = Element::hole(hole.id),
                                .headline = hole.id + " is close to bend " + bend,
                                .says = s.length(c.toHoleEdge) + " from its edge to the start of the bend; " +
                                        s.length(c.least) + keeps + " Or drill it after bending.",
                                .value = c.toHoleEdge,
                                .limit = c.least,
                                .remedy = byMoving(s, hole, c.away * (c.least - c.toHoleEdge))});
        }
    return findings;
}

/// Hole centre to the nearest free edge; at the limit is allowed. Holes off their plate are not told twice.
std::vector<Finding> holeNearEdge(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartHole& hole : s.part.holes) {
        const NearestEdge nearest = nearestEdge(s.part, hole);
        const double least = leastToEdge(s, hole);
        if (nearest.toCentre < hole.diameter / 2 || nearest.toCentre >= least - kSameLength) continue;
        Finding finding{.severity = Severity::Mind,
                        .about = Element::hole(hole.id),
                        .headline = hole.id + " is close to an edge",
                        .says = s.length(nearest.toCentre) + " from its centre to the edge; " +
                                s.length(least) + " is wanted so that it does not tear out.",
                        .value = nearest.toCentre,
                        .limit = least,
                        .remedy = byMoving(s, hole, nearest.away * (least - nearest.toCentre))};
        if (finding.remedy) {
            const part::Part mended = part::solve(finding.remedy->mended, s.material);
            const part::PartHole& there = mended.holes[mended.holeIndex(hole.id)];
            if (nearestEdge(mended, there).toCentre < least - kSameLength) finding.remedy.reset();
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

} // namespace goodfold::check
