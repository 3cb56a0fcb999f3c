// A batch under control: whether its pieces stay within what lets their bolts in, and which of them to check.
#pragma once

#include "bench/accept.h"

namespace goodfold::bench {

/// One measure of the final check, piece after piece as they were made. Shewhart's chart of single values
/// (Economic Control of Quality, 1931): the process lies within its mean plus and minus 2.66 times the mean
/// moving range, which is three sigmas, as long as nothing has changed.
struct Chart {
    Accept accept; // what it is, and between which limits bolts go in
    std::vector<double> values;
    double mean = 0;
    double low = 0, high = 0; // of the process; equal to the mean before there are two
    /// The last value is beyond them, or the last eight lie on one side of the mean: something has changed.
    bool hasChanged = false;
};

/// Of those pieces that were read so; measures that no piece was read for are left out.
std::vector<Chart> chartsOf(const std::vector<Accept>& accepts, const std::vector<Log>& pieces);

/// Which piece is to be checked next: every one until five were read and where something has changed; then,
/// by how many of a hundred the process would put beyond the limits of the final check, every one (more than
/// 1), every second (more than 0.1), else every fifth. Own judgement, on Shewhart's sigma.
int checkEvery(const std::vector<Chart>& charts);

} // namespace goodfold::bench
