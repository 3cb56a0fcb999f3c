// Orders faces back to front by a binary space partition: exact for bodies that interlock or even cut each
// other, where sorting by distance is not.
#include "draw/scene.h"

#include <algorithm>
#include <deque>
#include <utility>

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
    Partition(const Scene& scene, const Vec3& towardViewer)
        : firstRider(scene.faces.size(), kNone), nextRider(scene.faces.size(), kNone) {
        constexpr double kEdgeOn = 1e-9;
        for (const Face& face : scene.faces)
            faces.push_back(&face);
        for (size_t i = faces.size(); i-- > 0;) {
            if (faces[i]->normal.dot(towardViewer) <= kEdgeOn) continue;
            if (faces[i]->liesOn >= 0)
                nextRider[i] = std::exchange(firstRider[static_cast<size_t>(faces[i]->liesOn)], i);
            else
                seen.push_back(i);
        }
        std::reverse(seen.begin(), seen.end());
    }

    void show(const std::function<void(const Face&)>& showOne) {
        order(seen);
        for (const size_t face : ordered) {
            showOne(*faces[face]);
            forRiders(face, [&](size_t rider) { showOne(*faces[rider]); });
        }
    }

private:
    static constexpr auto kNone = static_cast<size_t>(-1);

    struct Sides {
        std::vector<size_t> behind, within, before;
    };

    /// What lies on a face as a whole, in the order of the list; on a piece of one that was cut nothing does.
    template <class Each> void forRiders(size_t face, const Each& each) const {
        if (face >= firstRider.size()) return;
        for (size_t rider = firstRider[face]; rider != kNone; rider = nextRider[rider])
            each(rider);
    }

    size_t piece(const Face& face, const std::vector<double>& heights, double sign) {
        pieces.push_back(cut(face, heights, sign)); // a deque: what is referred to stays where it is
        faces.push_back(&pieces.back());
        return faces.size() - 1;
    }

    /// From where to where a face reaches along a plane's normal, counted from the plane.
    struct Span {
        double low = 0, high = 0;
        bool reachesBehind() const { return low < -kInPlane; }
        bool reachesBefore() const { return high > kInPlane; }
    };
    Span spanOf(size_t face, const Face& plane) const {
        const double ground = plane.normal.dot(plane.corners[0]);
        Span span;
        for (const Vec3& corner : faces[face]->corners) {
            const double height = plane.normal.dot(corner) - ground;
            span.low = std::min(span.low, height);
            span.high = std::max(span.high, height);
        }
        return span;
    }

    void sort(size_t face, const Face& plane, Sides& sides) {
        const Span span = spanOf(face, plane);
        if (span.reachesBehind() && span.reachesBefore()) {
            std::vector<double> heights; // only the few faces that are cut need them all
            for (const Vec3& corner : faces[face]->corners)
                heights.push_back(plane.normal.dot(corner - plane.corners[0]));
            sides.behind.push_back(piece(*faces[face], heights, -1));
            sides.before.push_back(piece(*faces[face], heights, 1));
            forRiders(face, [&](size_t rider) { sort(rider, plane, sides); });
        } else if (span.reachesBehind()) {
            sides.behind.push_back(face);
        } else if (span.reachesBefore()) {
            sides.before.push_back(face);
        } else {
            sides.within.push_back(face);
        }
    }

    /// Of few the largest: it makes the least cuts, and the first of its size keeps a plate before its holes.
    /// Of many it may leave nearly all on one side, as a row of tabs does, so that each is sorted as often as
    /// there are tabs; then the one of several that parts a sample of them best.
    size_t splitter(const std::vector<size_t>& among) const {
        constexpr size_t kMany = 24, kTried = 4;
        size_t best = largestOf(among);
        if (among.size() < kMany) return best;
        double least = unevenness(best, among);
        for (size_t i = 0; i < kTried; ++i) {
            const size_t other = among[(2 * i + 1) * among.size() / (2 * kTried)];
            if (const double here = unevenness(other, among); here < least) {
                least = here;
                best = other;
            }
        }
        return best;
    }

    size_t largestOf(const std::vector<size_t>& among) const {
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

    /// How far a face's plane is from halving the others, by a sample: faces that it cuts count as several.
    double unevenness(size_t face, const std::vector<size_t>& among) const {
        constexpr size_t kSample = 16;
        constexpr int kCutCounts = 4;
        const Face& plane = *faces[face];
        int behind = 0, before = 0, cuts = 0;
        for (size_t i = 0; i < kSample; ++i) {
            const Span span = spanOf(among[i * among.size() / kSample], plane);
            if (span.reachesBehind() && span.reachesBefore())
                ++cuts;
            else if (span.reachesBehind())
                ++behind;
            else if (span.reachesBefore())
                ++before;
        }
        return std::abs(behind - before) + kCutCounts * cuts;
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
    std::vector<size_t> firstRider, nextRider; // of each of the scene's faces, those that look at the viewer
    std::vector<size_t> seen, ordered;
};

} // namespace

void backToFront(const Scene& scene, const Vec3& towardViewer, const std::function<void(const Face&)>& show) {
    Partition(scene, towardViewer).show(show);
}

} // namespace goodfold::draw
