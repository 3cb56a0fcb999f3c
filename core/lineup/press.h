// How far a tied plate may stand in its face, as drawn, before a hand or the bolt no longer pulls it off.
#pragma once

#include "lineup/mounting.h"
#include "lineup/sources.h"

#include <optional>

namespace goodfold::lineup {

/// What a hand or a bolt pulls with, newtons.
inline constexpr double kHandPull = 100;

/// What 100 N square to the plate of `hole` bend it by there, mm, the bracket clamped at its first tie on the
/// rest plate (strength/beam.h); less where that would strain it beyond what it springs back from. Only of a
/// job that says what load it has to stand: of others nobody looked at the strength, and of sheets there is
/// no estimate.
std::optional<double> bentByHand(const Work& work, const Mounting& mounting, const std::string& hole);

/// To ties that touch and don't say their own.
void estimatePress(const Work& work, Mounting& mounting);

} // namespace goodfold::lineup
