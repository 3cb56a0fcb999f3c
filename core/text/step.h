// A step of bending in a fabricator's words.
#pragma once

#include "quantity/length.h"
#include "sequence/step_mark.h"

namespace goodfold::text {

/// "Clamp leg A in the bench vise, face toward you, the line at 40 flush with the jaw top. Push away from you
/// to 92.5; it comes back to 90."
std::string instruction(const part::Part& part, const sequence::Step& step, const quantity::Reading& reading);

/// For a list: "leg C held, line at 130.5, to 60.8°".
std::string inShort(const part::Part& part, const sequence::Step& step, const quantity::Reading& reading);

/// Where the step's line lies: "74.1 from the left end"; where it leans by two places, on a bar at its
/// edges.
std::string placeOf(const part::Part& part, const sequence::StepMark& mark, const quantity::Reading& reading);

/// How to get the line true in the tool, and where other marks for the same bend would lie. One line each.
std::vector<std::string> settings(const part::Part& part, const sequence::Step& step,
                                  const quantity::Reading& reading);

/// What sets the die's opening: "spacers 15 + 23"; empty for nothing.
std::string setWith(const tool::Setup& setup, const quantity::Reading& reading);

/// What to measure when it is done, and with what. One line each.
std::vector<std::string> inspections(const part::Part& part, const sequence::Step& step,
                                     const quantity::Reading& reading);

} // namespace goodfold::text
