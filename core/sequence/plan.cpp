#include "sequence/plan.h"

#include "bend/forming.h"

#include <queue>

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <unordered_map>
#include <unordered_set>

namespace goodfold::sequence {

namespace {

/// Which way the tool's x points in the flat.
Vec2 heading(const part::Part& part, const Way& way) {
    const Vec2& across = part.bends[static_cast<size_t>(way.bend)].across;
    return way.holdsChild ? Vec2(-across) : across;
}

} // namespace

Cost costOf(const part::Part& part, const Way& way, Made made) {
    const tool::Tool& tool = *way.setup.tool;
    Cost cost;
    cost.accuracy = 100 * tool.placeSigma + 10 * tool.angleSigma +
                    20 * std::abs(way.setup.insideRadius - way.work.insideRadius);
    if (!tool.isDie()) {
        const double lever = tool::leverOf(tool, flatReach(part, way, made, !way.holdsChild));
        cost.effort = 20 * bend::handPull(way.setup.moment, lever) / bend::kPullPlanned;
    }
    if (way.setup.closed) cost.effort += 5;
    if (tool.isInVise() && !tool.isDie() && !way.hold.toward) cost.sight = 3;
    return cost;
}

double changeBetween(const part::Part& part, const Way& before, const Way& after) {
    double change = 0;
    if (before.setup.tool->id != after.setup.tool->id)
        change += 40;
    else if (before.setup.opening != after.setup.opening ||
             before.setup.clampLength != after.setup.clampLength ||
             before.setup.clampMiddle != after.setup.clampMiddle ||
             before.setup.bottomed != after.setup.bottomed ||
             before.setup.insideRadius != after.setup.insideRadius)
        change += 15;
    if (faceInside(part, before.bend) != faceInside(part, after.bend)) change += 8;
    if (heading(part, before).dot(heading(part, after)) < 0.7) change += 6;
    if (!(before.hold == after.hold)) change += 2;
    if (std::abs(before.setup.loadedAngleDeg - after.setup.loadedAngleDeg) > 0.1) change += 3;
    return change;
}

namespace {

constexpr int kFirst = -1; // the way of the state before any step

/// A* over bends made and the last way. What remains costs at least the cheapest way of each bend, flat and
/// with no change; that never falls by more than a step costs, so the first goal taken is the best.
class Search {
public:
    Search(const part::Part& part, const material::Material& material, const tool::Shop& shop,
           const Wishes& wishes, const GoOn& goOn)
        : part(part), wishes(wishes), goOn(goOn), hits(part), all(waysOf(part, material, shop)) {
        for (size_t bend = 0; bend < all.of.size(); ++bend)
            for (const Way& way : all.of[bend])
                if (isWished(way)) ways.push_back(way);
        byBend.resize(part.bends.size());
        least.assign(part.bends.size(), std::numeric_limits<double>::infinity());
        for (size_t i = 0; i < ways.size(); ++i) {
            const auto bend = static_cast<size_t>(ways[i].bend);
            byBend[bend].push_back(static_cast<int>(i));
            least[bend] = std::min(least[bend], costOf(part, ways[i], 0).sum());
        }
    }

    Outcome run() {
        Outcome outcome;
        const Made goal = (Made{1} << part.bends.size()) - 1;
        if (std::none_of(least.begin(), least.end(), [](double l) { return std::isinf(l); }))
            outcome.plan = search(goal, outcome);
        if (!outcome.plan && !outcome.stopped) outcome.stuck = whyStuck(goal);
        outcome.stepsTried = blocked.size();
        outcome.checksMade = hits.checksMade();
        return outcome;
    }

private:
    struct Node {
        double estimate, cost;
        Made made;
        int way;
        std::uint64_t from; // the state before
        bool operator<(const Node& other) const {
            if (estimate != other.estimate) return estimate > other.estimate; // the queue gives the greatest
            return std::popcount(made) < std::popcount(other.made);
        }
    };

    static std::uint64_t stateOf(Made made, int way) {
        return static_cast<std::uint64_t>(made) << 32 | static_cast<std::uint32_t>(way + 1);
    }

    bool isWished(const Way& way) const {
        const auto pinned = wishes.tool.find(way.bend);
        return pinned == wishes.tool.end() || pinned->second == way.setup.tool->id;
    }

    bool mayFollow(Made made, int bend) const {
        const auto placed = static_cast<size_t>(std::popcount(made));
        return placed >= wishes.order.size() || wishes.order[placed] == bend;
    }

    double remaining(Made made) const {
        double sum = 0;
        for (size_t i = 0; i < least.size(); ++i)
            if (!(made >> i & 1)) sum += least[i];
        return sum;
    }

    /// Looked at coarsely first: most of what hits does so at once.
    const std::optional<Obstacle>& inTheWay(Made made, int way) {
        const auto known = blocked.find(stateOf(made, way));
        if (known != blocked.end()) return known->second;
        auto obstacle = hits.inTheWay(ways[static_cast<size_t>(way)], made, kSearchStepDeg);
        if (!obstacle) obstacle = hits.inTheWay(ways[static_cast<size_t>(way)], made, kReplayStepDeg);
        return blocked.emplace(stateOf(made, way), std::move(obstacle)).first->second;
    }

