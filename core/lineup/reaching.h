// The bracket brought onto its mount: which of its dimensions have to change, and to what.
#pragma once

#include "lineup/dimensions.h"
#include "lineup/sources.h"
#include "lineup/strip.h"
#include "lineup/targets.h"
#include "quantity/length.h"
#include "sequence/settle.h"

namespace goodfold::lineup {

/// A wedge under a leg, in place of a bend that is turned to its face.
struct Shim {
    std::string plate;
    /// Its thickness under the corners of what it covers: the straight between a leg's bolts, and as far
    /// beyond as half its width, over its whole width. Near and far along the leg, from where it hangs.
    double nearRight = 0, nearLeft = 0, farRight = 0, farLeft = 0;
    double length = 0, width = 0; // of what it covers
};

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
    struct OfTab {
        std::string plate;
        double off = 0;     // of its middle from the slot's, in the slot's face, mm
        double tiltDeg = 0; // from straight through it, as the slot runs
        double through = 0; // that its end stands past the face, mm
        double before = 0;  // that it is straight before it
        bool isMet = false;
    };
    std::vector<OfTab> tabs;
    struct Change {
        Dimension of;
        double was = 0, now = 0;
    };
    std::vector<Change> changed;
    bool isReached = false; // every tie is met
    /// Where a bend had to be skewed, or nothing did it: wedges with which the angles stay as they are and
    /// every tie is met; none where they would be thicker than 10 mm or lean by more than 10 degrees.
    std::vector<Shim> shims = {};
    /// Where it is not reached: figures that are held or limited, what they are held to (`was`) and would
    /// have to become; one alone where one does it.
    std::vector<Change> wouldTake = {};
    /// And where nothing that is held is to blame: holes of which each alone keeps the others from their
    /// points.
    std::vector<std::string> alone = {};
    /// Holes that are in the strip already come to their points only when it is laid so.
    Laid laid = Laid::AsDrawn;
};

/// What the drawing may change by, and what may not.
struct ReachWanted {
    quantity::Reading reading;
    Held held = {};       // beside what the job itself lets not change
    bool explains = true; // looks for what would do where it is not reached
};

/// A tie is met to 0.01 mm and 0.02 degrees; of a measured mount to half a sigma of where the point is, and a
/// sigma of how its face leans: what is known no better is no reason to change a figure.
///
/// The fewest kinds of dimension that do it change: holes on their legs; then lengths too, then angles, then
/// skews, each within what its kind can be, and to whole figures where every tie is met all the same. Where
/// nothing does it, the nearest that there is.
Result<Reached> reach(const job::Job& job, const KnownMount& mount, const material::Material& material,
                      const hardware::Book& hardware, const ReachWanted& wanted);

/// The same with the radii that the shop's tools make, which may be others once the bracket is changed. Where
/// holes that are there already cannot come to their points as the strip is drawn, or only by a bend that is
/// skewed, the strip is laid end for end, over, and both: the first of these with which they can.
Result<Reached> reachAsBent(const job::Job& job, const KnownMount& mount, const material::Material& material,
                            const tool::Shop& shop, const hardware::Book& hardware,
                            const ReachWanted& wanted);

} // namespace goodfold::lineup
