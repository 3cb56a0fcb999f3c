// Taking hold of a part and pulling: what a drag makes of the job, in figures the user can set.
#pragma once

#include "common/geometry.h"
#include "edit/edit.h"
#include "part/part.h"
#include "quantity/length.h"

namespace goodfold::edit {

/// What can be taken hold of. End: of a leg, free or bent. BendLine: of a bar, at the end of the leg that
/// `id` names. Start: the free start of a root. Right, Left: the side of a sheet's root or of a flange, which
/// makes it wider. Slide: a flange along its edge. Pattern: the second hole of a row or a grid, or the first
/// on a circle, which sets pitch and direction, or the circle's size. Rows: the second row of a grid.
/// EdgePoint, CutPoint: a point over which a plate's free edge or a cut-out runs. EdgeStretch, CutStretch:
/// the middle of the stretch before that point (of an edge: after the last one too), which becomes a new
/// point.
struct Grip {
    enum class Kind {
        End,
        BendLine,
        Start,
        Hole,
        Right,
        Left,
        Slide,
        Pattern,
        Rows,
        EdgePoint,
        EdgeStretch,
        CutPoint,
        CutStretch
    };
    Kind kind;
    std::string id;        // of the plate or the hole
    Edge edge = Edge::End; // of a plate's point or stretch
    size_t index = 0;      // of the point or stretch
    bool operator==(const Grip&) const = default;
    bool isOfHole() const {
        return kind == Kind::Hole || kind == Kind::Pattern || kind == Kind::Rows || isOfCutOut();
    }
    bool isOfCutOut() const { return kind == Kind::CutPoint || kind == Kind::CutStretch; }
    bool isOfEdge() const { return kind == Kind::EdgePoint || kind == Kind::EdgeStretch; }
    bool isNewPoint() const { return kind == Kind::EdgeStretch || kind == Kind::CutStretch; }
};

struct Dragged {
    Job job;
    Element about;
    double figure; // what the drag set: a length, a width, an offset, a hole's distance along
    /// Of a hole: its distance across; of a point: outward of its edge, or across its cut-out; of a pattern:
    /// its direction in degrees.
    std::optional<double> across;
    /// Of a bend line: the leg beyond it, that gives what the one before takes.
    struct Other {
        std::string plate;
        double figure;
    };
    std::optional<Other> other = {};
};

/// What a bend line takes along as it is dragged: the two legs share, and the blank stays as long; or the leg
/// before it grows, and the blank with it.
enum class BendLine { LegsShare, BlankGrows };

/// `start` is the job as the drag began; `by` is how far the grip was pulled since, in the frame of its
/// plate. The figures that change are rounded to `step`; others stay. An error where the figure cannot be
/// that. A leg that cannot share, as of a joggle or round a pipe, leaves the blank to grow.
Result<Dragged> drag(const Job& start, const material::Material& material, const Grip& grip, const Vec2& by,
                     double step, BendLine bendLine = BendLine::LegsShare);

/// The grip that an element stands for: a hole itself; a bar's bend its line, a sheet's the flange on its
/// edge; nothing for plates.
std::optional<Grip> gripOf(const Job& job, const Element& element);

/// The points, and the middles of the stretches between them, that outline a free edge of the plate or the
/// cut-out that is selected.
std::vector<Grip> pointGrips(const Job& job, const Element& selected);

/// Where a point or the middle of a stretch lies in the flat; the part is the job's, solved.
Vec2 pointInFlat(const Job& job, const part::Part& part, const Grip& grip);

/// Where a pattern's grip is, in its plate's frame, from the hole's own place.
std::optional<Vec2> patternGrip(const Hole& hole, Grip::Kind kind);

} // namespace goodfold::edit