    std::optional<Plan> search(Made goal, Outcome& outcome) {
        std::priority_queue<Node> open;
        open.push({remaining(0), 0, 0, kFirst, 0});
        size_t furthest = 0, taken = 0;
        while (!open.empty()) {
            const Node node = open.top();
            open.pop();
            if (cameFrom.count(stateOf(node.made, node.way))) continue;
            if (node.way != kFirst) {
                const Made before = node.made & ~(Made{1} << ways[static_cast<size_t>(node.way)].bend);
                if (inTheWay(before, node.way)) continue;
            }
            cameFrom.emplace(stateOf(node.made, node.way), node.from);
            reached.insert(node.made);
            furthest = std::max(furthest, static_cast<size_t>(std::popcount(node.made)));
            if (node.made == goal) return planTo(node);
            if (goOn && ++taken % 16 == 0 && !goOn(furthest)) {
                outcome.stopped = true;
                return {};
            }
            follow(node, open);
        }
        return {};
    }

    void follow(const Node& node, std::priority_queue<Node>& open) {
        for (size_t bend = 0; bend < byBend.size(); ++bend) {
            if (node.made >> bend & 1 || !mayFollow(node.made, static_cast<int>(bend))) continue;
            const Made made = node.made | Made{1} << bend;
            const double rest = remaining(made);
            for (const int next : byBend[bend]) {
                if (cameFrom.count(stateOf(made, next))) continue;
                const Way& way = ways[static_cast<size_t>(next)];
                double cost = node.cost + costOf(part, way, node.made).sum();
                if (node.way != kFirst) cost += changeBetween(part, ways[static_cast<size_t>(node.way)], way);
                open.push({cost + rest, cost, made, next, stateOf(node.made, node.way)});
            }
        }
    }

    Plan planTo(const Node& goal) const {
        Plan plan;
        plan.cost = plan.bound = goal.cost;
        plan.isBest = true;
        std::uint64_t state = stateOf(goal.made, goal.way);
        while (static_cast<std::uint32_t>(state) != 0) {
            const Way& way = ways[static_cast<std::uint32_t>(state) - 1];
            const Made before = static_cast<Made>(state >> 32) & ~(Made{1} << way.bend);
            plan.steps.insert(plan.steps.begin(), {way, before, costOf(part, way, before)});
            state = cameFrom.at(state);
        }
        for (size_t i = 1; i < plan.steps.size(); ++i)
            plan.steps[i].cost.change = changeBetween(part, plan.steps[i - 1].way, plan.steps[i].way);
        return plan;
    }

    /// Where most bends were made: what was in the way of each that was left.
    std::vector<Stuck> whyStuck(Made goal) {
        std::vector<Stuck> stuck;
        for (size_t bend = 0; bend < byBend.size(); ++bend)
            if (byBend[bend].empty()) stuck.push_back({static_cast<int>(bend), 0, {}, all.why[bend]});
        if (!stuck.empty()) return stuck;
        const Made best = *std::max_element(reached.begin(), reached.end(), [](Made a, Made b) {
            return std::pair(std::popcount(a), b) < std::pair(std::popcount(b), a);
        });
        for (size_t bend = 0; bend < byBend.size(); ++bend) {
            if (best >> bend & 1 || !(goal >> bend & 1)) continue;
            Stuck one{static_cast<int>(bend), best, {}, all.why[bend]};
            for (const int way : byBend[bend])
                if (const auto& obstacle = inTheWay(best, way)) keepFurthest(one, way, *obstacle);
            stuck.push_back(std::move(one));
        }
        return stuck;
    }

    void keepFurthest(Stuck& stuck, int way, const Obstacle& obstacle) const {
        const Way& own = ways[static_cast<size_t>(way)];
        for (Stuck::Reason& known : stuck.reasons)
            if (known.way.setup.tool == own.setup.tool) {
                if (obstacle.atDeg > known.obstacle.atDeg) known = {own, obstacle};
                return;
            }
        stuck.reasons.push_back({own, obstacle});
    }

    const part::Part& part;
    const Wishes& wishes;
    const GoOn& goOn;
    Hits hits;
    Ways all;
    std::vector<Way> ways;
    std::vector<std::vector<int>> byBend;
    std::vector<double> least;
    std::unordered_map<std::uint64_t, std::optional<Obstacle>> blocked;
    std::unordered_map<std::uint64_t, std::uint64_t> cameFrom;
    std::unordered_set<Made> reached;
};

} // namespace

Outcome plan(const part::Part& part, const material::Material& material, const tool::Shop& shop,
             const Wishes& wishes, const GoOn& goOn) {
    if (part.bends.size() > kMostBends) return {};
    if (part.bends.empty()) return {.plan = Plan{{}, 0, true, 0}};
    return Search(part, material, shop, wishes, goOn).run();
}

Judged judge(const part::Part& part, Hits& hits, const std::vector<Way>& steps) {
    Judged judged;
    Made made = 0;
    for (const Way& way : steps) {
        if ((judged.obstacle = hits.inTheWay(way, made, kReplayStepDeg))) return judged;
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
