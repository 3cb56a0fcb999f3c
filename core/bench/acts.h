// The work on one piece, act by act: what to fetch, cut, mark, drill, bend, trim, rework and check, each with
// what is worth measuring then.
#pragma once

#include "bench/bench.h"

namespace goodfold::bench {

struct Act {
    enum class Kind { Fetch, Task, Mark, Bend, Rework, Check };
    Kind kind = Kind::Task;
    std::string id;                      // that a log says `done` of; of a bend its own
    std::string title;                   // "Bend 1"
    std::string says;                    // in full, what is moved with it
    std::string why = {};                // or what to mind
    std::vector<std::string> lines = {}; // things to fetch
    job::Element about = {};             // the hole or bend that is marked or made
    std::string mark = {};               // of a hole that is marked its name: h1.3 of a pattern
    struct Read {
        Entry entry;      // without its value
        std::string says; // what is measured as the piece is then: "From bend 2 to the end of leg A"
    };
    std::vector<Read> reads = {}; // that are worth taking
    size_t step = 0;              // of a bend: of the plan
};

/// In the order they are done. `now` tells where lines go and how far is pushed; null: as planned. `stated`
/// is the mount that the job states, for the bolts to fetch; null where it states none.
std::vector<Act> actsOf(const sequence::Settled& settled, const material::Material& material,
                        const quantity::Reading& reading, const Now* now,
                        const lineup::Mounting* stated = nullptr,
                        const hardware::Book& hardware = hardware::standardBook());

/// Whether the log says so.
bool isDone(const Act& act, const part::Part& part, const Progress& progress);

/// How far a line is moved, in the flat.
Vec2 movedInFlat(const part::Part& part, const Left& left);

/// A step as it is set now: its line moved, its angles what they are to be.
struct SetStep {
    part::Part part;
    sequence::Step step;
};
SetStep asSet(const part::Part& part, const Left& left);

/// The part with every line and hole where it is set now, for its marks and for pictures of its blank. It is
/// not to be folded: its legs are as drawn.
part::Part asSet(part::Part part, const Now& now);

} // namespace goodfold::bench
