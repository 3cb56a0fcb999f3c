#include "draw/scene.h"

#include "common/convex.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold::draw {

namespace {

using job::Element;

constexpr double kArcStepDeg = 10;
// How far chords may stand off what is round, in mm: a hole, and a bend's outer face.
constexpr double kOffHole = 0.04, kOffBend = 0.1;

class Builder {
public:
    Builder(const part::Part& part, const part::Folded& folded) : part(part), folded(folded) {}

    Scene built() && {
        for (size_t i = 0; i < part.plates.size(); ++i)
            addPlate(static_cast<int>(i));
        for (size_t i = 0; i < part.bends.size(); ++i)
            addZone(static_cast<int>(i));
        for (const part::PartHole& hole : part.holes)
            addHole(hole);
        scene.points.reserve(scene.faces.size() * 4);
        for (const Face& face : scene.faces)
            scene.points.insert(scene.points.end(), face.corners.begin(), face.corners.end());
        return std::move(scene);
    }

private:
    void add(QVarLengthArray<Vec3, 6> corners, QVarLengthArray<bool, 6> inked, const Element& about,
             Face::Side side, int bendOrder = -1) {
        Vec3 normal = Vec3::Zero(); // over all corners: the first three may lie in a line
        for (qsizetype i = 0; i < corners.size(); ++i)
            normal += corners[i].cross(corners[(i + 1) % corners.size()]);
        if (normal.norm() < 1e-9) return; // nothing to see: a face without extent
        scene.faces.push_back(
            {std::move(corners), std::move(inked), normal.normalized(), about, side, bendOrder});
    }

    Vec3 onPlate(int plate, const Vec2& p, double z) const {
        return folded.rootFromFlat[static_cast<size_t>(plate)] * Vec3(p.x(), p.y(), z);
    }

    /// A plate's outline in chords. A stretch is open (a rim) unless the plate goes over into a bend there.
    struct Outline {
        Polygon points;
        std::vector<bool> open;
    };

    static Outline outlineOf(const part::PartPlate& plate) {
        Outline outline;
        const Path& path = plate.shapeInFlat;
        for (size_t i = 0; i < path.size(); ++i) {
            const Path stretch{path[i], {path[(i + 1) % path.size()].point, 0}};
            Polygon chords = flattened(stretch, kArcStepDeg);
            chords.pop_back(); // the next stretch begins there
            outline.points.insert(outline.points.end(), chords.begin(), chords.end());
            outline.open.insert(outline.open.end(), chords.size(), plate.jointAt[i] < 0);
        }
        return outline;
    }

    void addPlate(int index) {
        const part::PartPlate& plate = part.plates[static_cast<size_t>(index)];
        if (plate.shortestStraight <= 0 || plate.width <= 0) return;
        const Outline outline = outlineOf(plate);
        addRims(index, outline);
        const size_t count = outline.points.size();
        for (const ConvexPiece& piece : convexPieces(outline.points)) {
            QVarLengthArray<Vec3, 6> back, face;
            QVarLengthArray<bool, 6> backInked, faceInked;
            for (size_t i = 0; i < piece.size(); ++i) {
                const size_t here = piece[i], next = piece[(i + 1) % piece.size()];
                face.push_back(onPlate(index, outline.points[here], part.thickness));
                faceInked.push_back(next == (here + 1) % count && outline.open[here]);
            }
            for (size_t i = piece.size(); i-- > 0;) {
                const size_t here = piece[i], next = piece[(i + piece.size() - 1) % piece.size()];
                back.push_back(onPlate(index, outline.points[here], 0));
                backInked.push_back(here == (next + 1) % count && outline.open[next]);
            }
            const Element about = Element::plate(plate.id);
            add(std::move(back), std::move(backInked), about, Face::Side::Back);
            add(std::move(face), std::move(faceInked), about, Face::Side::Face);
        }
    }

    void addRims(int index, const Outline& outline) {
        const Element about = Element::plate(part.plates[static_cast<size_t>(index)].id);
        const size_t count = outline.points.size();
        const auto up = [&](size_t i) { return onPlate(index, outline.points[i], part.thickness); };
        const auto down = [&](size_t i) { return onPlate(index, outline.points[i], 0); };
        for (size_t i = 0; i < count; ++i) {
            const size_t next = (i + 1) % count, before = (i + count - 1) % count;
            if (!outline.open[i] || (outline.points[next] - outline.points[i]).norm() < 1e-9) continue;
            // A line across the rim only where it turns sharply, and none where it goes over into a bend.
            add({down(i), down(next), up(next), up(i)},
                {true, outline.open[next] && isSharp(outline.points, next), true,
                 outline.open[before] && isSharp(outline.points, i)},
                about, Face::Side::Rim);
        }
    }

    static bool isSharp(const Polygon& corners, size_t i) {
        const size_t count = corners.size();
        const Vec2 in = (corners[i] - corners[(i + count - 1) % count]).normalized();
        const Vec2 out = (corners[(i + 1) % count] - corners[i]).normalized();
        return in.dot(out) < std::cos(radians(2 * kArcStepDeg));
    }

    /// What is small needs fewer chords to look round.
    static double stepDeg(double radius, double off) {
        constexpr double kFinest = 6, kCoarsest = 30;
        return std::clamp(2 * degrees(std::acos(1 - off / std::max(radius, 2 * off))), kFinest, kCoarsest);
    }

