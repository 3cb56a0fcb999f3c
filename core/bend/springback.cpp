#include "bend/springback.h"

#include "bend/forming.h"

#include <algorithm>
#include <cmath>

namespace goodfold::bend {

namespace {

constexpr double kUnloading = 1.15; // the modulus falls after straining: 10 to 20 % more than elastic

/// m of M = m w T^2, going on beyond the book's last row as it fell before it.
double momentAt(const material::Material& material, double radiusOverThickness) {
    const auto& rows = material.formingMoments;
    const auto& last = rows.back();
    if (radiusOverThickness <= last.radiusOverThickness || rows.size() < 2)
        return material::formingMoment(material, 1, 1, radiusOverThickness);
    const auto& before = rows[rows.size() - 2];
    const double slope = std::log(last.moment / before.moment) /
                         std::log(last.radiusOverThickness / before.radiusOverThickness);
    return last.moment * std::pow(radiusOverThickness / last.radiusOverThickness, slope);
}

double byCubic(const material::Material& material, double radiusOverThickness) {
    const Strength strength{material.yield, material.ultimate, material.elasticModulus};
    return angleUnderLoad(90, radiusOverThickness, 1, strength) - 90;
}

/// What of the angle under load is lost.
double shareOf(double springback) {
    return springback / (90 + springback);
}

} // namespace

double springbackAt90(const material::Material& material, double radiusOverThickness) {
    const double last = material.springback.back().radiusOverThickness;
    const double inBook = std::min(radiusOverThickness, last);
    double springback = kUnloading * material::typicalSpringbackAt90(material, inBook);
    if (radiusOverThickness > last) {
        const double share = shareOf(springback) * momentAt(material, radiusOverThickness) /
                             momentAt(material, last) * (radiusOverThickness + 0.5) / (last + 0.5);
        constexpr double kMost = 0.5; // of the angle; what springs back further was hardly bent
        springback = 90 * std::min(share, kMost) / (1 - std::min(share, kMost));
    }
    return std::max(springback, byCubic(material, radiusOverThickness));
}

double airSpringbackAt90(const material::Material& material, double openingOverThickness,
                         double radiusOverThickness) {
    constexpr double kBooked = 8; // thicknesses: the opening of the book's figure
    const double booked = kBooked * material.airRadiusOverOpening;
    return kUnloading * material.airSpringback * openingOverThickness / kBooked *
           momentAt(material, radiusOverThickness) / momentAt(material, booked);
}

} // namespace goodfold::bend
