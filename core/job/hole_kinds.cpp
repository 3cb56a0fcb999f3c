#include "job/hole_kinds.h"

#include "job/validation.h"

#include <algorithm>

namespace goodfold::job {

namespace {

constexpr double kNothing = 1e-3;    // mm: less is no length
constexpr double kNearlyAll = 0.999; // of a diameter: what a flat or a neck may take of it at most

double widest(const Hole&) {
    return kWidest;
}
double nothing(const Hole&) {
    return kNothing;
}
double halfAgain(double diameter) {
    return 1.5 * diameter;
}
double none(double) {
    return 0;
}

const HoleFigure kSlotLength{.value = &Hole::length,
                             .key = "length",
                             .name = "Length over all",
                             .before = "×",
                             .says = "length over its round ends",
                             .least = [](const Hole& hole) { return hole.diameter; },
                             .most = widest,
                             .usual = halfAgain,
                             .isBesideWidth = true};

std::vector<HoleFigure> arcSlotFigures() {
    return {{.value = &Hole::radius,
             .key = "radius",
             .name = "Radius",
             .before = "about its pivot R",
             .says = "radius",
             .least = [](const Hole& hole) { return hole.diameter / 2 + kNothing; },
             .most = widest,
             .usual = [](double diameter) { return 3 * diameter; }},
            {.value = &Hole::swingDeg,
             .key = "swing",
             .name = "Swing",
             .before = "swing",
             .says = "swing",
             .least = [](const Hole&) { return 0.1; },
             .most = [](const Hole&) { return 350.0; },
             .usual = [](double) { return 60.0; },
             .isAngle = true}};
}

std::vector<HoleFigure> rectangleFigures() {
    HoleFigure length = kSlotLength;
    length.says = "length";
    length.least = nothing;
    return {length,
            {.value = &Hole::radius,
             .key = "radius",
             .name = "Corner radius",
             .before = "corners R",
             .says = "corner radius",
             .least = [](const Hole&) { return 0.0; },
             .most = [](const Hole& hole) { return std::min(hole.length, hole.diameter) / 2; },
             .usual = none,
             .mayBeLeftOut = true}};
}

std::vector<HoleFigure> dFigures() {
    return {{.value = &Hole::length,
             .key = "length",
             .name = "From the flat to the round",
             .before = "flat to round",
             .says = "depth from its flat",
             .least = [](const Hole& hole) { return 0.05 * hole.diameter; },
             .most = [](const Hole& hole) { return kNearlyAll * hole.diameter; },
             .usual = [](double diameter) { return 0.85 * diameter; }}};
}

std::vector<HoleFigure> keyFigures() {
    return {{.value = &Hole::neck,
             .key = "neck",
             .name = "Neck",
             .before = "neck",
             .says = "neck",
             .least = nothing,
             .most = [](const Hole& hole) { return kNearlyAll * hole.diameter; },
             .usual = [](double diameter) { return diameter / 2; }},
            {.value = &Hole::length,
             .key = "length",
             .name = "End of the neck",
             .before = "to",
             .says = "length to the end of its neck",
             .least = [](const Hole& hole) { return hole.diameter / 2 + hole.neck / 2; },
             .most = widest,
             .usual = halfAgain}};
}

} // namespace

const std::vector<HoleKind>& holeKinds() {
    using enum Hole::Kind;
    static const std::vector<HoleKind> all{
        {Round, "round", "round", "ø", "hole", "Diameter", false},
        {Slot, "slot", "slot", "slot", "slot", "Width", true, {kSlotLength}},
        {ArcSlot, "arc-slot", "arc slot", "arc slot", "arc slot", "Width", true, arcSlotFigures()},
        {Rectangle, "rectangle", "rectangle", "rectangle", "rectangle", "Width", true, rectangleFigures()},
        {D, "d", "D", "D", "D hole", "Diameter", true, dFigures()},
        {Key, "key", "key", "key", "key hole", "Diameter", true, keyFigures()},
        {CutOut, "cut-out", "cut-out", "cut-out", "cut-out", ""}};
    return all;
}

const HoleKind& rowOf(Hole::Kind kind) {
    return *std::find_if(holeKinds().begin(), holeKinds().end(),
                         [&](const HoleKind& row) { return row.kind == kind; });
}

void makeKind(Hole& hole, Hole::Kind kind) {
    hole.kind = kind;
    hole.length = hole.radius = hole.swingDeg = hole.neck = 0;
    const double d = hole.diameter;
    for (const HoleFigure& figure : rowOf(kind).figures)
        hole.*figure.value = figure.usual(d);
    hole.outline.clear();
    if (kind == Hole::Kind::CutOut)
        for (const Vec2& corner : {Vec2(-d, -d), Vec2(d, -d), Vec2(d, d), Vec2(-d, d)})
            hole.outline.push_back({corner, 0, 0});
    if (kind != Hole::Kind::Round) hole.countersink.reset();
    if (!rowOf(kind).canBeTurned) hole.angleDeg = 0;
}

} // namespace goodfold::job
