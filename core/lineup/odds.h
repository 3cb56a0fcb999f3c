// The odds that every bolt goes in: pieces drawn at random from the sources of error, each made whole and
// fitted on its mount.
#pragma once

#include "lineup/fit.h"
#include "lineup/real_part.h"

#include <optional>
#include <string>
#include <vector>

namespace goodfold::lineup {

/// Where a bracket's holes have to come, every place stated in the mount's frame: the face it rests on is
/// z = 0, the bracket on its +z side.
struct Mounting {
    struct Tie {
        std::string hole; // as the part names it: h1, h1.2
        Vec3 at{0, 0, 0}; // of the point, on its face
        Vec3 axis{0, 0, 1};
        bool onFace = false; // the plate's face lies toward the mount there, not its back
        double bolt = 0;
        std::optional<double> through; // diameter of the mount's own hole, where a bolt goes through one
        bool touches = false;          // the plate may not stand in the point's face
        double press = 0.3;            // but for what a hand or the bolt pulls in
        /// Drilled along the point's axis, with the bracket put where the other ties have most room.
        bool drilledThroughMount = false;
    };
    std::string rests; // the plate that lies on the face
    bool onFace = false;
    std::vector<Tie> ties;
};

/// Everything a piece is drawn from. `held` by bend, as in RealPart.
struct Making {
    const job::Job& job;
    const part::Part& part;
    const Mounting& mounting;
    std::vector<Source> sources;
    std::vector<HeldLine> held;
};

struct Odds {
    int trials = 0;
    double odds = 0;
    double oddsSigma = 0; // at least 1 / trials
    double roomMean = 0;
    double roomP5 = 0;               // one piece in twenty has less
    std::vector<int> tightestOfTies; // how often each limits
};

/// The same answer for the same seed, whatever the number of threads.
Odds count(const Making& making, int trials, unsigned seed);

/// Of a hole's centre on the side that touches, in the rest plate's own frame as marked; linearised:
/// differences over one sigma either way.
Eigen::Matrix3d covarianceOf(const Making& making, size_t tie);

/// The part as drawn, where it has most room: what a Fitting says of it.
Fitting nominalFit(const Making& making);

} // namespace goodfold::lineup
