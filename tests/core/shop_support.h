// Shops of one tool, and bars to bend in them.
#pragma once

#include "core/support.h"
#include "tool/tool.h"

#include <map>

namespace goodfold::test {

inline bool near(double value, double expected, double within) {
    if (std::abs(value - expected) <= within) return true;
    qWarning("%.6f is not %.6f", value, expected);
    return false;
}

/// Steps point to their tools, so the shop stays.
inline const tool::Shop& only(const std::string& id) {
    static std::map<std::string, tool::Shop> shops;
    return shops.try_emplace(id, tool::Shop{{*tool::standardShop().find(id)}}).first->second;
}

/// Bars that people bend: most can be made, some cannot.
inline job::Job randomBar(RandomJobs& random, int bends, double shortest = 12, double thickest = 4) {
    std::vector<double> legs{random.real(shortest, 90)};
    std::vector<job::Bend> all;
    for (int i = 0; i < bends; ++i) {
        legs.push_back(random.real(shortest, 90));
        job::Bend bend;
        bend.angleDeg = random.whole(0, 2) ? 90 : random.real(15, 110);
        bend.turn = random.whole(0, 1) ? job::Turn::Up : job::Turn::Down;
        bend.skewDeg = random.whole(0, 5) ? 0 : random.real(-20, 20);
        all.push_back(bend);
    }
    const double thickness = random.real(1.5, thickest), width = random.real(15, 40);
    return bar(legs, all, thickness, width);
}

} // namespace goodfold::test