    void addZone(int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        const Polygon& zone = bend.zoneInFlat;
        if (bend.allowance <= 0 || (zone[3] - zone[0]).norm() < 1e-9) return;
        const Element about = Element::bend(bend.id);
        const double step = stepDeg(bend.shape.insideRadius + part.thickness, kOffBend);
        const int pieces =
            std::max(1, static_cast<int>(std::ceil(folded.turnedDeg[static_cast<size_t>(index)] / step)));
        const auto section = [&](int i) {
            const double share = static_cast<double>(i) / pieces;
            const Vec2 right = zone[0] + share * (zone[1] - zone[0]),
                       left = zone[3] + share * (zone[2] - zone[3]);
            const auto at = [&](const Vec2& p, double z) { return part::inRoot(part, folded, index, p, z); };
            return std::array{at(right, 0), at(left, 0), at(right, part.thickness), at(left, part.thickness)};
        };
        auto here = section(0);
        for (int i = 0; i < pieces; ++i) {
            const auto next = section(i + 1);
            add({here[2], next[2], next[3], here[3]}, {true, false, true, false}, about, Face::Side::Face,
                bend.order);
            add({here[1], next[1], next[0], here[0]}, {true, false, true, false}, about, Face::Side::Back,
                bend.order);
            addZoneRim({here[0], next[0], next[2], here[2]}, about, index);
            addZoneRim({next[1], here[1], here[3], next[3]}, about, index);
            here = next;
        }
    }

    /// Where the bend line is skewed the rim winds like a screw: two triangles are flat, four corners are
    /// not.
    void addZoneRim(const std::array<Vec3, 4>& c, const Element& about, int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        if (bend.skewDeg == 0)
            return add({c[0], c[1], c[2], c[3]}, {true, false, true, false}, about, Face::Side::Rim,
                       bend.order);
        add({c[0], c[1], c[2]}, {true, false, false}, about, Face::Side::Rim, bend.order);
        add({c[0], c[2], c[3]}, {false, true, false}, about, Face::Side::Rim, bend.order);
    }

    static double holeStepDeg(const part::PartHole& hole) { return stepDeg(hole.diameter / 2, kOffHole); }

    /// Holes lie on their plate's face and back as dark pieces, after it in the list, so that they are
    /// painted on it; a countersink as a ring under its hole.
    void addHole(const part::PartHole& hole) {
        const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
        if (plate.shortestStraight <= 0 || !contains(plate.shapeInFlat, hole.centreOfShape())) return;
        if (const auto& sink = hole.countersink)
            addPatch(hole, circleOf(hole.centreInFlat, sink->diameter / 2), !sink->onBack, Face::Side::Rim);
        const Polygon outline = flattened(hole.shapeInFlat, holeStepDeg(hole));
        for (const bool onFace : {true, false})
            addPatch(hole, outline, onFace, Face::Side::Hole);
    }

    static Polygon circleOf(const Vec2& centre, double radius) {
        const auto count = static_cast<int>(std::ceil(360 / stepDeg(radius, kOffHole)));
        Polygon circle;
        for (int i = 0; i < count; ++i)
            circle.push_back(centre + radius * Vec2(std::cos(radians(360.0 * i / count)),
                                                    std::sin(radians(360.0 * i / count))));
        return circle;
    }

    /// `outline` runs counter-clockwise as seen on the face.
    void addPatch(const part::PartHole& hole, const Polygon& outline, bool onFace, Face::Side side) {
        const size_t count = outline.size();
        for (const ConvexPiece& piece : convexPieces(outline)) {
            QVarLengthArray<Vec3, 6> corners;
            QVarLengthArray<bool, 6> inked;
            const size_t last = piece.size() - 1;
            for (size_t i = 0; i < piece.size(); ++i) {
                const size_t here = onFace ? i : last - i;
                const size_t before = onFace ? here : (here + last) % piece.size(); // of the edge to the next
                corners.push_back(onPlate(hole.plate, outline[piece[here]], onFace ? part.thickness : 0));
                inked.push_back(piece[(before + 1) % piece.size()] == (piece[before] + 1) % count);
            }
            add(std::move(corners), std::move(inked), Element::hole(hole.source), side);
        }
    }

    const part::Part& part;
    const part::Folded& folded;
    Scene scene;
};

/// Of something that is not the part.
void addFace(Scene& scene, const QVarLengthArray<Vec3, 6>& corners, bool isSeenThrough) {
    Face face;
    face.corners = corners;
    Vec3 normal = Vec3::Zero();
    for (qsizetype i = 0; i < corners.size(); ++i) {
        normal += corners[i].cross(corners[(i + 1) % corners.size()]);
        face.inked.append(true);
    }
    if (normal.norm() < 1e-9) return;
    face.normal = normal.normalized();
    face.side = Face::Side::Tool;
    face.isSeenThrough = isSeenThrough;
    scene.faces.push_back(std::move(face));
}

} // namespace

void addPrism(Scene& scene, const Pose3& pose, const Polygon& section, double from, double to,
              bool isSeenThrough) {
    const auto at = [&](const Vec2& p, double y) { return Vec3(pose * Vec3(p.x(), y, p.y())); };
    QVarLengthArray<Vec3, 6> front, back;
    for (size_t i = 0; i < section.size(); ++i) {
        front.append(at(section[i], from));
        back.append(at(section[section.size() - 1 - i], to));
    }
    addFace(scene, front, isSeenThrough);
    addFace(scene, back, isSeenThrough);
    for (size_t i = 0; i < section.size(); ++i) {
        const Vec2 &here = section[i], &next = section[(i + 1) % section.size()];
        addFace(scene, {at(here, to), at(next, to), at(next, from), at(here, from)}, isSeenThrough);
    }
}

Scene sceneOf(const part::Part& part, const part::Folded& folded) {
    return Builder(part, folded).built();
}

} // namespace goodfold::draw
