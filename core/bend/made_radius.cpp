#include "bend/made_radius.h"

#include <algorithm>

namespace goodfold::bend {

MadeRadius hammeredOver(double edge, double thickness) {
    return {std::max(edge, 0.6 * thickness), std::max(0.3, 0.15 * thickness)};
}

MadeRadius pulledOver(double edge, double thickness) {
    return {std::max(edge, thickness), 0.25 * thickness};
}

MadeRadius foldedOver(double nose, double thickness) {
    return {std::max(nose, 0.8 * thickness), std::max(0.2, 0.1 * thickness)};
}

MadeRadius airBent(double tip, double opening, double radiusOverOpening) {
    const double radius = std::max(tip, radiusOverOpening * opening);
    return {radius, 0.18 * radius};
}

MadeRadius bottomed(double tip, double thickness) {
    return {std::max(tip, 0.5 * thickness), 0.1 * thickness};
}

MadeRadius bentRound(double former, double pushedToDeg, double comesBackToDeg) {
    const double radius = former * pushedToDeg / comesBackToDeg;
    return {radius, 0.05 * radius};
}

} // namespace goodfold::bend
