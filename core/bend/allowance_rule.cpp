#include "bend/allowance_rule.h"

#include "quantity/length.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::bend {

namespace {

double kFromDeduction(const Shape& shape, double deduction) {
    return kFromAllowance(shape, 2 * setback(shape, DimensionTo::Outside) - deduction);
}

/// DIN 6935: the correction k of the neutral line at half thickness; K = k/2. A bend of less than 15 degrees
/// is counted as none: nothing is taken off for it.
double din6935(const Shape& shape) {
    constexpr double kNeglectedDeg = 15;
    if (shape.angleDeg < kNeglectedDeg) return kFromDeduction(shape, 0);
    const double radiusOverThickness = shape.insideRadius / shape.thickness;
    if (radiusOverThickness >= 5) return 0.5;
    if (radiusOverThickness <= 0) return 0;
    return std::clamp(0.65 + 0.5 * std::log10(radiusOverThickness), 0.0, 1.0) / 2;
}

/// The handbook form is printed with 1.57 for pi/2; that figure is kept, so K falls a little as R grows.
double handbook(double c, const Shape& shape) {
    const double allowanceAt90 = c * shape.thickness + 1.57 * shape.insideRadius;
    return (allowanceAt90 / (std::numbers::pi / 2) - shape.insideRadius) / shape.thickness;
}

} // namespace

KFactor kFactor(const AllowanceRule& rule, const material::Material& material, const Shape& shape) {
    const double radiusOverThickness = shape.insideRadius / shape.thickness;
    switch (rule.kind) {
    case AllowanceRule::Kind::Material: {
        const auto row = material::kFactorAt(material, radiusOverThickness);
        return {row.k, row.sigma};
    }
    case AllowanceRule::Kind::Din6935:
        return {din6935(shape), {}};
    case AllowanceRule::Kind::Constant:
        return {rule.constantK, {}};
    case AllowanceRule::Kind::Handbook:
        return {handbook(material.handbookC, shape), {}};
    case AllowanceRule::Kind::Deduction: {
        // It is said of a bend of 90; at its own angle a bend takes what the K does that this means at 90.
        const Shape square{90, shape.insideRadius, shape.thickness};
        return {kFromDeduction(square, rule.deductionThicknesses * shape.thickness), {}};
    }
    case AllowanceRule::Kind::Measured:
        return {kFromDeduction(rule.testBend.shape, rule.testBend.deduction), {}};
    case AllowanceRule::Kind::Learned: {
        if (rule.learned.rows.empty()) break;
        const auto row = material::kFactorAt(rule.learned.rows, radiusOverThickness);
        return {row.k, row.sigma};
    }
    }
    return {0.5, {}};
}

std::string nameOf(const AllowanceRule& rule) {
    switch (rule.kind) {
    case AllowanceRule::Kind::Material:
        return "Material table";
    case AllowanceRule::Kind::Din6935:
        return "DIN 6935";
    case AllowanceRule::Kind::Constant:
        return "One K for all";
    case AllowanceRule::Kind::Handbook:
        return "Handbook form";
    case AllowanceRule::Kind::Deduction:
        return "Flat deduction";
    case AllowanceRule::Kind::Measured:
        return "Your test bend";
    case AllowanceRule::Kind::Learned:
        return "Your logbook";
    }
    return {};
}

std::array<AllowanceRule, 3> publishedRules() {
    return {AllowanceRule{.kind = AllowanceRule::Kind::Material},
            AllowanceRule{.kind = AllowanceRule::Kind::Din6935},
            AllowanceRule{.kind = AllowanceRule::Kind::Handbook}};
}

} // namespace goodfold::bend
