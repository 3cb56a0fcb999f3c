#include "learn/along.h"

#include "bend/springback.h"
#include "learn/taught.h"

#include <cmath>

namespace goodfold::learn {

namespace {

/// What one time, or one of K, is in the figure that is shown.
double scaleOf(What what, const material::Material& material, double ratio) {
    return what == What::Springback ? bend::springbackAt90(material, ratio) : 1;
}

} // namespace

std::vector<Along> knownAlong(What what, const Points& points, const material::Material& material,
                              const lineup::ErrorBook& errors, const std::string& tool,
                              const std::string& batch) {
    constexpr int kSteps = 48;
    constexpr double kFrom = 0.25, kTo = 16;
    const Prior prior = priorOf(what, material, errors);
    const Curve curve(prior, of(points, what, material.id), batch);
    const double own = what == What::Springback ? errors.alike.springbackAlong : 0;
    std::vector<Along> all;
    for (int i = 0; i <= kSteps; ++i) {
        const double ratio = kFrom * std::pow(kTo / kFrom, static_cast<double>(i) / kSteps);
        const double scale = scaleOf(what, material, ratio);
        const Estimate known = curve.at(tool, ratio);
        all.push_back({ratio, scale * prior.mean(ratio), scale * std::hypot(prior.sigma(ratio), own),
                       scale * known.mean, scale * std::hypot(known.sigma, own)});
    }
    return all;
}

std::vector<Seen> seenAlong(What what, const Points& points, const material::Material& material) {
    std::vector<Seen> all;
    for (const Point& point : of(points, what, material.id)) {
        const double scale = scaleOf(what, material, point.ratio);
        all.push_back(
            {point.ratio, scale * point.value, scale * point.sigma, point.tool, point.batch, point.count});
    }
    return all;
}

} // namespace goodfold::learn
