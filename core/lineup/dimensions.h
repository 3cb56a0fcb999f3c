// The dimensions of a job that may change when it is brought onto its mount.
#pragma once

#include "part/part.h"

#include <map>
#include <set>

namespace goodfold::lineup {

struct Dimension {
    enum class What { HoleAlong, HoleAcross, Pitch, Length, Angle, Skew };
    What what = What::Length;
    std::string of; // a hole, a plate, a bend
    bool operator==(const Dimension&) const = default;
};
/// "h2.x", "A.length", "1.angle".
std::string nameOf(const Dimension& dimension);

/// The figure itself, in a job that has it.
double& figureIn(job::Job& job, const Dimension& dimension);
double figureOf(job::Job job, const Dimension& dimension);

/// Kinds of dimension, those that are changed first before those that are changed last: holes on their legs,
/// lengths of legs, angles, skews. What is driven has none of its own, nor has a hole that is there already:
/// its place on the blank stays, and its figures follow (keptOnBlank).
std::vector<std::vector<Dimension>> kindsOf(const job::Job& job);

/// Where the holes that are there already lie on the blank, by their ids; empty where there are none.
std::map<std::string, Vec2> placesOnBlank(const job::Job& job, const part::Part& part);
/// The job with those holes back there, after other figures changed.
job::Job keptOnBlank(job::Job job, const std::map<std::string, Vec2>& places,
                     const material::Material& material);

/// What may not change, beside what the job itself says.
using Held = std::set<std::string>; // plates, bends, holes; or dimensions by their names

/// What a figure may be: as its kind can be, and as the job lets it. One that stays is both its limits.
struct Limits {
    double least, most;
    bool isFixed() const { return least == most; }
};
Limits limitsOf(const Dimension& dimension, const job::Job& job, const Held& held);
/// The same, whatever anybody holds.
Limits widestLimitsOf(const Dimension& dimension);

} // namespace goodfold::lineup
