#include "sequence/plan.h"

#include "bend/forming.h"

#include <queue>

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <memory>
#include <set>
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
    if (before.setup.tool != after.setup.tool)
        change += kOtherTool;
    else if (before.setup.opening != after.setup.opening ||
             before.setup.clampLength != after.setup.clampLength ||
             before.setup.clampMiddle != after.setup.clampMiddle ||
             before.setup.bottomed != after.setup.bottomed ||
             before.setup.insideRadius != after.setup.insideRadius)
        change += kOtherSetting;
    if (faceInside(part, before.bend) != faceInside(part, after.bend)) change += kTurnedOver;
    if (heading(part, before).dot(heading(part, after)) < 0.7) change += kEndForEnd;
    if (!(before.hold == after.hold)) change += kOtherHold;
    if (before.setup.tool->id == after.setup.tool->id
            ? before.work.angleDeg != after.work.angleDeg
            : std::abs(before.setup.loadedAngleDeg - after.setup.loadedAngleDeg) > 0.1)
        change += kOtherAngle;
    return change;
}

namespace {

constexpr size_t kProvenBends = 12;
constexpr double kHaste = 1.3; // beyond them a plan at most this much dearer than the best will do
constexpr int kFirst = -1;     // the way of the state before any step

/// A* over bends made and the last way. What remains costs at least the cheapest way of each bend, flat and
/// with no change; that never falls by more than a step costs, so the first goal taken is the best.
class Search {
public:
    Search(const part::Part& part, const material::Material& material, const tool::Shop& shop,
           const Wishes& wishes, const GoOn& goOn)
        : part(part), wishes(wishes), goOn(goOn), hits(part), all(waysOf(part, material, shop)) {
        for (size_t bend = 0; bend < all.of.size(); ++bend)
            for (const Way& way : all.of[bend])
                if (isWished(way)) add(way);
        findKinds();
        if (part.bends.size() > kProvenBends) weight = kHaste;
        byBend.resize(part.bends.size());
        tools.resize(part.bends.size());
        for (size_t i = 0; i < part.bends.size(); ++i) { // the first bend of the same angle stands for it
            size_t same = 0;
            while (part.bends[same].shape.angleDeg != part.bends[i].shape.angleDeg)
                ++same;
            angleOf.push_back(same);
        }
        least.assign(part.bends.size(), std::numeric_limits<double>::infinity());
        for (size_t i = 0; i < ways.size(); ++i) {
            const auto bend = static_cast<size_t>(ways[i].bend);
            byBend[bend].push_back(static_cast<int>(i));
            tools[bend].insert(ways[i].setup.tool);
            least[bend] = std::min(least[bend], costOf(part, ways[i], 0).sum());
        }
    }

    Outcome run() {
        Outcome outcome;
        const Made goal = (Made{1} << part.bends.size()) - 1;
        if (std::none_of(least.begin(), least.end(), [](double l) { return std::isinf(l); }))
            outcome.plan = search(goal, outcome);
        if (!outcome.plan && !outcome.stopped) outcome.stuck = whyStuck(goal);
        outcome.stepsTried = stepsTried;
        outcome.checksMade = hits.checksMade();
        return outcome;
    }

private:
    struct Node {
        double estimate, cost;
        Made made;
        int way;
        int before; // the way of the step before
        bool operator<(const Node& other) const {
            if (estimate != other.estimate) return estimate > other.estimate; // the queue gives the greatest
            return std::popcount(made) < std::popcount(other.made);
        }
    };

    /// What is known of a point of the order: the cost of every way from there, whether it is free, and how
    /// each kind of last way was come to. Made when it is first reached.
    struct Point {
        std::vector<double> cost;      // by way
        std::vector<signed char> free; // by way: 1 free, 0 not, -1 not looked at
        struct Came {
            int way = kFirst, before = kFirst;
            bool isTaken = false;
        };
        std::vector<Came> came; // by kind
        double least = 0;       // of what remains, without changes
    };

    Point& at(Made made) {
        auto& point = points[made];
        if (point) return *point;
        point = std::make_unique<Point>();
        point->free.assign(ways.size(), -1);
        point->came.resize(ways.size() + 1);
        for (const Way& way : ways)
            point->cost.push_back(made >> way.bend & 1 ? 0 : costOf(part, way, made).sum());
        for (size_t i = 0; i < least.size(); ++i)
            if (!(made >> i & 1)) point->least += least[i];
        return *point;
    }

