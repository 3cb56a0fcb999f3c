#include "job/mount.h"

#include <algorithm>

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
    }
    return {};
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
