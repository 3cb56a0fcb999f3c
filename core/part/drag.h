// Taking hold of a part and pulling: what a drag makes of the job, in figures the user can set.
#pragma once

#include "part/edit.h"
#include "part/part.h"
#include "quantity/length.h"

namespace goodfold::part {

/// What can be taken hold of. End: of a leg, free or bent (a bend line is the end of the leg before it).
/// Start: the free start of a root.
struct Grip {
    enum class Kind { End, Start, Hole };
    Kind kind;
    std::string id; // of the plate or the hole
    bool operator==(const Grip&) const = default;
};

struct Dragged {
    Job job;
    Element about;
    double figure;                // what the drag set: a length, or a hole's distance along
    std::optional<double> across; // of a hole: its distance across
};

/// `start` is the job as the drag began; `by` is how far the grip was pulled since, in the frame of its
/// plate. The figures that change are rounded to `step`; others stay. An error where the figure cannot be
/// that.
Result<Dragged> drag(const Job& start, const material::Material& material, const Grip& grip, const Vec2& by,
                     double step);

/// The grip that an element stands for: a hole itself, a bend the end of its parent; nothing for plates.
std::optional<Grip> gripOf(const Job& job, const Element& element);

} // namespace goodfold::part
