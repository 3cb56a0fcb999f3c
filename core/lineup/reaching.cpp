#include "lineup/reaching.h"

#include "lineup/brought.h"
#include "lineup/odds.h"
#include "lineup/shims.h"

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

namespace {

using What = Dimension::What;

std::vector<Nearly> nearlyOf(const KnownMount& mount, const Mounting& mounting, const std::string& restFace) {
    std::vector<Nearly> all(mounting.ties.size());
    const std::vector<Source> unsure = targetsOf(mount, mounting, restFace);
    if (!mount.measured || unsure.empty() || unsure.front().of.size() < all.size()) return all;
    for (size_t i = 0; i < all.size(); ++i) {
        const Mounting::Tie& tie = mounting.ties[i];
        const auto row = 3 * static_cast<Eigen::Index>(i);
        const Eigen::Matrix3d own = unsure.front().covariance.block<3, 3>(row, row);
        const Vec3 outward = tie.outward.value_or(tie.axis);
        const double alongAxis = tie.axis.dot(own * tie.axis);
        all[i].off = std::max(all[i].off, 0.5 * std::sqrt(std::max(0.0, own.trace() - alongAxis) / 2));
        all[i].gap = std::max(all[i].gap, 0.5 * std::sqrt(std::max(0.0, outward.dot(own * outward))));
        const std::string& face = mount.placed.findPoint(tie.point)->face;
        const auto index = mount.placed.findFace(face) - mount.placed.faces.data();
        all[i].tiltDeg =
            std::max(all[i].tiltDeg, mount::leanSigmaDeg(*mount.measured, static_cast<int>(index)));
    }
    return all;
}

/// Steps that figures are rounded to, coarse ones first: millimetres, or degrees of what turns.
std::vector<double> stepsFor(const Dimension& dimension, const quantity::Reading& reading) {
    if (dimension.what == What::Angle || dimension.what == What::Skew) return {5, 1, 0.5, 0.1};
    constexpr double kInch = quantity::kMillimetresPerInch;
    if (reading.unit == quantity::Unit::Inch) return {kInch / 8, kInch / 16, kInch / 32, kInch / 64};
    return {1, 0.5, 0.1, 0.05, 0.01};
}

/// The most that any of these figures differs by.
double apart(job::Job& one, job::Job& other, const std::vector<Dimension>& of) {
    double most = 0;
    for (const Dimension& each : of)
        most = std::max(most, std::abs(figureIn(one, each) - figureIn(other, each)));
    return most;
}

/// One after the other: to the coarsest step with which the others still bring every hole to its point, and
/// move by no more than that step themselves: a row turned askew to make its pitch whole is no gain.
void roundFigures(Brought& brought, const Goal& goal, const job::Job& was, std::vector<Dimension> free,
                  const quantity::Reading& reading) {
    constexpr double kSame = 1e-6;
    const std::vector<Dimension> all = free;
    for (const Dimension& each : all) {
        job::Job before = was;
        if (std::abs(figureIn(brought.job, each) - figureIn(before, each)) < kSame) {
            figureIn(brought.job, each) = figureIn(before, each);
            continue;
        }
        std::erase(free, each);
        const Limits limits = goal.limits(each);
        for (const double step : stepsFor(each, reading)) {
            Brought tried = brought;
            double& figure = figureIn(tried.job, each);
            figure = std::clamp(std::round(figure / step) * step, limits.least, limits.most);
            tried.solve(free);
            if (!tried.isMet() || apart(tried.job, brought.job, free) > step) continue;
            brought = std::move(tried);
            break;
        }
    }
}

Reached told(Brought& brought, const job::Job& was, const std::vector<Dimension>& free) {
    Reached reached{brought.job, brought.ties(), brought.tabs(), {}, brought.isMet()};
    for (const Dimension& each : free) {
        job::Job before = was;
        const double from = figureIn(before, each), to = figureIn(reached.job, each);
        constexpr double kSame = 1e-6;
        if (std::abs(from - to) > kSame) reached.changed.push_back({each, from, to});
    }
    return reached;
}

/// The job changed within the goal's limits: the fewest kinds of dimension that do it.
Brought broughtOnto(const job::Job& job, const Goal& goal, const Pose3& faceFromRoot,
                    std::vector<Dimension>& free) {
    const Brought start(job, goal, faceFromRoot);
    Brought brought = start;
    free.clear();
    for (const std::vector<Dimension>& kind : kindsOf(job)) {
        if (brought.isMet()) break;
        free.insert(free.end(), kind.begin(), kind.end());
        brought = start;
        brought.solve(free);
    }
    return brought;
}

std::vector<Dimension> allOf(const job::Job& job) {
    std::vector<Dimension> all;
    for (const std::vector<Dimension>& kind : kindsOf(job))
        all.insert(all.end(), kind.begin(), kind.end());
    return all;
}

/// Figures that are held, or may not go so far, their limit, and what they would have to become: one alone,
/// if one does; else all that do it together.
std::vector<Reached::Change> wouldTake(const job::Job& job, Goal goal, const Pose3& faceFromRoot) {
    const auto limits = goal.limits;
    std::vector<Dimension> held, free;
    for (const Dimension& each : allOf(job)) {
        const Limits own = limits(each), widest = widestLimitsOf(each);
        if (own.least > widest.least || own.most < widest.most) held.push_back(each);
    }
    const auto without = [&](const std::vector<Dimension>& released) -> std::vector<Reached::Change> {
        goal.limits = [&](const Dimension& each) {
            const bool isFree = std::find(released.begin(), released.end(), each) != released.end();
            return isFree ? widestLimitsOf(each) : limits(each);
        };
        Brought brought = broughtOnto(job, goal, faceFromRoot, free);
        if (!brought.isMet()) return {};
        std::vector<Reached::Change> changes;
        for (const Dimension& each : released) {
            const double now = figureIn(brought.job, each);
            const Limits own = limits(each);
            if (now < own.least || now > own.most)
                changes.push_back({each, std::clamp(now, own.least, own.most), now});
        }
        return changes;
    };
    for (const Dimension& each : held)
        if (auto alone = without({each}); !alone.empty()) return alone;
    return held.empty() ? std::vector<Reached::Change>() : without(held);
}

/// Ties of which one alone keeps the others from being met, whatever changes.
std::vector<std::string> alone(const job::Job& job, const Goal& goal, const Pose3& faceFromRoot) {
    std::vector<std::string> holes;
    for (size_t i = 0; i < goal.mounting.ties.size() && goal.mounting.ties.size() > 1; ++i) {
        Goal others = goal;
        others.mounting.ties.erase(others.mounting.ties.begin() + static_cast<std::ptrdiff_t>(i));
        others.nearly.erase(others.nearly.begin() + static_cast<std::ptrdiff_t>(i));
        std::vector<Dimension> free;
        if (broughtOnto(job, others, faceFromRoot, free).isMet()) holes.push_back(goal.mounting.ties[i].hole);
    }
    return holes;
}

bool isSkewed(const Reached& reached) {
    return std::any_of(reached.changed.begin(), reached.changed.end(),
                       [](const Reached::Change& each) { return each.of.what == What::Skew; });
}

} // namespace

