// What inside radius comes out of a way of bending. Typical, own judgement; one sigma beside each. A
// material's least radius is a limit against cracking and makes no radius larger. Millimetres.
#pragma once

namespace goodfold::bend {

struct MadeRadius {
    double radius;
    double sigma;
};

/// Over an edge, hammered close to the line: max(edge, 0.6 T); sigma 0.3 or 0.15 T, the larger.
MadeRadius hammeredOver(double edge, double thickness);

/// Over an edge, pulled over and not hammered, so that the leg bows beyond the bend: max(edge, T); sigma 0.25
/// T.
MadeRadius pulledOver(double edge, double thickness);

/// Folded over a nose or blade by an apron or jaws: max(nose, 0.8 T); sigma 0.2 or 0.1 T, the larger.
MadeRadius foldedOver(double nose, double thickness);

/// In air over a die: its opening times the material's figure, at least the punch's tip; sigma 18 %.
MadeRadius airBent(double tip, double opening, double radiusOverOpening);

/// Driven home in its die: the punch's tip, at least 0.5 T; sigma 0.1 T.
MadeRadius bottomed(double tip, double thickness);

/// Round a pin, a bar or a former: its own radius, grown as the bend opens from the angle it is pushed to;
/// sigma 5 %.
MadeRadius bentRound(double former, double pushedToDeg, double comesBackToDeg);

} // namespace goodfold::bend