    /// Ways from which any other costs the same change are of one kind to go on from, whichever bend they
    /// made. 0 is the beginning.
    size_t kind(int way) const {
        return way == kFirst ? 0 : static_cast<size_t>(kindOf[static_cast<size_t>(way)]) + 1;
    }

    double change(int before, int after) const {
        return before == kFirst ? 0 : changes[kind(before) - 1][static_cast<size_t>(after)];
    }

    Made without(Made made, int way) const {
        return made & ~(Made{1} << ways[static_cast<size_t>(way)].bend);
    }

    void findKinds() {
        for (size_t i = 0; i < ways.size(); ++i) {
            size_t same = 0;
            while (same < i && !goOnAlike(ways[same], ways[i]))
                ++same;
            kindOf.push_back(static_cast<int>(same));
        }
        changes.resize(ways.size());
        for (size_t i = 0; i < ways.size(); ++i)
            for (size_t j = 0; kindOf[i] == static_cast<int>(i) && j < ways.size(); ++j)
                changes[i].push_back(changeBetween(part, ways[i], ways[j]));
    }
    bool goOnAlike(const Way& a, const Way& b) const {
        return a.setup.tool == b.setup.tool && changeBetween(part, a, b) == 0 &&
               a.work.angleDeg == b.work.angleDeg && heading(part, a).dot(heading(part, b)) > 1 - 1e-9;
    }

    /// What can never be is not searched, but told where there is nothing else.
    void add(const Way& way) {
        if (const auto obstacle = hits.alwaysInTheWay(way))
            never.push_back({way, *obstacle});
        else
            ways.push_back(way);
    }

    bool isWished(const Way& way) const {
        const auto pinned = wishes.tool.find(way.bend);
        return pinned == wishes.tool.end() || pinned->second == way.setup.tool->id;
    }

    bool mayFollow(Made made, int bend) const {
        const auto placed = static_cast<size_t>(std::popcount(made));
        return placed >= wishes.order.size() || wishes.order[placed] == bend;
    }

    /// What the bends that are left cost at least: the cheapest way of each, and the changes there must be
    /// from the last way on. A tool that some of them cannot be made in is left for another; stock is turned
    /// over where one bends the other way; every other angle is set once.
    double remaining(Made made, int last) {
        const Way* before = last == kFirst ? nullptr : &ways[static_cast<size_t>(last)];
        bool otherTool = false, up = before && faceInside(part, before->bend),
             down = before && !faceInside(part, before->bend);
        std::uint32_t anglesLeft =
            before ? std::uint32_t{1} << angleOf[static_cast<size_t>(before->bend)] : 0;
        for (size_t i = 0; i < least.size(); ++i) {
            if (made >> i & 1) continue;
            (faceInside(part, static_cast<int>(i)) ? up : down) = true;
            anglesLeft |= std::uint32_t{1} << angleOf[i];
            if (before) otherTool |= !tools[i].count(before->setup.tool);
        }
        const int otherAngles = std::max(0, std::popcount(anglesLeft) - 1);
        const double turns = up && down ? kTurnedOver : 0;
        // In another tool the same angle may be set anew at once.
        return at(made).least + turns + (otherTool ? kOtherTool : kOtherAngle * otherAngles);
    }

    bool isFree(Made made, int way) {
        signed char& known = at(made).free[static_cast<size_t>(way)];
        if (known >= 0) return known;
        ++stepsTried;
        known = hits.inTheWay(ways[static_cast<size_t>(way)], made) ? 0 : 1;
        return known;
    }

    std::optional<Plan> search(Made goal, Outcome& outcome) {
        std::priority_queue<Node> open;
        open.push({remaining(0, kFirst), 0, 0, kFirst, kFirst});
        size_t furthest = 0, taken = 0;
        while (!open.empty()) {
            const Node node = open.top();
            open.pop();
            auto& came = at(node.made).came[kind(node.way)];
            if (came.isTaken) continue;
            if (node.way != kFirst && !isFree(without(node.made, node.way), node.way)) continue;
            came = {node.way, node.before, true};
            reached.insert(node.made);
            furthest = std::max(furthest, static_cast<size_t>(std::popcount(node.made)));
            if (node.made == goal) return planTo(node);
            if (goOn && ++taken % 4 == 0 && !goOn(furthest)) {
                outcome.stopped = true;
                return {};
            }
            follow(node, open);
        }
        return {};
    }

