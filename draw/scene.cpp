#include "draw/scene.h"

#include <array>
#include <cmath>

namespace goodfold::draw {

namespace {

using job::Element;

constexpr double kOffBend = 0.1; // mm that chords may stand off a bend's outer face

/// Adds the strips of bends.
class Zones {
public:
    Zones(Scene& scene, const part::Part& part, const part::Folded& folded, double finest)
        : scene(scene), part(part), folded(folded), finest(finest) {}

    void add() {
        for (size_t i = 0; i < part.bends.size(); ++i)
            addZone(static_cast<int>(i));
    }

private:
    void addZone(int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        const Polygon& zone = bend.zoneInFlat;
        if (bend.allowance <= 0 || (zone[3] - zone[0]).norm() < 1e-9) return;
        const Element about = Element::bend(bend.id);
        const double step = chordStepDeg(bend.shape.insideRadius + part.thickness, kOffBend, finest);
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
            const auto add = [&](QVarLengthArray<Vec3, 6> corners, Face::Side side) {
                addFace(scene.faces,
                        {std::move(corners), {true, false, true, false}, {}, about, side, bend.order});
            };
            add({here[2], next[2], next[3], here[3]}, Face::Side::Face);
            add({here[1], next[1], next[0], here[0]}, Face::Side::Back);
            addZoneRim({here[0], next[0], next[2], here[2]}, about, index);
            addZoneRim({next[1], here[1], here[3], next[3]}, about, index);
            here = next;
        }
    }

    /// Where the bend line is skewed the rim winds like a screw: two triangles are flat, four corners are
    /// not.
    void addZoneRim(const std::array<Vec3, 4>& c, const Element& about, int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        const auto add = [&](QVarLengthArray<Vec3, 6> corners, QVarLengthArray<bool, 6> inked) {
            addFace(scene.faces,
                    {std::move(corners), std::move(inked), {}, about, Face::Side::Rim, bend.order});
        };
        if (bend.skewDeg == 0) return add({c[0], c[1], c[2], c[3]}, {true, false, true, false});
        add({c[0], c[1], c[2]}, {true, false, false});
        add({c[0], c[2], c[3]}, {false, true, false});
    }

    Scene& scene;
    const part::Part& part;
    const part::Folded& folded;
    double finest;
};

/// Plates, then bends, then holes: what lies on something else comes after it in the list.
Scene assembled(const std::vector<PlateFaces>& plates, const part::Part& part, const part::Folded& folded,
                double finest) {
    Scene scene;
    size_t count = 0;
    for (const PlateFaces& plate : plates)
        count += plate.ofPlate.size() + plate.ofHoles.size();
    constexpr size_t kFacesABend = 24; // more than most have: room that is not used costs nothing
    scene.faces.reserve(count + kFacesABend * part.bends.size());
    std::vector<int> firstOf;
    for (const PlateFaces& plate : plates) {
        firstOf.push_back(static_cast<int>(scene.faces.size()));
        scene.faces.insert(scene.faces.end(), plate.ofPlate.begin(), plate.ofPlate.end());
    }
    Zones(scene, part, folded, finest).add();
    scene.points.reserve(scene.faces.size() * 5);
    for (const Face& face : scene.faces) // what lies on them reaches no farther
        scene.points.insert(scene.points.end(), face.corners.begin(), face.corners.end());
    for (size_t i = 0; i < plates.size(); ++i)
        for (const Face& face : plates[i].ofHoles) {
            scene.faces.push_back(face);
            if (face.liesOn >= 0) scene.faces.back().liesOn += firstOf[i];
        }
    return scene;
}

/// Of something that is not the part.
void addToolFace(Scene& scene, const QVarLengthArray<Vec3, 6>& corners, bool isSeenThrough) {
    Face face;
    face.corners = corners;
    for (qsizetype i = 0; i < corners.size(); ++i)
        face.inked.append(true);
    face.side = Face::Side::Tool;
    face.isSeenThrough = isSeenThrough;
    addFace(scene.faces, std::move(face));
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
    addToolFace(scene, front, isSeenThrough);
    addToolFace(scene, back, isSeenThrough);
    for (size_t i = 0; i < section.size(); ++i) {
        const Vec2 &here = section[i], &next = section[(i + 1) % section.size()];
        addToolFace(scene, {at(here, to), at(next, to), at(next, from), at(here, from)}, isSeenThrough);
    }
}

Scene SceneMaker::of(const part::Part& part, const part::Folded& folded, double finest) {
    std::vector<PlateAsFormed> wanted;
    for (size_t i = 0; i < part.plates.size(); ++i)
        wanted.push_back({part.plates[i], {}, folded.rootFromFlat[i], part.thickness, finest});
    for (const part::PartHole& hole : part.holes)
        wanted[static_cast<size_t>(hole.plate)].holes.push_back(&hole);
    for (size_t i = 0; i < wanted.size(); ++i) {
        if (i < plates.size() && plates[i].areOf(wanted[i])) continue;
        if (i < plates.size())
            plates[i] = PlateFaces(wanted[i]);
        else
            plates.emplace_back(wanted[i]);
    }
    plates.erase(plates.begin() + static_cast<long>(wanted.size()), plates.end());
    return assembled(plates, part, folded, finest);
}

std::vector<Vec3> cornersOf(const part::Part& part, const part::Folded& folded) {
    std::vector<Vec3> corners;
    for (size_t i = 0; i < part.plates.size(); ++i)
        for (const Vec2& corner : part.plates[i].outlineInFlat)
            for (const double z : {0.0, part.thickness})
                corners.push_back(folded.rootFromFlat[i] * Vec3(corner.x(), corner.y(), z));
    return corners;
}

} // namespace goodfold::draw
