#include "learn/point.h"

#include <algorithm>
#include <array>

namespace goodfold::learn {

namespace {

constexpr std::array<std::pair<std::string_view, What>, 8> kWhatWords{{{"k", What::K},
                                                                       {"springback", What::Springback},
                                                                       {"radius", What::Radius},
                                                                       {"offset", What::Offset},
                                                                       {"angle", What::Angle},
                                                                       {"line", What::Line},
                                                                       {"cut", What::Cut},
                                                                       {"hole", What::Hole}}};

} // namespace

bool isScatter(What what) {
    return what == What::Angle || what == What::Line || what == What::Cut || what == What::Hole;
}

std::string_view wordOf(What what) {
    return kWhatWords[static_cast<size_t>(what)].first;
}

std::optional<What> whatOf(std::string_view word) {
    for (const auto& [each, what] : kWhatWords)
        if (each == word) return what;
    return {};
}

Points of(const Points& points, What what, std::string_view material, std::string_view tool) {
    Points found;
    std::copy_if(points.begin(), points.end(), std::back_inserter(found), [&](const Point& point) {
        return point.what == what && (material.empty() || point.material == material) &&
               (tool.empty() || point.tool == tool);
    });
    return found;
}

} // namespace goodfold::learn
