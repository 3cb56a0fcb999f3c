// The mount solved from its readings: weighted least squares over all that is not stated, from the sketch.
#pragma once

#include "common/result.h"
#include "mount/scene.h"

#include <map>

namespace goodfold::mount {

/// What people read with: one sigma, mm, or degrees where it reads turns.
struct Instrument {
    std::string id;
    std::string says; // "steel tape"
    double sigma = 0;
    bool readsTurns = false;
    std::string why;
};
using Instruments = std::map<std::string, Instrument>;

/// A reading without an instrument is taken to be the tape's, or the protractor's.
double sigmaOf(const job::MountReading& reading, const Instruments& instruments);

/// The mount compiled: where its sketch is, what is not known, and all that is compared.
struct Problem {
    Scene sketch;
    Unknowns unknowns;
    std::vector<Observation> seen;
};
/// An error says what is neither stated nor sketched.
Result<Problem> problemOf(const job::Mount& mount, const Instruments& instruments);

/// How roughly a sketch is made, mm: one sigma.
inline constexpr double kSketched = 20;
/// A share of redundancy that is none.
inline constexpr double kNothing = 1e-6;

/// Of a reading of the mount's, or of one that could be made.
Observation observationOf(const job::Mount& mount, const job::MountReading& reading,
                          const Instruments& instruments);

/// One solution.
struct Solution {
    Scene scene;
    double chiSquare = 0;
    Eigen::VectorXd rows;   // (computed - value) / sigma, observation by observation
    Eigen::MatrixXd slopes; // of the rows, by the unknowns
};

/// From the sketch, and where that ends far from the readings from places near it: the sketch tells left from
/// right, and never weighs as a reading. `without` leaves one observation out.
Solution solve(const Problem& problem);
Solution solveFrom(const Problem& problem, const Scene& start, int without = -1);

/// What the readings tell together: covariance of the unknowns, and of directions that they don't tell, each
/// a column of unit length. A direction known no better than a sketch is counts as not told: the sketch knows
/// more.
struct Told {
    Eigen::MatrixXd covariance;
    Eigen::MatrixXd untold;
    int byEye = 0; // ways of leaning of what is up that no reading tells either
};
Told toldBy(const Problem& problem, const Solution& solution);

/// One reading after the adjustment. Residual: value less what is computed; standardized: over its own sigma.
/// Redundancy: what share of a slip in it would be seen, 0 where nothing else tells the same.
struct Residual {
    double computed = 0, sigma = 0, residual = 0, standardized = 0, redundancy = 0;
};
struct Adjusted {
    std::vector<Residual> residuals; // by observation
    int degreesOfFreedom = 0;
};
Adjusted adjusted(const Problem& problem, const Solution& solution, const Told& told);

} // namespace goodfold::mount
