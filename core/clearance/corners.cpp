#include "clearance/least.h"

#include <cmath>

namespace goodfold::clearance {

namespace {

using job::Clearance;

std::vector<Vec3> cornersOfBox(const Clearance& box) {
    const Eigen::AngleAxisd turned(radians(box.turnedDeg), Vec3::UnitZ());
    std::vector<Vec3> corners;
    for (const double x : {0.0, 1.0})
        for (const double y : {0.0, 1.0})
            for (const double z : {0.0, 1.0})
                corners.push_back(box.at + turned * Vec3(x, y, z).cwiseProduct(box.size));
    return corners;
}

std::vector<Vec3> cornersOfCylinder(const Clearance& cylinder) {
    constexpr int kSides = 64;
    const Vec3 along = (cylinder.to - cylinder.at).normalized();
    const Vec3 x = along.unitOrthogonal(), y = along.cross(x);
    const double radius = cylinder.diameter / 2 / std::cos(std::numbers::pi / kSides);
    std::vector<Vec3> corners;
    for (int i = 0; i < kSides; ++i) {
        const double angle = 2 * std::numbers::pi * i / kSides;
        const Vec3 out = radius * (std::cos(angle) * x + std::sin(angle) * y);
        corners.push_back(cylinder.at + out);
        corners.push_back(cylinder.to + out);
    }
    return corners;
}

} // namespace

std::vector<Vec3> cornersOf(const Clearance& thing) {
    return thing.shape == Clearance::Shape::Box        ? cornersOfBox(thing)
           : thing.shape == Clearance::Shape::Cylinder ? cornersOfCylinder(thing)
                                                       : std::vector<Vec3>();
}

Clearance mirrored(Clearance thing) {
    const auto turnOver = [](Vec3& vec) { vec.y() = -vec.y(); };
    for (Vec3* each : {&thing.at, &thing.to, &thing.normal})
        turnOver(*each);
    // Its corner is now the other one along y.
    thing.turnedDeg = -thing.turnedDeg;
    const Eigen::AngleAxisd turned(radians(thing.turnedDeg), Vec3::UnitZ());
    if (thing.shape == Clearance::Shape::Box) thing.at -= turned * Vec3(0, thing.size.y(), 0);
    if (thing.slides) turnOver(*thing.slides);
    if (thing.swings) {
        turnOver(thing.swings->at);
        turnOver(thing.swings->axis);
        thing.swings->byDeg = -thing.swings->byDeg;
    }
    return thing;
}

std::vector<Vec3> cornersAfter(const Clearance& thing, double share) {
    std::vector<Vec3> corners = cornersOf(thing);
    if (thing.slides)
        for (Vec3& corner : corners)
            corner += share * *thing.slides;
    if (thing.swings) {
        const Eigen::AngleAxisd turn(radians(share * thing.swings->byDeg), thing.swings->axis.normalized());
        for (Vec3& corner : corners)
            corner = thing.swings->at + turn * (corner - thing.swings->at);
    }
    return corners;
}

} // namespace goodfold::clearance
