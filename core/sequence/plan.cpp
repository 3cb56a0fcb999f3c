#include "sequence/operation_table.h"

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

/// A* over bends made and the last operation. What remains costs at least the cheapest of each bend, flat and
/// with no change; that never falls by more than a step costs, so the first goal taken is the best.
class Search {
public:
    Search(const part::Part& part, const material::Material& material, const tool::Shop& shop,
           const Wishes& wishes, const GoOn& goOn, size_t mostPoints)
        : part(part), wishes(wishes), goOn(goOn), mostPoints(mostPoints), collisions(part),
          operations(part, material, shop, wishes, collisions) {
        if (part.bends.size() > kProvenBends)
            weight += kHaste * static_cast<double>(part.bends.size() - kProvenBends);
    }

    Outcome run() {
        Outcome outcome;
        const BendSet goal = (BendSet{1} << part.bends.size()) - 1;
        if (std::isfinite(at(0).least)) outcome.plan = search(goal, outcome);
        if (!outcome.plan && !outcome.stopped && !outcome.gaveUp) outcome.stuck = whyStuck(goal);
        outcome.stepsTried = stepsTried;
        outcome.checksMade = collisions.checksMade();
        return outcome;
    }

private:
    struct Node {
        double estimate, cost;
        BendSet made;
        int operation;
        int before; // the operation of the step before
        bool operator<(const Node& other) const {
            if (estimate != other.estimate) return estimate > other.estimate; // the queue gives the greatest
            return std::popcount(made) < std::popcount(other.made);
        }
    };

    /// What is known of a point of the order. Made when it is first reached.
    struct Point {
        std::vector<double> cost;      // of every operation from here
        std::vector<signed char> free; // by operation: 1 free, 0 not, -1 not looked at
        std::vector<double> best;      // by last operation: the least it was come to with
        struct Came {
            int operation = kFirst, before = kFirst;
            bool isTaken = false;
        };
        std::vector<Came> came; // by kind of last operation
        // Of the bends that are left:
        double least = 0; // cost, without changes
        bool up = false, down = false;
        std::uint32_t angles = 0;                // one bit each, by the first bend that has it
        std::uint64_t tools = ~std::uint64_t{0}; // that all of them can be made in
        bool isReached = false;
    };

    Point& at(BendSet made) {
        auto& point = points[made];
        if (point) return *point;
        point = std::make_unique<Point>();
        point->free.assign(operations.size(), -1);
        point->best.assign(operations.size(), std::numeric_limits<double>::infinity());
        point->came.resize(operations.kinds() + 1);
        point->cost.assign(operations.size(), 0);
        for (size_t bend = 0; bend < operations.bends(); ++bend) {
            if (made >> bend & 1) continue;
            for (const int operation : operations.of(bend))
                point->cost[static_cast<size_t>(operation)] = costOf(part, operations[operation], made).sum();
            point->least += operations.least(bend);
            (faceInside(part, static_cast<int>(bend)) ? point->up : point->down) = true;
            point->angles |= std::uint32_t{1} << operations.angleOf(bend);
            point->tools &= operations.toolsOf(bend);
        }
        return *point;
    }

    BendSet without(BendSet made, int operation) const {
        return made & ~(BendSet{1} << operations[operation].bend);
    }

    bool mayFollow(BendSet made, int bend) const {
        const auto placed = static_cast<size_t>(std::popcount(made));
        return placed >= wishes.order.size() || wishes.order[placed] == bend;
    }

    /// What the bends that are left cost at least: the cheapest operation of each, and the changes there must
    /// be from the last operation on. A tool that some of them cannot be made in is left for another; stock
    /// is turned over where one bends the other way; every other angle is set once.
    double remaining(const Point& point, int last) const {
        if (last == kFirst) return point.least;
        const int bend = operations[last].bend;
        const bool isUp = faceInside(part, bend);
        const bool turns = (point.up || isUp) && (point.down || !isUp);
        const std::uint32_t angles = point.angles | std::uint32_t{1}
                                                        << operations.angleOf(static_cast<size_t>(bend));
        const bool otherTool = (operations.toolOf(last) & point.tools) == 0;
        // In another tool the same angle may be set anew at once.
        return point.least + (turns ? kTurnedOver : 0) +
               (otherTool ? kOtherTool : kOtherAngle * (std::popcount(angles) - 1));
    }

    bool isFree(BendSet made, int operation) {
        signed char& known = at(made).free[static_cast<size_t>(operation)];
        if (known >= 0) return known;
        ++stepsTried;
        known = collisions.inTheWay(operations[operation], made) ? 0 : 1;
        return known;
    }

