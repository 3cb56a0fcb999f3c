#include "drawing/tray_lines.h"

#include "drawing/edges.h"
#include "drawing/outlines.h"

#include <algorithm>

namespace goodfold::drawing {

namespace {

constexpr double kAslant = 0.002; // a tenth of a degree

Result<std::vector<TrayLine>> joined(const Drawing& upright, const std::map<std::string, Fold>& layers,
                                     const Path& outline) {
    std::vector<TrayLine> all;
    for (const Stretch& each : upright.stretches) {
        const auto layer = layers.find(each.layer);
        if (layer == layers.end()) continue;
        const Vec2 way = (each.to - each.from).cwiseAbs();
        const bool isUpright = way.x() < way.y();
        if (each.bulge != 0 || way.minCoeff() > kAslant * way.norm() + kJoins)
            return Error{
                "A line on layer " + each.layer +
                    " runs aslant: a bottom with legs round it has its bend lines along and across it.",
                "drawing"};
        const int across = isUpright ? 0 : 1, along = 1 - across;
        const auto same = std::find_if(all.begin(), all.end(), [&](const TrayLine& other) {
            if (other.isUpright != isUpright ||
                std::abs(other.middle()[across] - each.from[across]) >= kJoins)
                return false;
            const auto [low, high] = std::minmax(other.from[along], other.to[along]);
            const auto [from, to] = std::minmax(each.from[along], each.to[along]);
            const double gap = std::max(from - high, low - to);
            if (gap > std::max(high - low, to - from)) return false; // no dashes: of two legs' sides
            Vec2 between = other.middle();
            between[along] = from > high ? (high + from) / 2 : to < low ? (to + low) / 2 : between[along];
            return isInMetal(outline, between, isUpright);
        });
        if (same == all.end()) {
            all.push_back({each.from, each.to, layer->second, 0, isUpright});
            continue;
        }
        double low = std::min({same->from[along], same->to[along], each.from[along], each.to[along]});
        double high = std::max({same->from[along], same->to[along], each.from[along], each.to[along]});
        same->from[along] = low;
        same->to[along] = high;
    }
    return all;
}

/// Metal is bent along one line or the other, not along both.
bool doCross(const TrayLine& upright, const TrayLine& lying) {
    constexpr double kTouches = 1; // mm: at a corner their ends may meet
    const auto [low, high] = std::minmax(upright.from.y(), upright.to.y());
    const auto [left, right] = std::minmax(lying.from.x(), lying.to.x());
    const Vec2 at(upright.middle().x(), lying.middle().y());
    const bool onUpright = at.y() > low - kTouches && at.y() < high + kTouches;
    const bool onLying = at.x() > left - kTouches && at.x() < right + kTouches;
    const bool isAtEnd = at.y() < low + kTouches || at.y() > high - kTouches;
    const bool isAtOthersEnd = at.x() < left + kTouches || at.x() > right - kTouches;
    return onUpright && onLying && !(isAtEnd && isAtOthersEnd);
}

} // namespace

bool isInMetal(const Path& outline, const Vec2& at, bool isUpright) {
    constexpr double kAside = 0.2; // mm
    const Vec2 aside = isUpright ? Vec2(kAside, 0) : Vec2(0, kAside);
    return contains(outline, at + aside) && contains(outline, at - aside);
}

std::optional<CutOff> cutOffAt(const Path& path, double x, double height) {
    constexpr double kOn = 1e-6, kOneStep = 1e-5; // mm
    const auto isCorner = [&] {
        return std::any_of(path.begin(), path.end(),
                           [&](const PathVertex& vertex) { return std::abs(vertex.point.x() - x) < kOn; });
    };
    while (isCorner())
        x += kOneStep;
    Path cut;
    std::vector<double> crossed;
    for (size_t i = 0; i < path.size(); ++i) {
        const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
        cut.push_back(here);
        const double a = here.point.x() - x, b = next.point.x() - x;
        if (here.bulge != 0 || a * b >= 0) continue;
        const Vec2 point(x, here.point.y() + (next.point.y() - here.point.y()) * a / (a - b));
        cut.push_back({point, 0});
        crossed.push_back(point.y());
    }
    std::sort(crossed.begin(), crossed.end());
    const auto above = std::upper_bound(crossed.begin(), crossed.end(), height);
    if (above == crossed.begin() || above == crossed.end()) return {};
    const size_t low = vertexAt(cut, {x, *(above - 1)}), high = vertexAt(cut, {x, *above});
    if (low == cut.size() || high == cut.size()) return {};
    CutOff made;
    std::vector<bool> isBeyond(cut.size(), false);
    for (size_t i = low; i != high; i = (i + 1) % cut.size()) {
        made.beyond.push_back(cut[i]);
        isBeyond[i] = i != low;
    }
    made.beyond.push_back({cut[high].point, 0});
    for (size_t i = 0; i < cut.size(); ++i)
        if (!isBeyond[i]) made.left.push_back(i == low ? PathVertex{cut[i].point, 0} : cut[i]);
    return made;
}

Result<std::vector<TrayLine>> trayLines(const Drawing& upright, const std::map<std::string, Fold>& layers,
                                        const Path& outline) {
    auto all = joined(upright, layers, outline);
    if (!all) return all;
    for (const TrayLine& one : *all)
        for (const TrayLine& other : *all)
            if (one.isUpright && !other.isUpright && doCross(one, other))
                return Error{"Bend lines cross one another: metal is bent along lines that run side by side, "
                             "or round a bottom.",
                             "drawing"};
    return all;
}

} // namespace goodfold::drawing
