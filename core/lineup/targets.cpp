#include "lineup/targets.h"

#include "mount/words.h"

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

namespace {

std::vector<Source> statedTargets(const job::Mount& mount, const Mounting& mounting) {
    std::vector<Source> all;
    for (const Mounting::Place& place : mounting.places()) {
        const double sigma = mount.findPoint(place.point)->sigma;
        if (sigma == 0) continue;
        Source source{SourceKind::Target, {{place.of, sigma}}, {}, "mount"};
        source.covariance = sigma * sigma * Eigen::Matrix3d::Identity();
        all.push_back(std::move(source));
    }
    return all;
}

Eigen::Index indexOf(const job::Mount& mount, const std::string& point) {
    return mount.findPoint(point) - mount.points.data();
}

std::vector<Source> measuredTargets(const KnownMount& known, const Mounting& mounting,
                                    const std::string& restFace) {
    const auto face = static_cast<int>(known.placed.findFace(restFace) - known.placed.faces.data());
    const auto first =
        std::find_if(mounting.ties.begin(), mounting.ties.end(), [&](const Mounting::Tie& tie) {
            return known.placed.findPoint(tie.point)->face == restFace;
        });
    const int touching =
        first == mounting.ties.end() ? 0 : static_cast<int>(indexOf(known.placed, first->point));
    const Eigen::MatrixXd of = mount::jointCovariance(*known.measured, face, touching);
    const Eigen::Matrix3d faceFromMount = mounting.mountFromFace.linear().transpose();
    const std::vector<Mounting::Place> places = mounting.places();
    const auto count = static_cast<Eigen::Index>(places.size());
    Source source{SourceKind::Target, {}, Eigen::MatrixXd::Zero(3 * count, 3 * count), "mount"};
    for (Eigen::Index i = 0; i < count; ++i) {
        const Eigen::Index a = 3 * indexOf(known.placed, places[static_cast<size_t>(i)].point);
        for (Eigen::Index j = 0; j < count; ++j) {
            const Eigen::Index b = 3 * indexOf(known.placed, places[static_cast<size_t>(j)].point);
            source.covariance.block<3, 3>(3 * i, 3 * j) =
                faceFromMount * of.block<3, 3>(a, b) * faceFromMount.transpose();
        }
        const double sigma = std::sqrt(source.covariance.block<3, 3>(3 * i, 3 * i).trace() / 3);
        source.of.push_back({places[static_cast<size_t>(i)].of, sigma});
    }
    if (source.covariance.isZero()) return {};
    return {std::move(source)};
}

/// Of another job's holes that are tied here, as one.
std::optional<Source> neighbourTargets(const job::Neighbour& neighbour, const Mounting& mounting) {
    std::vector<std::pair<std::string, Eigen::Index>> tied; // what comes there, and the row of its point
    for (const Mounting::Place& place : mounting.places())
        for (size_t i = 0; i < neighbour.points.size(); ++i)
            if (neighbour.points[i] == place.point)
                tied.emplace_back(place.of, 3 * static_cast<Eigen::Index>(i));
    const auto rows = 3 * static_cast<Eigen::Index>(neighbour.points.size());
    const Eigen::Map<const Eigen::MatrixXd> all(neighbour.covariance.data(), rows, rows);
    const Eigen::Matrix3d faceFromMount = mounting.mountFromFace.linear().transpose();
    const auto size = 3 * static_cast<Eigen::Index>(tied.size());
    Source source{SourceKind::Target, {}, Eigen::MatrixXd::Zero(size, size), "mount"};
    for (Eigen::Index i = 0; i < size; i += 3)
        for (Eigen::Index j = 0; j < size; j += 3)
            source.covariance.block<3, 3>(i, j) = faceFromMount *
                                                  all.block<3, 3>(tied[static_cast<size_t>(i / 3)].second,
                                                                  tied[static_cast<size_t>(j / 3)].second) *
                                                  faceFromMount.transpose();
    for (size_t i = 0; i < tied.size(); ++i) {
        const auto row = 3 * static_cast<Eigen::Index>(i);
        source.of.push_back({tied[i].first, std::sqrt(source.covariance.block<3, 3>(row, row).trace() / 3)});
    }
    if (tied.empty() || source.covariance.isZero()) return {};
    return source;
}

} // namespace

Result<KnownMount> knownMount(const job::Mount& mount, const mount::Instruments& instruments) {
    if (mount.readings.empty()) return KnownMount{mount, {}};
    auto measured = mount::measured(mount, instruments);
    if (!measured) return measured.error();
    job::Mount placed = measured->placed;
    return KnownMount{std::move(placed), *std::move(measured)};
}

std::optional<Error> whatIsOpen(const job::Mount& mount, const KnownMount& known,
                                const std::vector<std::string>& points,
                                const mount::Instruments& instruments) {
    if (!known.measured || known.measured->told.untold.cols() == 0) return {};
    const std::vector<std::string> open = mount::openPoints(*known.measured);
    for (const std::string& point : points) {
        if (std::find(open.begin(), open.end(), point) == open.end()) continue;
        const auto ways = mount::openOf(mount, known.measured->problem, known.measured->solution,
                                        known.measured->told, instruments);
        const auto own = std::find_if(ways.begin(), ways.end(),
                                      [&](const mount::Open& way) { return way.about == point; });
        const mount::Open& way = own != ways.end() ? *own : ways.front();
        return Error{mount::inWords({point, way.wants}, mount, instruments), "mount.readings"};
    }
    return {};
}

std::optional<Error> whatIsDoubted(const job::Job& job, const KnownMount& known,
                                   const mount::Instruments& instruments) {
    if (!known.measured) return {};
    const mount::Measured& measured = *known.measured;
    const auto suspects = mount::suspectsOf(*job.mount, measured.problem, measured.solution, measured.told,
                                            {instruments, job.thickness, job.units});
    if (suspects.empty()) return {};
    const auto reading = static_cast<size_t>(suspects.front().reading);
    return Error{job.mount->readings[reading].id + " cannot be right: mend it or keep it first.",
                 "mount.readings"};
}

std::vector<Source> targetsOf(const KnownMount& known, const Mounting& mounting,
                              const std::string& restFace) {
    std::vector<Source> all =
        known.measured ? measuredTargets(known, mounting, restFace) : statedTargets(known.placed, mounting);
    for (const job::Neighbour& neighbour : known.placed.neighbours)
        if (auto source = neighbourTargets(neighbour, mounting)) all.push_back(*std::move(source));
    return all;
}

} // namespace goodfold::lineup
