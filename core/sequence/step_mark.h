// Where a step takes hold of the part, and where its line lies on the blank.
#pragma once

#include "sequence/plan.h"

namespace goodfold::sequence {

/// The plate on the held side of the bend, and the one on the free side.
int heldPlate(const part::Part& part, const Operation& operation);
int freePlate(const part::Part& part, const Operation& operation);

/// The plate that is between the jaws: beyond one that is no more than the distance from this bend to the
/// next.
int clampedPlate(const part::Part& part, const Step& step);

/// How far the bar leans from square to the bend line in the tool: positive to your right as you stand before
/// it, its free side up or away from you.
double leanDeg(const part::Part& part, const Operation& operation);

/// Where the line for this step lies on the blank, from the datum end; on a bend along the sheet, from its
/// right edge.
struct StepMark {
    double at = 0;
    bool isAcross = false;
    bool onFace = true; // the side that looks at whoever sets it
    std::string_view flushWith;
};
StepMark markOf(const part::Part& part, const Step& step);

} // namespace goodfold::sequence
