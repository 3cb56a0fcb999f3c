// A bend and those that lie near it, and the states these can be in. Not for use outside of sequence/.
#pragma once

#include "part/part.h"
#include "sequence/operation.h"

namespace goodfold::sequence {

class NearBends {
public:
    /// Of the others the nearest in the flat, `most` of them at most: each doubles the states.
    NearBends(const part::Part& part, size_t bend, size_t most);

    /// They and the bend itself.
    BendSet all() const;
    size_t states() const { return size_t{1} << near.size(); }
    size_t stateIn(BendSet made) const;
    BendSet madeIn(size_t state) const;

private:
    size_t own;
    std::vector<size_t> near;
};

} // namespace goodfold::sequence
