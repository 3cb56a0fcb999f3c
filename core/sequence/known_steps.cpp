#include "sequence/known_steps.h"

#include <bit>

namespace goodfold::sequence {

KnownSteps::AtPoint& KnownSteps::at(BendSet made) {
    const std::lock_guard alone(pointsInUse);
    AtPoint& point = points[made];
    if (point.free.empty()) {
        point.free.assign(operations.size(), -1);
        point.cost.assign(operations.size(), -1);
    }
    return point;
}

bool KnownSteps::isFree(BendSet made, int operation) {
    signed char& known = at(made).free[static_cast<size_t>(operation)];
    if (known < 0) {
        ++stepsTried;
        const Operation& step = operations[operation];
        known = hands.of(step.bend).inTheWay(step, made) ? 0 : 1;
    }
    return known == 1;
}

double KnownSteps::cost(BendSet made, int operation) {
    float& known = at(made).cost[static_cast<size_t>(operation)];
    if (known < 0) known = static_cast<float>(costOf(part, operations[operation], made).sum());
    return static_cast<double>(known);
}

bool KnownSteps::mayFollow(BendSet made, int bend) const {
    const auto placed = static_cast<size_t>(std::popcount(made));
    return placed >= wishes.order.size() || wishes.order[placed] == bend;
}

std::optional<double> KnownSteps::costOfRow(const std::vector<int>& row) {
    double sum = 0;
    BendSet made = 0;
    int before = kFirst;
    for (const int each : row) {
        if (!mayFollow(made, operations[each].bend) || !isFree(made, each)) return {};
        sum += cost(made, each) + operations.change(before, each);
        made |= BendSet{1} << operations[each].bend;
        before = each;
    }
    return sum;
}

} // namespace goodfold::sequence
