#include "mount/hypotheses.h"

#include <algorithm>
#include <boost/math/distributions/normal.hpp>
#include <cmath>

namespace goodfold::mount {

namespace {

using job::MountReading;

/// One reading left out: what the others say of it.
struct Without {
    int reading = 0;
    size_t seen = 0; // of the problem's observations
    Solution solution;
    double says = 0;     // what it should read
    double variance = 0; // of what it is off by
    std::vector<Hypothesis> tried;
    std::vector<double> evidence; // logarithms, by hypothesis; the last of the unexplained
};

class Detective {
public:
    Detective(const job::Mount& mount, const Problem& problem, const Solution& solution, const Told& told,
              const SlipsWanted& wanted)
        : mount(mount), problem(problem), solution(solution), told(told), wanted(wanted),
          residuals(adjusted(problem, solution, told).residuals) {}

    std::vector<Suspect> suspects() {
        if (!isAlarmed()) return {};
        for (const size_t each : standingOut())
            if (auto without = leftOut(each)) left.push_back(*std::move(without));
        if (left.empty()) return {};
        std::vector<Suspect> all = weighed();
        std::stable_sort(all.begin(), all.end(),
                         [](const Suspect& a, const Suspect& b) { return a.odds > b.odds; });
        nameTwins(all);
        constexpr double kWorthNaming = 0.01;
        const Without& first = leftOf(all.front());
        std::erase_if(all, [&](const Suspect& each) {
            return each.odds < kWorthNaming && each.reading != first.reading && !isAlike(first, leftOf(each));
        });
        return all;
    }

private:
    bool isReadAndDoubted(size_t seen) const {
        const int reading = problem.seen[seen].reading;
        return reading >= 0 && !mount.readings[reading].isKept;
    }

    /// The largest of so many standardized residuals, by chance beyond this three times in a hundred.
    bool isAlarmed() const {
        constexpr double kFalse = 0.03, kSeen = 1e-3;
        double most = 0;
        int many = 0;
        for (size_t i = 0; i < residuals.size(); ++i) {
            if (residuals[i].redundancy < kSeen) continue;
            ++many;
            if (isReadAndDoubted(i)) most = std::max(most, std::abs(residuals[i].standardized));
        }
        if (many == 0) return false;
        return most > boost::math::quantile(boost::math::normal(), 1 - kFalse / (2 * many));
    }

    /// Those worth solving without: the worst, and what comes near it.
    std::vector<size_t> standingOut() const {
        std::vector<size_t> all;
        for (size_t i = 0; i < residuals.size(); ++i)
            if (isReadAndDoubted(i) && residuals[i].redundancy > kNothing) all.push_back(i);
        const auto worse = [&](size_t a, size_t b) {
            return std::abs(residuals[a].standardized) > std::abs(residuals[b].standardized);
        };
        std::sort(all.begin(), all.end(), worse);
        constexpr size_t kMost = 8;
        constexpr double kNear = 0.5;
        size_t many = 0;
        while (many < std::min(all.size(), kMost) && std::abs(residuals[all[many]].standardized) >=
                                                         kNear * std::abs(residuals[all[0]].standardized))
            ++many;
        all.resize(many);
        return all;
    }

    std::optional<Without> leftOut(size_t seen) const {
        Without out{problem.seen[seen].reading, seen,
                    solveFrom(problem, solution.scene, static_cast<int>(seen))};
        Solution fresh = solveFrom(problem, problem.sketch, static_cast<int>(seen));
        if (fresh.chiSquare < out.solution.chiSquare - 1) out.solution = std::move(fresh);
        const Told others = toldBy(problem, out.solution);
        if (others.untold.cols() > told.untold.cols()) return {};
        const Observation& own = problem.seen[seen];
        const Eigen::RowVectorXd slope = slopesOf(own, problem, out.solution).row(0);
        const double foretold = slope * others.covariance * slope.transpose();
        out.variance = own.sigma * own.sigma * (1 + foretold);
        out.says = computed(out.solution.scene, own);
        weigh(out);
        return out;
    }

