#include "edit/drag.h"

#include "edit/drag_point.h"
#include "part/driven.h"

#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

Result<Dragged> draggedIfValid(Dragged dragged) {
    if (auto wrong = whatIsWrong(dragged.job)) return *std::move(wrong);
    return dragged;
}

Result<Dragged> dragHole(Job job, const std::string& id, const Vec2& by, double step) {
    Hole& hole = *job.findHole(id);
    if (hole.formed)
        return Error{id + " is placed in the formed part: type its distance, or measure it along its leg.",
                     {}};
    hole.x = snapped(hole.x + (hole.xFrom == Hole::XFrom::End ? -by.x() : by.x()), step);
    hole.y = snapped(hole.y + (hole.yFrom == Hole::YFrom::Left ? -by.y() : by.y()), step);
    const double x = hole.x, y = hole.y;
    return draggedIfValid({std::move(job), Element::hole(id), x, y});
}

/// A flange's right side moves its offset too; a root's side moves nothing else.
Result<Dragged> dragSide(Job job, const material::Material& material, const Grip& grip, double out,
                         double step) {
    Plate& plate = *job.findPlate(grip.id);
    if (!plate.width) { // it took the whole edge; from now on it has a width of its own
        const Part part = solve(job, material);
        const PartPlate& solved = part.plates[static_cast<size_t>(part.plateIndex(plate.id))];
        plate.width = part.bends[static_cast<size_t>(solved.parentBend)].edgeLength;
    }
    const double width = snapped(*plate.width + out, step);
    if (grip.kind == Grip::Kind::Right)
        if (const Bend* own = job.bendTo(plate.id)) job.findBend(own->id)->offset += *plate.width - width;
    plate.width = width;
    return draggedIfValid({std::move(job), Element::plate(grip.id), width, {}});
}

/// `by` runs in the flange's own frame: its y is the way along the edge, from right to left looking outward.
Result<Dragged> slide(Job job, const std::string& id, double along, double step) {
    Bend& bend = *job.findBend(job.bendTo(id)->id);
    if (!job.findPlate(id)->width)
        return Error{"Leg " + id + " takes the whole edge: give it a width first.", {}};
    bend.offset = snapped(bend.offset + along, step);
    const double offset = bend.offset;
    const Element about = Element::bend(bend.id);
    return draggedIfValid({std::move(job), about, offset, {}});
}

Vec2 direction(double degreesFromX) {
    return {std::cos(radians(degreesFromX)), std::sin(radians(degreesFromX))};
}

Result<Dragged> dragPattern(Job job, const Grip& grip, const Vec2& by, double step) {
    Hole& hole = *job.findHole(grip.id);
    Pattern& pattern = *hole.pattern;
    const Vec2 to = *patternGrip(hole, grip.kind) + by;
    constexpr double kTurn = 15; // degrees: directions snap to these
    if (grip.kind == Grip::Kind::Rows) {
        const Vec2 along = direction(pattern.angleDeg);
        pattern.rowPitch = snapped(along.x() * to.y() - along.y() * to.x(), step);
        const double rowPitch = pattern.rowPitch;
        return draggedIfValid({std::move(job), Element::hole(grip.id), rowPitch, {}});
    }
    const double far = snapped(to.norm(), step);
    pattern.angleDeg = snapped(degrees(std::atan2(to.y(), to.x())), kTurn);
    if (pattern.kind == Pattern::Kind::Circle)
        pattern.diameter = 2 * far;
    else
        pattern.pitch = far;
    const double figure = pattern.kind == Pattern::Kind::Circle ? pattern.diameter : far;
    const double turned = pattern.angleDeg;
    return draggedIfValid({std::move(job), Element::hole(grip.id), figure, turned});
}

/// A dimension measured across grows by less than the leg; how much is linear, so two steps tell it.
double figureFor(const Job& job, const material::Material& material, const Plate& plate, double longer) {
    if (plate.measure == Plate::Measure::Along) return plate.length + longer;
    const Part before = solve(job, material);
    Driven plain = drive(job, material);
    plain.job.findPlate(plate.id)->length += longer;
    const Part after = layOut(plain.job, material);
    return plate.length + measuredAcross(after, plain.job, plate, plate.measure) -
           measuredAcross(before, plain.job, plate, plate.measure);
}

