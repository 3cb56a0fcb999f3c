// Taking hold of a part and pulling: what a drag makes of the job, in figures the user can set.
#pragma once

#include "common/geometry.h"
#include "part/edit.h"
#include "part/part.h"
#include "quantity/length.h"

namespace goodfold::part {

/// What can be taken hold of. End: of a leg, free or bent (a bar's bend line is the end of the leg before
/// it). Start: the free start of a root. Right, Left: the side of a sheet's root or of a flange, which makes
/// it wider. Slide: a flange along its edge. Pattern: the second hole of a row or a grid, or the first on a
/// circle, which sets pitch and direction, or the circle's size. Rows: the second row of a grid.
struct Grip {
    enum class Kind { End, Start, Hole, Right, Left, Slide, Pattern, Rows };
    Kind kind;
    std::string id; // of the plate or the hole
    bool operator==(const Grip&) const = default;
    bool isOfHole() const { return kind == Kind::Hole || kind == Kind::Pattern || kind == Kind::Rows; }
};

struct Dragged {
    Job job;
    Element about;
    double figure;                // what the drag set: a length, a width, an offset, a hole's distance along
    std::optional<double> across; // of a hole: its distance across; of a pattern: its direction in degrees
};

/// `start` is the job as the drag began; `by` is how far the grip was pulled since, in the frame of its
/// plate. The figures that change are rounded to `step`; others stay. An error where the figure cannot be
/// that.
Result<Dragged> drag(const Job& start, const material::Material& material, const Grip& grip, const Vec2& by,
                     double step);

/// The grip that an element stands for: a hole itself; a bar's bend the end of its parent, a sheet's the
/// flange on its edge; nothing for plates.
std::optional<Grip> gripOf(const Job& job, const Element& element);

/// Where a pattern's grip is, in its plate's frame, from the hole's own place.
std::optional<Vec2> patternGrip(const Hole& hole, Grip::Kind kind);

} // namespace goodfold::part
