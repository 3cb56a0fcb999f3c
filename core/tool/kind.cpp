#include "tool/kind.h"

#include <algorithm>

namespace goodfold::tool {

const std::vector<Kind>& kinds() {
    using Hold = Kind::Hold;
    using Form = Kind::Form;
    using Drive = Kind::Drive;
    using Line = Kind::Line;
    static const std::vector<Kind> all{
        {.key = "bar-folder",
         .hold = Hold::Edge,
         .form = Form::Swing,
         .drive = Drive::Handle,
         .hasStop = true,
         .inner = Body::Blade,
         .outer = Body::Bed,
         .swinging = Body::Apron,
         .innerNamed = "blade",
         .outerNamed = "bed",
         .line = Line::Sight,
         .flushWith = "the blade's edge",
         .says = "a folder: a blade, and stock that goes in to a stop"},
        {.key = "hand-seamer",
         .hold = Hold::Edge,
         .form = Form::Push,
         .drive = Drive::Handle,
         .inner = Body::Jaw,
         .outer = Body::OtherJaw,
         .innerNamed = "upper jaw",
         .outerNamed = "lower jaw",
         .line = Line::EdgeTop,
         .flushWith = "the jaw edge",
         .says = "wide jaws on handles, for thin sheet"},
        {.key = "leaf-brake",
         .hold = Hold::Edge,
         .form = Form::Swing,
         .drive = Drive::Handle,
         .mayHaveFingers = true,
         .inner = Body::Clamp,
         .outer = Body::Bed,
         .swinging = Body::Apron,
         .innerNamed = "clamp",
         .outerNamed = "bed",
         .line = Line::Sight,
         .flushWith = "the nose, seen from above",
         .says = "a brake: a clamp with a nose, and an apron that swings"},
        {.key = "pin-bender",
         .hold = Hold::Round,
         .form = Form::Swing,
         .drive = Drive::Lever,
         .inner = Body::Pin,
         .outer = Body::OtherJaw,
         .swinging = Body::SwingingDie,
         .innerNamed = "pin",
         .outerNamed = "block behind the pin",
         .line = Line::Tangent,
         .flushWith = "the middle of the pin",
         .says = "a pin, and a die that goes round it on a lever"},
        {.key = "press-die",
         .hold = Hold::Nothing,
         .form = Form::Punch,
         .drive = Drive::Press,
         .line = Line::Middle,
         .flushWith = "the middle of the punch",
         .says = "a V die in a press, set by its spacers"},
        {.key = "round-former",
         .hold = Hold::Round,
         .form = Form::Push,
         .drive = Drive::Arm,
         .isUpright = true,
         .inner = Body::RoundBar,
         .outer = Body::OtherJaw,
         .innerNamed = "round bar",
         .outerNamed = "moving jaw",
         .line = Line::Tangent,
         .flushWith = "the middle of the round bar",
         .says = "a round bar or tube in the vise, to bend round"},
        {.key = "vise",
         .hold = Hold::Edge,
         .form = Form::Push,
         .drive = Drive::Arm,
         .isUpright = true,
         .inner = Body::Jaw,
         .outer = Body::OtherJaw,
         .innerNamed = "fixed jaw",
         .outerNamed = "moving jaw",
         .line = Line::EdgeTop,
         .flushWith = "the jaw top",
         .says = "a vise: one side is held in its jaws, the other pushed over"},
        {.key = "vise-dies",
         .hold = Hold::Nothing,
         .form = Form::Punch,
         .drive = Drive::Screw,
         .isUpright = true,
         .line = Line::Middle,
         .flushWith = "the middle of the punch",
         .says = "dies that clip on the jaws of a vise"}};
    return all;
}

const Kind* findKind(std::string_view key) {
    const auto found =
        std::find_if(kinds().begin(), kinds().end(), [&](const Kind& kind) { return kind.key == key; });
    return found == kinds().end() ? nullptr : &*found;
}

std::string_view parameterBehind(Body body) {
    switch (body) {
    case Body::Screw:
        return "bench.screw_depth";
    case Body::Bench:
        return "bench.below";
    case Body::Wall:
        return "bench.wall";
    case Body::FingerBeam:
        return "clamp.inner_height";
    case Body::Punch:
    case Body::Ram:
    case Body::JawBehindDie:
        return "die.punch_height";
    case Body::PressBed:
        return "die.height";
    case Body::PressColumn:
        return "die.between";
    case Body::PressFrame:
        return "die.throat";
    default:
        return {};
    }
}

} // namespace goodfold::tool
