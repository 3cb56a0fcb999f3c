// What is believed of a figure that goes with R/T, from bends of one metal in several tools and batches.
#pragma once

#include "learn/point.h"
#include "lineup/book.h"

#include <Eigen/Core>

#include <functional>

namespace goodfold::learn {

/// One sigma; `bends` that it was learned from.
struct Estimate {
    double mean = 0, sigma = 0;
    int bends = 0;
};

/// What is believed before anything is measured, by R/T.
struct Prior {
    std::function<double(double ratio)> mean, sigma;
    lineup::Alike alike;
};

/// K by the material's own table.
Prior priorOfK(const material::Material& material, const lineup::Alike& alike);
/// Springback and radius, times what is reckoned: 1, give or take a share that is the same at every R/T.
Prior priorOfTimes(double sigma, const lineup::Alike& alike);

/// Bayes with normal errors. A bend's figure is the prior's mean plus the prior's sigma times the sum of
/// three: what the metal is out by, what that tool adds, and what that batch of stock does. The first two go
/// with ln(R/T), alike over `alike.reach` of it (covariance exp(-d^2 / 2 reach^2)), and are held at nodes;
/// a batch's is one number, and those of batches that are not asked for are summed out. Stock of no named
/// batch counts as one of its own each time.
class Curve {
public:
    /// For work from that batch; empty: from one that nobody knows.
    Curve(Prior prior, const Points& points, const std::string& batch = {});

    /// In that tool; one that is not among the points, or none, is any other.
    Estimate at(const std::string& tool, double ratio) const;

private:
    Eigen::VectorXd weights(const std::string& tool, double ratio, bool isOfBatch) const;

    Prior prior;
    std::vector<std::string> tools;
    bool hasBatch;
    int bends = 0;
    Eigen::VectorXd mean;
    Eigen::MatrixXd covariance;
};

/// What a scatter is, from what work was out by: its sigma before is log-normal about `book` with
/// `spread`, each reading's own error taken off. `mean` is the root of the mean square to expect.
Estimate scatterOf(const Points& points, double book, double spread);

/// What all points of one figure without R/T come to: `prior` and its sigma weighed with them.
Estimate weighed(const Points& points, double prior, double sigma);

} // namespace goodfold::learn
