#include "strength/bolt.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::strength {

namespace {
constexpr double kYield = 240, kUltimate = 400; // MPa, class 4.6
}

BoltLoad boltLoad(const part::Part& part, const part::Folded& folded, const Model& model,
                  const job::Load& load) {
    const part::PartHole& held = part.holes[static_cast<size_t>(part.holeIndex(load.held))];
    const part::PartPlate& plate = part.plates[static_cast<size_t>(held.plate)];
    const Pose3& rootFromFlat = folded.rootFromFlat[static_cast<size_t>(held.plate)];
    const Vec2& at = held.centreInFlat;
    const Vec3 hole = rootFromFlat * Vec3(at.x(), at.y(), part.thickness / 2);
    const Eigen::Matrix3d inPlate = rootFromFlat.linear().transpose();
    const Vec3 force = inPlate * model.load.force;
    const Vec3 moment = inPlate * (model.load.at - hole).cross(model.load.force);
    // Which side lies on the mount is not known: the nearer edge is the shorter lever.
    const Vec2 own = plate.flatFromPlate.inverse() * at;
    const double alongHeel = std::min(own.x(), plate.length - own.x());
    const double acrossHeel = std::min(own.y(), plate.width - own.y());
    const double least = held.diameter / 2; // no shorter than the hole's own rim
    const double heeling = std::abs(moment.y()) / std::max(alongHeel, least) +
                           std::abs(moment.x()) / std::max(acrossHeel, least);
    return {std::hypot(force.x(), force.y()), std::abs(force.z()) + heeling, std::abs(moment.z())};
}

double stressArea(const hardware::Screw& screw) {
    const double d = screw.major - 0.9382 * screw.pitch;
    return std::numbers::pi / 4 * d * d;
}

double boltShare(const BoltLoad& load, const hardware::Screw& screw) {
    constexpr double kPartial = 1.25;
    const double area = stressArea(screw);
    const double shear = 0.6 * kUltimate * area / kPartial, pull = 0.9 * kUltimate * area / kPartial;
    return std::max(load.shear / shear + load.pull / (1.4 * pull), load.pull / pull);
}

double twistHeld(const hardware::Screw& screw) {
    constexpr double kTightened = 0.5, kFriction = 0.15;
    const double clamp = kTightened * kYield * stressArea(screw);
    return kFriction * clamp * (screw.normal + screw.headAcrossFlats) / 4;
}

} // namespace goodfold::strength
