#include "sequence/operation.h"

#include "part/fold.h"
#include "sequence/bend_set.h"

#include <algorithm>

namespace goodfold::sequence {

tool::Work workOf(const part::Part& part, int index) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
    return {.angleDeg = bend.shape.angleDeg,
            .insideRadius = bend.shape.insideRadius,
            .radiusIsTyped = bend.radiusIsTyped,
            .thickness = part.thickness,
            .length = (bend.near.to - bend.near.from).norm(),
            .allowance = bend.allowance,
            .bumps = bend.bumps,
            .alongGrain = part::runsAlongGrain(part, bend)};
}

namespace {

/// Bar can be held beside the screw where it is narrow enough. Under a press with a frame behind it either
/// side of the bend goes in, and between dies in a vise either hangs down.
std::vector<tool::Hold> holdsOf(const tool::Tool& tool, const tool::Work& work, bool leans) {
    std::vector<tool::Hold> holds;
    const bool isEndForEnd = tool.die.throat > 0 || (tool.isDie() && tool.isUpright());
    if (isEndForEnd) return {tool::Hold{}, tool::Hold{.childToFrame = true}};
    if (!tool.isUpright() || tool.isDie()) return {tool::Hold{}};
    const bool fitsBeside = work.length <= (tool.length - tool.bench.screwWidth) / 2;
    for (const bool towardYou : {false, true})
        for (const bool besideScrew : {false, true})
            for (const bool otherSide : {false, true})
                if ((!besideScrew || fitsBeside) && (!otherSide || (besideScrew && leans)))
                    holds.push_back(
                        {.towardYou = towardYou, .besideScrew = besideScrew, .otherSide = otherSide});
    return holds;
}

} // namespace

Operations operationsOf(const part::Part& part, const material::Material& material, const tool::Shop& shop) {
    Operations operations;
    // Bar that leans stands to one side of the screw and not to the other.
    const bool leans = std::any_of(part.bends.begin(), part.bends.end(),
                                   [](const part::PartBend& bend) { return bend.skewDeg != 0; });
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const int bend = static_cast<int>(i);
        const tool::Work work = workOf(part, bend);
        std::vector<Operation>& all = operations.of.emplace_back();
        std::vector<tool::Refusal>& refusals = operations.refusals.emplace_back();
        for (const tool::Tool& tool : shop.tools) {
            if (!tool.isThere) continue;
            const tool::Fit fit = tool::fit(tool, work, material);
            if (fit.setups.empty()) refusals.push_back(*fit.refusal);
            for (const tool::Setup& setup : fit.setups)
                for (const tool::Hold& hold : holdsOf(tool, work, leans))
                    for (const bool holdsChild : {false, true})
                        if (!holdsChild || !tool.isDie())
                            all.push_back({bend, setup, hold, holdsChild, work});
        }
    }
    return operations;
}

Pose3 flatFromTool(const part::Part& part, const Operation& operation) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const bool inDie = operation.setup.tool->isDie(), up = bend.turn == job::Turn::Up;
    const Segment& line = inDie ? bend.centre : operation.holdsChild ? bend.far : bend.near;
    const Vec2 across = operation.holdsChild && !inDie ? Vec2(-bend.across) : bend.across, at = line.middle();
    Pose3 pose = Pose3::Identity();
    pose.linear().col(0) = Vec3(across.x(), across.y(), 0);
    pose.linear().col(2) = Vec3(0, 0, up ? 1 : -1);
    pose.linear().col(1) = pose.linear().col(2).cross(pose.linear().col(0));
    pose.translation() = Vec3(at.x(), at.y(), up ? part.thickness : 0);
    return pose;
}

ToolPlaces toolPlaces(const part::Part& part, const Operation& operation, double turnedDeg) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const Pose3 flatFromTool = sequence::flatFromTool(part, operation);
    if (operation.setup.tool->isDie()) {
        const Pose3 fixed = part::foldedFromFlat(bend, bend.allowance / 2, turnedDeg) * flatFromTool;
        Pose3 die = fixed;
        die.translation() +=
            fixed.linear().col(2) * tool::dieTop(operation.setup.opening, part.thickness, bend.allowance,
                                                 bend.k * part.thickness, turnedDeg);
        return {{fixed, fixed, die}};
    }
    Pose3 pastStrip = Pose3::Identity(); // the apron begins where the strip ends
    pastStrip.translation().x() = bend.allowance;
    const Pose3 child = part::foldedFromFlat(bend, bend.allowance, turnedDeg), parent = Pose3::Identity();
    const Pose3 fixed = (operation.holdsChild ? child : parent) * flatFromTool;
    return {{fixed, (operation.holdsChild ? parent : child) * flatFromTool * pastStrip, fixed}};
}

std::vector<double> turnedAt(const part::Part& part, BendSet made, int bend, double turnedDeg) {
    std::vector<double> all;
    for (size_t i = 0; i < part.bends.size(); ++i)
        all.push_back(static_cast<int>(i) == bend       ? turnedDeg
                      : isIn(made, static_cast<int>(i)) ? tool::restsAtDeg(part.bends[i].shape.angleDeg)
                                                        : 0);
    return all;
}

BendSet bendsOf(const part::Part& part, int plate) {
    const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
    BendSet bends = own.parentBend >= 0 ? setOf(own.parentBend) : 0;
    for (const int bend : own.childBends)
        bends |= setOf(bend);
    return bends;
}

double flatReach(const part::Part& part, const Operation& operation, BendSet made, bool ofChild) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const Vec2 at = (ofChild ? bend.far : bend.near).middle(),
               out = ofChild ? bend.across : Vec2(-bend.across);
    double reach = 0;
    std::vector<int> toVisit{ofChild ? bend.child : bend.parent};
    std::vector<bool> seen(part.plates.size(), false);
    while (!toVisit.empty()) {
        const auto index = static_cast<size_t>(toVisit.back());
        toVisit.pop_back();
        if (seen[index]) continue;
        seen[index] = true;
        const part::PartPlate& plate = part.plates[index];
        const int plateIndex = static_cast<int>(index);
        for (const Polygon& outline : {plate.outlineInFlat, part::leftOn(part, plateIndex, job::Edge::Start),
                                       part::leftOn(part, plateIndex, job::Edge::End)})
            for (const Vec2& corner : outline)
                reach = std::max(reach, (corner - at).dot(out));
        const auto goOn = [&](int over, int to) {
            if (over != operation.bend && !isIn(made, over)) toVisit.push_back(to);
        };
        for (const int child : plate.childBends)
            goOn(child, part.bends[static_cast<size_t>(child)].child);
        if (plate.parentBend >= 0)
            goOn(plate.parentBend, part.bends[static_cast<size_t>(plate.parentBend)].parent);
    }
    return reach;
}

} // namespace goodfold::sequence
