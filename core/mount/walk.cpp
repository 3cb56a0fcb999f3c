#include "mount/walk.h"

#include "mount/measured.h"

#include <algorithm>
#include <cmath>

namespace goodfold::mount {

namespace {

bool isSame(const job::MountReading& one, const job::MountReading& other) {
    return one.kind == other.kind && one.of == other.of && one.how == other.how;
}

/// A turn that reads nothing would be of faces that lie parallel: whether they do is to be read.
Observation seenAs(const job::Mount& mount, job::MountReading reading, const Instruments& instruments) {
    constexpr double kAnyTurn = 90;
    if (reading.kind == job::MountReading::Kind::Turn) reading.value = kAnyTurn;
    return observationOf(mount, reading, instruments);
}

/// As if it were read there, as the sketch has it.
void take(job::Mount& mount, job::MountReading reading, const Measured& now, const Instruments& instruments) {
    reading.id = "to read " + std::to_string(mount.readings.size());
    reading.value = std::abs(computed(now.solution.scene, seenAs(mount, reading, instruments)));
    mount.readings.push_back(std::move(reading));
}

/// Of all that could be read and is not, what is known worst, in sigmas of the reading.
std::optional<job::MountReading> worstKnown(const job::Mount& mount, const Measured& now,
                                            const Instruments& instruments) {
    std::optional<job::MountReading> best;
    double most = 0;
    for (const job::MountReading& each : everyReading(mount)) {
        const bool isTaken = std::any_of(mount.readings.begin(), mount.readings.end(),
                                         [&](const job::MountReading& other) { return isSame(each, other); });
        if (isTaken) continue;
        const Observation seen = seenAs(mount, each, instruments);
        const Eigen::MatrixXd slopes = slopesOf(seen, now.problem, now.solution);
        const double unsure = (slopes * now.told.covariance * slopes.transpose()).trace();
        if (unsure <= 1.05 * most) continue; // of those as good the easy one, which comes first
        most = unsure;
        best = each;
    }
    return best;
}

Vec3 middleOf(const job::MountReading& reading, const job::Mount& placed) {
    Vec3 sum(0, 0, 0);
    for (const std::string& id : reading.of) {
        if (const job::MountPoint* point = placed.findPoint(id)) sum += *point->at;
        if (const job::MountFace* face = placed.findFace(id)) sum += *face->at;
        if (const job::MountEdge* edge = placed.findEdge(id)) sum += ((*edge->at)[0] + (*edge->at)[1]) / 2;
    }
    return sum / static_cast<double>(reading.of.size());
}

/// The face one stands at: of its first thing.
size_t faceOf(const job::MountReading& reading, const job::Mount& placed) {
    const std::string& id = reading.of.front();
    const job::MountPoint* point = placed.findPoint(id);
    const job::MountEdge* edge = placed.findEdge(id);
    const std::string face = point ? point->face : edge ? edge->face : id;
    return static_cast<size_t>(placed.findFace(face) - placed.faces.data());
}

void walk(std::vector<job::MountReading>& readings, const job::Mount& placed) {
    std::stable_sort(readings.begin(), readings.end(),
                     [&](const auto& a, const auto& b) { return faceOf(a, placed) < faceOf(b, placed); });
    for (size_t i = 1; i < readings.size(); ++i) {
        const Vec3 here = middleOf(readings[i - 1], placed);
        const auto key = [&](const job::MountReading& each) {
            return std::pair(faceOf(each, placed), (middleOf(each, placed) - here).norm());
        };
        const auto nearest =
            std::min_element(readings.begin() + static_cast<std::ptrdiff_t>(i), readings.end(),
                             [&](const auto& a, const auto& b) { return key(a) < key(b); });
        std::iter_swap(readings.begin() + static_cast<std::ptrdiff_t>(i), nearest);
    }
}

} // namespace

std::vector<job::MountReading> readingsToTake(const job::Mount& mount, const Instruments& instruments) {
    constexpr size_t kMost = 80;
    job::Mount filled = mount;
    auto now = measured(filled, instruments);
    if (!now) return {};
    const size_t had = filled.readings.size();
    while (filled.readings.size() < had + kMost) {
        const auto open = openOf(filled, now->problem, now->solution, now->told, instruments);
        const auto wants =
            std::find_if(open.begin(), open.end(), [](const Open& each) { return each.wants.has_value(); });
        if (wants == open.end()) break;
        take(filled, *wants->wants, *now, instruments);
        now = measured(filled, instruments);
        if (!now) break;
    }
    if (!now) return {};
    const auto enough = static_cast<size_t>(std::ceil(4.0 / 3 * now->problem.unknowns.count));
    while (filled.readings.size() < enough && filled.readings.size() < had + kMost) {
        const auto check = worstKnown(filled, *now, instruments);
        if (!check) break;
        take(filled, *check, *now, instruments);
        now = measured(filled, instruments);
        if (!now) return {};
    }
    std::vector<job::MountReading> wanted(filled.readings.begin() + static_cast<std::ptrdiff_t>(had),
                                          filled.readings.end());
    for (job::MountReading& each : wanted)
        each.value = 0, each.id.clear();
    walk(wanted, now->placed);
    return wanted;
}

} // namespace goodfold::mount
