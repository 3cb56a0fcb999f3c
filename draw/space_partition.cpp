// Orders faces back to front by a binary space partition: exact for bodies that interlock or even cut each
// other, where sorting by distance is not.
#include "draw/scene.h"

#include <algorithm>

namespace goodfold::draw {

namespace {

/// Corners closer to a face's plane than this lie in it. A micrometre: far below a pixel at any zoom, far
/// above the rounding of folded coordinates.
constexpr double kInPlane = 1e-3;

struct Sides {
    std::vector<Face> behind, within, before;
};

/// The part of a face on one side of a plane (sign +1 before, -1 behind). Cut edges are not inked.
Face cut(const Face& face, const std::vector<double>& heights, double sign) {
    Face piece{{}, {}, face.normal, face.about, face.side, face.bendOrder};
    const size_t n = face.corners.size();
    for (size_t i = 0; i < n; ++i) {
        const size_t next = (i + 1) % n;
        const double here = sign * heights[i], there = sign * heights[next];
        const bool crosses = (here > kInPlane && there < -kInPlane) || (here < -kInPlane && there > kInPlane);
        const auto crossing = [&] {
            return Vec3(face.corners[i] + here / (here - there) * (face.corners[next] - face.corners[i]));
        };
        if (here >= -kInPlane) {
            piece.corners.push_back(face.corners[i]);
            const bool leaves = !crosses && there < -kInPlane;
            piece.inked.push_back(face.inked[i] && !leaves);
        }
        if (!crosses) continue;
        piece.corners.push_back(crossing());
        piece.inked.push_back(here < 0 && face.inked[i]);
    }
    return piece;
}

void sort(Face face, const Face& plane, Sides& sides) {
    std::vector<double> heights;
    double low = 0, high = 0;
    for (const Vec3& corner : face.corners) {
        heights.push_back(plane.normal.dot(corner - plane.corners[0]));
        low = std::min(low, heights.back());
        high = std::max(high, heights.back());
    }
    const bool reachesBehind = low<-kInPlane, reachesBefore = high> kInPlane;
    if (reachesBehind && reachesBefore) {
        sides.behind.push_back(cut(face, heights, -1));
        sides.before.push_back(cut(face, heights, 1));
    } else if (reachesBehind) {
        sides.behind.push_back(std::move(face));
    } else if (reachesBefore) {
        sides.before.push_back(std::move(face));
    } else {
        sides.within.push_back(std::move(face));
    }
}

/// The largest face makes the least cuts; the first of its size keeps a plate before its holes.
size_t splitter(const std::vector<Face>& faces) {
    const auto extent = [](const Face& face) { return (face.corners[2] - face.corners[0]).squaredNorm(); };
    size_t best = 0;
    for (size_t i = 1; i < faces.size(); ++i)
        if (extent(faces[i]) > extent(faces[best]) * 1.0001) best = i;
    return best;
}

void order(std::vector<Face> faces, std::vector<Face>& ordered) {
    if (faces.empty()) return;
    const size_t chosen = splitter(faces);
    const Face plane = faces[chosen];
    Sides sides;
    for (size_t i = 0; i < faces.size(); ++i) {
        // The plane's own face is within it whatever rounding says, so that every step takes one away.
        if (i == chosen)
            sides.within.push_back(plane);
        else
            sort(std::move(faces[i]), plane, sides);
    }
    // All faces look at the viewer, so what lies before the plane hides what lies behind it.
    order(std::move(sides.behind), ordered);
    std::move(sides.within.begin(), sides.within.end(), std::back_inserter(ordered));
    order(std::move(sides.before), ordered);
}

} // namespace

std::vector<Face> backToFront(const Scene& scene, const Vec3& towardViewer) {
    constexpr double kEdgeOn = 1e-9;
    std::vector<Face> seen;
    for (const Face& face : scene.faces)
        if (face.normal.dot(towardViewer) > kEdgeOn) seen.push_back(face);
    std::vector<Face> ordered;
    ordered.reserve(seen.size() * 2);
    order(std::move(seen), ordered);
    return ordered;
}

} // namespace goodfold::draw