    void weigh(Without& out) const {
        const MountReading& reading = mount.readings[out.reading];
        out.tried = hypothesesOf(mount, reading, out.solution.scene, wanted);
        const double off = reading.value - out.says;
        for (const Hypothesis& each : out.tried)
            out.evidence.push_back(std::log(each.prior) - out.solution.chiSquare / 2 -
                                   (off - each.offBy) * (off - each.offBy) / (2 * out.variance));
        constexpr double kSpread = 5; // mm, or degrees
        const double density = 1 / (M_PI * kSpread * (1 + off * off / (kSpread * kSpread)));
        out.tried.push_back({Slip::Unexplained, off, commonness(Slip::Unexplained)});
        out.evidence.push_back(std::log(commonness(Slip::Unexplained) * density) -
                               out.solution.chiSquare / 2 + std::log(2 * M_PI * out.variance) / 2);
    }

    std::vector<Suspect> weighed() const {
        double most = -1e300;
        for (const Without& each : left)
            most = std::max(most, *std::max_element(each.evidence.begin(), each.evidence.end()));
        double sum = 0;
        for (const Without& each : left)
            for (const double evidence : each.evidence)
                sum += std::exp(evidence - most);
        std::vector<Suspect> all;
        for (const Without& each : left) {
            const auto best = std::max_element(each.evidence.begin(), each.evidence.end());
            const Hypothesis& likely = each.tried[static_cast<size_t>(best - each.evidence.begin())];
            Suspect suspect;
            suspect.reading = each.reading;
            suspect.offBy = likely.offBy;
            suspect.likely = mount.readings[each.reading].value - likely.offBy;
            suspect.why = likely.why;
            suspect.how = likely.how;
            suspect.of = likely.of;
            for (const double evidence : each.evidence)
                suspect.odds += std::exp(evidence - most) / sum;
            all.push_back(std::move(suspect));
        }
        return all;
    }

    /// The correlation of two residuals: of rows weighted to sigma 1, -s Q s'.
    double correlation(size_t a, size_t b) const {
        const auto slopeOf = [&](size_t seen) { return slopesOf(problem.seen[seen], problem, solution); };
        const Eigen::RowVectorXd one = slopeOf(a).row(0), other = slopeOf(b).row(0);
        const double both = -(one * told.covariance).dot(other);
        return both / std::sqrt(residuals[a].redundancy * residuals[b].redundancy);
    }

    const Without& leftOf(const Suspect& suspect) const {
        return *std::find_if(left.begin(), left.end(),
                             [&](const Without& each) { return each.reading == suspect.reading; });
    }

    /// Their residuals move as one, or nearly.
    bool isAlike(const Without& one, const Without& other) const {
        constexpr double kAlike = 0.8;
        return std::abs(correlation(one.seen, other.seen)) >= kAlike;
    }

    /// Of the first: others that explain what is seen as well, but for how common slips are.
    void nameTwins(std::vector<Suspect>& all) const {
        constexpr double kAsWell = 9; // of chi^2: three sigmas
        const Without& first = leftOf(all.front());
        for (size_t i = 1; i < all.size(); ++i) {
            const Without& other = leftOf(all[i]);
            if (!isAlike(first, other) || other.solution.chiSquare > first.solution.chiSquare + kAsWell)
                continue;
            all.front().twins.push_back(other.reading);
            all[i].twins.push_back(first.reading);
            all[i].partedBy = parting(first.solution, other.solution);
            if (!all.front().partedBy) all.front().partedBy = all[i].partedBy;
        }
    }

    /// What the two would most clearly read otherwise.
    MountReading parting(const Solution& one, const Solution& other) const {
        MountReading best;
        double most = -1;
        for (const MountReading& each : everyReading(mount)) {
            const Observation seen = observationOf(mount, each, wanted.instruments);
            const double apart =
                std::abs(computed(one.scene, seen) - computed(other.scene, seen)) / seen.sigma;
            if (apart <= most) continue;
            most = apart;
            best = each;
        }
        return best;
    }

    const job::Mount& mount;
    const Problem& problem;
    const Solution& solution;
    const Told& told;
    const SlipsWanted& wanted;
    std::vector<Residual> residuals;
    std::vector<Without> left;
};

} // namespace

std::vector<Suspect> suspectsOf(const job::Mount& mount, const Problem& problem, const Solution& solution,
                                const Told& told, const SlipsWanted& wanted) {
    return Detective(mount, problem, solution, told, wanted).suspects();
}

} // namespace goodfold::mount
