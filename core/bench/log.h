// What was done to one piece and measured of it, in the order it happened. Millimetres; degrees turned from
// flat.
#pragma once

#include "job/job.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace goodfold::bench {

/// One line of the log. What is measured is measured on the piece as it stands then: bends that are not done
/// are flat.
struct Entry {
    enum class Kind {
        Done,      // a bend, or a task of the plan
        Blank,     // the blank's length
        Thickness, // of the stock
        Hole,      // its place along the blank, from the end that marks are counted from
        Line,      // a bend's scribed line, the same; of a bend along the sheet from its lower edge
        Pushed,    // a bend's angle under load
        Angle,     // a bend's angle, let go
        Outside, // a leg, outside: from the outer face of a bend that is made to the next one's or to the end
        Inside,  // the same to the inner faces
        Across,  // two parallel legs: square from the first to the middle of the second
        Holes,   // two holes, straight, on their backs
        Place,   // a hole, from another: along that one's leg, aside to its left, or above its back
        LineTo,  // a bend's line was scribed there instead of where it is planned
        AngleTo, // a bend is made to that angle instead
        HoleTo,  // a hole is drilled elsewhere than drawn: `by`, in its leg's frame
        Filed,   // a round hole was filed out that way: `by`, the same
        Shim     // one so thick lies under the leg that rests
    };
    enum class How { Outer, Inner, Centres, Near, Far, Along, Aside, Above };
    Kind kind = Kind::Done;
    std::vector<std::string> of;
    double value = 0;
    How how = How::Outer;
    Vec2 by{0, 0};
    std::string with;            // an instrument
    std::optional<double> sigma; // its own
    bool isKept = false;         // believed however far off it is
    bool operator==(const Entry&) const = default;
};

/// Whether it says what was read, not what was done.
bool isReading(Entry::Kind kind);
bool isAngle(Entry::Kind kind);
/// "outside", as in a file.
std::string_view wordOf(Entry::Kind kind);
std::optional<Entry::Kind> kindOf(std::string_view word);
/// Of how many things it is: no more, no fewer.
size_t countOf(Entry::Kind kind);
std::string_view wordOf(Entry::How how);
std::optional<Entry::How> howOf(std::string_view word);

struct Log {
    int piece = 1;
    std::optional<job::Hand> hand; // of a pair; nothing said: the one that is drawn
    std::vector<Entry> entries;
    std::string batch = {}; // of stock that it is cut from, as it is called in the shop; may be empty
    double minutes = 0;     // worked on it so far, without the breaks
    bool operator==(const Log&) const = default;
};

/// Its reading of the same thing as it is now: what was read before something of it was set or bent anew is
/// not. Index into the entries, or nothing.
std::optional<size_t> readingOf(const Log& log, const Entry& same);

/// Whether it is of the other of the job's two hands.
bool isOfOpposite(const Log& log, const job::Job& job);

} // namespace goodfold::bench
