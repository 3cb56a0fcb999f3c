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

/// Prisms go along its y: outward.
Pose3 poseOn(const Vec3& at, const Vec3& outward, const Vec3& first) {
    Pose3 pose = Pose3::Identity();
    pose.linear().col(0) = first;
    pose.linear().col(1) = outward;
    pose.linear().col(2) = first.cross(outward);
    pose.translation() = at;
    return pose;
}

constexpr int kRound = 24; // corners

/// Its sides show no edges, as what is round has none.
void addRound(Scene& scene, const Pose3& pose, double diameter, double from, double to) {
    const size_t first = scene.faces.size();
    addPrism(scene, pose, regular(kRound, diameter / 2), from, to, true);
    const Vec3 along = pose.linear().col(1);
    for (size_t i = first; i < scene.faces.size(); ++i) {
        Face& face = scene.faces[i];
        const auto count = face.corners.size();
        for (qsizetype k = 0; k < count; ++k) {
            const Vec3 edge = face.corners[(k + 1) % count] - face.corners[k];
            if (std::abs(edge.dot(along)) > 0.5 * edge.norm()) face.inked[k] = false;
        }
    }
}

} // namespace

void addWrench(Scene& scene, const check::Wrench& wrench) {
    const Vec3 first = wrench.isSpanner() ? wrench.handle : wrench.outward.unitOrthogonal();
    const Pose3 pose = poseOn(wrench.at, wrench.outward, first);
    addRound(scene, pose, wrench.diameter, 0, wrench.length);
    if (!wrench.isSpanner()) return;
    const double from = 0.45 * wrench.diameter, half = wrench.handleWidth / 2;
    const Polygon handle{
        {from, -half}, {wrench.handleLength, -half}, {wrench.handleLength, half}, {from, half}};
    addPrism(scene, pose, handle, 0.2 * wrench.length, 0.8 * wrench.length, true);
}

void addBolt(Scene& scene, const lineup::Bolt& bolt) {
    const Pose3 pose = poseOn(bolt.at, bolt.outward, bolt.outward.unitOrthogonal());
    constexpr double kClear = 0.02; // mm: off the stock, so that neither hides in the other
    if (bolt.washerDiameter > 0) addRound(scene, pose, bolt.washerDiameter, kClear, bolt.washerThickness);
    if (bolt.spacer > 0) {
        const double diameter = bolt.washerDiameter > 0 ? bolt.washerDiameter : bolt.acrossFlats;
        addRound(scene, pose, diameter, -bolt.thickness - bolt.spacer, -bolt.thickness - kClear);
    }
    const double under = bolt.washerThickness + kClear;
    addPrism(scene, pose, regular(6, bolt.acrossFlats / std::sqrt(3.0)), under, under + bolt.height, true);
}

} // namespace goodfold::draw
