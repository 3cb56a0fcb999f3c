// Orders faces back to front by a binary space partition: exact for bodies that interlock or even cut each
// other, where sorting by distance is not.
#include "draw/scene.h"

#include <algorithm>
#include <deque>

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

/// Faces are told by number: what moves from side to side is small. What lies on another as a whole goes with
/// it, and is looked at for itself only once that is cut.
class Partition {
public:
    Partition(const Scene& scene, const Vec3& towardViewer) : ridden(scene.faces.size()) {
        constexpr double kEdgeOn = 1e-9;
        for (const Face& face : scene.faces)
            faces.push_back(&face);
        for (size_t i = 0; i < faces.size(); ++i) {
            if (faces[i]->normal.dot(towardViewer) <= kEdgeOn) continue;
            if (faces[i]->liesOn >= 0)
                ridden[static_cast<size_t>(faces[i]->liesOn)].push_back(i);
            else
                seen.push_back(i);
        }
    }

    void show(const std::function<void(const Face&)>& showOne) {
        order(seen);
        for (const size_t face : ordered) {
            showOne(*faces[face]);
            if (face >= ridden.size()) continue; // a piece of one that was cut
            for (const size_t rider : ridden[face])
                showOne(*faces[rider]);
        }
    }

private:
    struct Sides {
        std::vector<size_t> behind, within, before;
    };

    size_t piece(const Face& face, const std::vector<double>& heights, double sign) {
        pieces.push_back(cut(face, heights, sign)); // a deque: what is referred to stays where it is
        faces.push_back(&pieces.back());
        return faces.size() - 1;
    }

    void sort(size_t face, const Face& plane, Sides& sides) {
        const auto heightOf = [&](const Vec3& corner) { return plane.normal.dot(corner - plane.corners[0]); };
        double low = 0, high = 0;
        for (const Vec3& corner : faces[face]->corners) {
            const double height = heightOf(corner);
            low = std::min(low, height);
            high = std::max(high, height);
        }
        const bool reachesBehind = low<-kInPlane, reachesBefore = high> kInPlane;
        if (reachesBehind && reachesBefore) {
            std::vector<double> heights; // only the few faces that are cut need them all
            for (const Vec3& corner : faces[face]->corners)
                heights.push_back(heightOf(corner));
            sides.behind.push_back(piece(*faces[face], heights, -1));
            sides.before.push_back(piece(*faces[face], heights, 1));
            if (face >= ridden.size()) return;
            for (const size_t rider : ridden[face])
                sort(rider, plane, sides);
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
            const auto& corners = faces[face]->corners;
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
                sort(face, *faces[chosen], sides);
        }
        // All faces look at the viewer, so what lies before the plane hides what lies behind it.
        order(sides.behind);
        ordered.insert(ordered.end(), sides.within.begin(), sides.within.end());
        order(sides.before);
    }

    std::vector<const Face*> faces; // the scene's, then pieces
    std::deque<Face> pieces;
    std::vector<std::vector<size_t>> ridden; // of each of the scene's faces: what lies on it
    std::vector<size_t> seen, ordered;
};

} // namespace

void backToFront(const Scene& scene, const Vec3& towardViewer, const std::function<void(const Face&)>& show) {
    Partition(scene, towardViewer).show(show);
}

} // namespace goodfold::draw
