// How far the finished bracket gives under its load, how near it comes to yielding, how it swings.
#pragma once

#include "job/element.h"
#include "part/fold.h"
#include "strength/beam.h"

namespace goodfold::strength {

/// An estimate: the bar is clamped rigidly at one hole, work hardening and springback stresses are left out,
/// and stress concentrates more at sharp scratches and threads than is counted here.
struct Estimate {
    Vec3 deflection;       // of the loaded hole, mm, in the root frame
    double stress;         // largest, MPa
    job::Element stressed; // where: the nearest bend or hole, else the leg
    double yield;          // MPa
    double frequency;      // Hz, of the softest direction, with what hangs on it
    double softest;        // mm per newton in that direction
};

/// Only for a bar whose load names two of its holes, both on legs that have a straight part; else nothing.
std::optional<Estimate> estimate(const job::Job& job, const part::Part& part, const part::Folded& folded,
                                 const material::Material& material);

/// The bar's centreline from the held hole past the loaded one to its end, at mid thickness, and the load.
struct Model {
    Chain chain;
    std::vector<job::Element> about; // of each station
    PointLoad load;
};
std::optional<Model> modelOf(const job::Job& job, const part::Part& part, const part::Folded& folded,
                             const material::Material& material);

} // namespace goodfold::strength
