#include "sequence/first_order.h"

#include "sequence/makeable.h"

#include <algorithm>
#include <bit>
#include <unordered_set>

namespace goodfold::sequence {

namespace {

class FromTheEnd {
public:
    FromTheEnd(KnownSteps& steps, const Makeable& could, const GoOn& goOn, size_t mostSets)
        : steps(steps), could(could), goOn(goOn), mostSets(mostSets) {}

    FirstOrder run() {
        using Kind = FirstOrder::Kind;
        if (!could.may(steps.all())) return {Kind::None, {}};
        const bool isFound = mayBegin(steps.all(), kFirst);
        return {isFound ? Kind::Found : end, isFound ? row : std::vector<int>{}};
    }

private:
    struct Last {
        double cost;
        BendSet before;
        int operation;
    };

    /// Whether all in `made` can be made, so that `next` follows. A set is entered once: whether it can be
    /// made does not hang on what follows.
    bool mayBegin(BendSet made, int next) {
        if (made == 0) return true;
        if (!seen.insert(made).second) return false;
        if (seen.size() > mostSets) return ends(FirstOrder::Kind::GaveUp);
        const size_t placed = steps.bends() - static_cast<size_t>(std::popcount(made));
        if (goOn && !goOn(placed)) return ends(FirstOrder::Kind::Stopped);
        for (const Last& last : lastOf(made, next)) {
            if (!mayBegin(last.before, last.operation)) {
                if (end != FirstOrder::Kind::None) return false;
                continue;
            }
            row.push_back(last.operation);
            return true;
        }
        return false;
    }

    bool ends(FirstOrder::Kind why) {
        end = why;
        return false;
    }

    /// Of each bend that can be made last its cheapest way; the cheapest first.
    std::vector<Last> lastOf(BendSet made, int next) {
        std::vector<std::optional<Last>> cheapest(steps.bends());
        TwoHands::each(steps.bends(), [&](size_t bend) { cheapest[bend] = cheapestOf(bend, made, next); });
        std::vector<Last> all;
        for (const std::optional<Last>& each : cheapest)
            if (each) all.push_back(*each);
        std::stable_sort(all.begin(), all.end(), isCheaper);
        return all;
    }

    std::optional<Last> cheapestOf(size_t bend, BendSet made, int next) {
        const BendSet before = made & ~(BendSet{1} << bend);
        if (before == made || seen.contains(before) || !could.may(before) ||
            !steps.mayFollow(before, static_cast<int>(bend)))
            return {};
        std::vector<Last> ways;
        for (const int operation : steps.operations.of(bend)) {
            const double change = next == kFirst ? 0 : steps.operations.change(operation, next);
            ways.push_back({steps.cost(before, operation) + change, before, operation});
        }
        std::stable_sort(ways.begin(), ways.end(), isCheaper);
        const auto free = std::find_if(ways.begin(), ways.end(), [&](const Last& way) {
            return steps.isFree(way.before, way.operation);
        });
        if (free == ways.end()) return {};
        return *free;
    }

    static bool isCheaper(const Last& a, const Last& b) { return a.cost < b.cost; }

    KnownSteps& steps;
    const Makeable& could;
    const GoOn& goOn;
    size_t mostSets;
    std::unordered_set<BendSet> seen;
    std::vector<int> row;
    FirstOrder::Kind end = FirstOrder::Kind::None;
};

} // namespace

FirstOrder firstOrder(KnownSteps& steps, const GoOn& goOn, size_t mostSets) {
    constexpr size_t kNear = 4, kWider = 6, kWidest = 8; // bends that count as near
    constexpr size_t kFew = 64, kMore = 512;             // sets
    FirstOrder first;
    for (const auto& [near, sets] : {std::pair{kNear, kFew}, {kWider, kMore}, {kWidest, mostSets}}) {
        const Makeable could(steps, near, goOn);
        if (!could.isMade()) return {FirstOrder::Kind::Stopped, {}};
        first = FromTheEnd(steps, could, goOn, std::min(sets, mostSets)).run();
        if (first.kind != FirstOrder::Kind::GaveUp) break;
    }
    return first;
}

} // namespace goodfold::sequence
