#include "draw/plate_faces.h"

#include "common/convex.h"

#include <algorithm>
#include <cmath>

namespace goodfold::draw {

namespace {

using job::Element;

constexpr double kSharpDeg = 20;                   // edges that turn by more meet in a line
constexpr double kOffEdge = 0.02, kOffHole = 0.04; // mm that chords may stand off what is round

class Builder {
public:
    Builder(const PlateAsFormed& from, std::vector<Face>& ofPlate, std::vector<Face>& ofHoles)
        : from(from), about(Element::plate(from.plate.id)), ofPlate(ofPlate), ofHoles(ofHoles) {}

    void build() {
        addPlate();
        for (const part::PartHole* hole : from.holes)
            addHole(*hole);
    }

private:
    /// A convex piece of the plate, in the flat: its back in the list of faces, its face after that.
    struct Ground {
        Polygon corners;
        int back;
    };

    /// A plate's outline in chords. A stretch is open (a rim) unless the plate goes over into a bend there; a
    /// point is sharp where the outline turns, and not where chords do.
    struct Outline {
        Polygon points;
        std::vector<bool> open, sharp;
    };

    Outline outlineOf() const {
        Outline outline;
        const Path& path = from.plate.shapeInFlat;
        Vec2 before = directionAt(path, path.size() - 1, true);
        for (size_t i = 0; i < path.size(); ++i) {
            const Vec2 &here = path[i].point, &next = path[(i + 1) % path.size()].point;
            const bool isRound = path[i].bulge != 0 && here != next;
            const double step = isRound ? chordStep(arcOf(here, next, path[i].bulge).radius, kOffEdge) : 0;
            Polygon chords = isRound ? flattened({path[i], {next, 0}}, step) : Polygon{here, next};
            chords.pop_back(); // the next stretch begins there
            outline.points.insert(outline.points.end(), chords.begin(), chords.end());
            outline.open.insert(outline.open.end(), chords.size(), from.plate.jointAt[i] < 0);
            outline.sharp.push_back(before.dot(directionAt(path, i, false)) < std::cos(radians(kSharpDeg)));
            outline.sharp.insert(outline.sharp.end(), chords.size() - 1, false);
            before = directionAt(path, i, true);
        }
        return outline;
    }

    /// Which way a stretch runs where it begins, or where it ends.
    static Vec2 directionAt(const Path& path, size_t stretch, bool atEnd) {
        const Vec2 &from = path[stretch].point, &to = path[(stretch + 1) % path.size()].point;
        const double turn = (atEnd ? 2 : -2) * std::atan(path[stretch].bulge);
        return Eigen::Rotation2Dd(turn) * (to - from).normalized();
    }

    void addPlate() {
        if (from.plate.shortestStraight <= 0 || from.plate.width <= 0) return;
        const Outline outline = outlineOf();
        addRims(outline);
        const size_t count = outline.points.size();
        for (const ConvexPiece& piece : convexPieces(outline.points)) {
            QVarLengthArray<Vec3, 6> back, face;
            QVarLengthArray<bool, 6> backInked, faceInked;
            for (size_t i = 0; i < piece.size(); ++i) {
                const size_t here = piece[i], next = piece[(i + 1) % piece.size()];
                face.push_back(onPlate(outline.points[here], from.thickness));
                faceInked.push_back(next == (here + 1) % count && outline.open[here]);
            }
            for (size_t i = piece.size(); i-- > 0;) {
                const size_t here = piece[i], next = piece[(i + piece.size() - 1) % piece.size()];
                back.push_back(onPlate(outline.points[here], 0));
                backInked.push_back(here == (next + 1) % count && outline.open[next]);
            }
            Polygon corners;
            for (const size_t i : piece)
                corners.push_back(outline.points[i]);
            const size_t first = ofPlate.size();
            addFace(ofPlate, {std::move(back), std::move(backInked), {}, about, Face::Side::Back});
            addFace(ofPlate, {std::move(face), std::move(faceInked), {}, about, Face::Side::Face});
            if (ofPlate.size() == first + 2) grounds.push_back({std::move(corners), static_cast<int>(first)});
        }
    }

    /// The piece of a plate that holds all of an outline; null where it reaches over several.
    const Ground* groundOf(const Polygon& outline) const {
        for (const Ground& ground : grounds)
            if (std::all_of(outline.begin(), outline.end(),
                            [&](const Vec2& point) { return isInside(ground.corners, point); }))
                return &ground;
        return nullptr;
    }

    /// `corners` are convex and run counter-clockwise.
    static bool isInside(const Polygon& corners, const Vec2& point) {
        for (size_t i = 0; i < corners.size(); ++i) {
            const Vec2 side = corners[(i + 1) % corners.size()] - corners[i], out = point - corners[i];
            if (side.x() * out.y() - side.y() * out.x() < 0) return false;
        }
        return true;
    }

