// What forming a bend takes: how far past its angle, how hard, and how much leg. Lengths in mm, stresses in
// MPa, forces in N, moments in N mm, angles in degrees turned from flat.
#pragma once

namespace goodfold::bend {

/// What the stock is like.
struct Strength {
    double yield;
    double ultimate;
    double elasticModulus;
};

/// Inside radius after letting go of a strip bent round a former: the elastic-plastic cubic
/// Rf / Ra = 4 x^3 - 3 x + 1, x = Rf Y / (E T), Rf of the former, Ra after (Gardiner 1957, no hardening).
/// For x < 0.5; beyond that nothing stays bent and the answer is infinite.
double radiusAfterRelease(double formerRadius, double thickness, const Strength& strength);

/// The angle to bend to round a former, so that `angleDeg` is left: the mean fibre keeps its length, so
/// angle (R + T/2) is the same before and after.
double angleUnderLoad(double angleDeg, double formerRadius, double thickness, const Strength& strength);

/// Of an air bend: F = C UTS w T^2 / V. C = 1.42 as press charts for openings of 6 to 10 T have it; a
/// layered model of mild steel gives 1.43 at 6 T falling to 1.26 at 10 T.
double airBendForce(double ultimate, double width, double thickness, double opening);
inline constexpr double kBottoming = 4;    // times as much to bottom a bend in its die; charts say 3 to 5
inline constexpr double kPressShare = 0.7; // of its rating a press is planned with

/// Pull at a lever `lever` long, square to it: 1.3 moment / lever. The 1.3 is for friction, a pull off square
/// and the strip pulling through.
double handPull(double moment, double lever);
/// The lever that a pull needs.
double leverFor(double moment, double pull);

/// What one person pulls, from leaning 75 kg with a foot 0.35 m back at 1 m height: 258 N.
inline constexpr double kPullPlanned = 250;   // two hands
inline constexpr double kPullShort = 400;     // two hands, a short effort
inline constexpr double kPullNever = 500;     // more is never planned
inline constexpr double kLongestLever = 1200; // mm from the bend: longer than this nobody reaches round

/// Least outside length of a leg in a V die: at the angle A the leg meets the die's shoulder (V/2)/cos(A/2)
/// from its apex; a margin of a thickness, at least 2 mm, keeps it on.
double leastLengthInDie(double opening, double angleDeg, double thickness);

/// How much the angle grows for a millimetre of the punch, near `angleDeg`: (4/V) cos^2(A/2) radians.
double degreesPerMillimetre(double opening, double angleDeg);

} // namespace goodfold::bend
