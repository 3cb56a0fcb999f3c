#include "lineup/asking.h"

#include "lineup/targets.h"

#include <Eigen/LU>

#include <algorithm>

namespace goodfold::lineup {

namespace {

using Eigen::MatrixXd;

/// What is left unsure of the unknowns once a reading is made, by its weighted slopes.
MatrixXd after(const MatrixXd& covariance, const MatrixXd& slopes) {
    const MatrixXd across = covariance * slopes.transpose();
    const MatrixXd own = MatrixXd::Identity(slopes.rows(), slopes.rows()) + slopes * across;
    return covariance - across * own.inverse() * across.transpose();
}

/// As if the bracket were made to the mount as it is known: what it is drawn otherwise is mended by drawing.
Making madeToFit(const Making& making) {
    Making fits = making;
    const NominalFit nominal = nominalFit(making);
    const Eigen::Matrix3d faceFromMount = making.mounting.mountFromFace.linear().transpose();
    for (size_t i = 0; i < fits.mounting.ties.size(); ++i) {
        Mounting::Tie& tie = fits.mounting.ties[i];
        tie.at += faceFromMount * nominal.ties[i].offset;
        if (tie.touches) tie.at += nominal.ties[i].gap * tie.outward.value_or(tie.axis);
    }
    return fits;
}

} // namespace

std::vector<Asking> askNext(const Work& work, const job::Mount& mount, const hardware::Book& hardware,
                            int trials, unsigned seed) {
    const auto asDrawn = makingOf(work, mount, hardware);
    if (!asDrawn || mount.readings.empty()) return {};
    const Making making = madeToFit(*asDrawn);
    const auto& instruments = work.book.instruments;
    KnownMount known = *knownMount(mount, instruments);
    const mount::Measured before = *known.measured;
    const double odds = oddsOf(making, trials, seed);
    const auto targetsAfter = [&](const job::MountReading& reading) {
        const mount::Observation seen = mount::observationOf(mount, reading, instruments);
        known.measured->told.covariance =
            after(before.told.covariance, mount::slopesOf(seen, before.problem, before.solution));
        return targetsOf(known, making.mounting, work.job.rests->on);
    };
    const auto unsure = [](const std::vector<Source>& targets) {
        return targets.empty() ? 0 : targets.front().covariance.trace();
    };
    struct Candidate {
        job::MountReading reading;
        std::vector<Source> targets;
        double unsure;
    };
    std::vector<Candidate> candidates;
    for (const job::MountReading& reading : mount::everyReading(mount)) {
        std::vector<Source> targets = targetsAfter(reading);
        const double left = unsure(targets);
        candidates.push_back({reading, std::move(targets), left});
    }
    std::stable_sort(candidates.begin(), candidates.end(),
                     [](const Candidate& a, const Candidate& b) { return a.unsure < b.unsure; });
    constexpr size_t kCounted = 12;
    constexpr double kWorthIt = 0.005;
    Making otherwise = making;
    std::erase_if(otherwise.sources, [](const Source& source) { return source.kind == SourceKind::Target; });
    std::vector<Asking> all;
    for (size_t i = 0; i < std::min(kCounted, candidates.size()); ++i) {
        Making surer = otherwise;
        surer.sources.insert(surer.sources.end(), candidates[i].targets.begin(), candidates[i].targets.end());
        const double raised = oddsOf(surer, trials, seed);
        if (raised > odds + kWorthIt) all.push_back({candidates[i].reading, raised});
    }
    std::stable_sort(all.begin(), all.end(),
                     [](const Asking& a, const Asking& b) { return a.odds > b.odds; });
    return all;
}

} // namespace goodfold::lineup
