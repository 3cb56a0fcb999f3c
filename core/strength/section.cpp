#include "strength/section.h"

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

/// Largest shear of a twisted rectangle: T (3 a + 1.8 b) / (a^2 b^2), a >= b (Roark).
double torsionStress(double moment, double one, double other) {
    const double a = std::max(one, other), b = std::min(one, other);
    return std::abs(moment) * (3 * a + 1.8 * b) / (a * a * b * b);
}

double holeOf(const Section& s) {
    constexpr double kMostTaken = 0.95; // a hole as wide as the bar is another finding's
    return std::min(s.holeAcross, kMostTaken * s.width);
}

/// Stretch, bending over the thickness and bending over the width, and twist.
struct Parts {
    double stretch, flat, edgewise, twist;
    double together() const { return std::hypot(stretch + flat + edgewise, std::sqrt(3.0) * twist); }
};

Parts nominal(const Section& s, const Carried& carried) {
    const double w = s.width, t = s.thickness, d = holeOf(s);
    return {std::abs(carried.force.x()) / ((w - d) * t),
            std::abs(carried.moment.y()) * 6 / ((w - d) * t * t) * curvedFactor(s.insideRadius, t),
            std::abs(carried.moment.z()) * 6 * w / (t * (w * w * w - d * d * d)),
            torsionStress(carried.moment.x(), w - d, t)};
}

} // namespace

double netStress(const Section& section, const Carried& carried) {
    return nominal(section, carried).together();
}

double rimStress(const Section& section, const Carried& carried) {
    const double d = holeOf(section);
    if (d <= 0) return netStress(section, carried);
    Parts parts = nominal(section, carried);
    parts.stretch *= pulledHoleFactor(d, section.width);
    parts.flat *= bentHoleFactor(d, section.width, section.thickness);
    // Bent over the width the rim lies d/w of the way to the edge, whose nominal stress this is.
    parts.edgewise *= std::max(1.0, 2 * d / section.width);
    return parts.together();
}

double torsionConstant(double one, double other) {
    const double a = std::max(one, other), b = std::min(one, other);
    return a * b * b * b * (1.0 / 3 - 0.21 * b / a * (1 - std::pow(b / a, 4) / 12));
}

double curvedFactor(double insideRadius, double thickness) {
    if (insideRadius <= 0) return 1;
    const double neutral = thickness / std::log1p(thickness / insideRadius);
    const double off = insideRadius + thickness / 2 - neutral;
    return thickness * (neutral - insideRadius) / (6 * off * insideRadius);
}

double pulledHoleFactor(double diameter, double width) {
    return 2 + std::pow(1 - diameter / width, 3);
}

double bentHoleFactor(double diameter, double width, double thickness) {
    const double d = diameter / thickness, share = diameter / width;
    return (1.79 + 0.25 / (0.39 + d) + 0.81 / (1 + d * d) - 0.26 / (1 + d * d * d)) *
           (1 - 1.04 * share + 1.22 * share * share);
}

} // namespace goodfold::strength
