// Prisms for a second collision library, which the program itself has no part of.
#pragma once

#include "common/geometry.h"

#include <fcl/geometry/shape/convex.h>

namespace goodfold::test {

/// Bottom, top and sides, each as its number of corners and then those. The first polygon has to lie below
/// the second along its own normal.
inline fcl::Convexd fclConvexOf(const std::vector<Vec3>& prism) {
    const int count = static_cast<int>(prism.size()) / 2;
    auto faces = std::make_shared<std::vector<int>>();
    faces->push_back(count);
    for (int i = count - 1; i >= 0; --i)
        faces->push_back(i);
    faces->push_back(count);
    for (int i = 0; i < count; ++i)
        faces->push_back(count + i);
    for (int i = 0; i < count; ++i) {
        const int next = (i + 1) % count;
        faces->insert(faces->end(), {4, i, next, count + next, count + i});
    }
    return {std::make_shared<const std::vector<Vec3>>(prism), count + 2, faces};
}

/// Whether a point is no further than `beside` out of any side of a straight prism whose polygon, first below
/// and then above, runs counter-clockwise about z.
inline bool isInPrism(const std::vector<Vec3>& prism, const Vec3& point, double beside) {
    const size_t count = prism.size() / 2;
    if (point.z() < prism.front().z() - beside || point.z() > prism.back().z() + beside) return false;
    for (size_t i = 0; i < count; ++i) {
        const Vec2 from = prism[i].head<2>(), along = (prism[(i + 1) % count].head<2>() - from).normalized();
        const Vec2 to = point.head<2>() - from;
        if (along.x() * to.y() - along.y() * to.x() < -beside) return false;
    }
    return true;
}

} // namespace goodfold::test
