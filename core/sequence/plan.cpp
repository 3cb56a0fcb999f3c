#include "sequence/along_stock.h"
#include "sequence/first_order.h"
#include "sequence/remaining.h"
#include "sequence/why.h"

#include <queue>

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>

namespace goodfold::sequence {

namespace {

/// Once any order is known, A* over bends made and the last operation looks for a better one. Weighted, it
/// soon finds a good one; at the last with no weight, so that the first goal taken is the best.
class Search {
public:
    Search(const part::Part& part, const material::Material& material, const tool::Shop& shop,
           const Wishes& wishes, const GoOn& goOn, size_t mostPoints)
        : steps(part, material, shop, wishes), goOn(goOn), mostPoints(mostPoints) {}

    Outcome run() {
        Outcome outcome;
        const FirstOrder first = firstOrder(steps, goOn, kMostSets);
        using Kind = FirstOrder::Kind;
        outcome.stopped = first.kind == Kind::Stopped;
        outcome.gaveUp = first.kind == Kind::GaveUp;
        if (first.kind == Kind::None) outcome.stuck = whyStuck(steps, goOn, kMostReached);
        if (first.kind == Kind::Found) {
            take(first.row);
            outcome.stopped = !improve();
            outcome.plan = planOf(best);
        }
        outcome.stepsTried = steps.tried();
        outcome.checksMade = steps.hands.checksMade();
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

    /// How a point of the order was come to.
    struct Point {
        std::vector<float> best; // by last operation: the least cost
        struct Came {
            int operation = kFirst, before = kFirst;
            bool isTaken = false;
        };
        std::vector<Came> came; // by kind of last operation
    };
    enum class End { Found, NoneIsBetter, TooMany, Stopped };

    void take(std::vector<int> row) {
        best = std::move(row);
        bestCost = *steps.costOfRow(best);
    }

    double sumOfLeasts() const {
        double sum = 0;
        for (size_t bend = 0; bend < steps.bends(); ++bend)
            sum += steps.operations.least(bend);
        return sum;
    }

    /// Whether it came to its end: to a proof, or to as many points as are looked through.
    bool improve() {
        bound = steps.bends() == 1 ? bestCost : sumOfLeasts();
        if (mostPoints == 0 || steps.bends() == 1) return true;
        const bool isOrdered =
            steps.wishes.order.size() == steps.bends(); // then there is little to look through
        if (!isOrdered && !remaining.emplace(steps, goOn).isMade()) return false;
        bound = std::max(bound, std::min(bestCost, atLeast(0, kFirst)));
        constexpr size_t kAtOnce = 12; // bends
        const std::vector<double> weights =
            steps.bends() <= kAtOnce ? std::vector{1.0} : std::vector{1.3, 1.1, 1.0};
        for (const double weight : weights) {
            if (bound > bestCost - kSame) break;
            const End end = search(weight);
            if (end == End::Stopped) return false;
            if (end == End::NoneIsBetter) bound = bestCost;
            // An estimate too large by the weight cannot hide a better one than this.
            if (end == End::Found) bound = std::max(bound, bestCost / weight);
        }
        return true;
    }

    double atLeast(BendSet made, int last) const { return remaining ? remaining->after(made, last) : 0; }

    Point& at(BendSet made) {
        Point& point = points[made];
        if (point.came.empty()) {
            point.best.assign(steps.operations.size(), std::numeric_limits<float>::infinity());
            point.came.resize(steps.operations.kinds() + 1);
        }
        return point;
    }

    static BendSet bitOf(int bend) { return BendSet{1} << bend; }

    End search(double weight) {
        points.clear();
        std::priority_queue<Node> open;
        open.push({weight * atLeast(0, kFirst), 0, 0, kFirst, kFirst});
        size_t furthest = 0, taken = 0;
        while (!open.empty()) {
            const Node node = open.top();
            open.pop();
            auto& came = at(node.made).came[steps.operations.kind(node.operation)];
            if (came.isTaken) continue;
            if (node.operation != kFirst) {
                const BendSet before = node.made & ~bitOf(steps.operations[node.operation].bend);
                if (!steps.isFree(before, node.operation)) continue;
            }
            came = {node.operation, node.before, true};
            furthest = std::max(furthest, static_cast<size_t>(std::popcount(node.made)));
            if (node.made == steps.all()) {
                take(rowTo(node));
                return End::Found;
            }
            if (weight == 1) bound = std::max(bound, std::min(bestCost, node.estimate));
            if (points.size() > mostPoints) return End::TooMany;
            if (goOn && ++taken % 4 == 0 && !goOn(furthest)) return End::Stopped;
            follow(node, weight, open);
        }
        return End::NoneIsBetter;
    }

    /// What could not be better than the best there is, or could not be made to its end, is left out.
    void follow(const Node& node, double weight, std::priority_queue<Node>& open) {
        for (int bend = 0; bend < static_cast<int>(steps.bends()); ++bend) {
            if (node.made & bitOf(bend) || !steps.mayFollow(node.made, bend)) continue;
            const BendSet made = node.made | bitOf(bend);
            Point& there = at(made);
            for (const int next : steps.operations.of(static_cast<size_t>(bend))) {
                if (there.came[steps.operations.kind(next)].isTaken) continue;
                const double cost =
                    node.cost + steps.cost(node.made, next) + steps.operations.change(node.operation, next);
                float& known = there.best[static_cast<size_t>(next)];
                if (cost >= static_cast<double>(known)) continue;
                const double left = atLeast(made, next);
                if (cost + left > bestCost + kSame) continue;
                known = static_cast<float>(cost);
                open.push({cost + weight * left, cost, made, next, node.operation});
            }
        }
    }

    /// Of operations.
    std::vector<int> rowTo(const Node& goal) {
        std::vector<int> row;
        BendSet made = goal.made;
        for (int last = goal.operation; last != kFirst;) {
            const auto came = at(made).came[steps.operations.kind(last)];
            made &= ~bitOf(steps.operations[came.operation].bend);
            row.push_back(came.operation);
            last = came.before;
        }
        std::reverse(row.begin(), row.end());
        return row;
    }

    Plan planOf(std::vector<int> row) {
        workAlong(row, steps);
        Plan plan;
        BendSet made = 0;
        for (const int each : row) {
            const Operation& operation = steps.operations[each];
            Step step{operation, made, costOf(steps.part, operation, made)};
            if (!plan.steps.empty()) {
                const Operation& before = plan.steps.back().operation;
                step.cost.change = changeBetween(steps.part, before, operation);
                if (operation.setup.tool != before.setup.tool)
                    step.change = whyAnother(steps, step, before.setup.tool);
            }
            plan.cost += step.cost.sum();
            plan.steps.push_back(std::move(step));
            made |= bitOf(operation.bend);
        }
        plan.isBest = bound > bestCost - kSame;
        plan.bound = plan.isBest ? plan.cost : bound;
        return plan;
    }

    static constexpr double kSame = 1e-3;        // of costs, which are kept as floats on the way
    static constexpr size_t kMostSets = 8192;    // of bends made, when any order is looked for
    static constexpr size_t kMostReached = 1024; // the same, when it is asked why there is none

    KnownSteps steps;
    const GoOn& goOn;
    size_t mostPoints;
    std::optional<Remaining> remaining; // what is left costs at least
    std::unordered_map<BendSet, Point> points;
    std::vector<int> best; // of operations
    double bestCost = 0;
    double bound = 0; // nothing costs less
};

} // namespace

Outcome plan(const part::Part& part, const material::Material& material, const tool::Shop& shop,
             const Wishes& wishes, const GoOn& goOn, size_t mostPoints) {
    if (part.bends.size() > kMostBends) return {.tooMany = true};
    if (part.bends.empty()) return {.plan = Plan{{}, 0, true, 0}};
    return Search(part, material, shop, wishes, goOn, mostPoints).run();
}

} // namespace goodfold::sequence
