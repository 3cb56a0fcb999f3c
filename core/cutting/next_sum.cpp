#include "cutting/next_sum.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::cutting {

double nextSum(double cost, const std::vector<double>& costs, const std::vector<std::optional<int>>& counts) {
    constexpr double kNearly = 1e-6;
    long unit = 0;
    for (const double each : costs) {
        if (std::abs(each * 100 - std::round(each * 100)) > kNearly) return cost;
        unit = std::gcd(unit, std::lround(each * 100));
    }
    const auto dearest = *std::max_element(costs.begin(), costs.end());
    const auto most = unit ? static_cast<size_t>((cost + dearest) * 100 / static_cast<double>(unit)) + 1 : 0;
    constexpr size_t kMany = 1000000;
    if (most == 0 || most > kMany) return cost;
    // Of each sum, how few bars of the kind at hand it takes; -1: it is no sum.
    std::vector<int> taken(most, -1);
    taken[0] = 0;
    for (size_t bar = 0; bar < costs.size(); ++bar) {
        const auto step = static_cast<size_t>(std::lround(costs[bar] * 100) / unit);
        for (int& times : taken)
            times = std::min(times, 0);
        for (size_t sum = step; sum < most; ++sum)
            if (taken[sum] < 0 && taken[sum - step] >= 0 &&
                (!counts[bar] || taken[sum - step] < *counts[bar]))
                taken[sum] = taken[sum - step] + 1;
    }
    for (auto sum = static_cast<size_t>(std::ceil(cost * 100 / static_cast<double>(unit) - kNearly));
         sum < most; ++sum)
        if (taken[sum] >= 0) return static_cast<double>(sum) * static_cast<double>(unit) / 100;
    return cost;
}

} // namespace goodfold::cutting
