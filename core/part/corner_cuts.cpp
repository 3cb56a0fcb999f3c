#include "part/corner_cuts.h"

#include <limits>

namespace goodfold::part {

namespace {

/// One corner between the edges that come in and go out, cut as asked.
struct CutCorner {
    Path path;
    double taken = 0; // of both edges
};

/// A round that has no room takes more than any edge has.
CutCorner cutCorner(const CornerCut& cut, const Vec2& before, const Vec2& corner, const Vec2& next) {
    if (cut.kind == CornerCut::Kind::Chamfer) {
        const Vec2 in = (corner - before).normalized(), out = (next - corner).normalized();
        return {{{corner - cut.size * in, 0}, {corner + cut.size * out, 0}}, cut.size};
    }
    const auto round = roundedCorner(before, corner, next, cut.size);
    if (!round) return {{{corner, 0}}, std::numeric_limits<double>::max()};
    return {{round->begins, round->ends}, round->taken};
}

bool isFullRound(const Plate& plate, Edge edge) {
    const auto end = plate.ends.find(edge);
    return end != plate.ends.end() && end->second.fullRound;
}

/// Replaces the two corners of an end by one arc over the whole width.
void roundEnd(CutCorners& cut, std::array<double, 4>& taken, const Polygon& square, size_t first) {
    const size_t second = (first + 1) % 4;
    const Vec2 out = (square[first] - square[(first + 3) % 4]).normalized();
    const double radius = (square[second] - square[first]).norm() / 2;
    cut.corners[first] = {{square[first] - radius * out, 1}};
    cut.corners[second] = {{square[second] - radius * out, 0}};
    taken[first] = taken[second] = radius;
}

} // namespace

Path joined(const std::array<Path, 4>& corners) {
    Path all;
    for (const Path& corner : corners)
        all.insert(all.end(), corner.begin(), corner.end());
    return withoutRepeats(std::move(all));
}

CutCorners cutCorners(const Plate& plate, const Polygon& square) {
    CutCorners made;
    std::array<double, 4> taken{};
    for (size_t i = 0; i < 4; ++i) {
        made.corners[i] = {{square[i], 0}};
        const auto cut = plate.corners.find(static_cast<Corner>(i));
        if (cut == plate.corners.end()) continue;
        CutCorner corner = cutCorner(cut->second, square[(i + 3) % 4], square[i], square[(i + 1) % 4]);
        made.corners[i] = std::move(corner.path);
        taken[i] = corner.taken;
    }
    constexpr size_t kEndRight = 1, kStartLeft = 3;
    if (isFullRound(plate, Edge::End)) roundEnd(made, taken, square, kEndRight);
    if (isFullRound(plate, Edge::Start)) roundEnd(made, taken, square, kStartLeft);

    constexpr double kSameLength = 1e-9; // two sums of the same lengths
    for (size_t i = 0; i < 4; ++i) {
        const double edge = (square[(i + 1) % 4] - square[i]).norm();
        const bool isRoundEnd = (i == kEndRight && isFullRound(plate, Edge::End)) ||
                                (i == kStartLeft && isFullRound(plate, Edge::Start));
        if (!isRoundEnd && taken[i] + taken[(i + 1) % 4] > edge + kSameLength) made.fits = false;
    }
    if (!made.fits)
        for (size_t i = 0; i < 4; ++i)
            made.corners[i] = {{square[i], 0}};
    return made;
}

} // namespace goodfold::part
