#include "sequence/near_bends.h"

#include <algorithm>

namespace goodfold::sequence {

NearBends::NearBends(const part::Part& part, size_t bend, size_t most) : own(bend) {
    const auto away = [&](size_t other) {
        return (part.bends[other].centre.middle() - part.bends[bend].centre.middle()).norm();
    };
    for (size_t other = 0; other < part.bends.size(); ++other)
        if (other != bend) near.push_back(other);
    std::stable_sort(near.begin(), near.end(), [&](size_t a, size_t b) { return away(a) < away(b); });
    near.resize(std::min(near.size(), most));
}

BendSet NearBends::all() const {
    return madeIn(states() - 1) | BendSet{1} << own;
}

size_t NearBends::stateIn(BendSet made) const {
    size_t state = 0;
    for (size_t i = 0; i < near.size(); ++i)
        state |= static_cast<size_t>(made >> near[i] & 1) << i;
    return state;
}

BendSet NearBends::madeIn(size_t state) const {
    BendSet made = 0;
    for (size_t i = 0; i < near.size(); ++i)
        made |= static_cast<BendSet>(state >> i & 1) << near[i];
    return made;
}

} // namespace goodfold::sequence
