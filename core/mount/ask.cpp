#include "mount/ask.h"

#include <Eigen/SVD>

#include <algorithm>

namespace goodfold::mount {

namespace {

using job::MountReading;
using Kind = MountReading::Kind;

/// The unknowns' share in a movement, thing by thing: the one that moves most.
std::string mostMoved(const job::Mount& mount, const Problem& problem, const Eigen::VectorXd& movement) {
    std::string most;
    double farthest = 0;
    const auto look = [&](const std::string& id, const std::vector<int>& unknowns) {
        double moves = 0;
        for (const int each : unknowns)
            if (each >= 0) moves += movement[each] * movement[each];
        if (moves > farthest * (1 + 1e-9)) {
            farthest = moves;
            most = id;
        }
    };
    const Unknowns& unknowns = problem.unknowns;
    for (size_t i = 0; i < mount.points.size(); ++i)
        look(mount.points[i].id,
             {unknowns.points[i].along, unknowns.points[i].across, unknowns.points[i].radius});
    for (size_t i = 0; i < mount.faces.size(); ++i)
        if (const int own = unknowns.faces[i]; own >= 0)
            look(mount.faces[i].id,
                 {own, own + 1, own + 2, mount.faces[i].tube ? own + 3 : -1, unknowns.radii[i]});
    for (size_t i = 0; i < mount.edges.size(); ++i)
        look(mount.edges[i].id, {unknowns.edges[i].offset, unknowns.edges[i].turn});
    return most;
}

} // namespace

std::vector<MountReading> everyReading(const job::Mount& mount) {
    std::vector<MountReading> all;
    const auto add = [&](Kind kind, std::vector<std::string> of, const char* with) {
        all.push_back({.kind = kind, .of = std::move(of), .with = with});
    };
    const auto& points = mount.points;
    // Calipers reach over two rims on one face, not round a corner nor from one mark to another.
    for (size_t i = 0; i < points.size(); ++i)
        for (size_t j = i + 1; j < points.size(); ++j) {
            const bool haveRims = points[i].diameter && points[j].diameter;
            const bool isForCalipers = haveRims && points[i].face == points[j].face;
            add(Kind::Between, {points[i].id, points[j].id}, isForCalipers ? "calipers" : "rule");
            if (isForCalipers) all.back().how = MountReading::How::Far;
        }
    for (const job::MountPoint& point : points) {
        for (const job::MountEdge& edge : mount.edges)
            if (edge.face == point.face) add(Kind::FromEdge, {point.id, edge.id}, "rule");
        for (const job::MountFace& face : mount.faces)
            if (face.id != point.face) add(Kind::Height, {point.id, face.id}, "square-and-rule");
    }
    for (size_t i = 0; i < mount.faces.size(); ++i)
        for (size_t j = i + 1; j < mount.faces.size(); ++j)
            if (!mount.faces[i].tube && !mount.faces[j].tube)
                add(Kind::Turn, {mount.faces[i].id, mount.faces[j].id}, "digital-protractor");
    for (const job::MountEdge& edge : mount.edges)
        for (size_t i = 0; i < points.size(); ++i)
            for (size_t j = i + 1; j < points.size(); ++j) {
                if (points[i].face != edge.face || points[j].face != edge.face) continue;
                add(Kind::Along, {points[i].id, points[j].id, edge.id}, "rule");
                add(Kind::Square, {points[i].id, points[j].id, edge.id}, "rule");
            }
    for (const job::MountFace& face : mount.faces) {
        if (!face.tube) {
            if (!mount.readsUpright()) continue;
            constexpr double kLevelLong = 600; // mm, of a usual spirit level
            add(Kind::Plumb, {face.id}, "spirit-level");
            all.back().over = kLevelLong;
            continue;
        }
        for (size_t i = 0; i < points.size(); ++i)
            for (size_t j = i + 1; j < points.size(); ++j) {
                if (points[i].face != face.id || points[j].face != face.id) continue;
                add(Kind::Along, {points[i].id, points[j].id, face.id}, "rule");
                add(Kind::Square, {points[i].id, points[j].id, face.id}, "tape");
            }
        add(Kind::Diameter, {face.id}, "calipers");
    }
    for (const job::MountPoint& point : points)
        if (point.kind != job::MountPoint::Kind::Mark) add(Kind::Diameter, {point.id}, "calipers");
    return all;
}

Eigen::MatrixXd slopesOf(const Observation& seen, const Problem& problem, const Solution& solution) {
    Eigen::VectorXd rows(seen.rows());
    Eigen::MatrixXd slopes(seen.rows(), problem.unknowns.count);
    const Eigen::VectorXd unchanged = Eigen::VectorXd::Zero(problem.unknowns.count);
    compare(Change(solution.scene, problem.unknowns, unchanged), seen, rows, slopes);
    return slopes;
}

std::vector<Open> openOf(const job::Mount& mount, const Problem& problem, const Solution& solution,
                         const Told& told, const Instruments& instruments) {
    std::vector<Open> all;
    Eigen::MatrixXd open = told.untold;
    if (open.cols() == 0) return all;
    std::vector<std::pair<MountReading, Eigen::MatrixXd>> candidates;
    for (MountReading& reading : everyReading(mount)) {
        Observation seen = observationOf(mount, reading, instruments);
        if (seen.kind == Observation::Kind::Parallel) {
            reading.value = computed(solution.scene, seen);
            seen = observationOf(mount, reading, instruments);
        }
        candidates.emplace_back(reading, slopesOf(seen, problem, solution));
    }
    while (open.cols() > 0) {
        // It settles a direction if it tells more of it than the sketch does; what tells a little is better
        // than nothing.
        constexpr double kTells = 2 / kSketched, kTellsAtAll = 0.1 / kSketched;
        const std::pair<MountReading, Eigen::MatrixXd>* best = nullptr;
        double most = kTellsAtAll;
        for (const auto& each : candidates) {
            const double tells = (each.second * open).rowwise().norm().maxCoeff();
            if (tells < 1.2 * most && (best || tells < most)) continue;
            best = &each;
            most = tells;
        }
        if (!best) {
            for (Eigen::Index i = 0; i < open.cols(); ++i)
                all.push_back({mostMoved(mount, problem, open.col(i)), {}});
            return all;
        }
        const Eigen::JacobiSVD<Eigen::MatrixXd> settled(best->second * open, Eigen::ComputeFullV);
        Eigen::Index settles = 1;
        while (settles < settled.singularValues().size() && settled.singularValues()[settles] > kTells)
            ++settles;
        for (Eigen::Index i = 0; i < settles; ++i)
            all.push_back({mostMoved(mount, problem, open * settled.matrixV().col(i)), best->first});
        open = Eigen::MatrixXd(open * settled.matrixV().rightCols(open.cols() - settles));
    }
    return all;
}

} // namespace goodfold::mount
