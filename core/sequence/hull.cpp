#include "sequence/hull.h"

namespace goodfold::sequence {

Eigen::AlignedBox3d turned(const Pose3& pose, const Eigen::AlignedBox3d& box) {
    const Vec3 middle = pose * box.center();
    const Vec3 reach = pose.linear().cwiseAbs() * (box.sizes() / 2);
    return {middle - reach, middle + reach};
}

bool meet(const Hull& one, const Hull& other, const Pose3& oneFromOther, size_t& checks) {
    if (!one.box.intersects(turned(oneFromOther, other.box))) return false;
    for (const ConvexBody& with : other.pieces) {
        const auto room = turned(oneFromOther, with.box());
        for (const ConvexBody& piece : one.pieces) {
            if (!piece.box().intersects(room)) continue;
            ++checks;
            if (meet(piece, with, oneFromOther)) return true;
        }
    }
    return false;
}

Vec3 sharedPoint(const Hull& one, const Hull& other, const Pose3& oneFromOther) {
    for (const ConvexBody& with : other.pieces) {
        const auto room = turned(oneFromOther, with.box());
        for (const ConvexBody& piece : one.pieces) {
            const auto both = piece.box().intersection(room);
            if (both.isEmpty()) continue;
            if (const auto point = pointOfBoth(piece, with, oneFromOther))
                return point->cwiseMax(both.min()).cwiseMin(both.max());
        }
    }
    return one.box.intersection(turned(oneFromOther, other.box)).center();
}

part::Prism prismOf(const tool::Solid& solid) {
    part::Prism prism;
    for (const double y : {solid.from, solid.to})
        for (const Vec2& p : solid.section)
            prism.emplace_back(p.x(), y, p.y());
    return prism;
}

} // namespace goodfold::sequence
