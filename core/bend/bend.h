// Formulas of one bend, square to its bend line. Angles in degrees turned from flat, lengths in mm.
#pragma once

namespace goodfold::bend {

enum class DimensionTo { Outside, Inside, Tangent };

/// What forms a bend. 0 <= angleDeg <= 180, insideRadius >= 0, thickness > 0.
struct Shape {
    double angleDeg;
    double insideRadius;
    double thickness;
};

/// Length of the flat strip that becomes the bend: BA = A (R + K T), A in radians.
double allowance(const Shape& shape, double k);

/// The K that gives this allowance. Only for angleDeg > 0.
double kFromAllowance(const Shape& shape, double allowance);

/// From the tangent line to the reference of a dimension, square to the bend line.
/// Outside: (R+T) tan(A/2) up to and at 90 degrees (the apex), R+T above (the outer face; DIN 6935's
/// convention, continuous at 90). Inside: R tan(A/2) up to 90, R above. Tangent: 0.
double setback(const Shape& shape, DimensionTo to);

/// BD = 2 OSSB - BA: what a bend takes off the sum of two outside dimensions.
double deduction(const Shape& shape, double k);

} // namespace goodfold::bend
