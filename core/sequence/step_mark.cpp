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

namespace {

part::SetLine setLineOf(const part::Part& part, const Operation& operation) {
    const part::PartBend& bend = bendOf(part, operation);
    const tool::ToolMark mark = tool::markOf(operation.setup, operation.work);
    const bool fromFar = operation.holdsChild && !operation.setup.tool->isDie();
    const bool innerSeen = !operation.setup.tool->isUpright() || operation.hold.towardYou;
    return {fromFar ? bend.allowance - mark.fromTangent : mark.fromTangent,
            faceInside(part, operation.bend) != innerSeen, std::string(mark.flushWith)};
}

} // namespace

StepMark markOf(const part::Part& part, const Step& step) {
    const part::PartBend& bend = bendOf(part, step.operation);
    const tool::ToolMark mark = tool::markOf(step.operation.setup, step.operation.work);
    const part::SetLine set = setLineOf(part, step.operation);
    const Segment line = part::keptLine(bend, set.fromNear / bend.allowance);
    StepMark made;
    made.isAcross = part::runsAlong(bend);
    const auto along = [&](const Vec2& p) { return part::alongBlank(part, p); };
    const auto across = [&](const Vec2& p) { return p.y() - part.blank.corner.y(); };
    const auto read = [&](const Vec2& p) { return made.isAcross ? across(p) : along(p); };
    const auto beside = [&](const Vec2& p) { return made.isAcross ? along(p) : across(p); };
    made.at = read(line.middle());
    made.atRight = read(line.from);
    made.atLeft = read(line.to);
    made.besideRight = beside(line.from);
    made.besideLeft = beside(line.to);
    constexpr double kSame = 1e-6; // mm
    made.leans = std::abs(made.atRight - made.atLeft) > kSame;
    made.onFace = !set.onBack;
    made.fromTangent = mark.fromTangent;
    made.flushWith = mark.flushWith;
    return made;
}

HeldLine heldLine(const Operation& operation) {
    const tool::Kind& kind = *operation.setup.tool->kind;
    if (kind.isDie()) return {HeldLine::Which::Centre, false};
    return {operation.holdsChild ? HeldLine::Which::Far : HeldLine::Which::Near,
            kind.hold == tool::Kind::Hold::Edge};
}

void setLines(part::Part& part, const Plan& plan) {
    for (const Step& step : plan.steps)
        part.bends[static_cast<size_t>(step.operation.bend)].setLine = setLineOf(part, step.operation);
}

} // namespace goodfold::sequence
