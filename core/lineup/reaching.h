// The bracket brought onto its mount: which of its dimensions have to change, and to what.
#pragma once

#include "lineup/sources.h"
#include "lineup/targets.h"
#include "quantity/length.h"
#include "sequence/settle.h"

#include <set>

namespace goodfold::lineup {

/// A dimension of the job that may change.
struct Dimension {
    enum class What { HoleAlong, HoleAcross, Pitch, Length, Angle, Skew };
    What what = What::Length;
    std::string of; // a hole, a plate, a bend
    bool operator==(const Dimension&) const = default;
};
/// "h2.x", "A.length", "1.angle".
std::string nameOf(const Dimension& dimension);

struct Reached {
    job::Job job;
    struct OfTie {
        std::string hole;
        double off = 0;     // of the hole's centre from the point's axis, mm
        double gap = 0;     // that its plate stands off its face; negative: in it
        double tiltDeg = 0; // of the hole's axis from the point's
        bool isMet = false;
    };
    std::vector<OfTie> ties;
    struct Change {
        Dimension of;
        double was = 0, now = 0;
    };
    std::vector<Change> changed;
    bool isReached = false; // every tie is met
};

/// What the drawing may change by, and what may not.
struct ReachWanted {
    quantity::Reading reading;
    std::set<std::string> held = {}; // plates, bends and holes that stay as they are
};

/// A tie is met to 0.01 mm and 0.02 degrees; of a measured mount to half a sigma of where the point is, and a
/// sigma of how its face leans: what is known no better is no reason to change a figure.
///
/// The fewest kinds of dimension that do it change: holes on their legs; then lengths too, then angles, then
/// skews, each within what its kind can be, and to whole figures where every tie is met all the same. Where
/// nothing does it, the nearest that there is.
///
/// Least squares over dimensions and the placement (Levenberg and Marquardt, derivatives by differences over
/// 0.01 of the very fold): of each tie what its hole is off the axis, what its plate stands off its face, and
/// what it leans by, at a lever of 50 mm.
Result<Reached> reach(const job::Job& job, const KnownMount& mount, const material::Material& material,
                      const hardware::Book& hardware, const ReachWanted& wanted);

/// The same with the radii that the shop's tools make, which may be others once the bracket is changed.
Result<Reached> reachAsBent(const job::Job& job, const KnownMount& mount, const material::Material& material,
                            const tool::Shop& shop, const hardware::Book& hardware,
                            const ReachWanted& wanted);

} // namespace goodfold::lineup
