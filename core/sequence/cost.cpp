#include "bend/forming.h"
#include "sequence/bend_set.h"
#include "sequence/plan.h"
#include "sequence/pull.h"

#include <cmath>

namespace goodfold::sequence {

namespace {

constexpr double kMayCrack = 30, kCracks = 300, kLarger = 4, kHammering = 12;

} // namespace

int lapsShut(const part::Part& part, int bend, BendSet made) {
    int count = 0;
    for (const int other : part.bends[static_cast<size_t>(bend)].closes)
        count += !isIn(made, other);
    return count;
}

Cost costOf(const part::Part& part, const Operation& operation, BendSet made) {
    const tool::Tool& tool = *operation.setup.tool;
    Cost cost;
    cost.accuracy = 100 * tool.placeSigma + 10 * tool.angleSigma;
    const tool::Setup& setup = operation.setup;
    const tool::Work& work = operation.work;
    if (work.radiusIsTyped) cost.accuracy += 20 * std::abs(setup.insideRadius - work.insideRadius);
    if (tool.hasFingers()) cost.accuracy += 0.3 * std::max(0.0, work.length - setup.clampLength);
    if (setup.cracks != tool::Setup::Cracks::No)
        cost.metal = setup.cracks == tool::Setup::Cracks::Surely ? kCracks : kMayCrack;
    else if (!work.radiusIsTyped)
        cost.metal = kLarger * std::max(0.0, setup.insideRadius - std::max(setup.safeRadius, work.thickness));
    if (setup.isHammered)
        cost.effort = kHammering;
    else if (!tool.isDie())
        cost.effort = 20 * pullOf(part, operation, made).force / bend::kPullPlanned;
    if (operation.setup.closed) cost.effort += 5;
    cost.effort += kLapShut * lapsShut(part, operation.bend, made);
    if (tool.isUpright() && !tool.isDie() && !operation.hold.towardYou) cost.sight = 3;
    return cost;
}

Changes changesBetween(const part::Part& part, const Operation& before, const Operation& after) {
    Changes changes;
    changes.tool = before.setup.tool != after.setup.tool;
    changes.setting =
        !changes.tool &&
        (before.setup.opening != after.setup.opening || before.setup.clampLength != after.setup.clampLength ||
         before.setup.clampMiddle != after.setup.clampMiddle ||
         before.setup.bottomed != after.setup.bottomed || before.setup.toolRadius != after.setup.toolRadius);
    changes.turnedOver = faceInside(part, before.bend) != faceInside(part, after.bend);
    changes.endForEnd = headingOf(part, before).dot(headingOf(part, after)) < 0.7;
    changes.hold = !(before.hold == after.hold);
    changes.angle = before.setup.tool->id == after.setup.tool->id
                        ? before.work.angleDeg != after.work.angleDeg
                        : std::abs(before.setup.loadedAngleDeg - after.setup.loadedAngleDeg) > 0.1;
    return changes;
}

double costOf(const Changes& changes) {
    return (changes.tool ? kOtherTool : 0) + (changes.setting ? kOtherSetting : 0) +
           (changes.turnedOver ? kTurnedOver : 0) + (changes.endForEnd ? kEndForEnd : 0) +
           (changes.hold ? kOtherHold : 0) + (changes.angle ? kOtherAngle : 0);
}

double changeBetween(const part::Part& part, const Operation& before, const Operation& after) {
    return costOf(changesBetween(part, before, after));
}

std::vector<int> orderOf(const Plan& plan) {
    std::vector<int> order;
    for (const Step& step : plan.steps)
        order.push_back(step.operation.bend);
    return order;
}

bool Wishes::allow(const Operation& operation) const {
    constexpr double kSame = 1e-6; // mm
    const tool::Setup& setup = operation.setup;
    const auto asked = [&](const auto& wishes, auto isAs) {
        const auto found = wishes.find(operation.bend);
        return found == wishes.end() || isAs(found->second);
    };
    return asked(tool, [&](const std::string& id) { return id == setup.tool->id; }) &&
           asked(die,
                 [&](const job::DieChoice& choice) {
                     return std::abs(choice.opening - setup.opening) < kSame &&
                            choice.bottomed == setup.bottomed;
                 }) &&
           asked(holds,
                 [&](job::Holds leg) {
                     return setup.tool->isDie() || (leg == job::Holds::To) == operation.holdsChild;
                 }) &&
           asked(radius, [&](double made) { return std::abs(made - setup.insideRadius) < kSame; });
}

Wishes wishesOf(const job::Job& job) {
    Wishes wishes;
    for (size_t i = 0; i < job.bends.size(); ++i) {
        const job::Bend& bend = job.bends[i];
        if (!bend.tool.empty()) wishes.tool[static_cast<int>(i)] = bend.tool;
        if (bend.die) wishes.die[static_cast<int>(i)] = *bend.die;
        if (bend.holds != job::Holds::Either) wishes.holds[static_cast<int>(i)] = bend.holds;
    }
    for (const std::string& id : job.bendOrder)
        wishes.order.push_back(static_cast<int>(job.findBend(id) - job.bends.data()));
    return wishes;
}

Judged judge(const part::Part& part, Collisions& collisions, const std::vector<Operation>& steps) {
    Judged judged;
    BendSet made = 0;
    for (const Operation& operation : steps) {
        if ((judged.obstacle = collisions.inTheWay(operation, made))) return judged;
        Step step{operation, made, costOf(part, operation, made)};
        if (!judged.plan.steps.empty())
            step.cost.change = changeBetween(part, judged.plan.steps.back().operation, operation);
        judged.plan.cost += step.cost.sum();
        judged.plan.steps.push_back(std::move(step));
        made |= BendSet{1} << operation.bend;
    }
    return judged;
}

} // namespace goodfold::sequence
