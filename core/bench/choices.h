// What can still be set otherwise than planned on a piece that was measured, and what would be best.
#pragma once

#include "bench/belief.h"

namespace goodfold::bench {

struct Choice {
    enum class What { Line, Angle, HoleAlong, HoleAcross };
    What what = What::Line;
    int of = 0;      // a bend or a hole, by index
    double step = 0; // nothing is set finer, nor for less
    double by = 0;   // mm, of a line in the bend's own direction; degrees
};

/// What has not happened yet: lines and angles of bends that are not made, and tied holes that are not
/// `drilled` (by the holes of the job).
std::vector<Choice> choicesLeft(const lineup::Making& making, const Known& known,
                                const std::set<std::string>& drilled, const quantity::Reading& reading);

/// How it is counted.
struct Counting {
    int trials = 4000;
    unsigned seed = 1;
    bool isWhole = true; // else without what cannot be saved, rework and final check
};
/// What can be said in the time that a picture takes, for while the rest is counted; the odds to some
/// hundredths.
constexpr Counting kAtOnce{200, 1, false};

struct Best {
    std::vector<Choice> moved;       // those that are
    Known known;                     // with them
    double oddsBefore = 0, odds = 0; // that all bolts go in: as it stands, and with them
};

/// The best odds, found on the piece linearised, then counted; and of choices within half a percent the one
/// that changes least.
///
/// Linearised: the ties' offsets o are normal with mean m and covariance S, and go on where |o| is within the
/// clearance c after the bracket is put best (two shifts, a turn). With a kernel of variance c^2 / 3 for the
/// clearance, the odds fall with m' (S + diag(c^2 / 3))^-1 m, less what putting it takes: least squares.
Best bestChoices(const lineup::Making& making, const Known& known, std::vector<Choice> choices,
                 const Counting& counting);

} // namespace goodfold::bench
