// One piece at the bench: what was measured of it, what can still be moved so that its bolts go in all the
// same, and what is left to do when it cannot, or when it is bent.
#pragma once

#include "bench/accept.h"
#include "bench/choices.h"
#include "bench/rework.h"
#include "sequence/settle.h"

namespace goodfold::bench {

/// What a piece is made from. All of it outlives what is found.
struct Work {
    const sequence::Settled& settled; // of the hand that is made; with a plan
    const lineup::Making& making;     // of the same, lineup::Work::learns
    const material::Material& material;
    const lineup::ErrorBook& errors;
    quantity::Reading reading;
    Counting counting = {};
    std::vector<Log> earlier = {}; // pieces before it, of the same stock and in the same tools
    const hardware::Book& hardware = hardware::standardBook();
};

/// A bend that is still to be made.
struct Left {
    const sequence::Step* step = nullptr;
    double lineWas = 0, line = 0; // as read on the blank
    double angleWas = 0, angle = 0;
    double pushWas = 0, push = 0; // the angle under load for it, by what it is believed to spring back by
};

/// A hole that is to be drilled elsewhere than drawn.
struct MovedHole {
    int hole = 0;
    Vec2 was{0, 0}, at{0, 0}; // on the blank: from the datum end, and from its lower edge
    Vec2 by{0, 0};            // in its leg's frame
};

/// What will come out wrong whatever is done.
struct Cannot {
    std::string hole;
    double off = 0, allowed = 0; // mm, from its point's axis, as believed; and what its bolt leaves it
    std::vector<Rework> by;      // what would still save it, once it is bent
};

/// What is believed of one source, of one that it moves. A hole's along and across are two.
struct Believed {
    lineup::SourceKind kind;
    std::string of;
    Vec2 mean{0, 0}, sigma{0, 0}; // of all but holes the first alone
};

struct Now {
    Known known;
    Best best;
    std::vector<Believed> believed;
    std::vector<Left> left;
    std::vector<MovedHole> holes;
    std::vector<Cannot> cannot;
    std::vector<Rework> rework; // when the last bend is made
    std::vector<Accept> accept; // the same
};

Now replanned(const Work& work, const Log& log);

/// Holes of the job that are drilled when so much is done: those of tasks that are done, and once a bend is
/// made all that are drilled before.
std::set<std::string> drilledBy(const sequence::Settled& settled, const Progress& progress,
                                const quantity::Reading& reading);

} // namespace goodfold::bench
