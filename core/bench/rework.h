// What still helps a piece that is bent: a hole filed out, a bend nudged, a shim under it.
#pragma once

#include "bench/choices.h"
#include "material/material.h"

namespace goodfold::bench {

/// A tied hole where the others have most room.
struct OffHole {
    std::string hole;
    double by = 0, allowed = 0; // mm, square to its point's axis; and what its bolt leaves it
    Vec2 toward{0, 0};          // the way the hole would have to grow, of length 1, in its leg's frame
};
std::vector<OffHole> offHoles(const lineup::Making& making, const Known& known);

struct Rework {
    enum class Kind { File, Nudge, Shim };
    Kind kind = Kind::File;
    std::string of;    // a hole, a bend, the leg that rests
    double by = 0;     // mm that is filed; degrees that it is bent on, negative: opened; mm of the shim
    Vec2 toward{0, 0}; // of filing: of length 1, in the leg's frame
    double odds = 0;   // that all bolts go in then
};

/// What the log says of it once it is done.
Entry entryOf(const Rework& rework, const lineup::Making& making, const Known& known);

/// Bent back and forth metal cracks where it was bent: a nudge stays within this, own judgement. None for one
/// that is folded shut; little where the bend is as tight as the metal stands.
double mostNudgeDeg(const part::PartBend& bend, const material::Material& material);

/// One thing each, those that help, the best first: filing each round hole by what it is believed off by and
/// a quarter, in halves of a millimetre; each bend that is made set to its best angle, in half degrees; shims
/// of half millimetres.
std::vector<Rework> reworkOf(const lineup::Making& making, const Known& known,
                             const material::Material& material, const Counting& counting);

} // namespace goodfold::bench
