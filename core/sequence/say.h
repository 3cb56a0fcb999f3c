// Steps in a fabricator's words.
#pragma once

#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::sequence {

/// The leg that is between the jaws: beyond one that is no more than the way from this bend to the next.
int clampedPlate(const part::Part& part, const Step& step);

/// How far the bar leans from square to the bend line in the tool: positive to your right as you stand before
/// it, its free side up or away from you.
double leanDeg(const part::Part& part, const Operation& operation);

/// "Clamp leg A in the bench vise, face toward you, mark 2 flush with the jaw top. Push away from you
/// to 92.5; it comes back to 90."
std::string toDo(const part::Part& part, const Step& step, const quantity::Reading& reading);

/// How to get the line true in the tool, and where other marks for the same bend would lie. One line each.
std::vector<std::string> toSet(const part::Part& part, const Step& step, const quantity::Reading& reading);

/// What sets the die's opening: "spacers 15 + 23"; empty for nothing.
std::string setWithInWords(const tool::Setup& setup, const quantity::Reading& reading);

/// What to measure when it is done, and with what. One line each.
std::vector<std::string> toCheck(const part::Part& part, const Step& step, const quantity::Reading& reading);

/// What can hurt, or go wrong, at this step. One line each.
std::vector<std::string> toMind(const part::Part& part, const Step& step, const quantity::Reading& reading);

/// "leg C hits the screw when the bend has turned 34 degrees"
std::string inWords(const Obstacle& obstacle, const quantity::Reading& reading);

/// A clause for each tool: "In the bench vise leg C hits the screw when the bend has turned 34 degrees."
std::string reasonsInWords(const Stuck& stuck, const quantity::Reading& reading);

/// "Bend 3 cannot be made after bends 1 and 2."
std::string notMadeInWords(const part::Part& part, const Stuck& stuck);
/// The same with a clause for each tool.
std::string inWords(const part::Part& part, const Stuck& stuck, const quantity::Reading& reading);

/// Where the line for this step lies on the blank, from the datum end; on a bend along the sheet, from its
/// right edge.
struct StepMark {
    double at = 0;
    bool isAcross = false;
    bool onFace = true; // the side that looks at whoever sets it
    std::string flushWith;
};
StepMark markOf(const part::Part& part, const Step& step);

} // namespace goodfold::sequence
