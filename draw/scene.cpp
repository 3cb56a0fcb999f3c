#include "draw/scene.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold::draw {

namespace {

using job::Element;

constexpr double kOffBend = 0.1; // mm that chords may stand off a bend's outer face

/// The strips of bends.
class Zones {
public:
    Zones(const part::Part& part, const part::Folded& folded, double finest)
        : part(part), folded(folded), finest(finest) {}

    std::vector<Face> made() && {
        faces.reserve(8 * part.bends.size());
        for (size_t i = 0; i < part.bends.size(); ++i)
            addZone(static_cast<int>(i));
        return std::move(faces);
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
                addFace(faces, {std::move(corners), {true, false, true, false}, {}, about, side, bend.order});
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
            addFace(faces, {std::move(corners), std::move(inked), {}, about, Face::Side::Rim, bend.order});
        };
        if (bend.skewDeg == 0) return add({c[0], c[1], c[2], c[3]}, {true, false, true, false});
        add({c[0], c[1], c[2]}, {true, false, false});
        add({c[0], c[2], c[3]}, {false, true, false});
    }

    std::vector<Face> faces;
    const part::Part& part;
    const part::Folded& folded;
    double finest;
};

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

/// Which of them are not as they were.
std::vector<bool> SceneMaker::remakePlates(const part::Part& part, const part::Folded& folded,
                                           double finest) {
    std::vector<PlateAsFormed> wanted;
    for (size_t i = 0; i < part.plates.size(); ++i)
        wanted.push_back({part.plates[i], {}, folded.rootFromFlat[i], part.thickness, finest});
    for (const part::PartHole& hole : part.holes)
        wanted[static_cast<size_t>(hole.plate)].holes.push_back(&hole);
    std::vector<bool> isNew(wanted.size());
    for (size_t i = 0; i < wanted.size(); ++i) {
        if (i < plates.size() && plates[i].areOf(wanted[i])) continue;
        isNew[i] = true;
        if (i < plates.size())
            plates[i] = PlateFaces(wanted[i]);
        else
            plates.emplace_back(wanted[i]);
    }
    plates.erase(plates.begin() + static_cast<long>(wanted.size()), plates.end());
    return isNew;
}

namespace {

/// Where the faces of each plate begin, then those of the bends, then those of each plate's holes, and the
/// end: what lies on something else comes after it in the list.
std::vector<size_t> placesOf(const std::vector<PlateFaces>& plates, size_t zones) {
    std::vector<size_t> places{0};
    for (const PlateFaces& plate : plates)
        places.push_back(places.back() + plate.ofPlate.size());
    places.push_back(places.back() + zones);
    for (const PlateFaces& plate : plates)
        places.push_back(places.back() + plate.ofHoles.size());
    return places;
}

} // namespace

const Scene& SceneMaker::make(const part::Part& part, const part::Folded& folded, double finest) {
    std::vector<bool> isNew = remakePlates(part, folded, finest);
    const std::vector<Face> zones = Zones(part, folded, finest).made();
    const size_t count = plates.size();
    auto now = placesOf(plates, zones.size());
    if (now != places) isNew.assign(count, true);
    places = std::move(now);
    made.faces.resize(places.back());
    const auto at = [&](size_t place) { return made.faces.begin() + static_cast<long>(places[place]); };
    for (size_t i = 0; i < count; ++i) {
        if (!isNew[i]) continue;
        std::copy(plates[i].ofPlate.begin(), plates[i].ofPlate.end(), at(i));
        std::copy(plates[i].ofHoles.begin(), plates[i].ofHoles.end(), at(count + 1 + i));
        for (auto face = at(count + 1 + i); face != at(count + 2 + i); ++face)
            if (face->liesOn >= 0) face->liesOn += static_cast<int>(places[i]);
    }
    std::copy(zones.begin(), zones.end(), at(count));
    made.points.clear();
    for (auto face = made.faces.begin(); face != at(count + 1); ++face) // holes reach no farther
        made.points.insert(made.points.end(), face->corners.begin(), face->corners.end());
    return made;
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
