#include "propose/tabs.h"

#include <algorithm>
#include <cmath>

namespace goodfold::propose {

bool turnsFreely(const std::vector<Station>& stations) {
    constexpr double kOneLine = 1; // mm
    const Station& first = stations.front();
    return std::all_of(stations.begin(), stations.end(), [&](const Station& each) {
        return std::abs(each.normal.dot(first.normal)) > std::cos(radians(kOnePlaneDeg)) &&
               std::all_of(each.bolts.begin(), each.bolts.end(), [&](const Bolt& bolt) {
                   const Vec3 way = bolt.at - first.bolts.front().at;
                   return (way - way.dot(first.normal) * first.normal).norm() < kOneLine;
               });
    });
}

std::vector<Station> tabsOver(const std::vector<Station>& stations, const job::Mount& mount, double beside) {
    constexpr double kOnIt = 1, kNear = 120; // mm
    std::vector<Station> tabs;
    for (const Station& station : stations)
        for (const job::MountEdge& edge : mount.edges) {
            if (!edge.at) continue;
            const Vec3 from = (*edge.at)[0], along = ((*edge.at)[1] - from).normalized();
            const bool isOfIt = std::abs((from - station.at).dot(station.normal)) < kOnIt &&
                                std::abs(along.dot(station.normal)) < std::sin(radians(kOnePlaneDeg));
            if (!isOfIt) continue;
            const Vec3 way = from - station.at;
            const Vec3 out = way - way.dot(along) * along - way.dot(station.normal) * station.normal;
            if (out.norm() < kOnIt || out.norm() > kNear) continue;
            const Vec3 foot = station.at + out + way.dot(station.normal) * station.normal;
            tabs.push_back({foot + beside * out.normalized(), out.normalized(), edge.id, {}});
        }
    return tabs;
}

std::optional<size_t> tabOf(const Strip& strip, const std::vector<Station>& stations) {
    for (const size_t leaf : {size_t{0}, strip.leaves.size() - 1}) {
        const int station = strip.leaves[leaf].station;
        if (station >= 0 && stations[static_cast<size_t>(station)].bolts.empty()) return leaf;
    }
    return {};
}

Strip withoutTab(Strip strip, const std::vector<Station>& stations) {
    const auto tab = tabOf(strip, stations);
    if (!tab || strip.folds.empty()) return strip;
    const auto leaf = static_cast<std::ptrdiff_t>(*tab);
    strip.folds.erase(strip.folds.begin() + (leaf == 0 ? 0 : leaf - 1));
    strip.leaves.erase(strip.leaves.begin() + leaf);
    return strip;
}

/// Its corner comes to the edge: (away + off) cos t - (width / 2) sin t = away.
double turnsUntil(double off, double away, double width) {
    const double reach = std::hypot(away + off, width / 2), begins = std::atan2(width / 2, away + off);
    return degrees(std::acos(std::clamp(away / reach, -1.0, 1.0)) - begins);
}

} // namespace goodfold::propose
