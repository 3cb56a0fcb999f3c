#include "bend/forming.h"
#include "sequence/plan.h"

#include <cmath>

namespace goodfold::sequence {

int lapsShut(const part::Part& part, int bend, Made made) {
    int count = 0;
    for (const int other : part.bends[static_cast<size_t>(bend)].closes)
        count += !(made >> other & 1);
    return count;
}

Cost costOf(const part::Part& part, const Way& way, Made made) {
    const tool::Tool& tool = *way.setup.tool;
    Cost cost;
    cost.accuracy = 100 * tool.placeSigma + 10 * tool.angleSigma +
                    20 * std::abs(way.setup.insideRadius - way.work.insideRadius);
    if (!tool.fingers.empty()) cost.accuracy += 0.3 * std::max(0.0, way.work.length - way.setup.clampLength);
    if (!tool.isDie()) {
        const double lever = tool::leverOf(tool, flatReach(part, way, made, !way.holdsChild));
        cost.effort = 20 * bend::handPull(way.setup.moment, lever) / bend::kPullPlanned;
    }
    if (way.setup.closed) cost.effort += 5;
    cost.effort += kLapShut * lapsShut(part, way.bend, made);
    if (tool.isInVise() && !tool.isDie() && !way.hold.toward) cost.sight = 3;
    return cost;
}

double changeBetween(const part::Part& part, const Way& before, const Way& after) {
    double change = 0;
    if (before.setup.tool != after.setup.tool)
        change += kOtherTool;
    else if (before.setup.opening != after.setup.opening ||
             before.setup.clampLength != after.setup.clampLength ||
             before.setup.clampMiddle != after.setup.clampMiddle ||
             before.setup.bottomed != after.setup.bottomed ||
             before.setup.insideRadius != after.setup.insideRadius)
        change += kOtherSetting;
    if (faceInside(part, before.bend) != faceInside(part, after.bend)) change += kTurnedOver;
    if (headingOf(part, before).dot(headingOf(part, after)) < 0.7) change += kEndForEnd;
    if (!(before.hold == after.hold)) change += kOtherHold;
    if (before.setup.tool->id == after.setup.tool->id
            ? before.work.angleDeg != after.work.angleDeg
            : std::abs(before.setup.loadedAngleDeg - after.setup.loadedAngleDeg) > 0.1)
        change += kOtherAngle;
    return change;
}

std::vector<int> orderOf(const Plan& plan) {
    std::vector<int> order;
    for (const Step& step : plan.steps)
        order.push_back(step.way.bend);
    return order;
}

Wishes wishesOf(const part::Job& job) {
    Wishes wishes;
    for (size_t i = 0; i < job.bends.size(); ++i)
        if (!job.bends[i].tool.empty()) wishes.tool[static_cast<int>(i)] = job.bends[i].tool;
    for (const std::string& id : job.bendOrder)
        wishes.order.push_back(static_cast<int>(job.findBend(id) - job.bends.data()));
    return wishes;
}

Judged judge(const part::Part& part, Hits& hits, const std::vector<Way>& steps) {
    Judged judged;
    Made made = 0;
    for (const Way& way : steps) {
        if ((judged.obstacle = hits.inTheWay(way, made))) return judged;
        Step step{way, made, costOf(part, way, made)};
        if (!judged.plan.steps.empty())
            step.cost.change = changeBetween(part, judged.plan.steps.back().way, way);
        judged.plan.cost += step.cost.sum();
        judged.plan.steps.push_back(std::move(step));
        made |= Made{1} << way.bend;
    }
    return judged;
}

} // namespace goodfold::sequence
