#include "mount/solve.h"

#include <Eigen/Cholesky>
#include <Eigen/Eigenvalues>

#include <cmath>
#include <random>
#include <unsupported/Eigen/NonLinearOptimization>

namespace goodfold::mount {

namespace {

/// What is minimised, for Eigen's Levenberg and Marquardt: every row of the readings, and a row that holds
/// each unknown at its start so weakly that it decides only what no reading does.
struct Rows {
    using Scalar = double;
    using InputType = Eigen::VectorXd;
    using ValueType = Eigen::VectorXd;
    using JacobianType = Eigen::MatrixXd;
    enum { InputsAtCompileTime = Eigen::Dynamic, ValuesAtCompileTime = Eigen::Dynamic };

    Rows(const Problem& problem, const Scene& start, int without)
        : problem(problem), start(start), without(without) {
        for (const Observation& each : problem.seen)
            compared += each.rows();
    }
    int inputs() const { return problem.unknowns.count; }
    int values() const { return compared + inputs(); }

    int operator()(const InputType& x, ValueType& rows) {
        if (!isFor(x)) compute(x);
        rows = lastRows;
        return 0;
    }
    int df(const InputType& x, JacobianType& slopes) {
        if (!isFor(x)) compute(x);
        slopes = lastSlopes;
        return 0;
    }

private:
    static constexpr double kHold = 1e-5; // 1 / mm

    bool isFor(const InputType& x) const { return lastRows.size() > 0 && lastX == x; }

    void compute(const InputType& x) {
        lastX = x;
        lastRows = ValueType::Zero(values());
        lastSlopes = JacobianType::Zero(values(), inputs());
        const Change change(start, problem.unknowns, lastX);
        int row = 0;
        for (size_t i = 0; i < problem.seen.size(); ++i) {
            const Observation& seen = problem.seen[i];
            if (static_cast<int>(i) != without)
                compare(change, seen, lastRows.segment(row, seen.rows()),
                        lastSlopes.middleRows(row, seen.rows()));
            row += seen.rows();
        }
        lastRows.tail(inputs()) = kHold * x;
        lastSlopes.bottomRows(inputs()).diagonal().setConstant(kHold);
    }

