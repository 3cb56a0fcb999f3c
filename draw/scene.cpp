#include "draw/scene.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace goodfold::draw {

namespace {

using part::Element;

constexpr int kHoleCorners = 32;
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
        std::vector<bool> inked;
        for (int i = 0; i < 4; ++i) {
            const Vec2& p = plate.outlineInFlat[static_cast<size_t>(i)];
            back.push_back(onPlate(index, p, 0));
            face.push_back(onPlate(index, p, part.thickness));
            inked.push_back(isOpen(index, i));
        }
        add(face, inked, about, Face::Side::Face);
        add({back[3], back[2], back[1], back[0]}, {inked[2], inked[1], inked[0], inked[3]}, about,
            Face::Side::Back);
        for (size_t i = 0; i < 4; ++i) {
            if (!inked[i]) continue;
            const size_t next = (i + 1) % 4;
            const bool corners = part.form == part::StockForm::Sheet;
            add({back[i], back[next], face[next], face[i]},
                {true, corners || inked[next], true, corners || inked[(i + 3) % 4]}, about, Face::Side::Rim);
        }
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
        for (int i = 0; i < kHoleCorners; ++i) {
            const double turn = 2 * std::numbers::pi * i / kHoleCorners;
            const Vec2 p = hole.centreInFlat + hole.diameter / 2 * Vec2(std::cos(turn), std::sin(turn));
            face.push_back(onPlate(hole.plate, p, part.thickness));
            back.insert(back.begin(), onPlate(hole.plate, p, 0));
        }
        const std::vector<bool> inked(kHoleCorners, true);
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
