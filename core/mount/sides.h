// The place of the other hand, held against this one: how far the two are from mirror images.
#pragma once

#include "mount/measured.h"

#include <cmath>

namespace goodfold::mount {

/// One reading of the other side. What is read between things is the same in a mirror: distances, heights,
/// turns; of what is read along an edge its amount.
struct SideApart {
    job::MountReading reading; // as it was read there; without an id where its places are stated
    double mirrored = 0;       // what it would read, were the other side a mirror image of this one
    double apart = 0;          // what it reads, less that
    double sigma = 0;          // of both together
    /// Three sigmas and more: it is another place, or one of the two is misread.
    bool stands() const { return std::abs(apart) > 3 * sigma; }
};

/// Each reading of the other side whose things are on this one too, by their names; of a side that is stated
/// place by place, between each two of its points. Those that stand out most, first.
std::vector<SideApart> sidesApart(const job::Mount& mount, const Measured& measured, const job::Mount& other,
                                  const Instruments& instruments);

} // namespace goodfold::mount
