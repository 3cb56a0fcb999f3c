// What gets scribed and punched on the blank.
#pragma once

#include "job/element.h"
#include "part/part.h"

namespace goodfold::part {

/// Distances in mm: `along` from the datum end of the blank as it is cut, `across` from its right edge. A
/// line's mark stands on the centreline (of the bar, or of the bend line on sheet); its two ends, on a bar at
/// the edges, are told beside it.
struct Mark {
    /// SetLine: the one that is set in the tool, once that is planned. Trim: where what was left on an end is
    /// cut off after bending. SlotEnd: a punch mark at the centre of either round end. Corner: of a square
    /// hole or a cut-out. Hit: one of the small bends that make a large one.
    enum class Kind { BendStart, BendCentre, BendEnd, SetLine, Hit, HoleCentre, SlotEnd, Corner, Trim };
    Kind kind;
    Element about;
    double along;
    double across;
    double alongAtRight;
    double alongAtLeft;
    double acrossAtRight;
    double acrossAtLeft;
    bool onBack;          // scribed there; else on the face
    std::string name;     // of what it marks, as people say it: h1.3 of a pattern
    bool afterBending;    // made when the part is formed: here it only tells where
    bool isThere = false; // a hole in the stock already: to see whether it is the right piece, the right way
};

/// In the order of `along`. Each is a running dimension from the datum; none is stepped off another. A bend's
/// marks go on the side that comes inside: a scratch on the stretched side starts a crack.
std::vector<Mark> marksOf(const Part& part);

/// From the datum end to a point of the flat, and back: the flat x at a distance from the datum end.
double alongBlank(const Part& part, const Vec2& pointInFlat);
double flatXAt(const Part& part, double along);

/// Whether a bend's marks run along the blank's x (a flange at its side), so that they are read across it.
bool runsAlong(const PartBend& bend);

std::string nameOf(Mark::Kind kind);
bool isPunched(Mark::Kind kind);

/// A line across a bend's strip at `share` (0 near, 0.5 centre, 1 far, or beyond either), kept to the blank:
/// from the right to the left. A bar's own near, centre and far are moved square to themselves, so their ends
/// stand off its edges.
Segment keptLine(const PartBend& bend, double share);

/// The line of a bend that gets scribed: the one that is set in its tool, once that is planned, else its
/// middle.
Segment scribedLine(const PartBend& bend);

} // namespace goodfold::part
