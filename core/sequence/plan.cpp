#include "sequence/way_table.h"

#include <queue>

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <memory>
#include <unordered_map>

namespace goodfold::sequence {

namespace {

constexpr size_t kProvenBends = 12;
constexpr double kHaste = 0.15; // for each bend beyond them a plan may be so much dearer than the best

/// A* over bends made and the last way. What remains costs at least the cheapest way of each bend, flat and
/// with no change; that never falls by more than a step costs, so the first goal taken is the best.
class Search {
public:
    Search(const part::Part& part, const material::Material& material, const tool::Shop& shop,
           const Wishes& wishes, const GoOn& goOn, size_t mostPoints)
        : part(part), wishes(wishes), goOn(goOn), mostPoints(mostPoints), hits(part),
          ways(part, material, shop, wishes, hits) {
        if (part.bends.size() > kProvenBends)
            weight += kHaste * static_cast<double>(part.bends.size() - kProvenBends);
    }

    Outcome run() {
        Outcome outcome;
        const Made goal = (Made{1} << part.bends.size()) - 1;
        if (std::isfinite(at(0).least)) outcome.plan = search(goal, outcome);
        if (!outcome.plan && !outcome.stopped && !outcome.gaveUp) outcome.stuck = whyStuck(goal);
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

    /// What is known of a point of the order. Made when it is first reached.
    struct Point {
        std::vector<double> cost;      // of every way from here
        std::vector<signed char> free; // by way: 1 free, 0 not, -1 not looked at
        std::vector<double> best;      // by last way: the least it was come to with
        struct Came {
            int way = kFirst, before = kFirst;
            bool isTaken = false;
        };
        std::vector<Came> came; // by kind of last way
        // Of the bends that are left:
        double least = 0; // cost, without changes
        bool up = false, down = false;
        std::uint32_t angles = 0;                // one bit each, by the first bend that has it
        std::uint64_t tools = ~std::uint64_t{0}; // that all of them can be made in
        bool isReached = false;
    };

    Point& at(Made made) {
        auto& point = points[made];
        if (point) return *point;
        point = std::make_unique<Point>();
        point->free.assign(ways.size(), -1);
        point->best.assign(ways.size(), std::numeric_limits<double>::infinity());
        point->came.resize(ways.kinds() + 1);
        point->cost.assign(ways.size(), 0);
        for (size_t bend = 0; bend < ways.bends(); ++bend) {
            if (made >> bend & 1) continue;
            for (const int way : ways.of(bend))
                point->cost[static_cast<size_t>(way)] = costOf(part, ways[way], made).sum();
            point->least += ways.least(bend);
            (faceInside(part, static_cast<int>(bend)) ? point->up : point->down) = true;
            point->angles |= std::uint32_t{1} << ways.angleOf(bend);
            point->tools &= ways.toolsOf(bend);
        }
        return *point;
    }

    Made without(Made made, int way) const { return made & ~(Made{1} << ways[way].bend); }

    bool mayFollow(Made made, int bend) const {
        const auto placed = static_cast<size_t>(std::popcount(made));
        return placed >= wishes.order.size() || wishes.order[placed] == bend;
    }

    /// What the bends that are left cost at least: the cheapest way of each, and the changes there must be
    /// from the last way on. A tool that some of them cannot be made in is left for another; stock is turned
    /// over where one bends the other way; every other angle is set once.
    double remaining(const Point& point, int last) const {
        if (last == kFirst) return point.least;
        const int bend = ways[last].bend;
        const bool isUp = faceInside(part, bend);
        const bool turns = (point.up || isUp) && (point.down || !isUp);
        const std::uint32_t angles = point.angles | std::uint32_t{1}
                                                        << ways.angleOf(static_cast<size_t>(bend));
        const bool otherTool = (ways.toolOf(last) & point.tools) == 0;
        // In another tool the same angle may be set anew at once.
        return point.least + (turns ? kTurnedOver : 0) +
               (otherTool ? kOtherTool : kOtherAngle * (std::popcount(angles) - 1));
    }

    bool isFree(Made made, int way) {
        signed char& known = at(made).free[static_cast<size_t>(way)];
        if (known >= 0) return known;
        ++stepsTried;
        known = hits.inTheWay(ways[way], made) ? 0 : 1;
        return known;
    }

    std::optional<Plan> search(Made goal, Outcome& outcome) {
        std::priority_queue<Node> open;
        open.push({remaining(at(0), kFirst), 0, 0, kFirst, kFirst});
        size_t furthest = 0, taken = 0;
        while (!open.empty()) {
            const Node node = open.top();
            open.pop();
            Point& point = at(node.made);
            auto& came = point.came[ways.kind(node.way)];
            if (came.isTaken) continue;
            if (node.way != kFirst && !isFree(without(node.made, node.way), node.way)) continue;
            came = {node.way, node.before, true};
            point.isReached = true;
            furthest = std::max(furthest, static_cast<size_t>(std::popcount(node.made)));
            if (node.made == goal) return planTo(node);
            if (points.size() > mostPoints) {
                outcome.gaveUp = true;
                return {};
            }
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
        for (size_t bend = 0; bend < ways.bends(); ++bend) {
            if (node.made >> bend & 1 || !mayFollow(node.made, static_cast<int>(bend))) continue;
            const Made made = node.made | Made{1} << bend;
            Point& there = at(made);
            for (const int next : ways.of(bend)) {
                const auto way = static_cast<size_t>(next);
                if (here.free[way] == 0 || there.came[ways.kind(next)].isTaken) continue;
                const double cost = node.cost + here.cost[way] + ways.change(node.way, next);
                if (cost >= there.best[way]) continue;
                there.best[way] = cost;
                open.push({cost + weight * remaining(there, next), cost, made, next, node.way});
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
            const auto came = at(made).came[ways.kind(last)];
            const Way& way = ways[came.way];
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
        for (size_t bend = 0; bend < ways.bends(); ++bend)
            if (ways.of(bend).empty()) stuck.push_back(stuckAt(bend, 0));
        if (!stuck.empty()) return stuck;
        Made best = 0;
        for (const auto& [made, point] : points)
            if (point->isReached &&
                std::pair(std::popcount(made), best) > std::pair(std::popcount(best), made))
                best = made;
        for (size_t bend = 0; bend < ways.bends(); ++bend)
            if (!(best >> bend & 1) && goal >> bend & 1 && mayFollow(best, static_cast<int>(bend)))
                stuck.push_back(stuckAt(bend, best));
        return stuck;
    }

    Stuck stuckAt(size_t bend, Made made) {
        Stuck stuck{static_cast<int>(bend), made, {}, ways.notInTools(bend)};
        for (const int way : ways.of(bend))
            if (const auto obstacle = hits.inTheWay(ways[way], made))
                keepFurthest(stuck, ways[way], *obstacle);
        for (const auto& [way, obstacle] : ways.neverInTheOrder())
            if (way.bend == stuck.bend) keepFurthest(stuck, way, obstacle);
        return stuck;
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
    size_t mostPoints;
    Hits hits;
    WayTable ways;
    std::unordered_map<Made, std::unique_ptr<Point>> points;
    size_t stepsTried = 0;
    double weight = 1; // of what remains
};

} // namespace

Outcome plan(const part::Part& part, const material::Material& material, const tool::Shop& shop,
             const Wishes& wishes, const GoOn& goOn, size_t mostPoints) {
    if (part.bends.size() > kMostBends) return {};
    if (part.bends.empty()) return {.plan = Plan{{}, 0, true, 0}};
    return Search(part, material, shop, wishes, goOn, mostPoints).run();
}

} // namespace goodfold::sequence
