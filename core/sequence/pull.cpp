#include "sequence/pull.h"

#include "bend/forming.h"
#include "sequence/bend_set.h"

#include <algorithm>

namespace goodfold::sequence {

namespace {

constexpr double kWidestInPipe = 50, kLeastInPipe = 40; // mm

/// The plate at whose free end the bar ends that is still flat with the free side; -1 where it is bent
/// before.
int freeEnd(const part::Part& part, const Operation& operation, BendSet made) {
    if (part.form != job::StockForm::Bar) return -1;
    const part::PartBend& own = part.bends[static_cast<size_t>(operation.bend)];
    int plate = operation.holdsChild ? own.parent : own.child, from = operation.bend;
    for (;;) {
        const part::PartPlate& here = part.plates[static_cast<size_t>(plate)];
        std::vector<int> onward = here.childBends;
        if (here.parentBend >= 0) onward.push_back(here.parentBend);
        std::erase(onward, from);
        if (onward.empty()) return plate;
        from = onward.front();
        if (isIn(made, from)) return -1;
        const part::PartBend& next = part.bends[static_cast<size_t>(from)];
        plate = next.parent == plate ? next.child : next.parent;
    }
}

bool isBentFurtherOn(const part::Part& part, const Operation& operation, BendSet made) {
    const part::PartBend& own = part.bends[static_cast<size_t>(operation.bend)];
    std::vector<std::pair<int, int>> toVisit{{operation.holdsChild ? own.parent : own.child, operation.bend}};
    while (!toVisit.empty()) {
        const auto [plate, cameBy] = toVisit.back();
        toVisit.pop_back();
        const part::PartPlate& here = part.plates[static_cast<size_t>(plate)];
        std::vector<int> onward = here.childBends;
        if (here.parentBend >= 0) onward.push_back(here.parentBend);
        for (const int bend : onward) {
            if (bend == cameBy) continue;
            if (isIn(made, bend)) return true;
            const part::PartBend& next = part.bends[static_cast<size_t>(bend)];
            toVisit.emplace_back(next.parent == plate ? next.child : next.parent, bend);
        }
    }
    return false;
}

} // namespace

Pull pullOf(const part::Part& part, const Operation& operation, BendSet made) {
    const tool::Tool& tool = *operation.setup.tool;
    Pull pull;
    pull.reach = flatReach(part, operation, made, !operation.holdsChild);
    if (tool.isPickedByRadius()) pull.reach += operation.work.allowance;
    pull.endPlate = freeEnd(part, operation, made);
    pull.lever = pull.reach;
    const auto force = [&] { return bend::handPull(operation.setup.moment, std::max(pull.lever, 1e-3)); };
    if (tool.kind->drive != tool::Kind::Drive::Arm) {
        pull.lever = tool.lever;
    } else if (force() > bend::kPullPlanned && tool.lever > pull.reach && pull.canLeaveOn() &&
               operation.work.length <= kWidestInPipe && pull.reach >= kLeastInPipe) {
        pull.lever = tool.lever;
        pull.withPipe = true;
    }
    pull.force = force();
    return pull;
}

double leastFree(const part::Part& part, const Operation& operation, BendSet made) {
    if (isBentFurtherOn(part, operation, made)) return 0;
    return std::max(operation.setup.tool->clamp.leastFree, 2 * operation.work.thickness);
}

} // namespace goodfold::sequence
