// Orders faces back to front by a binary space partition: exact for bodies that interlock or even cut each
// other, where sorting by distance is not.
#include "draw/scene.h"

#include <algorithm>
#include <deque>
#include <numeric>

namespace goodfold::draw {

namespace {

/// Corners closer to a face's plane than this lie in it. A micrometre: far below a pixel at any zoom, far
/// above the rounding of folded coordinates.
constexpr double kInPlane = 1e-3;

/// The part of a face on one side of a plane (sign +1 before, -1 behind). Cut edges are not inked.
Face cut(const Face& face, const std::vector<double>& heights, double sign) {
    Face piece{{}, {}, face.normal, face.about, face.side, face.bendOrder, face.isSeenThrough};
    const qsizetype n = face.corners.size();
    for (qsizetype i = 0; i < n; ++i) {
        const qsizetype next = (i + 1) % n;
        const double here = sign * heights[static_cast<size_t>(i)];
        const double there = sign * heights[static_cast<size_t>(next)];
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

/// Faces stay where they are and are told by number: what moves from side to side is small.
class Partition {
public:
    explicit Partition(std::deque<Face> seen) : faces(std::move(seen)) {}

    std::vector<Face> backToFront() && {
        std::vector<size_t> all(faces.size());
        std::iota(all.begin(), all.end(), 0);
        order(all);
        std::vector<Face> result;
        result.reserve(ordered.size());
        for (const size_t face : ordered)
            result.push_back(std::move(faces[face]));
        return result;
    }

private:
    struct Sides {
        std::vector<size_t> behind, within, before;
    };

    void sort(size_t face, const Face& plane, Sides& sides) {
        const auto heightOf = [&](const Vec3& corner) { return plane.normal.dot(corner - plane.corners[0]); };
        double low = 0, high = 0;
        for (const Vec3& corner : faces[face].corners) {
            const double height = heightOf(corner);
            low = std::min(low, height);
            high = std::max(high, height);
        }
        const bool reachesBehind = low<-kInPlane, reachesBefore = high> kInPlane;
        if (reachesBehind && reachesBefore) {
            std::vector<double> heights; // only the few faces that are cut need them all
            for (const Vec3& corner : faces[face].corners)
                heights.push_back(heightOf(corner));
            faces.push_back(cut(faces[face], heights, -1)); // a deque: what is referred to stays where it is
            sides.behind.push_back(faces.size() - 1);
            faces.push_back(cut(faces[face], heights, 1));
            sides.before.push_back(faces.size() - 1);
        } else if (reachesBehind) {
            sides.behind.push_back(face);
        } else if (reachesBefore) {
            sides.before.push_back(face);
        } else {
            sides.within.push_back(face);
        }
    }

    /// The largest face makes the least cuts; the first of its size keeps a plate before its holes.
    size_t splitter(const std::vector<size_t>& among) const {
        const auto extent = [&](size_t face) {
            const auto& corners = faces[face].corners;
            return (corners[2] - corners[0]).squaredNorm();
        };
        size_t best = among.front();
        double largest = extent(best);
        for (const size_t face : among)
            if (const double here = extent(face); here > largest * 1.0001) {
                best = face;
                largest = here;
            }
        return best;
    }

    void order(const std::vector<size_t>& among) {
        if (among.empty()) return;
        const size_t chosen = splitter(among);
        Sides sides;
        for (const size_t face : among) {
            // The plane's own face is within it whatever rounding says, so that every step takes one away.
            if (face == chosen)
                sides.within.push_back(face);
            else
                sort(face, faces[chosen], sides);
        }
        // All faces look at the viewer, so what lies before the plane hides what lies behind it.
        order(sides.behind);
        ordered.insert(ordered.end(), sides.within.begin(), sides.within.end());
        order(sides.before);
    }

    std::deque<Face> faces;
    std::vector<size_t> ordered;
};

} // namespace

std::vector<Face> backToFront(const Scene& scene, const Vec3& towardViewer) {
    constexpr double kEdgeOn = 1e-9;
    std::deque<Face> seen;
    for (const Face& face : scene.faces)
        if (face.normal.dot(towardViewer) > kEdgeOn) seen.push_back(face);
    return Partition(std::move(seen)).backToFront();
}

} // namespace goodfold::draw
