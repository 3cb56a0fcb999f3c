#include "clearance/near.h"

#include <algorithm>
#include <cmath>

namespace goodfold::clearance {

namespace {

using job::Clearance;

double beyond(double value, double from, double to) {
    return std::max({from - value, 0.0, value - to});
}

double toBox(const Vec3& place, const Clearance& box) {
    const Vec3 own = Eigen::AngleAxisd(radians(-box.turnedDeg), Vec3::UnitZ()) * (place - box.at);
    return Vec3(beyond(own.x(), 0, box.size.x()), beyond(own.y(), 0, box.size.y()),
                beyond(own.z(), 0, box.size.z()))
        .norm();
}

double toBar(const Vec3& place, const Clearance& bar) {
    const Vec3 axis = (bar.to - bar.at).normalized(), away = place - bar.at;
    const double along = away.dot(axis);
    return std::hypot(beyond(along, 0, (bar.to - bar.at).norm()),
                      std::max(0.0, (away - along * axis).norm() - bar.diameter / 2));
}

} // namespace

bool isNear(const Vec3& place, const Clearance& thing, double share) {
    Vec3 own = place; // as the thing has it that has moved
    if (thing.slides) own -= share * *thing.slides;
    if (thing.swings) {
        const Eigen::AngleAxisd back(radians(-share * thing.swings->byDeg), thing.swings->axis.normalized());
        own = thing.swings->at + back * (own - thing.swings->at);
    }
    const double distance = thing.shape == Clearance::Shape::Box ? toBox(own, thing)
                            : thing.shape == Clearance::Shape::Cylinder
                                ? toBar(own, thing)
                                : (own - thing.at).dot(thing.normal.normalized());
    return distance <= thing.keep;
}

} // namespace goodfold::clearance