    void follow(const Node& node, std::priority_queue<Node>& open) {
        const Point& here = at(node.made);
        for (size_t bend = 0; bend < byBend.size(); ++bend) {
            if (node.made >> bend & 1 || !mayFollow(node.made, static_cast<int>(bend))) continue;
            const Made made = node.made | Made{1} << bend;
            const Point& there = at(made);
            for (const int next : byBend[bend]) {
                const auto way = static_cast<size_t>(next);
                if (here.free[way] == 0 || there.came[kind(next)].isTaken) continue;
                const double cost = node.cost + here.cost[way] + change(node.way, next);
                open.push({cost + weight * remaining(made, next), cost, made, next, node.way});
            }
        }
    }

    Plan planTo(const Node& goal) {
        Plan plan;
        plan.cost = goal.cost;
        plan.bound = goal.cost / weight; // an estimate too large by this cannot hide a better one than that
        plan.isBest = weight == 1;
        Made made = goal.made;
        for (int last = goal.way; last != kFirst;) {
            const auto came = at(made).came[kind(last)];
            const Way& way = ways[static_cast<size_t>(came.way)];
            made = without(made, came.way);
            plan.steps.insert(plan.steps.begin(), {way, made, costOf(part, way, made)});
            last = came.before;
        }
        for (size_t i = 1; i < plan.steps.size(); ++i)
            plan.steps[i].cost.change = changeBetween(part, plan.steps[i - 1].way, plan.steps[i].way);
        return plan;
    }

    /// Where most bends were made: what was in the way of each that was left.
    std::vector<Stuck> whyStuck(Made goal) {
        std::vector<Stuck> stuck;
        for (size_t bend = 0; bend < byBend.size(); ++bend)
            if (byBend[bend].empty()) {
                Stuck& one = stuck.emplace_back(Stuck{static_cast<int>(bend), 0, {}, all.why[bend]});
                addNever(one);
            }
        if (!stuck.empty()) return stuck;
        const Made best = *std::max_element(reached.begin(), reached.end(), [](Made a, Made b) {
            return std::pair(std::popcount(a), b) < std::pair(std::popcount(b), a);
        });
        for (size_t bend = 0; bend < byBend.size(); ++bend) {
            if (best >> bend & 1 || !(goal >> bend & 1)) continue;
            Stuck one{static_cast<int>(bend), best, {}, all.why[bend]};
            for (const int way : byBend[bend])
                if (const auto obstacle = hits.inTheWay(ways[static_cast<size_t>(way)], best))
                    keepFurthest(one, ways[static_cast<size_t>(way)], *obstacle);
            addNever(one);
            stuck.push_back(std::move(one));
        }
        return stuck;
    }

    void addNever(Stuck& stuck) const {
        for (const auto& [way, obstacle] : never)
            if (way.bend == stuck.bend) keepFurthest(stuck, way, obstacle);
    }

    /// One reason a tool: what came nearest to being made.
    static void keepFurthest(Stuck& stuck, const Way& way, const Obstacle& obstacle) {
        for (Stuck::Reason& known : stuck.reasons)
            if (known.way.setup.tool == way.setup.tool) {
                if (obstacle.atDeg > known.obstacle.atDeg) known = {way, obstacle};
                return;
            }
        stuck.reasons.push_back({way, obstacle});
    }

    const part::Part& part;
    const Wishes& wishes;
    const GoOn& goOn;
    Hits hits;
    Ways all;
    std::vector<Way> ways;
    std::vector<Stuck::Reason> never;
    std::vector<std::vector<int>> byBend;
    std::vector<double> least;
    std::vector<std::set<const tool::Tool*>> tools; // that each bend can be made in
    std::vector<size_t> angleOf;
    std::vector<int> kindOf;                  // by way: the first that goes on alike
    std::vector<std::vector<double>> changes; // from a kind to each way
    std::unordered_map<Made, std::unique_ptr<Point>> points;
    size_t stepsTried = 0;
    double weight = 1; // of what remains
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
