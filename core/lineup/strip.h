// A strip with holes in it already, laid as it is drawn or otherwise: which of its ends and sides is used.
#pragma once

#include "lineup/dimensions.h"

#include <array>

namespace goodfold::lineup {

/// Against what is drawn: turned end for end on the bench, turned over about its long axis, or both.
enum class Laid { AsDrawn, EndForEnd, TurnedOver, Both };
inline constexpr std::array kOtherwise{Laid::EndForEnd, Laid::TurnedOver, Laid::Both};

/// The job with its holes that are there already where they come when the strip is laid so; the strip is as
/// long as the piece on hand, else as the blank. Of the holes in a row each keeps its name and its bolt by
/// where it comes along the strip. Nothing where none is there, of sheet, of patterns, and of shapes that are
/// not round holes or slots.
std::optional<job::Job> laidOtherwise(const job::Job& job, const part::Part& part,
                                      const material::Material& material, Laid laid);

/// "with the strip turned end for end"; empty as it is drawn.
std::string inWords(Laid laid);

} // namespace goodfold::lineup
