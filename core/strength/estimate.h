// How far the finished bracket gives under its load, how near it comes to yielding, how it swings.
#pragma once

#include "strength/model.h"

namespace goodfold::strength {

/// An estimate: the bar is clamped rigidly at one hole, work hardening and springback stresses are left out,
/// and the stress peaks more at scratches and threads than is counted here.
struct Estimate {
    double newtons;                 // counted: forceOf(the load)
    Vec3 deflection;                // of the loaded hole, mm, in the root frame
    double stress;                  // largest, MPa, holes and the inside of bends counted
    job::Element stressed;          // where: the nearest bend or hole, else the leg
    double rim;                     // MPa, the peak at the rim of the worst hole; 0 without holes on the way
    job::Element rimmed;            // that hole
    std::optional<double> buckling; // times the load at which it gives way sideways
    double frequency;               // Hz, of the softest direction, with what hangs on it
    double softest;                 // mm per newton in that direction
};

/// Nothing where whyNotEstimated().
std::optional<Estimate> estimate(const job::Job& job, const part::Part& part, const part::Folded& folded,
                                 const material::Material& material, const job::Load& load);

/// By how much stress may fall short of the guaranteed yield, and the load of the one that buckles: the
/// factors that are asked for.
inline constexpr double kYieldFactor = 1.5, kBucklingFactor = 3;

/// Stress within the guaranteed yield over its factor, and buckling beyond its own.
bool holds(const Estimate& estimate, const material::Material& material);

/// The thinnest stock that is sold and holds the same load, at this part's own outside dimensions; nothing
/// where none does. Whether it can be bent is for the checks to say.
std::optional<double> leastThickness(const job::Job& job, const material::Material& material);

} // namespace goodfold::strength
