// The operations a search chooses from, and what it costs to go from one to the next. Not for use outside of
// sequence/.
#pragma once

#include "sequence/plan.h"
#include "sequence/two_hands.h"

namespace goodfold::sequence {

inline constexpr int kFirst = -1; // the operation before any step

/// Ways that are wished for and not always in the way, all bends' in one row.
class OperationTable {
public:
    OperationTable(const part::Part& part, const material::Material& material, const tool::Shop& shop,
                   const Wishes& wishes, TwoHands& hands);

    size_t size() const { return operations.size(); }
    size_t bends() const { return byBend.size(); }
    const Operation& operator[](int operation) const { return operations[static_cast<size_t>(operation)]; }
    const std::vector<int>& of(size_t bend) const { return byBend[bend]; }
    /// The cheapest operation of the bend, flat and with no change; infinite where there is none.
    double least(size_t bend) const { return leasts[bend]; }
    /// A bit for each tool that the bend can be made in. Beyond sixty-four tools they share the last.
    std::uint64_t toolsOf(size_t bend) const { return tools[bend]; }
    std::uint64_t toolOf(int operation) const {
        return std::uint64_t{1} << toolIndex[static_cast<size_t>(operation)];
    }
    /// The first bend of the same angle.
    size_t angleOf(size_t bend) const { return angles[bend]; }

    /// Operations after which any other costs the same change are of one kind to go on from, whichever bend
    /// they made. 0 is the beginning.
    size_t kind(int operation) const {
        return operation == kFirst ? 0 : kindOf[static_cast<size_t>(operation)] + 1;
    }
    size_t kinds() const { return changes.size(); }
    double change(int before, int after) const {
        return before == kFirst ? 0 : changes[kind(before) - 1][static_cast<size_t>(after)];
    }

    /// Tools that will not do for the bend whatever the order, and operations that are always in the way.
    const std::vector<tool::Refusal>& refusals(size_t bend) const { return refused[bend]; }
    const std::vector<Stuck::Reason>& neverInTheOrder() const { return never; }

private:
    void findKinds(const part::Part& part);

    std::vector<Operation> operations;
    std::vector<Stuck::Reason> never;
    std::vector<std::vector<tool::Refusal>> refused;
    std::vector<std::vector<int>> byBend;
    std::vector<double> leasts;
    std::vector<std::uint64_t> tools;
    std::vector<unsigned> toolIndex;
    std::vector<size_t> angles;
    std::vector<size_t> kindOf;               // by operation
    std::vector<std::vector<double>> changes; // from a kind to each operation
};

} // namespace goodfold::sequence
