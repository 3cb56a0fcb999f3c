// What gets scribed and punched on the blank.
#pragma once

#include "part/element.h"
#include "part/part.h"

namespace goodfold::part {

/// Distances in mm from the datum corner: `along` from the blank's start end, `across` from its right edge.
/// A bend's mark stands on the centreline (of the bar, or of the bend line on sheet); where its line is
/// skewed it meets the edges at alongAtRight and alongAtLeft.
struct Mark {
    enum class Kind { BendStart, BendCentre, BendEnd, HoleCentre };
    Kind kind;
    Element about;
    double along;
    double across;
    double alongAtRight;
    double alongAtLeft;
};

/// In the order of `along`. Each is a running dimension from the datum; none is stepped off another.
std::vector<Mark> marksOf(const Part& part);

std::string nameOf(Mark::Kind kind);

/// A line across a bend's strip at `share` (0 near, 0.5 centre, 1 far), kept to the blank: from the right to
/// the left. A bar's own near, centre and far are moved square to themselves, so their ends stand off its
/// edges.
Segment keptLine(const PartBend& bend, double share);

} // namespace goodfold::part
