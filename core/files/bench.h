// What `goodfold-cli bench --json` prints.
#pragma once

#include "bench/practice.h"
#include "bench/ways_out.h"

#include <iosfwd>

namespace goodfold::files {

/// One JSON object on one line: `file`, `believed` [{kind, of, mean, sigma}] (of holes along and across),
/// `steps` (as `plan` has them, those that are left, with `line`, `angle` and `push_to` {was, now}), `holes`
/// [{hole, was, at, by}], `odds_before`, `odds`, `cannot` [{about, says, by}], `asked` [{entry, expected,
/// likely, says}] of readings that are not believed, `refused` [{entry, says}], and of a piece that is bent
/// `rework` [{says, of, by, toward, odds}] and `accept` [{measure, of, from, to, value, ok}]; `ways_out`
/// [{says, hole, odds}].
void writeBench(std::ostream& out, const std::string& file, const bench::Work& work, const bench::Log& log,
                const bench::Now& now, const std::vector<bench::WayOut>& waysOut);

/// What `goodfold-cli practise --json` prints: `file`, `seed`, `truth` {thickness, k, springback by bend},
/// `ways` {as_planned, measured, test_bends}, each {pieces, at_once, reworked, misses {hole: times}, says},
/// and what it `assumes`.
void writePractice(std::ostream& out, const std::string& file, unsigned seed,
                   const bench::Practice& practice);

} // namespace goodfold::files
