// Carries the flat part into its formed shape, or any shape on the way there.
#pragma once

#include "part/part.h"

namespace goodfold::part {

struct Folded {
    std::vector<double> turnedDeg;   // by bend: how far it has turned
    std::vector<Pose3> rootFromFlat; // one for each plate, for flat points with z from back to face
};

/// The formed part's pose plate by plate:
///   M(child) = M(parent) . Rotate(axis at z = T + R for up, -R for down, by A) . Translate(-across BA).
/// On the way (0 < formedness < 1) each bend zone is an arc of the same neutral length BA, its radius larger
/// in proportion, so nothing stretches and nothing slides.
/// `formedness` 0 is flat, 1 formed: every bend has turned by this share of its angle.
Folded fold(const Part& part, double formedness = 1.0);

/// The same with each bend turned by an angle of its own.
Folded foldAt(const Part& part, std::vector<double> turnedDeg);

/// Where the flat section that lies `distance` past the near tangent line goes, in its parent's flat frame,
/// when the bend has turned by `turnedDeg` over its whole strip; at the allowance it is the child's pose.
Pose3 foldedFromFlat(const PartBend& bend, double distance, double turnedDeg);

/// Where a point of a bend's strip goes: `pointInFlat` within the zone, z from back to face.
Vec3 inRoot(const Part& part, const Folded& folded, int bend, const Vec2& pointInFlat, double z);

/// A hole's centre on the back, and the unit vector from back to face, in the root frame.
struct FormedHole {
    Vec3 point;
    Vec3 axis;
};
FormedHole formedHole(const Part& part, const Folded& folded, int hole);
/// The same for any point of a plate.
FormedHole formedPoint(const Folded& folded, int plate, const Vec2& pointInFlat);

/// Degrees between two plates' own x directions; on a skewed bend less or more than the bend angle:
/// cos(between) = cos(s)^2 cos(A) + sin(s)^2.
double angleBetweenPlatesDeg(const PartBend& bend);

/// How far two legs' centrelines miss each other at the mold line of a skewed bend: BD tan(s). Signed.
double centrelineMiss(const PartBend& bend);

} // namespace goodfold::part
