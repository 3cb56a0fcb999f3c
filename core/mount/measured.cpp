#include "mount/measured.h"

#include <Eigen/Geometry>

namespace goodfold::mount {

namespace {

job::Mount placedIn(const job::Mount& mount, const Scene& scene) {
    job::Mount placed = mount;
    for (size_t i = 0; i < placed.faces.size(); ++i) {
        placed.faces[i].at = scene.faces[i].at;
        placed.faces[i].normal = scene.faces[i].axes.col(2);
        if (!placed.faces[i].tube) continue;
        placed.faces[i].along = scene.faces[i].axes.col(0);
        placed.faces[i].tube = 2 * scene.faces[i].radius;
    }
    for (size_t i = 0; i < placed.points.size(); ++i) {
        placed.points[i].at = placeOf(scene, static_cast<int>(i));
        if (scene.points[i].radius > 0) placed.points[i].diameter = 2 * scene.points[i].radius;
    }
    for (size_t i = 0; i < placed.edges.size(); ++i) {
        const Scene::Edge& edge = scene.edges[i];
        const Scene::Face& face = scene.faces[edge.face];
        const auto on = [&](const Vec2& place) { return Vec3(face.at + face.axes.leftCols<2>() * place); };
        if (face.radius > 0) { // the end of a tube: from side to side of it
            placed.edges[i].at = {on({edge.on.x(), -face.radius}), on({edge.on.x(), face.radius})};
            continue;
        }
        constexpr double kLong = 100; // mm, to show
        placed.edges[i].at = {on(edge.on),
                              on(edge.on + kLong * Vec2(std::cos(edge.angle), std::sin(edge.angle)))};
    }
    return placed;
}

/// Takes out of a place's slopes what the plane that touches a tube at a point of it moves by.
void leaveTube(const Scene& scene, const Unknowns& unknowns, int on, const Vec3& place,
               Eigen::MatrixXd& slopes) {
    const int face = scene.points[static_cast<size_t>(on)].face;
    const Scene::Face& tube = scene.faces[static_cast<size_t>(face)];
    const Eigen::Matrix3d axes = axesAt(scene, on);
    const Vec3 along = axes.col(0), outward = axes.col(2), lever = place - placeOf(scene, on);
    const Eigen::MatrixXd rides = slopesOfPlace(scene, unknowns, on);
    slopes -= outward * (outward.transpose() * rides);
    if (const int across = unknowns.points[static_cast<size_t>(on)].across; across >= 0)
        slopes.col(across) += along.cross(lever) / tube.radius;
    const int own = unknowns.faces[static_cast<size_t>(face)];
    if (own < 0) return;
    for (int axis = 0; axis < 2; ++axis)
        slopes.col(own + axis) -=
            tube.axes.col(axis + 1).dot(outward) * along.cross(outward).cross(lever) / kLever;
}

/// Three rows of a point: how its place changes with the unknowns, seen from a face.
Eigen::MatrixXd seenFrom(const Measured& measured, int face, int touching, int point) {
    const Unknowns& unknowns = measured.problem.unknowns;
    const Scene& scene = measured.solution.scene;
    Eigen::MatrixXd slopes = slopesOfPlace(scene, unknowns, point);
    if (scene.isRound(face)) {
        leaveTube(scene, unknowns, touching, placeOf(scene, point), slopes);
        return slopes;
    }
    const int own = unknowns.faces[face];
    if (own < 0) return slopes;
    const Scene::Face& from = scene.faces[face];
    const Vec3 lever = placeOf(scene, point) - from.at;
    // The face turns about its second axis as it leans toward its first, and the other way about.
    slopes.col(own) -= from.axes.col(1).cross(lever) / kLever;
    slopes.col(own + 1) += from.axes.col(0).cross(lever) / kLever;
    slopes.col(own + 2) -= from.axes.col(2);
    return slopes;
}

} // namespace

Result<Measured> measured(const job::Mount& mount, const Instruments& instruments) {
    auto problem = problemOf(mount, instruments);
    if (!problem) return problem.error();
    Measured all{*problem, solve(*problem), {}, {}, {}};
    all.told = toldBy(all.problem, all.solution);
    all.adjusted = adjusted(all.problem, all.solution, all.told);
    all.placed = placedIn(mount, all.solution.scene);
    return all;
}

Eigen::MatrixXd jointCovariance(const Measured& measured, int face, int touching) {
    const auto points = static_cast<Eigen::Index>(measured.problem.sketch.points.size());
    Eigen::MatrixXd slopes(3 * points, measured.problem.unknowns.count);
    for (Eigen::Index i = 0; i < points; ++i)
        slopes.middleRows(3 * i, 3) = seenFrom(measured, face, touching, static_cast<int>(i));
    return slopes * measured.told.covariance * slopes.transpose();
}

double leanSigmaDeg(const Measured& measured, int face) {
    const int own = measured.problem.unknowns.faces[face];
    if (own < 0) return 0;
    const double mm = std::sqrt(measured.told.covariance.block<2, 2>(own, own).trace() / 2);
    return mm / kLever * 180 / M_PI;
}

std::vector<std::string> openPoints(const Measured& measured) {
    std::vector<std::string> open;
    for (size_t i = 0; i < measured.placed.points.size(); ++i) {
        const Eigen::MatrixXd slopes =
            slopesOfPlace(measured.solution.scene, measured.problem.unknowns, static_cast<int>(i));
        constexpr double kMoves = 1e-3;
        if ((slopes * measured.told.untold).size() > 0 && (slopes * measured.told.untold).norm() > kMoves)
            open.push_back(measured.placed.points[i].id);
    }
    return open;
}

} // namespace goodfold::mount
