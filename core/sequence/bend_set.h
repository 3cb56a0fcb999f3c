// Of parts with more bends than are planned the bends beyond are in no set: none of them is ever made. Not
// for use outside of sequence/.
#pragma once

#include "sequence/operation.h"

#include <limits>

namespace goodfold::sequence {

inline BendSet setOf(int bend) {
    return bend < std::numeric_limits<BendSet>::digits ? BendSet{1} << bend : 0;
}

inline bool isIn(BendSet made, int bend) {
    return (made & setOf(bend)) != 0;
}

} // namespace goodfold::sequence