Result<Reached> reach(const job::Job& job, const KnownMount& mount, const material::Material& material,
                      const hardware::Book& hardware, const ReachWanted& wanted) {
    const part::Part part = part::solve(job, material);
    const auto mounting = mountingOf(job, mount.placed, part, hardware);
    if (!mounting) return mounting.error();
    const NominalFit nominal =
        nominalFit({job, part, *mounting, {}, std::vector<HeldLine>(part.bends.size())});
    const Pose3 faceFromRoot = mounting->mountFromFace.inverse() * nominal.mountFromRoot;
    const Goal goal{material, placesOnBlank(job, part), *mounting, nearlyOf(mount, *mounting, job.rests->on),
                    [&](const Dimension& each) { return limitsOf(each, job, wanted.held); }};
    std::vector<Dimension> free;
    Brought brought = broughtOnto(job, goal, faceFromRoot, free);
    if (brought.isMet()) roundFigures(brought, goal, job, free, wanted.reading);
    Reached reached = told(brought, job, free);
    if (wanted.explains && (isSkewed(reached) || !reached.isReached))
        reached.shims = shimsFor(job, goal, faceFromRoot);
    if (wanted.explains && !reached.isReached) {
        reached.wouldTake = wouldTake(job, goal, faceFromRoot);
        if (reached.wouldTake.empty()) reached.alone = alone(job, goal, faceFromRoot);
    }
    if (const auto wrong = job::whatIsWrong(reached.job)) return *wrong;
    return reached;
}

namespace {

Result<Reached> reachWithRadii(const job::Job& job, const KnownMount& mount,
                               const material::Material& material, const tool::Shop& shop,
                               const hardware::Book& hardware, const ReachWanted& wanted) {
    job::Job bent = job;
    sequence::takeToolRadii(bent, sequence::settle(job, material, shop).job);
    auto once = reach(bent, mount, material, hardware, wanted);
    if (!once || !once->isReached || once->changed.empty()) return once;
    sequence::takeToolRadii(bent, sequence::settle(once->job, material, shop).job);
    return reach(bent, mount, material, hardware, wanted);
}

} // namespace

Result<Reached> reachAsBent(const job::Job& job, const KnownMount& mount, const material::Material& material,
                            const tool::Shop& shop, const hardware::Book& hardware,
                            const ReachWanted& wanted) {
    auto asDrawn = reachWithRadii(job, mount, material, shop, hardware, wanted);
    if (!asDrawn || (asDrawn->isReached && !isSkewed(*asDrawn))) return asDrawn;
    const part::Part part = part::solve(job, material);
    for (const Laid laid : kOtherwise) {
        const auto other = laidOtherwise(job, part, material, laid);
        if (!other || job::whatIsWrong(*other)) continue;
        ReachWanted briefly = wanted;
        briefly.explains = false;
        auto reached = reachWithRadii(*other, mount, material, shop, hardware, briefly);
        if (!reached || !reached->isReached || isSkewed(*reached)) continue;
        Reached found = *std::move(reached);
        found.laid = laid;
        return found;
    }
    return asDrawn;
}

} // namespace goodfold::lineup
