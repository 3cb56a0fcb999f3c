#include "part/exact_body.h"

namespace goodfold::part {

namespace {

/// A hole that only comes up to an edge does not cut what is beyond.
constexpr double kReaches = 1e-6;

ExactCut cutOf(const PartHole& hole) {
    return {hole.shapeInFlat, hole.centreInFlat, hole.countersink};
}

bool reachesInto(const PartHole& hole, const Path& outline) {
    return boxOf(hole.shapeInFlat).intersects(boxOf(outline)) && overlap(hole.shapeInFlat, outline, kReaches);
}

ExactPlate plateOf(const Part& part, const Folded& folded, int index) {
    const PartPlate& plate = part.plates[static_cast<size_t>(index)];
    ExactPlate exact{folded.rootFromFlat[static_cast<size_t>(index)], plate.shapeInFlat, {}};
    for (const PartHole& hole : part.holes)
        if (hole.plate == index || (!hole.afterBending && reachesInto(hole, plate.shapeInFlat)))
            exact.cuts.push_back(cutOf(hole));
    return exact;
}

ExactBend bendOf(const Part& part, const Folded& folded, int index) {
    const PartBend& bend = part.bends[static_cast<size_t>(index)];
    Pose2 flatFromBend = Pose2::Identity();
    flatFromBend.linear().col(0) = bend.across;
    flatFromBend.linear().col(1) = Vec2(-bend.across.y(), bend.across.x());
    flatFromBend.translation() = bend.near.from;
    const Pose2 bendFromFlat = flatFromBend.inverse();

    Pose3 raised = Pose3::Identity();
    raised.linear().topLeftCorner<2, 2>() = flatFromBend.linear();
    raised.translation().head<2>() = flatFromBend.translation();
    ExactBend exact{folded.rootFromFlat[static_cast<size_t>(bend.parent)] * raised,
                    {},
                    bend.shape.insideRadius,
                    folded.turnedDeg[static_cast<size_t>(index)],
                    bend.allowance,
                    bend.turn == Turn::Up,
                    {}};
    for (const Vec2& corner : bend.zoneInFlat)
        exact.zone.push_back(bendFromFlat * corner);
    for (const PartHole& hole : part.holes)
        if (!hole.afterBending && reachesInto(hole, straight(bend.zoneInFlat)))
            exact.cuts.push_back(moved(hole.shapeInFlat, bendFromFlat));
    return exact;
}

} // namespace

ExactBody formedBody(const Part& part, const Folded& folded, std::string name) {
    ExactBody body{std::move(name), part.thickness, {}, {}};
    for (size_t plate = 0; plate < part.plates.size(); ++plate)
        if (part.plates[plate].length > 0 && part.plates[plate].width > 0)
            body.plates.push_back(plateOf(part, folded, static_cast<int>(plate)));
    for (size_t bend = 0; bend < part.bends.size(); ++bend)
        if (part.bends[bend].allowance > 0)
            body.bends.push_back(bendOf(part, folded, static_cast<int>(bend)));
    return body;
}

ExactBody flatBody(const Part& part, std::string name) {
    ExactPlate blank{Pose3::Identity(), part.blank.outline, {}};
    for (const PartHole& hole : part.holes)
        if (!hole.afterBending) blank.cuts.push_back(cutOf(hole));
    return {std::move(name), part.thickness, {blank}, {}};
}

} // namespace goodfold::part
