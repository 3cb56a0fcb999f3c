// Whether a bracket that fits can be brought to its place: pushed straight over the studs and past what else
// stands there.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

struct WayOn {
    bool isStraight = true; // it comes off, and so goes on, along one direction
    Vec3 off{0, 0, 1};      // that direction, away from the mount, in the mount's frame
    std::string stud;       // where there is none: the hole whose stud is in the way
    bool isTab = false;     // or the leg that has to go into its slot
    std::string against;    // and the hole whose stud or face it cannot be squared with
    std::string past;       // or what stands in every straight way, where the studs alone would leave one
};

/// A stud holds its hole to its own axis, but for what the play lets it lean over the stud's length (how far
/// it stands out: the stock, a washer and a nut, 1.6 diameters beyond it); a slot holds a tab so as deep as
/// it goes in; a face lets its leg only away from it. Directions are tried all round at 2 degrees and at the
/// studs' own; past what the mount says stands there, some 400 of those that studs and faces leave. That it
/// might still be hooked on with a turn is not looked at.
WayOn wayOn(const Making& making);

/// Of the ties, in which order their bolts are started, all of them loose until the last is in: studs first,
/// which go in at once; then the bolts of the leg that rests, the one with least play first, because it
/// leaves least to choose, and a slot after round holes; then those that pull their leg to a face of its own;
/// last what is drilled in its place.
std::vector<size_t> boltsInOrder(const Making& making);

} // namespace goodfold::lineup
