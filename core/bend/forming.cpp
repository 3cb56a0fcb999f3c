#include "bend/forming.h"

#include "common/geometry.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::bend {

double radiusAfterRelease(double formerRadius, double thickness, const Strength& strength) {
    const double x = formerRadius * strength.yield / (strength.elasticModulus * thickness);
    if (x >= 0.5) return std::numeric_limits<double>::infinity();
    return formerRadius / (4 * x * x * x - 3 * x + 1);
}

double angleUnderLoad(double angleDeg, double formerRadius, double thickness, const Strength& strength) {
    const double after = radiusAfterRelease(formerRadius, thickness, strength);
    return angleDeg * (after + thickness / 2) / (formerRadius + thickness / 2);
}

double airBendForce(double ultimate, double width, double thickness, double opening) {
    constexpr double kChart = 1.42;
    return kChart * ultimate * width * thickness * thickness / opening;
}

namespace {
constexpr double kHandLoss = 1.3;
}

double handPull(double moment, double lever) {
    return kHandLoss * moment / lever;
}

double leverFor(double moment, double pull) {
    return kHandLoss * moment / pull;
}

double leastLengthInDie(double opening, double angleDeg, double thickness) {
    return opening / 2 / std::cos(radians(angleDeg / 2)) + std::max(thickness, 2.0);
}

double degreesPerMillimetre(double opening, double angleDeg) {
    const double c = std::cos(radians(angleDeg / 2));
    return degrees(4 / opening * c * c);
}

} // namespace goodfold::bend
