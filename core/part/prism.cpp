#include "part/prism.h"

#include "common/convex.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

namespace goodfold::part {

namespace {

Polygon insetTowardMiddle(const Polygon& outline) {
    Vec2 middle(0, 0);
    for (const Vec2& corner : outline)
        middle += corner / static_cast<double>(outline.size());
    Polygon inset;
    for (const Vec2& corner : outline)
        inset.push_back(corner + kTouching * (middle - corner).normalized());
    return inset;
}

Prism plateBetween(const Polygon& flat, double thickness) {
    Prism piece;
    for (const double z : {kTouching, thickness - kTouching})
        for (const Vec2& p : insetTowardMiddle(flat))
            piece.emplace_back(p.x(), p.y(), z);
    return piece;
}

} // namespace

std::vector<Prism> leftOnPrisms(const Part& part, int plate, Edge edge) {
    const Polygon flat = leftOn(part, plate, edge);
    if (flat.empty()) return {};
    return {plateBetween(flat, part.thickness)};
}

std::vector<Prism> platePrisms(const Part& part, int index) {
    const Polygon outline = flattened(part.plates[static_cast<size_t>(index)].shapeInFlat, kPieceDeg);
    std::vector<Prism> pieces;
    for (const ConvexPiece& corners : convexPieces(outline)) {
        Polygon flat;
        for (const size_t corner : corners)
            flat.push_back(outline[corner]);
        pieces.push_back(plateBetween(flat, part.thickness));
    }
    return pieces;
}

std::vector<Prism> zonePrisms(const Part& part, int index, double turnedDeg) {
    const PartBend& bend = part.bends[static_cast<size_t>(index)];
    const Polygon zone = insetTowardMiddle(bend.zoneInFlat);
    const int count = std::max(1, static_cast<int>(std::ceil(turnedDeg / kPieceDeg)));
    const auto section = [&](int i, double z) {
        const double share = static_cast<double>(i) / count;
        std::array<Vec3, 2> at;
        for (size_t side : {0, 1}) {
            const Vec2& from = zone[side == 0 ? 0 : 3];
            const Vec2& to = zone[side == 0 ? 1 : 2];
            const Vec2 p = from + share * (to - from);
            const double distance = std::clamp((p - bend.near.from).dot(bend.across), 0.0, bend.allowance);
            at[side] = foldedFromFlat(bend, distance, turnedDeg) * Vec3(p.x(), p.y(), z);
        }
        return at;
    };
    std::vector<Prism> pieces(static_cast<size_t>(count), Prism(8));
    for (int i = 0; i < count; ++i)
        for (const size_t layer : {0, 4}) {
            const double z = layer == 0 ? kTouching : part.thickness - kTouching;
            const auto before = section(i, z), after = section(i + 1, z);
            Prism& piece = pieces[static_cast<size_t>(i)];
            piece[layer] = before[0];
            piece[layer + 1] = after[0];
            piece[layer + 2] = after[1];
            piece[layer + 3] = before[1];
        }
    return pieces;
}

Prism moved(const Pose3& pose, Prism prism) {
    for (Vec3& corner : prism)
        corner = pose * corner;
    return prism;
}

Eigen::AlignedBox3d boxOf(const Prism& piece) {
    Eigen::AlignedBox3d box;
    for (const Vec3& corner : piece)
        box.extend(corner);
    return box;
}

} // namespace goodfold::part
