#include "sequence/step_mark.h"

#include "part/mark.h"

#include <cmath>

namespace goodfold::sequence {

namespace {

const part::PartBend& bendOf(const part::Part& part, const Operation& operation) {
    return part.bends[static_cast<size_t>(operation.bend)];
}

} // namespace

int heldPlate(const part::Part& part, const Operation& operation) {
    return operation.holdsChild ? bendOf(part, operation).child : bendOf(part, operation).parent;
}

int freePlate(const part::Part& part, const Operation& operation) {
    return operation.holdsChild ? bendOf(part, operation).parent : bendOf(part, operation).child;
}

int clampedPlate(const part::Part& part, const Step& step) {
    constexpr double kNothing = 1; // mm
    int plate = heldPlate(part, step.operation), from = step.operation.bend;
    for (;;) {
        const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
        if (own.shortestStraight > kNothing) return plate;
        std::vector<int> onward = own.childBends;
        if (own.parentBend >= 0) onward.push_back(own.parentBend);
        std::erase_if(onward, [&](int bend) { return bend == from || (step.before >> bend & 1); });
        if (onward.empty()) return plate;
        from = onward.front();
        const part::PartBend& next = part.bends[static_cast<size_t>(from)];
        plate = next.parent == plate ? next.child : next.parent;
    }
}

double leanDeg(const part::Part& part, const Operation& operation) {
    Vec3 bar = flatFromTool(part, operation).linear().transpose() * Vec3::UnitX();
    if (bar.x() < 0) bar = -bar;
    const double alongLine = degrees(std::atan2(bar.y(), bar.x())); // toward the tool's y
    // Before a vise with its inside toward you, and before a brake's apron, y runs to your left.
    const bool yIsRight = operation.setup.tool->isUpright() && !operation.hold.towardYou;
    return yIsRight ? alongLine : -alongLine;
}

StepMark markOf(const part::Part& part, const Step& step) {
    const part::PartBend& bend = bendOf(part, step.operation);
    const tool::ToolMark mark = tool::markOf(step.operation.setup, step.operation.work);
    const bool fromFar = step.operation.holdsChild && !step.operation.setup.tool->isDie();
    const double fromNear = fromFar ? bend.allowance - mark.fromTangent : mark.fromTangent;
    const Vec2 at = bend.near.middle() + fromNear * bend.across;
    const bool faceIn = faceInside(part, step.operation.bend);
    const bool innerSeen = !step.operation.setup.tool->isUpright() || step.operation.hold.towardYou;
    StepMark made;
    made.isAcross = part::runsAlong(bend);
    made.at = made.isAcross ? at.y() - part.blank.corner.y() : part::alongBlank(part, at);
    made.onFace = faceIn == innerSeen;
    made.flushWith = mark.flushWith;
    return made;
}

} // namespace goodfold::sequence
