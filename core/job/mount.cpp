#include "job/mount.h"

#include <algorithm>
#include <string_view>

namespace goodfold::job {

namespace {

template <class Thing> const Thing* named(const std::vector<Thing>& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const Thing& thing) { return thing.id == id; });
    return found == things.end() ? nullptr : &*found;
}

} // namespace

const MountFace* Mount::findFace(const std::string& id) const {
    return named(faces, id);
}

const MountPoint* Mount::findPoint(const std::string& id) const {
    return named(points, id);
}

const MountEdge* Mount::findEdge(const std::string& id) const {
    return named(edges, id);
}

std::vector<MountThing> thingsOf(MountReading::Kind kind) {
    using Kind = MountReading::Kind;
    using enum MountThing;
    switch (kind) {
    case Kind::Between:
        return {Point, Point};
    case Kind::FromEdge:
        return {Point, Edge};
    case Kind::Along:
    case Kind::Square:
        return {Point, Point, Edge};
    case Kind::Height:
        return {Point, Face};
    case Kind::Turn:
    case Kind::Rise:
        return {Face, Face};
    case Kind::Diameter:
        return {Point};
    case Kind::Plumb:
    case Kind::Level:
        return {Face};
    }
    return {};
}

bool canBeOf(const Mount& mount, MountReading::Kind kind, size_t place, const std::string& id) {
    using Kind = MountReading::Kind;
    const std::vector<MountThing> things = thingsOf(kind);
    if (place >= things.size()) return false;
    const MountFace* face = mount.findFace(id);
    if (face && face->tube)
        return kind == Kind::Height || kind == Kind::Diameter
                   ? place + 1 == things.size()
                   : things[place] == MountThing::Edge && place == 2;
    return things[place] == MountThing::Point  ? mount.findPoint(id) != nullptr
           : things[place] == MountThing::Edge ? mount.findEdge(id) != nullptr
                                               : face != nullptr;
}

bool Mount::readsUpright() const {
    return std::any_of(readings.begin(), readings.end(), [](const MountReading& reading) {
        return reading.kind == MountReading::Kind::Plumb || reading.kind == MountReading::Kind::Level;
    });
}

std::string nameOf(const OfOther& other, bool isPlate) {
    constexpr std::string_view kEnding = ".gfold";
    std::string name = other.job;
    if (name.ends_with(kEnding)) name.resize(name.size() - kEnding.size());
    if (!other.id.empty()) name += "." + other.id;
    if (isPlate && !other.id.empty() && !other.onFace) name += ".back";
    return name;
}

std::string holeThatMakes(const std::string& partHole) {
    return partHole.substr(0, partHole.find('.'));
}

std::optional<DimensionName> parseDimensionName(const std::string& name) {
    const size_t dot = name.rfind('.');
    if (dot == std::string::npos || dot == 0) return {};
    DimensionName parsed{name.substr(0, dot), name.substr(dot + 1)};
    for (const char* what : {"x", "y", "pitch", "length", "angle", "skew"})
        if (parsed.what == what) return parsed;
    return {};
}

} // namespace goodfold::job
