// The odds that every bolt goes in: pieces drawn at random from the sources of error, each made whole and
// fitted on its mount.
#pragma once

#include "lineup/fit.h"
#include "lineup/mounting.h"
#include "lineup/real_part.h"
#include "lineup/sources.h"

#include <algorithm>
#include <vector>

namespace goodfold::lineup {

/// A piece in work: what was measured of it leaves its random numbers no longer independent, and some is done
/// otherwise than drawn.
struct InWork {
    Eigen::VectorXd mean; // of a piece's random numbers, in the order of the sources; empty: nothing is known
    Eigen::MatrixXd root; // and what independent ones move them by: lower, its square their covariance
    Errors chosen;        // lines, angles, places, filing, a shim
};

/// Everything a piece is drawn from. `held` by bend, as in RealPart. Job and part must outlive it.
struct Making {
    const job::Job& job;
    const part::Part& part;
    Mounting mounting;
    std::vector<Source> sources;
    std::vector<HeldLine> held;
    std::optional<InWork> inWork = {};
    std::vector<job::Clearance> standing = {}; // round that mount
};
/// As the job is made, by its plan, methods and tools, for this mount: its own, or the other hand's.
Result<Making> makingOf(const Work& work, const job::Mount& mount, const hardware::Book& hardware);

struct Odds {
    int trials = 0;
    double odds = 0;
    double oddsSigma = 0; // at least 1 / trials
    double roomMean = 0;
    double roomP5 = 0;               // one piece in twenty has less
    std::vector<int> tightestOfTies; // how often each limits
    std::vector<int> tightestOfTabs;
};

/// The same answer for the same seed, whatever the number of threads. Every source has its own random
/// numbers, which stay as they are when others come or go. It ends before `trials` where the odds are known
/// `within` so much (one sigma): looked at after each 2000 pieces, which are the first of those that all
/// make.
Odds count(const Making& making, int trials, unsigned seed, double within = 0);

/// The odds alone, of the same pieces, in a fraction of the time; as if source `without` moved nothing.
double oddsOf(const Making& making, int trials, unsigned seed, int without = -1);

/// That both hands go on, made together from one stock in the same tools: what those are out by is the same
/// of both.
double oddsOfBoth(const Making& one, const Making& other, int trials, unsigned seed);

/// Of a hole's centre on the side that touches, in the rest plate's own frame as marked; linearised:
/// differences over one sigma either way.
Eigen::Matrix3d covarianceOf(const Making& making, size_t tie);

/// Some pieces to look at, each where it has most room: of each tie how far its hole is off the point's axis,
/// square to it (squareTo() of the axis in the rest face's frame).
std::vector<std::vector<Vec2>> cloudsOf(const Making& making, int pieces, unsigned seed);

/// Where a hole comes to lie, of a cloud: its middle, and a covariance.
struct Spread {
    Vec2 middle{0, 0};
    Eigen::Matrix2d covariance = Eigen::Matrix2d::Zero();
    /// On the ellipse that holds so many sigmas; two of them six pieces of seven.
    Vec2 onEllipse(double sigmas, double atDeg) const;
};
Spread spreadOf(const std::vector<Vec2>& cloud);

/// The part as drawn, where it has most room.
struct NominalFit {
    Fitting fitting;
    Pose3 mountFromRoot = Pose3::Identity(); // the root plate's frame, in the mount's own
    struct OfTie {
        Vec3 offset; // from the point's axis to the hole's centre on the side that touches, in the mount's
        double tiltDeg = 0; // between the hole's axis and the point's
        double play = 0;    // how far off it may be
        double gap = 0;     // that its plate stands off its face, at the hole; negative where it stands in
    };
    std::vector<OfTie> ties;
    /// Where the leg goes through its slot's face.
    struct OfTab {
        double along = 0, across = 0; // the least that is free beside it, mm; negative where it is in the way
        double through = 0;           // that its end stands past the face; negative: short of it
        double before = 0;            // that it is straight before the face; negative: its bend is in it
        double least() const { return std::min({along, across, through, before}); }
    };
    std::vector<OfTab> tabs;
};
NominalFit nominalFit(const Making& making);

} // namespace goodfold::lineup