/// The leg beyond a bend line, where it can give what the one before takes.
Plate* sharing(Job& job, const Plate& before) {
    const Bend* bend = job.bendAt(before.id, Edge::End);
    Plate* beyond = bend ? job.findPlate(bend->to) : nullptr;
    return beyond && !beyond->joggle && !isBesideWrap(job, *beyond) ? beyond : nullptr;
}

Result<Dragged> dragEnd(const Job& start, const material::Material& material, const Grip& grip, double longer,
                        double step, bool shares) {
    Job job = start;
    Plate& plate = *job.findPlate(grip.id);
    const double before = plate.length, gain = figureFor(start, material, plate, longer) - before;
    const double figure = plate.length = snapped(before + gain, step);
    std::optional<Dragged::Other> other;
    if (Plate* beyond = shares ? sharing(job, plate) : nullptr) {
        // What the leg itself grows by; of one that is measured across its figure grows by less.
        const double taken = gain == 0 ? 0 : (figure - before) * longer / gain;
        beyond->length = figureFor(start, material, *beyond, -taken);
        other = {beyond->id, beyond->length};
    }
    return draggedIfValid({std::move(job), Element::plate(grip.id), figure, {}, std::move(other)});
}

} // namespace

std::optional<Grip> gripOf(const Job& job, const Element& element) {
    if (element.kind == Element::Kind::Hole && job.findHole(element.id))
        return Grip{Grip::Kind::Hole, element.id};
    if (element.kind != Element::Kind::Bend) return {};
    const Bend* bend = job.findBend(element.id);
    if (bend && job.stock.form == StockForm::Sheet) return Grip{Grip::Kind::Slide, bend->to};
    if (!bend || bend->edge != Edge::End || job.findPlate(bend->from)->joggle) return {};
    return Grip{Grip::Kind::BendLine, bend->from};
}

Result<Dragged> drag(const Job& start, const material::Material& material, const Grip& grip, const Vec2& by,
                     double step, BendLine bendLine) {
    if (grip.isOfCutOut() || grip.isOfEdge()) return dragPoint(start, material, grip, by, step);
    if (grip.isOfHole()) {
        const Hole* hole = start.findHole(grip.id);
        if (!hole) return Error{"There is no hole \"" + grip.id + "\".", {}};
        if (grip.kind == Grip::Kind::Hole) return dragHole(start, grip.id, by, step);
        if (!patternGrip(*hole, grip.kind)) return Error{grip.id + " has no such pattern.", {}};
        return dragPattern(start, grip, by, step);
    }
    const Plate* plate = start.findPlate(grip.id);
    if (!plate) return Error{"There is no leg \"" + grip.id + "\".", {}};
    if (grip.kind == Grip::Kind::Right) return dragSide(start, material, grip, -by.y(), step);
    if (grip.kind == Grip::Kind::Left) return dragSide(start, material, grip, by.y(), step);
    if (grip.kind == Grip::Kind::Slide) return slide(start, grip.id, by.y(), step);
    if (isBesideWrap(start, *plate)) return Error{"It leads round a pipe: its length follows.", {}};
    if (plate->joggle) return Error{"A joggle has an offset and a length: type them.", {}};
    const bool shares = grip.kind == Grip::Kind::BendLine && bendLine == BendLine::LegsShare;
    return dragEnd(start, material, grip, grip.kind == Grip::Kind::Start ? -by.x() : by.x(), step, shares);
}

std::optional<Vec2> patternGrip(const Hole& hole, Grip::Kind kind) {
    if (!hole.pattern) return {};
    const Pattern& pattern = *hole.pattern;
    const Vec2 along = direction(pattern.angleDeg);
    switch (pattern.kind) {
    case Pattern::Kind::Mirror:
        return {};
    case Pattern::Kind::Circle:
        return kind == Grip::Kind::Pattern ? std::optional<Vec2>(pattern.diameter / 2 * along) : std::nullopt;
    case Pattern::Kind::Grid:
        if (kind == Grip::Kind::Rows) return Vec2(pattern.rowPitch * Vec2(-along.y(), along.x()));
        break;
    case Pattern::Kind::Row:
        if (kind == Grip::Kind::Rows) return {};
    }
    return Vec2(pattern.pitch * along);
}

} // namespace goodfold::edit
