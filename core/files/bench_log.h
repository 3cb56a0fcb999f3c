// The bench log: what was done to a piece and measured of it, one JSON file a piece (.gfbench), described in
// docs/bench-format.md.
#pragma once

#include "bench/log.h"
#include "common/result.h"

#include <iosfwd>

namespace goodfold::files {

inline constexpr int kBenchLogVersion = 1;

/// What it names is looked for only when it is used. One sentence, and its place, of what cannot be read.
Result<bench::Log> readBenchLog(std::istream& in);
void writeBenchLog(std::ostream& out, const bench::Log& log);

} // namespace goodfold::files
