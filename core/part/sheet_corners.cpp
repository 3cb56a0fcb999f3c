#include "part/sheet_corners.h"

#include "part/corner_joint.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

constexpr double kSamePlace = 1e-6; // two sums of the same lengths

Vec2 alongEdge(const PartPlate& plate, Edge edge) {
    const Segment line = plate.edgeInFlat(edge);
    return (line.to - line.from).normalized();
}

/// The bend by which a flange's tab hangs on its side, or null.
const PartBend* tabOf(const Part& part, const PartBend& flange, Edge side) {
    for (const int bend : part.plates[flange.child].childBends)
        if (part.bends[bend].edge == side) return &part.bends[bend];
    return nullptr;
}

Neighbour neighbour(const Part& part, const PartBend& bend, bool arriving) {
    const Vec2 along = alongEdge(part.plates[bend.parent], bend.edge);
    const PartBend* tab = tabOf(part, bend, arriving ? Edge::Left : Edge::Right);
    return {arriving ? along : Vec2(-along), Vec2(along.y(), -along.x()), bend.shape,
            part.plates[bend.child].length, tab ? tab->shape.insideRadius : 0};
}

/// The end of a flange that looks at the corner, at `reach` past it. The bend itself ends with its edge.
void letReach(PartBend& bend, bool arriving, const Reach& reach, double length, bool leans) {
    const double bent = std::min(reach.at, 0.0), past = std::max(reach.at, 0.0);
    (arriving ? bend.to : bend.from) = arriving ? bend.edgeLength + bent : -bent;
    (arriving ? bend.shoulderLeft : bend.shoulderRight) = past;
    if (leans) (arriving ? bend.taperLeft : bend.taperRight) = -reach.slope * length;
}

void meet(Part& part, int plate, Corner corner, const CornerJoint& joint) {
    const AtCorner at = flangesAt(part, plate, corner);
    if (at.arriving < 0 || at.leaving < 0) return;
    PartBend &arriving = part.bends[at.arriving], &leaving = part.bends[at.leaving];
    if (arriving.turn != leaving.turn) return;
    const bool tabOnLeaving = joint.kind == CornerJoint::Kind::Lapped && joint.tabOn == leaving.edge;
    const Neighbour a = neighbour(part, arriving, true), b = neighbour(part, leaving, false);
    const auto met = tabOnLeaving ? cornerReachOf(b, a, joint) : cornerReachOf(a, b, joint);
    if (!met) return;
    const bool leans = joint.kind == CornerJoint::Kind::Closed;
    letReach(arriving, true, tabOnLeaving ? met->second : met->first, a.length, leans);
    letReach(leaving, false, tabOnLeaving ? met->first : met->second, b.length, leans);
}

bool endsAtCorner(const PartBend& bend, bool arriving) {
    return std::abs(arriving ? bend.edgeLength - bend.to : bend.from) < kSamePlace;
}

/// Both bends stop at a round hole in their corner; their plates reach as far as before.
void drill(Part& part, int plate, Corner corner) {
    const AtCorner at = flangesAt(part, plate, corner);
    if (at.arriving < 0 || at.leaving < 0) return;
    PartBend &arriving = part.bends[at.arriving], &leaving = part.bends[at.leaving];
    if (arriving.relief.kind != Relief::Kind::Round || leaving.relief.kind != Relief::Kind::Round) return;
    if (!endsAtCorner(arriving, true) || !endsAtCorner(leaving, false)) return;
    const double radius = std::max(arriving.relief.width, leaving.relief.width) / 2;
    arriving.to -= radius;
    arriving.shoulderLeft += radius;
    leaving.from += radius;
    leaving.shoulderRight += radius;
}

} // namespace

AtCorner flangesAt(const Part& part, int plate, Corner corner) {
    const auto k = static_cast<size_t>(corner);
    const auto arriving = part.bendsOn(plate, kEdgesRound[(k + 3) % 4]);
    const auto leaving = part.bendsOn(plate, kEdgesRound[k]);
    return {arriving.empty() ? -1 : arriving.back(), leaving.empty() ? -1 : leaving.front()};
}

void meetAtCorners(const Job& job, Part& part, int plate) {
    for (const auto& [corner, joint] : job.plates[static_cast<size_t>(plate)].cornerJoints)
        meet(part, plate, corner, joint);
    for (const int corner : {0, 1, 2, 3})
        drill(part, plate, static_cast<Corner>(corner));
}

PartRelief reliefOf(const Relief& asked, const bend::Shape& shape, double kerf, bool besideMetal) {
    using Kind = Relief::Kind;
    const double t = shape.thickness;
    const Kind kind = asked.kind != Kind::Usual ? asked.kind : besideMetal ? Kind::Rectangle : Kind::None;
    switch (kind) {
    case Kind::Slit:
        return {kind, asked.width.value_or(kerf), asked.depth.value_or(t)};
    case Kind::Rectangle:
    case Kind::Obround: {
        const double width = asked.width.value_or(std::max(1.5 * t, kerf));
        const double depth = asked.depth.value_or(t);
        return {kind, width, kind == Kind::Obround ? std::max(depth, width / 2) : depth};
    }
    case Kind::Round: {
        const double diameter = asked.width.value_or(std::max(2 * t, shape.insideRadius + t));
        return {kind, diameter, diameter / 2};
    }
    default:
        return {Kind::None, 0, 0};
    }
}

double drilledAt(const Part& part, int plate, Corner corner) {
    const AtCorner at = flangesAt(part, plate, corner);
    if (at.arriving < 0 || at.leaving < 0) return 0;
    const PartBend &arriving = part.bends[at.arriving], &leaving = part.bends[at.leaving];
    if (arriving.relief.kind != Relief::Kind::Round || leaving.relief.kind != Relief::Kind::Round) return 0;
    const double held = arriving.edgeLength - arriving.to;
    const double radius = std::max(arriving.relief.width, leaving.relief.width) / 2;
    return std::abs(held - radius) < kSamePlace && std::abs(leaving.from - radius) < kSamePlace ? radius : 0;
}

void findLaps(const Job& job, Part& part) {
    for (size_t i = 0; i < job.plates.size(); ++i)
        for (const auto& [corner, joint] : job.plates[i].cornerJoints) {
            if (joint.kind != CornerJoint::Kind::Lapped) continue;
            const AtCorner at = flangesAt(part, static_cast<int>(i), corner);
            if (at.arriving < 0 || at.leaving < 0) continue;
            const bool tabArrives = part.bends[static_cast<size_t>(at.arriving)].edge == joint.tabOn;
            const int tabbed = tabArrives ? at.arriving : at.leaving,
                      other = tabArrives ? at.leaving : at.arriving;
            const int last = joint.tabOutside ? tabbed : other;
            part.bends[static_cast<size_t>(last)].closes.push_back(last == tabbed ? other : tabbed);
        }
}

} // namespace goodfold::part
