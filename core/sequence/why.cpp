#include "sequence/why.h"

#include "sequence/near_bends.h"

#include <algorithm>
#include <bit>
#include <unordered_set>

namespace goodfold::sequence {

namespace {

/// One reason a tool: what came nearest to being made. What is only too hard to pull can be hammered, so
/// anything else counts for more.
void keepFurthest(Stuck& stuck, const Operation& operation, const Obstacle& obstacle) {
    const auto reached = [](const Obstacle& each) {
        const bool isPull = each.kind == Obstacle::Kind::Pull || each.kind == Obstacle::Kind::ShortToPull;
        return std::pair(!isPull, each.atDeg);
    };
    for (Stuck::Reason& known : stuck.reasons)
        if (known.operation.setup.tool == operation.setup.tool) {
            if (reached(obstacle) > reached(known.obstacle)) known = {operation, obstacle};
            return;
        }
    stuck.reasons.push_back({operation, obstacle});
}

Stuck stuckAt(KnownSteps& steps, size_t bend, BendSet made, bool never) {
    Stuck stuck{static_cast<int>(bend), made, never, {}, steps.operations.refusals(bend)};
    for (const int operation : steps.operations.of(bend))
        if (const auto obstacle =
                steps.hands.of(static_cast<int>(bend)).inTheWay(steps.operations[operation], made))
            keepFurthest(stuck, steps.operations[operation], *obstacle);
    for (const auto& [operation, obstacle] : steps.operations.neverInTheOrder())
        if (operation.bend == stuck.bend) keepFurthest(stuck, operation, obstacle);
    return stuck;
}

/// Points that can be come to.
struct Reached {
    BendSet furthest = 0; // most bends made
    BendSet ever = 0;     // bends that are made at any of them
    bool isAll = true;
};

/// Of many bends it ends as soon as all can be made but `without` of them.
Reached reachedIn(KnownSteps& steps, const GoOn& goOn, size_t mostPoints, size_t without) {
    constexpr size_t kMany = 10;
    Reached reached;
    std::vector<BendSet> open{0};
    std::unordered_set<BendSet> seen{0};
    while (!open.empty()) {
        const BendSet made = open.back(); // the deepest first
        open.pop_back();
        const int count = std::popcount(made), most = std::popcount(reached.furthest);
        if (count > most || (count == most && made < reached.furthest)) reached.furthest = made;
        reached.ever |= made;
        const bool isEnough = steps.bends() > kMany && static_cast<size_t>(count) + without >= steps.bends();
        if (isEnough || seen.size() > mostPoints || (goOn && !goOn(static_cast<size_t>(count)))) {
            reached.isAll = false;
            break;
        }
        std::vector<char> mayBeNext(steps.bends(), false);
        TwoHands::each(steps.bends(), [&](size_t bend) {
            const BendSet next = made | BendSet{1} << bend;
            if (next == made || seen.contains(next) || !steps.mayFollow(made, static_cast<int>(bend))) return;
            const auto& ways = steps.operations.of(bend);
            mayBeNext[bend] =
                std::any_of(ways.begin(), ways.end(), [&](int way) { return steps.isFree(made, way); });
        });
        for (size_t bend = 0; bend < steps.bends(); ++bend)
            if (mayBeNext[bend]) {
                seen.insert(made | BendSet{1} << bend);
                open.push_back(made | BendSet{1} << bend);
            }
    }
    return reached;
}

/// Whether what lies near it is in its way however that is bent.
bool isNeverFree(KnownSteps& steps, size_t bend) {
    constexpr size_t kNear = 6;
    const NearBends near(steps.part, bend, kNear);
    Collisions& collisions = steps.hands.of(static_cast<int>(bend));
    const auto& ways = steps.operations.of(bend);
    for (size_t state = 0; state < near.states(); ++state)
        if (std::any_of(ways.begin(), ways.end(), [&](int way) {
                return !collisions.isInTheWayNear(steps.operations[way], near.madeIn(state), near.all());
            }))
            return false;
    return true;
}

ToolChange::Gain gainOf(const Cost& there, const Cost& here) {
    using Gain = ToolChange::Gain;
    constexpr double kWorthSaying = 1;
    const std::pair<double, Gain> gains[] = {{there.metal - here.metal, Gain::Metal},
                                             {there.accuracy - here.accuracy, Gain::Accuracy},
                                             {there.effort - here.effort, Gain::Effort},
                                             {there.sight - here.sight, Gain::Sight}};
    const auto& most = *std::max_element(std::begin(gains), std::end(gains));
    return most.first > kWorthSaying ? most.second : Gain::Whole;
}

} // namespace

std::vector<Stuck> whyStuck(KnownSteps& steps, const GoOn& goOn, size_t mostPoints) {
    std::vector<Stuck> stuck;
    const bool isFree = steps.wishes.order.empty();
    for (size_t bend = 0; bend < steps.bends(); ++bend)
        if (steps.operations.of(bend).empty()) stuck.push_back(stuckAt(steps, bend, 0, isFree));
    if (!stuck.empty()) return stuck;
    BendSet never = 0;
    for (size_t bend = 0; bend < steps.bends(); ++bend)
        if (isNeverFree(steps, bend)) never |= BendSet{1} << bend;
    const auto without = static_cast<size_t>(std::max(1, std::popcount(never)));
    const Reached reached = reachedIn(steps, goOn, mostPoints, without);
    if (reached.isAll) never |= ~reached.ever;
    for (size_t bend = 0; bend < steps.bends(); ++bend) {
        if (reached.furthest >> bend & 1 || !steps.mayFollow(reached.furthest, static_cast<int>(bend)))
            continue;
        const bool isNever = isFree && never >> bend & 1;
        stuck.push_back(stuckAt(steps, bend, isNever ? 0 : reached.furthest, isNever));
    }
    return stuck;
}

ToolChange whyAnother(KnownSteps& steps, const Step& step, const tool::Tool* from) {
    ToolChange change{from};
    const int bend = step.operation.bend;
    const Wishes& wishes = steps.wishes;
    if (wishes.tool.contains(bend) || wishes.die.contains(bend) || wishes.holds.contains(bend)) {
        change.gain = ToolChange::Gain::Wished;
        return change;
    }
    std::optional<Cost> cheapest;
    Stuck stuck{bend, step.before, false, {}, {}};
    for (const int each : steps.operations.of(static_cast<size_t>(bend))) {
        const Operation& operation = steps.operations[each];
        if (operation.setup.tool != from) continue;
        const Cost cost = costOf(steps.part, operation, step.before);
        if (const auto obstacle = steps.hands.of(bend).inTheWay(operation, step.before))
            keepFurthest(stuck, operation, *obstacle);
        else if (!cheapest || cost.sum() < cheapest->sum())
            cheapest = cost;
    }
    for (const auto& [operation, obstacle] : steps.operations.neverInTheOrder())
        if (operation.bend == bend && operation.setup.tool == from) keepFurthest(stuck, operation, obstacle);
    if (cheapest)
        change.gain = gainOf(*cheapest, step.cost);
    else if (!stuck.reasons.empty())
        change.obstacle = stuck.reasons.front().obstacle;
    else
        for (const tool::Refusal& refusal : steps.operations.refusals(static_cast<size_t>(bend)))
            if (refusal.toolId == from->id) change.refusal = refusal;
    return change;
}

} // namespace goodfold::sequence
