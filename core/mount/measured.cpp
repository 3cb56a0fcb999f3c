#include "mount/measured.h"

#include <Eigen/Geometry>

namespace goodfold::mount {

namespace {

job::Mount placedIn(const job::Mount& mount, const Scene& scene) {
    job::Mount placed = mount;
    for (size_t i = 0; i < placed.faces.size(); ++i) {
        placed.faces[i].at = scene.faces[i].at;
        placed.faces[i].normal = scene.faces[i].axes.col(2);
    }
    for (size_t i = 0; i < placed.points.size(); ++i) {
        placed.points[i].at = placeOf(scene, static_cast<int>(i));
        if (scene.points[i].radius > 0) placed.points[i].diameter = 2 * scene.points[i].radius;
    }
    for (size_t i = 0; i < placed.edges.size(); ++i) {
        const Scene::Edge& edge = scene.edges[i];
        const Scene::Face& face = scene.faces[edge.face];
        const auto on = [&](const Vec2& place) { return Vec3(face.at + face.axes.leftCols<2>() * place); };
        constexpr double kLong = 100; // mm, to show
        placed.edges[i].at = {on(edge.on),
                              on(edge.on + kLong * Vec2(std::cos(edge.angle), std::sin(edge.angle)))};
    }
    return placed;
}

/// Three rows of a point: how its place changes with the unknowns, seen from a face.
Eigen::MatrixXd seenFrom(const Measured& measured, int face, int point) {
    const Unknowns& unknowns = measured.problem.unknowns;
    const Scene& scene = measured.solution.scene;
    Eigen::MatrixXd slopes = slopesOfPlace(scene, unknowns, point);
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
    all.told = toldBy(all.solution);
    all.adjusted = adjusted(all.problem, all.solution, all.told);
    all.placed = placedIn(mount, all.solution.scene);
    return all;
}

Eigen::MatrixXd jointCovariance(const Measured& measured, int face) {
    const auto points = static_cast<Eigen::Index>(measured.problem.sketch.points.size());
    Eigen::MatrixXd slopes(3 * points, measured.problem.unknowns.count);
    for (Eigen::Index i = 0; i < points; ++i)
        slopes.middleRows(3 * i, 3) = seenFrom(measured, face, static_cast<int>(i));
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
