#include "bench/control.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::bench {

namespace {

constexpr double kRangeOverSigma = 1.128; // mean range of two draws of one sigma

void findLimits(Chart& chart) {
    const auto n = static_cast<double>(chart.values.size());
    chart.mean = std::accumulate(chart.values.begin(), chart.values.end(), 0.0) / n;
    chart.low = chart.high = chart.mean;
    if (chart.values.size() < 2) return;
    double ranges = 0;
    for (size_t i = 1; i < chart.values.size(); ++i)
        ranges += std::abs(chart.values[i] - chart.values[i - 1]);
    const double three = 3 / kRangeOverSigma * ranges / (n - 1);
    chart.low -= three;
    chart.high += three;
    const double last = chart.values.back();
    constexpr size_t kRun = 8;
    const size_t from = chart.values.size() < kRun ? 0 : chart.values.size() - kRun;
    const auto above = std::count_if(chart.values.begin() + static_cast<std::ptrdiff_t>(from),
                                     chart.values.end(), [&](double value) { return value > chart.mean; });
    const bool isRun =
        chart.values.size() >= kRun && (above == 0 || above == static_cast<std::ptrdiff_t>(kRun));
    chart.hasChanged = last < chart.low || last > chart.high || isRun;
}

/// Of a normal process, the share beyond the limits of the final check.
double shareBeyond(const Chart& chart) {
    const double sigma = (chart.high - chart.mean) / 3;
    if (sigma <= 0) return chart.mean < chart.accept.from || chart.mean > chart.accept.to ? 1 : 0;
    const auto beyond = [&](double far) { return std::erfc(far / sigma / std::sqrt(2)) / 2; };
    return beyond(chart.accept.to - chart.mean) + beyond(chart.mean - chart.accept.from);
}

} // namespace

std::vector<Chart> chartsOf(const std::vector<Accept>& accepts, const std::vector<Log>& pieces) {
    std::vector<Chart> charts;
    for (const Accept& accept : accepts) {
        Chart chart{accept, {}};
        for (const Log& piece : pieces)
            if (const auto read = readingOf(piece, accept.measure))
                chart.values.push_back(piece.entries[*read].value);
        if (chart.values.empty()) continue;
        findLimits(chart);
        charts.push_back(std::move(chart));
    }
    return charts;
}

int checkEvery(const std::vector<Chart>& charts) {
    constexpr size_t kKnown = 5;
    constexpr double kOften = 0.01, kSeldom = 0.001;
    if (charts.empty()) return 1;
    double beyond = 0;
    for (const Chart& chart : charts) {
        if (chart.values.size() < kKnown || chart.hasChanged) return 1;
        beyond += shareBeyond(chart);
    }
    return beyond > kOften ? 1 : beyond > kSeldom ? 2 : 5;
}

} // namespace goodfold::bench
