#include "learn/curve.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace goodfold::learn {

using Eigen::Index;
using Eigen::MatrixXd;
using Eigen::VectorXd;

namespace {

constexpr std::array kNodes{0.25, 0.5, 1.0, 2.0, 4.0, 8.0, 16.0}; // R/T
constexpr auto kNodeCount = static_cast<Index>(kNodes.size());

MatrixXd alikeAtNodes(double reach) {
    MatrixXd alike(kNodeCount, kNodeCount);
    for (Index i = 0; i < kNodeCount; ++i)
        for (Index j = 0; j < kNodeCount; ++j) {
            const double apart = std::log(kNodes[static_cast<size_t>(i)] / kNodes[static_cast<size_t>(j)]);
            alike(i, j) = std::exp(-apart * apart / (2 * reach * reach));
        }
    return alike;
}

/// Between the nodes beside it, so scaled that it is as unsure there as at a node.
VectorXd shareOfNodes(double ratio, double reach) {
    const double x = std::log(std::clamp(ratio, kNodes.front(), kNodes.back()));
    size_t above = 1;
    while (above + 1 < kNodes.size() && x > std::log(kNodes[above]))
        ++above;
    const double low = std::log(kNodes[above - 1]), high = std::log(kNodes[above]);
    VectorXd share = VectorXd::Zero(kNodeCount);
    share[static_cast<Index>(above)] = (x - low) / (high - low);
    share[static_cast<Index>(above) - 1] = 1 - share[static_cast<Index>(above)];
    return share / std::sqrt(share.dot(alikeAtNodes(reach) * share));
}

} // namespace

Prior priorOfK(const material::Material& material, const lineup::Alike& alike) {
    return {[material](double ratio) { return material::kFactorAt(material, ratio).k; },
            [material](double ratio) { return material::kFactorAt(material, ratio).sigma; }, alike};
}

Prior priorOfTimes(double sigma, const lineup::Alike& alike) {
    return {[](double) { return 1.0; }, [sigma](double) { return sigma; }, alike};
}

Curve::Curve(Prior prior, const Points& points, const std::string& batch)
    : prior(std::move(prior)), hasBatch(!batch.empty()) {
    const lineup::Alike& alike = this->prior.alike;
    for (const Point& point : points)
        if (!point.tool.empty() && std::find(tools.begin(), tools.end(), point.tool) == tools.end())
            tools.push_back(point.tool);
    const auto blocks = static_cast<Index>(tools.size()) + 1;
    const Index size = kNodeCount * blocks + (hasBatch ? 1 : 0);
    MatrixXd before = MatrixXd::Zero(size, size);
    for (Index block = 0; block < blocks; ++block)
        before.block(block * kNodeCount, block * kNodeCount, kNodeCount, kNodeCount) =
            (block ? alike.tool : alike.metal) * alikeAtNodes(alike.reach);
    if (hasBatch) before(size - 1, size - 1) = alike.batch;

    MatrixXd information = before.llt().solve(MatrixXd::Identity(size, size));
    VectorXd told = VectorXd::Zero(size);
    std::map<std::string, std::vector<const Point*>> batches;
    for (const Point& point : points) {
        batches[point.batch].push_back(&point);
        bends += point.count;
    }
    for (const auto& [name, own] : batches) {
        // What the batch is out by is summed out: R = D + b s s', inverted by Sherman and Morrison.
        const bool isAsked = hasBatch && name == batch, isOne = !isAsked && !name.empty();
        VectorXd sPerD = VectorXd::Zero(size);
        double sPerDs = 0, sPerDy = 0;
        for (const Point* point : own) {
            const double sigma = this->prior.sigma(point->ratio);
            const VectorXd row = sigma * weights(point->tool, point->ratio, isAsked);
            const double y = point->value - this->prior.mean(point->ratio);
            double variance = point->sigma * point->sigma;
            if (name.empty()) variance += alike.batch * sigma * sigma / point->count;
            information += row * row.transpose() / variance;
            told += row * y / variance;
            sPerD += row * sigma / variance;
            sPerDs += sigma * sigma / variance;
            sPerDy += sigma * y / variance;
        }
        if (!isOne) continue;
        const double shrink = alike.batch / (1 + alike.batch * sPerDs);
        information -= shrink * sPerD * sPerD.transpose();
        told -= shrink * sPerDy * sPerD;
    }
    covariance = information.llt().solve(MatrixXd::Identity(size, size));
    mean = covariance * told;
}

VectorXd Curve::weights(const std::string& tool, double ratio, bool isOfBatch) const {
    const VectorXd share = shareOfNodes(ratio, prior.alike.reach);
    const auto blocks = static_cast<Index>(tools.size()) + 1;
    VectorXd row = VectorXd::Zero(kNodeCount * blocks + (hasBatch ? 1 : 0));
    row.head(kNodeCount) = share;
    const auto found = std::find(tools.begin(), tools.end(), tool);
    if (found != tools.end()) row.segment(kNodeCount * (found - tools.begin() + 1), kNodeCount) = share;
    if (isOfBatch) row[row.size() - 1] = 1;
    return row;
}

Estimate Curve::at(const std::string& tool, double ratio) const {
    const double sigma = prior.sigma(ratio);
    const VectorXd row = weights(tool, ratio, hasBatch);
    double variance = row.dot(covariance * row);
    if (std::find(tools.begin(), tools.end(), tool) == tools.end()) variance += prior.alike.tool;
    if (!hasBatch) variance += prior.alike.batch;
    return {prior.mean(ratio) + sigma * row.dot(mean), sigma * std::sqrt(variance), bends};
}

Estimate scatterOf(const Points& points, double book, double spread) {
    constexpr int kSteps = 80;
    constexpr double kWide = 4; // sigmas either way
    std::array<double, kSteps + 1> logWeight{}, sigma{};
    Estimate found;
    for (const Point& point : points)
        found.bends += point.count;
    for (int i = 0; i <= kSteps; ++i) {
        const double z = kWide * (2.0 * i / kSteps - 1);
        const auto at = static_cast<size_t>(i);
        sigma[at] = book * std::exp(spread * z);
        logWeight[at] = -z * z / 2;
        for (const Point& point : points) {
            const double variance = sigma[at] * sigma[at] + point.sigma * point.sigma;
            logWeight[at] -= point.count * (std::log(variance) + point.value * point.value / variance) / 2;
        }
    }
    const double most = *std::max_element(logWeight.begin(), logWeight.end());
    double all = 0, first = 0, second = 0;
    for (size_t i = 0; i < sigma.size(); ++i) {
        const double weight = std::exp(logWeight[i] - most);
        all += weight;
        first += weight * sigma[i];
        second += weight * sigma[i] * sigma[i];
    }
    found.mean = std::sqrt(second / all);
    found.sigma = std::sqrt(std::max(0.0, second / all - first * first / all / all));
    return found;
}

Estimate weighed(const Points& points, double prior, double sigma) {
    double information = 1 / (sigma * sigma), told = prior * information;
    Estimate found;
    for (const Point& point : points) {
        information += 1 / (point.sigma * point.sigma);
        told += point.value / (point.sigma * point.sigma);
        found.bends += point.count;
    }
    found.mean = told / information;
    found.sigma = 1 / std::sqrt(information);
    return found;
}

} // namespace goodfold::learn
