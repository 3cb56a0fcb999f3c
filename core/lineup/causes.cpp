#include "lineup/causes.h"

#include "lineup/workshop.h"

#include <algorithm>
#include <numeric>

namespace goodfold::lineup {

std::vector<double> sharesOf(const Making& making) {
    Workshop workshop(making);
    std::vector<double> shares(making.sources.size(), 0);
    eachAlone(workshop, [&](int source, const auto& make) {
        make(1);
        const double more = workshop.fitted().room;
        make(-1);
        const double by = (more - workshop.fitted().room) / 2;
        shares[static_cast<size_t>(source)] += by * by;
    });
    const double all = std::accumulate(shares.begin(), shares.end(), 0.0);
    for (double& share : shares)
        if (all > 0) share /= all;
    return shares;
}

std::vector<Cause> causesOf(const Making& making, int trials, unsigned seed) {
    const std::vector<double> shares = sharesOf(making);
    std::vector<Cause> causes;
    for (size_t i = 0; i < shares.size(); ++i)
        causes.push_back({i, oddsOf(making, trials, seed, static_cast<int>(i)), shares[i]});
    std::stable_sort(causes.begin(), causes.end(), [](const Cause& a, const Cause& b) {
        return std::pair(a.oddsWithout, a.share) > std::pair(b.oddsWithout, b.share);
    });
    return causes;
}

} // namespace goodfold::lineup
