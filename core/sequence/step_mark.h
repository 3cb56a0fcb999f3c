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

/// Where the line for this step lies on the blank. `at` is on the bar's centreline, or the middle of the line
/// on sheet, from the datum end; of a bend along the sheet (`isAcross`) from its lower edge. Where it leans
/// it is told by its two ends, on a bar where it meets the edges: from the same edge as `at`, and on sheet
/// how far they stand along the other.
struct StepMark {
    double at = 0;
    double atRight = 0, atLeft = 0;
    double besideRight = 0, besideLeft = 0;
    bool isAcross = false;
    bool leans = false;
    bool onFace = true;     // the side that looks at whoever sets it
    double fromTangent = 0; // from the held side's tangent line; in a die from the near one
    std::string_view flushWith;
};
StepMark markOf(const part::Part& part, const Step& step);

/// What the tool holds fast when the radius comes out otherwise.
struct HeldLine {
    enum class Which { Near, Far, Centre };
    Which which = Which::Centre; // so it is where there is no plan
    bool follows =
        false; // the held tangent line lies its real radius behind the set line: jaws, noses, blades
};
HeldLine heldLine(const Operation& operation);

/// Tells the part which line of each bend is set in its tool.
void setLines(part::Part& part, const Plan& plan);

} // namespace goodfold::sequence
