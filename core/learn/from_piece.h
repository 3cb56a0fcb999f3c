// What a piece at the bench taught, beside what it was made by.
#pragma once

#include "bench/belief.h"
#include "learn/point.h"

namespace goodfold::learn {

/// What it was made from: as for the bench (lineup::Work::learns).
struct MadeOf {
    const lineup::Making& making;
    const sequence::Plan& plan;
    const material::Material& material; // as the plan had it
    const lineup::ErrorBook& errors;
};

/// Of what all pieces share (K, springback, each tool's radius): what was measured beyond what was known
/// before. Of a number of mean 0 and sigma 1 that is known to m and s after, the readings alone say m / (1 -
/// s^2), to s / sqrt(1 - s^2). Where they say next to nothing there is no point. Of what was read right off
/// the blank and the bends: by how much that was out. What was asked about and not kept does not count.
Points taughtBy(const MadeOf& of, const bench::Log& log);

} // namespace goodfold::learn
