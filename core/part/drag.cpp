#include "part/drag.h"

#include "part/driven.h"

#include <cmath>

namespace goodfold::part {

namespace {

double snapped(double value, double step) {
    return std::round(value / step) * step;
}

Result<Dragged> ifSound(Dragged dragged) {
    if (auto wrong = whatIsWrong(dragged.job)) return *std::move(wrong);
    return dragged;
}

Result<Dragged> dragHole(Job job, const std::string& id, const Vec2& by, double step) {
    Hole& hole = *job.findHole(id);
    hole.x = snapped(hole.x + (hole.xFrom == Hole::XFrom::End ? -by.x() : by.x()), step);
    hole.y = snapped(hole.y + (hole.yFrom == Hole::YFrom::Left ? -by.y() : by.y()), step);
    const double x = hole.x, y = hole.y;
    return ifSound({std::move(job), Element::hole(id), x, y});
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

} // namespace

std::optional<Grip> gripOf(const Job& job, const Element& element) {
    if (element.kind == Element::Kind::Hole && job.findHole(element.id))
        return Grip{Grip::Kind::Hole, element.id};
    if (element.kind != Element::Kind::Bend) return {};
    const Bend* bend = job.findBend(element.id);
    if (!bend || bend->edge != Edge::End || job.findPlate(bend->from)->joggle) return {};
    return Grip{Grip::Kind::End, bend->from};
}

Result<Dragged> drag(const Job& start, const material::Material& material, const Grip& grip, const Vec2& by,
                     double step) {
    if (grip.kind == Grip::Kind::Hole) {
        if (!start.findHole(grip.id)) return Error{"There is no hole \"" + grip.id + "\".", {}};
        return dragHole(start, grip.id, by, step);
    }
    Job job = start;
    Plate* plate = job.findPlate(grip.id);
    if (!plate) return Error{"There is no plate \"" + grip.id + "\".", {}};
    if (plate->joggle) return Error{"A joggle has an offset and a length: type them.", {}};
    const double longer = grip.kind == Grip::Kind::End ? by.x() : -by.x();
    plate->length = snapped(figureFor(start, material, *plate, longer), step);
    const double figure = plate->length;
    return ifSound({std::move(job), Element::plate(grip.id), figure, {}});
}

} // namespace goodfold::part
