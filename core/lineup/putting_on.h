// Whether a bracket that fits can be brought to its place: pushed straight over the studs that stand there.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

struct WayOn {
    bool isStraight = true; // it comes off, and so goes on, along one direction
    Vec3 off{0, 0, 1};      // that direction, away from the mount, in the mount's frame
    std::string stud;       // where there is none: the hole whose stud is in the way
    std::string against;    // and the hole whose stud or face it cannot be squared with
};

/// A stud holds its hole to its own axis, but for what the play lets it lean over the stud's length (how far
/// it stands out: the stock, a washer and a nut, 1.6 diameters beyond it); a face lets its leg only away from
/// it. Directions are tried all round at 2 degrees and at the studs' own. That it might still be hooked on
/// with a turn is not looked at.
WayOn wayOn(const Making& making);

} // namespace goodfold::lineup
