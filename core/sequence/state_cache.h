// What is known of bodies that only some bends decide. Not for use outside of sequence/.
#pragma once

#include "sequence/operation.h"

#include <bit>
#include <unordered_map>

namespace goodfold::sequence {

/// What is known of each state of the bends that decide it; as it was made where nothing is yet.
template <class Known> class StateCache {
public:
    explicit StateCache(BendSet decide) : decide(decide) {}

    Known& at(BendSet made) {
        constexpr int kTable = 12; // bends; a table of more would be too large
        if (std::popcount(decide) > kTable) return many[made & decide];
        if (known.empty()) known.resize(size_t{1} << std::popcount(decide));
        size_t packed = 0, bit = 0;
        for (BendSet left = decide; left != 0; left &= left - 1, ++bit)
            packed |= static_cast<size_t>(made >> std::countr_zero(left) & 1) << bit;
        return known[packed];
    }

private:
    BendSet decide;
    std::vector<Known> known;
    std::unordered_map<BendSet, Known> many;
};

} // namespace goodfold::sequence
