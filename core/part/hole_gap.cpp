#include "part/hole_gap.h"

#include <algorithm>
#include <limits>

namespace goodfold::part {

namespace {

bool cross(const Segment& a, const Segment& b) {
    const auto side = [](const Segment& s, const Vec2& p) {
        const Vec2 along = s.to - s.from, to = p - s.from;
        return along.x() * to.y() - along.y() * to.x();
    };
    return side(a, b.from) * side(a, b.to) < 0 && side(b, a.from) * side(b, a.to) < 0;
}

double between(const Segment& a, const Segment& b) {
    if (cross(a, b)) return 0;
    return std::min({distance(a.from, b), distance(a.to, b), distance(b.from, a), distance(b.to, a)});
}

/// The stretches of a core: one point, the spine of a slot, or an outline.
std::vector<Segment> stretchesOf(const PartHole::Core& core) {
    std::vector<Segment> all;
    const size_t count = core.points.size();
    if (count < 3) return {{core.points.front(), core.points.back()}};
    for (size_t i = 0; i < count; ++i)
        all.push_back({core.points[i], core.points[(i + 1) % count]});
    return all;
}

bool holds(const PartHole::Core& outer, const PartHole::Core& inner) {
    return outer.points.size() > 2 && contains(outer.points, inner.points.front());
}

} // namespace

double gapBetween(const PartHole& one, const PartHole& other) {
    const PartHole::Core a = one.core(), b = other.core();
    double nearest = std::numeric_limits<double>::infinity();
    for (const Segment& of : stretchesOf(a))
        for (const Segment& to : stretchesOf(b))
            nearest = std::min(nearest, between(of, to));
    if (holds(a, b) || holds(b, a)) nearest = -nearest;
    return nearest - a.reach - b.reach;
}

std::vector<HolePair> closePairs(const Part& part, double least,
                                 const std::function<bool(const PartHole&)>& counts) {
    struct Placed {
        size_t index;
        int plate;
        Eigen::AlignedBox2d box;
    };
    std::vector<Placed> placed;
    for (size_t i = 0; i < part.holes.size(); ++i)
        if (!counts || counts(part.holes[i]))
            placed.push_back({i, part.holes[i].plate, boxOf(part.holes[i].shapeInFlat)});
    std::sort(placed.begin(), placed.end(), [](const Placed& a, const Placed& b) {
        return std::pair(a.plate, a.box.min().x()) < std::pair(b.plate, b.box.min().x());
    });
    std::vector<HolePair> pairs;
    for (size_t i = 0; i < placed.size(); ++i)
        for (size_t j = i + 1; j < placed.size(); ++j) {
            const bool isFar = placed[j].box.min().x() > placed[i].box.max().x() + least;
            if (isFar || placed[j].plate != placed[i].plate) break; // all further ones too
            if (placed[i].box.exteriorDistance(placed[j].box) >= least) continue;
            const auto [first, second] = std::minmax(placed[i].index, placed[j].index);
            const double gap = gapBetween(part.holes[first], part.holes[second]);
            if (gap < least) pairs.push_back({first, second, gap});
        }
    return pairs;
}

} // namespace goodfold::part
