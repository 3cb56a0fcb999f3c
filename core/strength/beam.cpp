#include "strength/beam.h"

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

/// Axes of one piece: along it, along its width, along its thickness.
Eigen::Matrix3d axesOf(const Station& from, const Station& to) {
    const Vec3 along = (to.point - from.point).normalized();
    const Vec3 mean = from.across + to.across;
    const Vec3 across = (mean - mean.dot(along) * along).normalized();
    Eigen::Matrix3d axes;
    axes << along, across, along.cross(across);
    return axes;
}

Vec3 curvature(const Chain& c, const Vec3& momentInAxes) {
    const double w = c.width, t = c.thickness, e = c.elasticModulus;
    return {momentInAxes.x() / (c.shearModulus() * torsionConstant(w, t)),
            momentInAxes.y() / (e * w * t * t * t / 12), momentInAxes.z() / (e * t * w * w * w / 12)};
}

/// Largest shear of a twisted rectangle: T (3 a + 1.8 b) / (a^2 b^2), a >= b (Roark).
double torsionStress(double moment, double one, double other) {
    const double a = std::max(one, other), b = std::min(one, other);
    return std::abs(moment) * (3 * a + 1.8 * b) / (a * a * b * b);
}

double stressOf(const Chain& c, const Station& at, const Vec3& force, const Vec3& moment) {
    const double w = c.width, t = c.thickness, d = std::min(at.holeAcross, 0.95 * w);
    const double stretch = std::abs(force.x()) / ((w - d) * t);
    const double flat = std::abs(moment.y()) * 6 / ((w - d) * t * t);
    const double edgewise = std::abs(moment.z()) * 6 * w / (t * (w * w * w - d * d * d));
    const double twist = torsionStress(moment.x(), w - d, t);
    return std::hypot(stretch + flat + edgewise, std::sqrt(3.0) * twist);
}

} // namespace

double torsionConstant(double one, double other) {
    const double a = std::max(one, other), b = std::min(one, other);
    return a * b * b * b * (1.0 / 3 - 0.21 * b / a * (1 - std::pow(b / a, 4) / 12));
}

Vec3 Bent::movedAt(const Chain& chain, const PointLoad& load) const {
    return moved[load.station] + turned[load.station].cross(load.at - chain.stations[load.station].point);
}

Bent bend(const Chain& chain, const PointLoad& load) {
    const size_t count = chain.stations.size();
    Bent bent{std::vector<Vec3>(count, Vec3::Zero()), std::vector<Vec3>(count, Vec3::Zero()),
              std::vector<double>(count, 0)};
    for (size_t i = 0; i + 1 < count; ++i) {
        const Station &from = chain.stations[i], &to = chain.stations[i + 1];
        const Vec3 step = to.point - from.point;
        const bool loaded = i < load.station;
        const Eigen::Matrix3d axes = axesOf(from, to), inAxes = axes.transpose();
        const Vec3 force = loaded ? Vec3(inAxes * load.force) : Vec3::Zero();
        const Vec3 near = loaded ? Vec3(inAxes * (load.at - from.point).cross(load.force)) : Vec3::Zero();
        const Vec3 far = loaded ? Vec3(inAxes * (load.at - to.point).cross(load.force)) : Vec3::Zero();
        const double h = step.norm();
        const Vec3 k0 = curvature(chain, near), k1 = curvature(chain, far);
        const double stretch = force.x() / (chain.elasticModulus * chain.width * chain.thickness);

        bent.turned[i + 1] = bent.turned[i] + axes * (h * (k0 + k1) / 2);
        const Vec3 lever = axes * (h * h * (k0 / 3 + k1 / 6));
        bent.moved[i + 1] =
            bent.moved[i] + bent.turned[i].cross(step) + lever.cross(axes.col(0)) + stretch * step;
        bent.stress[i] = std::max(bent.stress[i], stressOf(chain, from, force, near));
        bent.stress[i + 1] = stressOf(chain, to, force, far);
    }
    return bent;
}

} // namespace goodfold::strength
