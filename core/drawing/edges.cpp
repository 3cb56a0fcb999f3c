#include "drawing/edges.h"

#include <cmath>

namespace goodfold::drawing {

size_t vertexAt(const Path& path, const Vec2& point) {
    constexpr double kThere = 1e-6; // mm
    for (size_t i = 0; i < path.size(); ++i)
        if ((path[i].point - point).norm() < kThere) return i;
    return path.size();
}

job::FreeEdge edgeAlong(const Path& path, size_t from, size_t to) {
    const Vec2 origin = path[from].point, along = (path[to].point - origin).normalized();
    const Vec2 outward(along.y(), -along.x());
    job::FreeEdge edge;
    for (size_t i = from; i != to; i = (i + 1) % path.size()) {
        const Vec2 by = path[i].point - origin, next = path[(i + 1) % path.size()].point;
        const double bow = path[i].bulge * (next - path[i].point).norm() / 2;
        if (i == from)
            edge.bow = bow;
        else
            edge.points.push_back({{by.dot(along), by.dot(outward)}, bow, 0});
    }
    return edge;
}

job::Plate plateOf(const Path& path, const Corners& corners, const std::set<job::Edge>& bent) {
    constexpr double kSame = 1e-6; // mm
    const auto at = [&](size_t corner) { return path[corners[corner]].point; };
    job::Plate plate;
    plate.length = at(1).x() - at(0).x();
    plate.width = at(3).y() - at(0).y();
    const double right = at(1).y() - at(0).y(), left = at(3).y() - at(2).y();
    if (std::abs(right) > kSame) plate.inset[job::Edge::Right] = right;
    if (std::abs(left) > kSame) plate.inset[job::Edge::Left] = left;
    constexpr std::array kEdges{job::Edge::Right, job::Edge::End, job::Edge::Left, job::Edge::Start};
    for (size_t i = 0; i < kEdges.size(); ++i) {
        if (bent.contains(kEdges[i])) continue;
        job::FreeEdge edge = edgeAlong(path, corners[i], corners[(i + 1) % corners.size()]);
        if (edge.bow != 0 || !edge.points.empty()) plate.edges[kEdges[i]] = std::move(edge);
    }
    return plate;
}

} // namespace goodfold::drawing
