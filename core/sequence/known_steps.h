// What is known of steps: which can be made when, and what they cost; looked at once each. Not for use
// outside of sequence/.
#pragma once

#include "sequence/operation_table.h"

#include <atomic>
#include <mutex>
#include <unordered_map>

namespace goodfold::sequence {

class KnownSteps {
public:
    KnownSteps(const part::Part& part, const material::Material& material, const tool::Shop& shop,
               const Wishes& wishes)
        : part(part), wishes(wishes), hands(part), operations(part, material, shop, wishes, hands) {}

    /// Whether nothing is in the way when those in `made` are. Two threads may ask at once, each of bends of
    /// its own hand.
    bool isFree(BendSet made, int operation);
    /// Without the change from the step before.
    double cost(BendSet made, int operation);
    /// Whether the order that was settled lets the bend be the next.
    bool mayFollow(BendSet made, int bend) const;
    /// Of operations one after the other, changes included; nothing where one is in the way, or settled
    /// otherwise.
    std::optional<double> costOfRow(const std::vector<int>& row);

    size_t bends() const { return part.bends.size(); }
    BendSet all() const { return (BendSet{1} << bends()) - 1; }
    size_t tried() const { return stepsTried; }

    const part::Part& part;
    const Wishes& wishes;
    TwoHands hands;
    const OperationTable operations;

private:
    /// By operation; of those whose bend is not made.
    struct AtPoint {
        std::vector<signed char> free; // 1 yes, 0 no, -1 not looked at
        std::vector<float> cost;       // negative: not reckoned
    };
    AtPoint& at(BendSet made);

    std::mutex pointsInUse;
    std::unordered_map<BendSet, AtPoint> points; // which stay where they are
    std::atomic<size_t> stepsTried = 0;
};

} // namespace goodfold::sequence
