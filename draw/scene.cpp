#include "draw/scene.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold::draw {

namespace {

using part::Element;

constexpr double kHoleStepDeg = 11.25, kArcStepDeg = 10;
constexpr double kPieceDeg = 12; // a bend zone is drawn in pieces that turn by no more than this

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
        for (const Face& face : scene.faces)
            scene.points.insert(scene.points.end(), face.corners.begin(), face.corners.end());
        return std::move(scene);
    }

private:
    void add(std::vector<Vec3> corners, std::vector<bool> inked, const Element& about, Face::Side side,
             int bendOrder = -1) {
        const Vec3 normal = (corners[1] - corners[0]).cross(corners[2] - corners[0]);
        if (normal.norm() < 1e-12) return; // nothing to see: a face without extent
        scene.faces.push_back(
            {std::move(corners), std::move(inked), normal.normalized(), about, side, bendOrder});
    }

    Vec3 onPlate(int plate, const Vec2& p, double z) const {
        return folded.rootFromFlat[static_cast<size_t>(plate)] * Vec3(p.x(), p.y(), z);
    }

    /// On a bar the ends that go over into a bend zone are no rims. On sheet they may be in part: they are
    /// drawn, and the zone covers what it covers.
    bool isOpen(int plate, int corner) const {
        if (part.form == part::StockForm::Sheet) return true;
        if (corner == 1) return part.hasFreeEnd(plate);
        if (corner == 3) return part.hasFreeStart(plate);
        return true;
    }

    void addPlate(int index) {
        const part::PartPlate& plate = part.plates[static_cast<size_t>(index)];
        if (plate.shortestStraight <= 0 || plate.width <= 0) return;
        const Element about = Element::plate(plate.id);
        std::vector<Vec3> back, face;
        std::vector<bool> open;
        for (int corner = 0; corner < 4; ++corner) {
            const Polygon cut = flattenedCorner(plate, static_cast<size_t>(corner));
            for (size_t i = 0; i < cut.size(); ++i) {
                back.push_back(onPlate(index, cut[i], 0));
                face.push_back(onPlate(index, cut[i], part.thickness));
                open.push_back(i + 1 < cut.size() || isOpen(index, corner));
            }
        }
        const size_t count = face.size();
        const bool sheet = part.form == part::StockForm::Sheet;
        for (size_t i = 0; i < count; ++i) {
            const size_t next = (i + 1) % count, before = (i + count - 1) % count;
            if (!open[i] || (face[next] - face[i]).norm() < 1e-9) continue;
            // A line across the rim only where it turns sharply or ends at a bend.
            const bool ends = sheet || open[next], begins = sheet || open[before];
            add({back[i], back[next], face[next], face[i]},
                {true, ends && isSharp(face, next), true, begins && isSharp(face, i)}, about,
                Face::Side::Rim);
        }
        std::vector<Vec3> backward(back.rbegin(), back.rend());
        std::vector<bool> backwardInked(count);
        for (size_t i = 0; i < count; ++i)
            backwardInked[i] = open[(2 * count - 2 - i) % count];
        add(std::move(backward), std::move(backwardInked), about, Face::Side::Back);
        add(std::move(face), std::move(open), about, Face::Side::Face);
    }

    /// What is cut at one corner, its arc in chords; the last point starts the side to the next corner.
    static Polygon flattenedCorner(const part::PartPlate& plate, size_t corner) {
        Path path = plate.cornersInFlat[corner];
        if (path.back().bulge == 0) {
            Polygon cut = flattened(path, kArcStepDeg);
            return cut;
        }
        // A full round end: its arc runs on to the next corner's first point.
        const Path& next = plate.cornersInFlat[(corner + 1) % 4];
        path.push_back({next.front().point, 0});
        Polygon cut = flattened(path, kArcStepDeg);
        cut.pop_back();
        return cut;
    }

    static bool isSharp(const std::vector<Vec3>& corners, size_t i) {
        const size_t count = corners.size();
        const Vec3 in = (corners[i] - corners[(i + count - 1) % count]).normalized();
        const Vec3 out = (corners[(i + 1) % count] - corners[i]).normalized();
        return in.dot(out) < std::cos(radians(2 * kArcStepDeg));
    }

    void addZone(int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        const Polygon& zone = bend.zoneInFlat;
        if (bend.allowance <= 0 || (zone[3] - zone[0]).norm() < 1e-9) return;
        const Element about = Element::bend(bend.id);
        const int pieces =
            std::max(1, static_cast<int>(std::ceil(bend.shape.angleDeg * folded.formedness / kPieceDeg)));
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
                index);
            add({here[1], next[1], next[0], here[0]}, {true, false, true, false}, about, Face::Side::Back,
                index);
            addZoneRim({here[0], next[0], next[2], here[2]}, about, index);
            addZoneRim({next[1], here[1], here[3], next[3]}, about, index);
            here = next;
        }
    }

    /// Where the bend line is skewed the rim winds like a screw: two triangles are flat, four corners are
    /// not.
    void addZoneRim(const std::array<Vec3, 4>& c, const Element& about, int index) {
        if (part.bends[static_cast<size_t>(index)].skewDeg == 0)
            return add({c[0], c[1], c[2], c[3]}, {true, false, true, false}, about, Face::Side::Rim, index);
        add({c[0], c[1], c[2]}, {true, false, false}, about, Face::Side::Rim, index);
        add({c[0], c[2], c[3]}, {false, true, false}, about, Face::Side::Rim, index);
    }

    /// Holes lie on their plate's face and back as dark discs, after it in the list, so that they are painted
    /// on it.
    void addHole(const part::PartHole& hole) {
        const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
        if (plate.shortestStraight <= 0 || !contains(plate.outlineInFlat, hole.centreInFlat)) return;
        std::vector<Vec3> face, back;
        for (const Vec2& p : flattened(hole.shapeInFlat(), kHoleStepDeg)) {
            face.push_back(onPlate(hole.plate, p, part.thickness));
            back.insert(back.begin(), onPlate(hole.plate, p, 0));
        }
        const std::vector<bool> inked(face.size(), true);
        add(std::move(face), inked, Element::hole(hole.id), Face::Side::Hole);
        add(std::move(back), inked, Element::hole(hole.id), Face::Side::Hole);
    }

    const part::Part& part;
    const part::Folded& folded;
    Scene scene;
};

} // namespace

Scene sceneOf(const part::Part& part, const part::Folded& folded) {
    return Builder(part, folded).built();
}

} // namespace goodfold::draw