    const Problem& problem;
    const Scene& start;
    int without;
    int compared = 0;
    InputType lastX;
    ValueType lastRows;
    JacobianType lastSlopes;
};

/// How far its points are from the sketch, each in sigmas of a sketch, squared.
Eigen::VectorXd strays(const Scene& scene, const Scene& sketch) {
    Eigen::VectorXd all(static_cast<Eigen::Index>(scene.points.size()));
    for (int i = 0; i < all.size(); ++i)
        all[i] = (placeOf(scene, i) - placeOf(sketch, i)).squaredNorm() / (kSketched * kSketched);
    return all;
}

/// What is left is beyond doubt more than errors make of so many rows, or a point may have come out on the
/// wrong side.
bool isDoubtful(const Solution& solution, const Problem& problem) {
    const double rows =
        std::max<double>(1, static_cast<double>(solution.rows.size()) - problem.unknowns.count);
    return solution.chiSquare > rows + 4 * std::sqrt(2 * rows) + 4 ||
           strays(solution.scene, problem.sketch).maxCoeff() > 1;
}

} // namespace

Solution solveFrom(const Problem& problem, const Scene& start, int without) {
    Eigen::VectorXd x = Eigen::VectorXd::Zero(problem.unknowns.count);
    Rows rows(problem, start, without);
    if (problem.unknowns.count > 0) {
        Eigen::LevenbergMarquardt<Rows> descent(rows);
        descent.parameters.xtol = descent.parameters.ftol = 1e-12;
        descent.parameters.maxfev = 60; // sound readings take ten
        descent.minimize(x);
    }
    // Once more where it came to, so that the slopes are those of that place.
    Solution found{moved(start, problem.unknowns, x), 0, {}, {}};
    Rows there(problem, found.scene, without);
    Eigen::VectorXd all;
    Eigen::MatrixXd slopes;
    const Eigen::VectorXd unchanged = Eigen::VectorXd::Zero(problem.unknowns.count);
    there(unchanged, all);
    there.df(unchanged, slopes);
    const Eigen::Index compared = all.size() - problem.unknowns.count;
    found.rows = all.head(compared);
    found.slopes = slopes.topRows(compared);
    found.chiSquare = found.rows.squaredNorm();
    return found;
}

Solution solve(const Problem& problem) {
    Solution best = solveFrom(problem, problem.sketch);
    if (problem.unknowns.count == 0 || !isDoubtful(best, problem)) return best;
    const auto badness = [&](const Solution& of) {
        return of.chiSquare + strays(of.scene, problem.sketch).sum();
    };
    std::mt19937 random(1);
    std::normal_distribution<double> normal(0, kSketched / 2);
    // A large mount is held by more readings, and takes longer.
    const int starts = std::clamp(120 / problem.unknowns.count, 1, 4);
    for (int i = 0; i < starts; ++i) {
        const Eigen::VectorXd by =
            Eigen::VectorXd::NullaryExpr(problem.unknowns.count, [&] { return normal(random); });
        Solution other = solveFrom(problem, moved(problem.sketch, problem.unknowns, by));
        if (badness(other) < badness(best) - 1) best = std::move(other);
    }
    return best;
}

Told toldBy(const Problem& problem, const Solution& solution) {
    const Eigen::Index unknowns = solution.slopes.cols();
    if (unknowns == 0) return {Eigen::MatrixXd(0, 0), Eigen::MatrixXd(0, 0), 0};
    constexpr double kLeast = 1 / (kSketched * kSketched);
    const auto untoldOf = [&](const Eigen::VectorXd& eigenvalues) {
        return (eigenvalues.array() < kLeast).count();
    };
    Eigen::MatrixXd information = solution.slopes.transpose() * solution.slopes;
    Eigen::Index byReadings = 0;
    if (const int up = problem.unknowns.up; up >= 0) {
        // Which way is up is asked of nobody for its own sake: where no reading tells, it is known by eye.
        byReadings = untoldOf(information.selfadjointView<Eigen::Lower>().eigenvalues());
        information.diagonal().segment<2>(up).array() += 4 * kLeast;
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> of(information);
    const Eigen::Index untold = untoldOf(of.eigenvalues());
    const auto told = of.eigenvectors().rightCols(unknowns - untold);
    return {told * of.eigenvalues().tail(unknowns - untold).cwiseInverse().asDiagonal() * told.transpose(),
            of.eigenvectors().leftCols(untold),
            static_cast<int>(std::max<Eigen::Index>(0, byReadings - untold))};
}

Adjusted adjusted(const Problem& problem, const Solution& solution, const Told& told) {
    Adjusted all;
    const Eigen::MatrixXd& slopes = solution.slopes;
    Eigen::Index row = 0;
    for (const Observation& seen : problem.seen) {
        const auto own = slopes.middleRows(row, seen.rows());
        // Of rows weighted to sigma 1: what is left of their variance.
        const Eigen::VectorXd left =
            (1 - (own * told.covariance).cwiseProduct(own).rowwise().sum().array()).max(0).matrix();
        Residual residual{computed(solution.scene, seen), seen.sigma, 0, 0, left.mean()};
        residual.residual = seen.value - residual.computed;
        for (Eigen::Index i = 0; i < left.size(); ++i) {
            if (left[i] < kNothing) continue;
            const double standardized = -solution.rows[row + i] / std::sqrt(left[i]);
            if (std::abs(standardized) > std::abs(residual.standardized))
                residual.standardized = standardized;
        }
        all.residuals.push_back(residual);
        row += seen.rows();
    }
    all.degreesOfFreedom = static_cast<int>(row - (slopes.cols() - told.untold.cols() - told.byEye));
    return all;
}

} // namespace goodfold::mount
