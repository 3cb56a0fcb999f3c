// The bodies that tools are made of, and what stands round them. A hit is told by them, and the figure that
// would move one out of the way is found by them.
#pragma once

#include <string_view>

namespace goodfold::tool {

enum class Body {
    // what holds
    Jaw,
    OtherJaw,
    Clamp,
    Fingers,
    Blade,
    Pin,
    RoundBar,
    Bed,
    FingerBeam, // that the fingers hang on
    // what forms
    Apron,
    SwingingDie, // of a pin bender
    Punch,
    VDie,
    // what stands round them
    Ram,
    PressBed,
    PressFrame,
    PressColumn,
    JawBehindDie, // of the vise that dies are clipped on
    Screw,
    Bench,
    Wall
};

/// The key of the figure (parameters.h) that decides where the body stands; empty where none alone does.
std::string_view parameterBehind(Body body);

} // namespace goodfold::tool
