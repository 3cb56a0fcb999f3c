#include "drawing/outlines.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::drawing {

namespace {

/// The ends of stretches, those that are close as one.
class Ends {
public:
    explicit Ends(double joins) : joins(joins) {}

    size_t at(const Vec2& point) {
        const auto cell = cellOf(point);
        for (long dx = -1; dx <= 1; ++dx)
            for (long dy = -1; dy <= 1; ++dy) {
                const auto found = cells.find({cell.first + dx, cell.second + dy});
                if (found == cells.end()) continue;
                for (const size_t end : found->second)
                    if ((places[end] - point).norm() <= joins) return end;
            }
        places.push_back(point);
        cells[cell].push_back(places.size() - 1);
        return places.size() - 1;
    }

    std::vector<Vec2> places;

private:
    std::pair<long, long> cellOf(const Vec2& point) const {
        return {std::lround(std::floor(point.x() / joins)), std::lround(std::floor(point.y() / joins))};
    }

    double joins;
    std::map<std::pair<long, long>, std::vector<size_t>> cells;
};

struct Joined {
    size_t from, to;
    double bulge;
    const Stretch* of;
};

class Joining {
public:
    Joining(const std::vector<Stretch>& stretches, double joins) : ends(joins) {
        for (const Stretch& each : stretches)
            take(each, joins);
        at.resize(ends.places.size());
        for (size_t i = 0; i < all.size(); ++i) {
            at[all[i].from].push_back(i);
            at[all[i].to].push_back(i);
        }
        isUsed.assign(all.size(), false);
    }

    Result<Outlines> outlines() {
        for (size_t end = 0; end < at.size(); ++end)
            if (at[end].size() > 2)
                return Error{"More than two lines meet at " + print(ends.places[end]) +
                                 ": what is no outline goes on a layer of its own.",
                             "drawing"};
        for (size_t end = 0; end < at.size(); ++end)
            if (at[end].size() == 1 && !isUsed[at[end].front()]) followOpen(end);
        for (size_t i = 0; i < all.size(); ++i)
            if (!isUsed[i]) followClosed(i);
        std::stable_sort(found.closed.begin(), found.closed.end(),
                         [](const Path& a, const Path& b) { return areaOf(a) > areaOf(b); });
        return std::move(found);
    }

private:
    static std::string print(const Vec2& at) {
        const auto in = quantity::Reading::millimetres();
        return quantity::printMm(at.x(), in) + ", " + quantity::printMm(at.y(), in);
    }

    void take(const Stretch& each, double joins) {
        const Joined joined{ends.at(each.from), ends.at(each.to), each.bulge, &each};
        const bool isNothing = joined.from == joined.to && (each.to - each.from).norm() <= joins;
        if (isNothing) return;
        std::vector<double>& drawn = bulges[std::minmax(joined.from, joined.to)];
        const double bulge = joined.from < joined.to ? joined.bulge : -joined.bulge;
        const bool isThere = std::any_of(drawn.begin(), drawn.end(),
                                         [&](double other) { return std::abs(other - bulge) < kSameBulge; });
        if (isThere) {
            ++found.doubled;
            return;
        }
        drawn.push_back(bulge);
        all.push_back(joined);
    }

    /// From one end on, as far as it goes.
    void followOpen(size_t end) {
        for (;;) {
            const auto next =
                std::find_if(at[end].begin(), at[end].end(), [&](size_t i) { return !isUsed[i]; });
            if (next == at[end].end()) return;
            isUsed[*next] = true;
            found.open.push_back(*all[*next].of);
            end = all[*next].from == end ? all[*next].to : all[*next].from;
        }
    }

    void followClosed(size_t first) {
        Path path;
        size_t end = all[first].from, stretch = first;
        for (;;) {
            isUsed[stretch] = true;
            const Joined& joined = all[stretch];
            const bool isAlong = joined.from == end;
            path.push_back({ends.places[end], isAlong ? joined.bulge : -joined.bulge});
            end = isAlong ? joined.to : joined.from;
            const auto next =
                std::find_if(at[end].begin(), at[end].end(), [&](size_t i) { return !isUsed[i]; });
            if (next == at[end].end()) break;
            stretch = *next;
        }
        path = withoutMiddles(std::move(path));
        constexpr double kLeastArea = 0.01; // mm2
        if (std::abs(areaOf(path)) < kLeastArea) return;
        found.closed.push_back(areaOf(path) < 0 ? reversed(path) : std::move(path));
    }

    /// The bulge of two stretches that are one: straight and going on so, or of one circle, up to half of it.
    static std::optional<double> asOne(const PathVertex& before, const PathVertex& here, const Vec2& next) {
        constexpr double kOff = 1e-6, kSameCircle = 1e-4; // mm
        if (before.bulge == 0 && here.bulge == 0) {
            const double off = (nearestOn(Segment{before.point, next}, here.point) - here.point).norm();
            return off < kOff ? std::optional(0.0) : std::nullopt;
        }
        if (before.bulge * here.bulge <= 0) return {};
        const double bulge = std::tan(std::atan(before.bulge) + std::atan(here.bulge));
        if (!(std::abs(bulge) <= 1 + kSameBulge)) return {};
        const Arc one = arcOf(before.point, here.point, before.bulge),
                  other = arcOf(here.point, next, here.bulge);
        const bool isCircle = (one.centre - other.centre).norm() < kSameCircle &&
                              std::abs(one.radius - other.radius) < kSameCircle;
        return isCircle ? std::optional(bulge) : std::nullopt;
    }

    static Path withoutMiddles(Path path) {
        for (size_t i = 0; path.size() > 2 && i < path.size();) {
            PathVertex& before = path[(i + path.size() - 1) % path.size()];
            const auto bulge = asOne(before, path[i], path[(i + 1) % path.size()].point);
            if (bulge) {
                before.bulge = *bulge;
                path.erase(path.begin() + static_cast<std::ptrdiff_t>(i));
            } else {
                ++i;
            }
        }
        return path;
    }

    static constexpr double kSameBulge = 1e-6;
    Ends ends;
    std::map<std::pair<size_t, size_t>, std::vector<double>> bulges; // between two ends, the lesser first
    std::vector<Joined> all;
    std::vector<std::vector<size_t>> at; // stretches that end there
    std::vector<bool> isUsed;
    Outlines found;
};

} // namespace

Result<Outlines> outlinesOf(const std::vector<Stretch>& stretches, double joins) {
    return Joining(stretches, joins).outlines();
}

std::optional<Circle> circleOf(const Path& path) {
    if (path.size() < 2) return {};
    std::optional<Arc> first;
    for (size_t i = 0; i < path.size(); ++i) {
        if (path[i].bulge == 0) return {};
        const Arc arc = arcOf(path[i].point, path[(i + 1) % path.size()].point, path[i].bulge);
        constexpr double kSame = 0.005; // mm
        if (!first)
            first = arc;
        else if ((arc.centre - first->centre).norm() > kSame || std::abs(arc.radius - first->radius) > kSame)
            return {};
    }
    return Circle{first->centre, 2 * first->radius, {}};
}

} // namespace goodfold::drawing
