#include "sequence/hull.h"

#include <fcl/narrowphase/collision.h>

#include <exception>

namespace goodfold::sequence {

Eigen::AlignedBox3d turned(const Pose3& pose, const Eigen::AlignedBox3d& box) {
    const Vec3 middle = pose * box.center();
    const Vec3 reach = pose.linear().cwiseAbs() * (box.sizes() / 2);
    return {middle - reach, middle + reach};
}

bool meet(const Hull& one, const Hull& other, const Pose3& oneFromOther, size_t& checks) {
    if (!one.box.intersects(turned(oneFromOther, other.box))) return false;
    fcl::CollisionRequestd request;
    request.gjk_solver_type = fcl::GST_LIBCCD;
    for (size_t j = 0; j < other.pieces.size(); ++j) {
        const auto box = turned(oneFromOther, other.boxes[j]);
        for (size_t i = 0; i < one.pieces.size(); ++i) {
            if (!one.boxes[i].intersects(box)) continue;
            ++checks;
            fcl::CollisionResultd result;
            if (fcl::collide(&one.pieces[i], Pose3::Identity(), &other.pieces[j], oneFromOther, request,
                             result) > 0)
                return true;
        }
    }
    return false;
}

Vec3 sharedPoint(const Hull& one, const Hull& other, const Pose3& oneFromOther) {
    fcl::CollisionRequestd request;
    request.enable_contact = true;
    request.gjk_solver_type = fcl::GST_LIBCCD;
    for (size_t j = 0; j < other.pieces.size(); ++j) {
        const auto room = turned(oneFromOther, other.boxes[j]);
        for (size_t i = 0; i < one.pieces.size(); ++i) {
            const auto both = one.boxes[i].intersection(room);
            if (both.isEmpty()) continue;
            try {
                fcl::CollisionResultd result;
                fcl::collide(&one.pieces[i], Pose3::Identity(), &other.pieces[j], oneFromOther, request,
                             result);
                if (result.isCollision())
                    return result.getContact(0).pos.cwiseMax(both.min()).cwiseMin(both.max());
            } catch (const std::exception&) { // FCL gives up on the depth of some flush faces
                return both.center();
            }
        }
    }
    return one.box.intersection(turned(oneFromOther, other.box)).center();
}

part::Prism prismOf(const tool::Solid& solid) {
    part::Prism
        prism; // FCL wants the first polygon below the second along its own normal: y runs against x, z
    for (const double y : {solid.to, solid.from})
        for (const Vec2& p : solid.section)
            prism.emplace_back(p.x(), y, p.y());
    return prism;
}

} // namespace goodfold::sequence
