#include "bench/slip.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <string>
#include <vector>

namespace goodfold::bench {

std::optional<double> likelySlip(double value, double expected, double sigma) {
    std::vector<double> meant{value + 10, value - 10, value + 25.4, value - 25.4,
                              value * 10, value / 10, value * 25.4};
    std::array<char, 32> digits{};
    std::snprintf(digits.data(), digits.size(), "%.10g", value);
    const std::string written(digits.data());
    for (size_t i = 0; i + 1 < written.size(); ++i) {
        std::string swapped = written;
        std::swap(swapped[i], swapped[i + 1]);
        if (swapped.find('.') != 0) meant.push_back(std::strtod(swapped.c_str(), nullptr));
    }
    const auto nearest = std::min_element(meant.begin(), meant.end(), [&](double a, double b) {
        return std::abs(a - expected) < std::abs(b - expected);
    });
    constexpr double kExplains = 2.5; // sigma
    if (std::abs(*nearest - expected) > kExplains * sigma) return {};
    return *nearest;
}

} // namespace goodfold::bench
