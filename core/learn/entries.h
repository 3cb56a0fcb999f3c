// What a logbook keeps: test bends and finished pieces, each with an id of its own that stays, wherever it is
// copied to.
#pragma once

#include "bench/log.h"
#include "learn/test_bend.h"

namespace goodfold::learn {

struct KeptBend {
    std::string id, at; // at: UTC, "2026-11-30T08:15:00Z"
    TestBend bend;
    std::string note;
    bool counts = true; // false: kept, and not learned from
    bool operator==(const KeptBend&) const = default;
};

struct KeptPiece {
    std::string id, at;
    std::string job;     // its name
    std::string jobFile; // as it was made: a whole job file
    bench::Log log;
    enum class Outcome { AtOnce, Reworked, Scrapped };
    Outcome outcome = Outcome::AtOnce;
    double minutes = 0, cost = 0; // 0: not said
    std::string note;
    std::string photo; // a file's path; empty: none
    bool operator==(const KeptPiece&) const = default;
};

/// "at-once", as a file has it.
std::string_view wordOf(KeptPiece::Outcome outcome);
std::optional<KeptPiece::Outcome> outcomeOf(std::string_view word);

} // namespace goodfold::learn