    void addRims(const Outline& outline) {
        const size_t count = outline.points.size();
        const auto up = [&](size_t i) { return onPlate(outline.points[i], from.thickness); };
        const auto down = [&](size_t i) { return onPlate(outline.points[i], 0); };
        for (size_t i = 0; i < count; ++i) {
            const size_t next = (i + 1) % count, before = (i + count - 1) % count;
            if (!outline.open[i] || (outline.points[next] - outline.points[i]).norm() < 1e-9) continue;
            // A line across the rim only where it turns sharply, and none where it goes over into a bend.
            addFace(ofPlate, {{down(i), down(next), up(next), up(i)},
                              {true, outline.open[next] && outline.sharp[next], true,
                               outline.open[before] && outline.sharp[i]},
                              {},
                              about,
                              Face::Side::Rim});
        }
    }

    /// Holes lie on their plate's face and back as dark pieces, after it in the list, so that they are
    /// painted on it; a countersink as a ring under its hole.
    void addHole(const part::PartHole& hole) {
        if (from.plate.shortestStraight <= 0 || !contains(from.plate.shapeInFlat, hole.centreOfShape()))
            return;
        const Patch patch = patchOf(flattened(hole.shapeInFlat, chordStep(hole.diameter / 2, kOffHole)));
        if (!hole.countersink) {
            const Ground* ground = groundOf(patch.outline);
            for (const bool onFace : {true, false})
                addPatch(hole, patch, onFace, Face::Side::Hole, ground);
            return;
        }
        // The ring has to stay under the hole, so both lie on one ground or on none.
        const Patch ring = patchOf(circleOf(hole.centreInFlat, hole.countersink->diameter / 2));
        const Ground* ground = groundOf(ring.outline);
        addPatch(hole, ring, !hole.countersink->onBack, Face::Side::Rim, ground);
        for (const bool onFace : {true, false})
            addPatch(hole, patch, onFace, Face::Side::Hole, ground);
    }

    /// An outline that runs counter-clockwise as seen on the face.
    struct Patch {
        Polygon outline;
        std::vector<ConvexPiece> pieces;
    };
    static Patch patchOf(Polygon outline) {
        auto pieces = convexPieces(outline);
        return {std::move(outline), std::move(pieces)};
    }

    Polygon circleOf(const Vec2& centre, double radius) const {
        const auto count = static_cast<int>(std::ceil(360 / chordStep(radius, kOffHole)));
        Polygon circle;
        for (int i = 0; i < count; ++i)
            circle.push_back(centre + radius * Vec2(std::cos(radians(360.0 * i / count)),
                                                    std::sin(radians(360.0 * i / count))));
        return circle;
    }

    void addPatch(const part::PartHole& hole, const Patch& patch, bool onFace, Face::Side side,
                  const Ground* ground) {
        const Polygon& outline = patch.outline;
        const size_t count = outline.size();
        const int liesOn = ground ? ground->back + (onFace ? 1 : 0) : -1;
        for (const ConvexPiece& piece : patch.pieces) {
            QVarLengthArray<Vec3, 6> corners;
            QVarLengthArray<bool, 6> inked;
            const size_t last = piece.size() - 1;
            for (size_t i = 0; i < piece.size(); ++i) {
                const size_t here = onFace ? i : last - i;
                const size_t before = onFace ? here : (here + last) % piece.size(); // of the edge to the next
                corners.push_back(onPlate(outline[piece[here]], onFace ? from.thickness : 0));
                inked.push_back(piece[(before + 1) % piece.size()] == (piece[before] + 1) % count);
            }
            addFace(ofHoles, {std::move(corners),
                              std::move(inked),
                              {},
                              Element::hole(hole.source),
                              side,
                              -1,
                              false,
                              liesOn});
        }
    }

    Vec3 onPlate(const Vec2& p, double z) const { return from.rootFromFlat * Vec3(p.x(), p.y(), z); }
    double chordStep(double radius, double off) const { return chordStepDeg(radius, off, from.finest); }

    const PlateAsFormed& from;
    const Element about;
    std::vector<Face>& ofPlate;
    std::vector<Face>& ofHoles;
    std::vector<Ground> grounds;
};

bool areSame(const Path& one, const Path& other) {
    return std::equal(
        one.begin(), one.end(), other.begin(), other.end(),
        [](const PathVertex& a, const PathVertex& b) { return a.point == b.point && a.bulge == b.bulge; });
}

} // namespace

PlateFaces::PlateFaces(const PlateAsFormed& from)
    : plate(from.plate), rootFromFlat(from.rootFromFlat), thickness(from.thickness), finest(from.finest) {
    for (const part::PartHole* hole : from.holes)
        holes.push_back({hole->source, hole->shapeInFlat, hole->countersink});
    Builder(from, ofPlate, ofHoles).build();
}

bool PlateFaces::areOf(const PlateAsFormed& other) const {
    const part::PartPlate& now = other.plate;
    return thickness == other.thickness && finest == other.finest && plate.id == now.id &&
           rootFromFlat.matrix() == other.rootFromFlat.matrix() && plate.width == now.width &&
           plate.shortestStraight == now.shortestStraight && plate.jointAt == now.jointAt &&
           areSame(plate.shapeInFlat, now.shapeInFlat) &&
           std::equal(holes.begin(), holes.end(), other.holes.begin(), other.holes.end(),
                      [](const Hole& own, const part::PartHole* hole) { return own.isOf(*hole); });
}

bool PlateFaces::Hole::isOf(const part::PartHole& hole) const {
    return source == hole.source && countersink == hole.countersink && areSame(shapeInFlat, hole.shapeInFlat);
}

} // namespace goodfold::draw