    std::optional<Plan> search(BendSet goal, Outcome& outcome) {
        std::priority_queue<Node> open;
        open.push({remaining(at(0), kFirst), 0, 0, kFirst, kFirst});
        size_t furthest = 0, taken = 0;
        while (!open.empty()) {
            const Node node = open.top();
            open.pop();
            Point& point = at(node.made);
            auto& came = point.came[operations.kind(node.operation)];
            if (came.isTaken) continue;
            if (node.operation != kFirst && !isFree(without(node.made, node.operation), node.operation))
                continue;
            came = {node.operation, node.before, true};
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
        for (size_t bend = 0; bend < operations.bends(); ++bend) {
            if (node.made >> bend & 1 || !mayFollow(node.made, static_cast<int>(bend))) continue;
            const BendSet made = node.made | BendSet{1} << bend;
            Point& there = at(made);
            for (const int next : operations.of(bend)) {
                const auto operation = static_cast<size_t>(next);
                if (here.free[operation] == 0 || there.came[operations.kind(next)].isTaken) continue;
                const double cost =
                    node.cost + here.cost[operation] + operations.change(node.operation, next);
                if (cost >= there.best[operation]) continue;
                there.best[operation] = cost;
                open.push({cost + weight * remaining(there, next), cost, made, next, node.operation});
            }
        }
    }

    Plan planTo(const Node& goal) {
        std::vector<int> row; // of operations
        BendSet made = goal.made;
        for (int last = goal.operation; last != kFirst;) {
            const auto came = at(made).came[operations.kind(last)];
            made = without(made, came.operation);
            row.insert(row.begin(), came.operation);
            last = came.before;
        }
        workAlong(row, goal.cost);
        Plan plan;
        plan.cost = goal.cost;
        plan.bound = goal.cost / weight; // an estimate too large by this cannot hide a better one than that
        plan.isBest = weight == 1;
        for (const int each : row) {
            const Operation& operation = operations[each];
            plan.steps.push_back({operation, made, costOf(part, operation, made)});
            made |= BendSet{1} << operation.bend;
        }
        for (size_t i = 1; i < plan.steps.size(); ++i) {
            plan.steps[i].cost.change =
                changeBetween(part, plan.steps[i - 1].operation, plan.steps[i].operation);
            if (plan.steps[i].operation.setup.tool != plan.steps[i - 1].operation.setup.tool)
                plan.steps[i].change = whyAnother(plan.steps[i], plan.steps[i - 1].operation.setup.tool);
        }
        return plan;
    }

    /// What the row costs; nothing where something is in its way, or it was settled otherwise.
    std::optional<double> costOfRow(const std::vector<int>& row) {
        double cost = 0;
        BendSet made = 0;
        int before = kFirst;
        for (const int each : row) {
            if (!mayFollow(made, operations[each].bend) || !isFree(made, each)) return {};
            cost += at(made).cost[static_cast<size_t>(each)] + operations.change(before, each);
            made |= BendSet{1} << operations[each].bend;
            before = each;
        }
        return cost;
    }

    double wayOf(const std::vector<int>& row) const {
        double way = 0;
        const auto middle = [&](int each) {
            return part.bends[static_cast<size_t>(operations[each].bend)].centre.middle();
        };
        for (size_t i = 1; i < row.size(); ++i)
            way += (middle(row[i]) - middle(row[i - 1])).norm();
        return way;
    }

    /// Takes steps to other places, and stretches of them the other way round, as long as that costs nothing
    /// and shortens the way along the stock.
    void workAlong(std::vector<int>& row, double cost) {
        constexpr double kSameCost = 1e-9, kShorter = 1e-6;
        const auto isBetter = [&](const std::vector<int>& other) {
            if (wayOf(other) > wayOf(row) - kShorter) return false;
            const auto its = costOfRow(other);
            return its && *its <= cost + kSameCost;
        };
        for (bool isDone = false; !isDone;) {
            isDone = true;
            for (size_t i = 0; i < row.size(); ++i)
                for (size_t j = 0; j < row.size(); ++j)
                    for (auto& other : {moved(row, i, j), turnedRound(row, i, j)}) {
                        if (!isBetter(other)) continue;
                        row = other;
                        isDone = false;
                    }
        }
    }

    static std::vector<int> moved(std::vector<int> row, size_t from, size_t to) {
        const auto begin = row.begin();
        const auto at = [&](size_t i) { return begin + static_cast<std::ptrdiff_t>(i); };
        if (from < to)
            std::rotate(at(from), at(from + 1), at(to + 1));
        else
            std::rotate(at(to), at(from), at(from + 1));
        return row;
    }

    static std::vector<int> turnedRound(std::vector<int> row, size_t from, size_t to) {
        if (from < to)
            std::reverse(row.begin() + static_cast<std::ptrdiff_t>(from),
                         row.begin() + static_cast<std::ptrdiff_t>(to) + 1);
        return row;
    }

    /// The cheapest that would go in the tool before; else what came nearest to it.
    ToolChange whyAnother(const Step& step, const tool::Tool* from) {
        ToolChange change{from};
        const int bend = step.operation.bend;
        if (wishes.tool.contains(bend) || wishes.die.contains(bend) || wishes.holds.contains(bend)) {
            change.gain = ToolChange::Gain::Wished;
            return change;
        }
        std::optional<Cost> cheapest;
        Stuck stuck{bend, step.before, false, {}, {}};
        for (const int each : operations.of(static_cast<size_t>(bend))) {
            if (operations[each].setup.tool != from) continue;
            const Cost cost = costOf(part, operations[each], step.before);
            if (const auto obstacle = collisions.inTheWay(operations[each], step.before))
                keepFurthest(stuck, operations[each], *obstacle);
            else if (!cheapest || cost.sum() < cheapest->sum())
                cheapest = cost;
        }
        for (const auto& [operation, obstacle] : operations.neverInTheOrder())
            if (operation.bend == bend && operation.setup.tool == from)
                keepFurthest(stuck, operation, obstacle);
        if (cheapest)
            change.gain = gainOf(*cheapest, step.cost);
        else if (!stuck.reasons.empty())
            change.obstacle = stuck.reasons.front().obstacle;
        else
            for (const tool::Refusal& refusal : operations.refusals(static_cast<size_t>(bend)))
                if (refusal.toolId == from->id) change.refusal = refusal;
        return change;
    }

    static ToolChange::Gain gainOf(const Cost& there, const Cost& here) {
        using Gain = ToolChange::Gain;
        constexpr double kWorthSaying = 1;
        const std::pair<double, Gain> gains[] = {{there.metal - here.metal, Gain::Metal},
                                                 {there.accuracy - here.accuracy, Gain::Accuracy},
                                                 {there.effort - here.effort, Gain::Effort},
                                                 {there.sight - here.sight, Gain::Sight}};
        const auto& most = *std::max_element(std::begin(gains), std::end(gains));
        return most.first > kWorthSaying ? most.second : Gain::Whole;
    }

    /// Where most bends were made: what was in the way of each that was left.
    std::vector<Stuck> whyStuck(BendSet goal) {
        std::vector<Stuck> stuck;
        for (size_t bend = 0; bend < operations.bends(); ++bend)
            if (operations.of(bend).empty()) stuck.push_back(stuckAt(bend, 0));
        if (!stuck.empty()) return stuck;
        BendSet best = 0;
        for (const auto& [made, point] : points)
            if (point->isReached &&
                std::pair(std::popcount(made), best) > std::pair(std::popcount(best), made))
                best = made;
        for (size_t bend = 0; bend < operations.bends(); ++bend)
            if (!(best >> bend & 1) && goal >> bend & 1 && mayFollow(best, static_cast<int>(bend)))
                stuck.push_back(isNeverMade(bend) ? stuckAt(bend, 0) : stuckAt(bend, best));
        return stuck;
    }

    /// Of a search that ran out of orders: every point that can be reached was.
    bool isNeverMade(size_t bend) const {
        return wishes.order.empty() && std::none_of(points.begin(), points.end(), [&](const auto& each) {
                   return each.second->isReached && each.first >> bend & 1;
               });
    }

    Stuck stuckAt(size_t bend, BendSet made) {
        Stuck stuck{static_cast<int>(bend), made, isNeverMade(bend), {}, operations.refusals(bend)};
        for (const int operation : operations.of(bend))
            if (const auto obstacle = collisions.inTheWay(operations[operation], made))
                keepFurthest(stuck, operations[operation], *obstacle);
        for (const auto& [operation, obstacle] : operations.neverInTheOrder())
            if (operation.bend == stuck.bend) keepFurthest(stuck, operation, obstacle);
        return stuck;
    }

    /// One reason a tool: what came nearest to being made. What is only too hard to pull can be hammered, so
    /// anything else counts for more.
    static void keepFurthest(Stuck& stuck, const Operation& operation, const Obstacle& obstacle) {
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

    const part::Part& part;
    const Wishes& wishes;
    const GoOn& goOn;
    size_t mostPoints;
    Collisions collisions;
    OperationTable operations;
    std::unordered_map<BendSet, std::unique_ptr<Point>> points;
    size_t stepsTried = 0;
    double weight = 1; // of what remains
};

} // namespace

Outcome plan(const part::Part& part, const material::Material& material, const tool::Shop& shop,
             const Wishes& wishes, const GoOn& goOn, size_t mostPoints) {
    if (part.bends.size() > kMostBends) return {.tooMany = true};
    if (part.bends.empty()) return {.plan = Plan{{}, 0, true, 0}};
    return Search(part, material, shop, wishes, goOn, mostPoints).run();
}

} // namespace goodfold::sequence
