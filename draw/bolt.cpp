#include "draw/bolt.h"

#include <cmath>

namespace goodfold::draw {

namespace {

Polygon regular(int corners, double radius) {
    Polygon polygon;
    for (int i = 0; i < corners; ++i) {
        const double at = radians(360.0 / corners * i);
        polygon.emplace_back(radius * std::cos(at), radius * std::sin(at));
    }
    return polygon;
}

} // namespace

void addBolt(Scene& scene, const lineup::Bolt& bolt) {
    Pose3 pose = Pose3::Identity();
    pose.linear().col(1) = bolt.outward;
    pose.linear().col(0) = bolt.outward.unitOrthogonal();
    pose.linear().col(2) = pose.linear().col(0).cross(bolt.outward);
    pose.translation() = bolt.at;
    constexpr int kRound = 24;
    constexpr double kClear = 0.02; // mm: off the stock, so that neither hides in the other
    if (bolt.washerDiameter > 0)
        addPrism(scene, pose, regular(kRound, bolt.washerDiameter / 2), kClear, bolt.washerThickness, true);
    const double under = bolt.washerThickness + kClear;
    addPrism(scene, pose, regular(6, bolt.acrossFlats / std::sqrt(3.0)), under, under + bolt.height, true);
}

} // namespace goodfold::draw
