#include "part/fold.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

Vec3 lifted(const Vec2& inFlat, double z = 0) {
    return {inFlat.x(), inFlat.y(), z};
}

/// sin(a)/a and (1 - cos a)/a, finite down to a flat bend. The series is exact to rounding below its limit:
/// the next terms are a^4/120 and a^3/24, under 1e-17 there.
constexpr double kSeriesBelow = 1e-4;
double sinOver(double a) {
    return a < kSeriesBelow ? 1 - a * a / 6 : std::sin(a) / a;
}
double versineOver(double a) {
    return a < kSeriesBelow ? a / 2 : (1 - std::cos(a)) / a;
}

} // namespace

/// The neutral fibre lies at z = T - K T for a bend up (K counts from the inside) and K T for one down; using
/// it rather than the axis keeps the formula finite for a bend that is still flat.
Pose3 foldedFromFlat(const PartBend& bend, double distance, double turnedDeg) {
    const double turnedRadians = radians(turnedDeg);
    const double up = bend.turn == Turn::Up ? 1 : -1;
    const double fromInside = bend.k * bend.shape.thickness;
    const double neutralZ = bend.turn == Turn::Up ? bend.shape.thickness - fromInside : fromInside;
    const double angle = bend.allowance > 0 ? turnedRadians * distance / bend.allowance : turnedRadians;

    const Vec3 across = lifted(bend.across);
    const Vec3 along = Vec3::UnitZ().cross(across);
    const Vec3 flatNeutral = lifted(bend.near.from, neutralZ) + distance * across;
    const Vec3 foldedNeutral = lifted(bend.near.from, neutralZ) + distance * sinOver(angle) * across +
                               up * distance * versineOver(angle) * Vec3::UnitZ();

    Pose3 pose = Pose3::Identity();
    pose.linear() = Eigen::AngleAxisd(-up * angle, along).toRotationMatrix();
    pose.translation() = foldedNeutral - pose.linear() * flatNeutral;
    return pose;
}

Folded foldAt(const Part& part, std::vector<double> turnedDeg) {
    Folded folded{std::move(turnedDeg), std::vector<Pose3>(part.plates.size(), Pose3::Identity())};
    std::vector<int> toPlace{part.root};
    while (!toPlace.empty()) {
        const int plate = toPlace.back();
        toPlace.pop_back();
        for (const int index : part.plates[plate].childBends) {
            const PartBend& bend = part.bends[index];
            folded.rootFromFlat[bend.child] =
                folded.rootFromFlat[plate] *
                foldedFromFlat(bend, bend.allowance, folded.turnedDeg[static_cast<size_t>(index)]);
            toPlace.push_back(bend.child);
        }
    }
    return folded;
}

Folded fold(const Part& part, double formedness) {
    std::vector<double> turnedDeg;
    for (const PartBend& bend : part.bends)
        turnedDeg.push_back(bend.shape.angleDeg * formedness);
    return foldAt(part, std::move(turnedDeg));
}

Vec3 inRoot(const Part& part, const Folded& folded, int index, const Vec2& pointInFlat, double z) {
    const PartBend& bend = part.bends[index];
    const double distance = std::clamp((pointInFlat - bend.near.from).dot(bend.across), 0.0, bend.allowance);
    const double turned = folded.turnedDeg[static_cast<size_t>(index)];
    return folded.rootFromFlat[bend.parent] * foldedFromFlat(bend, distance, turned) * lifted(pointInFlat, z);
}

FormedHole formedHole(const Part& part, const Folded& folded, int index) {
    return formedPoint(folded, part.holes[index].plate, part.holes[index].centreInFlat);
}

FormedHole formedPoint(const Folded& folded, int plate, const Vec2& pointInFlat) {
    const Pose3& rootFromFlat = folded.rootFromFlat[plate];
    return {rootFromFlat * lifted(pointInFlat), rootFromFlat.linear() * Vec3::UnitZ()};
}

double angleBetweenPlatesDeg(const PartBend& bend) {
    const double c = std::cos(radians(bend.skewDeg)), s = std::sin(radians(bend.skewDeg));
    return degrees(std::acos(std::clamp(c * c * std::cos(radians(bend.shape.angleDeg)) + s * s, -1.0, 1.0)));
}

double centrelineMiss(const PartBend& bend) {
    return bend.deduction * std::tan(radians(bend.skewDeg));
}

} // namespace goodfold::part
