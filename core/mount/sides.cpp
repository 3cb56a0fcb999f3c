#include "mount/sides.h"

#include "mount/ask.h"

#include <algorithm>
#include <cmath>

namespace goodfold::mount {

namespace {

constexpr double kSurest = 0.01; // mm, of places stated without any doubt

bool isOnBoth(const job::Mount& mount, const job::MountReading& reading) {
    return std::all_of(reading.of.begin(), reading.of.end(), [&](const std::string& id) {
        return mount.findPoint(id) || mount.findFace(id) || mount.findEdge(id);
    });
}

/// Places that are stated, as if somebody had read between them.
std::vector<job::MountReading> readFrom(const job::Mount& mount) {
    std::vector<job::MountReading> all;
    for (size_t i = 0; i < mount.points.size(); ++i)
        for (size_t j = i + 1; j < mount.points.size(); ++j) {
            const job::MountPoint &one = mount.points[i], &other = mount.points[j];
            if (!one.at || !other.at) continue;
            job::MountReading reading;
            reading.of = {one.id, other.id};
            reading.value = (*one.at - *other.at).norm();
            reading.sigma = std::max(kSurest, std::hypot(one.sigma, other.sigma));
            all.push_back(std::move(reading));
        }
    return all;
}

} // namespace

std::vector<SideApart> sidesApart(const job::Mount& mount, const Measured& measured, const job::Mount& other,
                                  const Instruments& instruments) {
    std::vector<SideApart> all;
    for (const job::MountReading& reading : other.readings.empty() ? readFrom(other) : other.readings) {
        if (!isOnBoth(mount, reading)) continue;
        const Observation seen = observationOf(mount, reading, instruments);
        const Eigen::MatrixXd slopes = slopesOf(seen, measured.problem, measured.solution);
        const double computedSigma = std::sqrt(
            std::max(0.0, (slopes.row(0) * measured.told.covariance * slopes.row(0).transpose()).value()));
        SideApart side;
        side.reading = reading;
        side.mirrored = std::abs(computed(measured.solution.scene, seen));
        side.apart = std::abs(reading.value) - side.mirrored;
        side.sigma = std::hypot(sigmaOf(reading, instruments), computedSigma * seen.sigma);
        all.push_back(std::move(side));
    }
    std::stable_sort(all.begin(), all.end(), [](const SideApart& a, const SideApart& b) {
        return std::abs(a.apart) / a.sigma > std::abs(b.apart) / b.sigma;
    });
    return all;
}

} // namespace goodfold::mount
