#include "text/names.h"

namespace goodfold::text {

namespace {

std::string_view usualName(tool::Body body) {
    using enum tool::Body;
    switch (body) {
    case Jaw:
        return "the jaw";
    case OtherJaw:
        return "the other jaw";
    case Clamp:
        return "the clamp";
    case Fingers:
        return "the fingers";
    case Blade:
        return "the blade";
    case Pin:
        return "the pin";
    case RoundBar:
        return "the round bar";
    case Bed:
        return "the bed";
    case FingerBeam:
        return "the beam above the fingers";
    case Apron:
        return "the apron";
    case SwingingDie:
        return "the die";
    case Punch:
        return "the punch";
    case VDie:
        return "the die";
    case Ram:
        return "the ram";
    case PressBed:
        return "the press bed";
    case PressFrame:
        return "the press's frame";
    case PressColumn:
        return "the press's column";
    case JawBehindDie:
        return "the vise's jaw";
    case Screw:
        return "the screw";
    case Bench:
        return "the bench";
    case Wall:
        return "the wall";
    }
    return {};
}

} // namespace

std::string nameOf(const tool::Kind& kind, tool::Body body) {
    const auto named = [](std::string_view own) { return "the " + std::string(own); };
    if (body == kind.inner && !kind.innerNamed.empty()) return named(kind.innerNamed);
    if (body == kind.outer && !kind.outerNamed.empty()) return named(kind.outerNamed);
    return std::string(usualName(body));
}

std::string_view nameOfEnd(job::Edge datum) {
    return datum == job::Edge::End ? "right end" : "left end";
}

std::string workOn(const part::PartHole& hole, quantity::Unit unit) {
    if (!hole.thread.empty()) return "tap " + hole.thread;
    if (!hole.countersink) return {};
    return "countersink to " + quantity::printSize(quantity::Length::mm(hole.countersink->diameter), unit) +
           ", " + quantity::printNumber(hole.countersink->angleDeg, 0) + "°, from the " +
           (hole.countersink->onBack ? "back" : "face");
}

} // namespace goodfold::text
