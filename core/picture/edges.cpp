#include "picture/edges.h"

#include <algorithm>
#include <cmath>

namespace goodfold::picture {

std::optional<Edge> steepest(const std::vector<double>& samples, int sign) {
    const auto slope = [&](size_t i) { return (samples[i + 1] - samples[i - 1]) / 2; };
    const auto weight = [&](size_t i) { return sign == 0 ? std::abs(slope(i)) : sign * slope(i); };
    size_t best = 0;
    for (size_t i = 2; i + 2 < samples.size(); ++i)
        if (best == 0 || weight(i) > weight(best)) best = i;
    if (best == 0 || weight(best) <= 0) return {};
    const double before = weight(best - 1), here = weight(best), after = weight(best + 1);
    const double bend = before - 2 * here + after;
    const double shift = bend < 0 ? 0.5 * (before - after) / bend : 0;
    return Edge{static_cast<double>(best) + std::clamp(shift, -1.0, 1.0), slope(best)};
}

} // namespace goodfold::picture
