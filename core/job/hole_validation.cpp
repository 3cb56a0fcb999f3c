// What is wrong with holes: figures outside their ranges, and places that are measured from nothing.
#include "job/hole_kinds.h"
#include "job/validation.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>
#include <unordered_set>

namespace goodfold::job {

namespace {

Problem wrongOutline(const Hole& hole, const std::string& name, const std::string& where) {
    constexpr size_t kMostPoints = 500;
    if (hole.outline.size() < 2 || hole.outline.size() > kMostPoints)
        return Error{name + "'s outline needs from 2 to 500 points.", where + ".outline"};
    for (const OutlinePoint& point : hole.outline)
        for (const double value : {point.at.x(), point.at.y(), point.bow, point.round})
            if (auto t = outside(value, -kWidest, kWidest, name + "'s outline", where + ".outline")) return t;
    const bool hasArea = hole.outline.size() > 2 || hole.outline[0].bow != 0 || hole.outline[1].bow != 0;
    if (hasArea) return {};
    return Error{name + "'s outline is one line and has nothing in it.", where + ".outline"};
}

Problem wrongShape(const Hole& hole, const std::string& name, const std::string& where) {
    if (auto t = outside(hole.angleDeg, -360, 360, {name, "'s angle"}, {where, ".angle"})) return t;
    if (hole.kind == Hole::Kind::CutOut) return wrongOutline(hole, name, where);
    for (const HoleFigure& figure : rowOf(hole.kind).figures)
        if (auto t = outside(hole.*figure.value, figure.least(hole), figure.most(hole),
                             name + "'s " + std::string(figure.says), where + "." + std::string(figure.key)))
            return t;
    return {};
}

Problem wrongPattern(const Pattern& pattern, const std::string& name, const std::string& where) {
    using Kind = Pattern::Kind;
    if (pattern.kind == Kind::Mirror) {
        if (pattern.across || pattern.lengthwise) return {};
        return Error{name + " is mirrored neither across nor lengthwise.", where};
    }
    if (auto t = outside(pattern.count, 2, 500, {name, "'s count"}, {where, ".count"})) return t;
    if (auto t = outside(pattern.angleDeg, -360, 360, {name, "'s pattern angle"}, {where, ".angle"}))
        return t;
    if (pattern.kind == Kind::Circle)
        return outside(pattern.diameter, 1e-3, kWidest, {name, "'s circle"}, {where, ".diameter"});
    if (auto t = outside(pattern.pitch, -kWidest, kWidest, {name, "'s pitch"}, {where, ".pitch"})) return t;
    if (pattern.pitch == 0) return Error{name + "'s pitch is 0: its holes would be one.", where + ".pitch"};
    if (pattern.kind == Kind::Row) return {};
    if (auto t = outside(pattern.rows, 2, 500, {name, "'s rows"}, {where, ".rows"})) return t;
    if (pattern.rowPitch == 0) return Error{name + "'s rows lie on each other.", where + ".row_pitch"};
    return outside(pattern.rowPitch, -kWidest, kWidest, {name, "'s row pitch"}, {where, ".row_pitch"});
}

Problem wrongCountersink(const Hole& hole, const std::string& name, const std::string& where) {
    if (hole.kind != Hole::Kind::Round)
        return Error{name + " is not round and cannot be countersunk.", where};
    if (auto t = outside(hole.countersink->diameter, hole.diameter, kWidest, {name, "'s countersink"},
                         {where, ".diameter"}))
        return t;
    return outside(hole.countersink->angleDeg, 60, 150, {name, "'s countersink angle"}, {where, ".angle"});
}

Problem wrongFormed(const Job& job, const Plate& plate, const Hole& hole, const std::string& where) {
    const FormedPlace& place = *hole.formed;
    if (auto t = outside(place.distance, -quantity::kLongestMm, quantity::kLongestMm,
                         "Hole " + hole.id + "'s distance", where + ".distance"))
        return t;
    const bool ofPlate = place.kind == FormedPlace::Kind::Plate;
    const Plate* other = ofPlate ? job.findPlate(place.of) : job.plateOfHole(place.of);
    if (!other)
        return Error{"Hole " + hole.id + " is placed from \"" + place.of + "\", which is not there.",
                     where + ".of"};
    if (other->id != plate.id) return {};
    return Error{"Hole " + hole.id + " is placed in the formed part from its own leg: measure along that.",
                 where + ".of"};
}

/// A plate's ends, looked up once for all of its holes.
struct PlateEnds {
    bool startIsBent = false, endIsBent = false;
};
std::unordered_map<std::string_view, PlateEnds> endsOf(const Job& job) {
    std::unordered_map<std::string_view, PlateEnds> ends;
    for (const Bend& bend : job.bends) {
        ends[bend.to].startIsBent = true;
        if (bend.edge == Edge::Start) ends[bend.from].startIsBent = true;
        if (bend.edge == Edge::End) ends[bend.from].endIsBent = true;
    }
    return ends;
}

/// Of a place along its plate: that it is counted from what is there.
Problem wrongFrom(const Plate& plate, const PlateEnds& ends, const Hole& hole, const std::string& name) {
    switch (hole.xFrom) {
    case Hole::XFrom::Start:
        if (!ends.startIsBent) return {};
        return Error{name + " is measured from the start of " + plate.id +
                         ", which is bent: measure it from outside, inside or tangent of that bend.",
                     ".x_from"};
    case Hole::XFrom::End:
        if (!ends.endIsBent) return {};
        return Error{name + " is measured from the free end of " + plate.id + ", but that end is bent.",
                     ".x_from"};
    case Hole::XFrom::Hole: {
        const auto other = std::find_if(plate.holes.begin(), plate.holes.end(),
                                        [&](const Hole& h) { return h.id == hole.xFromHole; });
        if (other != plate.holes.end()) return {};
        return Error{name + " is measured from \"" + hole.xFromHole + "\", which is no hole of leg " +
                         plate.id + ".",
                     ".x_from"};
    }
    default:
        if (ends.startIsBent) return {};
        return Error{name + " is measured from the bend of " + plate.id +
                         ", which hangs on none: measure it from start or end.",
                     ".x_from"};
    }
}

/// Where it is wrong is told from the hole on.
Problem wrongHole(const Job& job, const Plate& plate, const PlateEnds& ends, const Hole& hole) {
    const std::string name = "Hole " + hole.id;
    if (auto t = notPositive(hole.diameter, kWidest, {name, "'s diameter"}, ".diameter")) return t;
    if (auto t = wrongShape(hole, name, "")) return t;
    if (hole.pattern)
        if (auto t = wrongPattern(*hole.pattern, name, ".pattern")) return t;
    if (hole.countersink)
        if (auto t = wrongCountersink(hole, name, ".countersink")) return t;
    if (hole.fastener) {
        if (auto t =
                outside(hole.fastener->clamps, 0, kWidest, {name, "'s clamped layers"}, ".fastener.clamps"))
            return t;
        if (auto t = outside(hole.fastener->washers, 0, 2, {name, "'s washers"}, ".fastener.washers"))
            return t;
    }
    if (hole.formed)
        if (auto t = wrongFormed(job, plate, hole, ".formed")) return t;
    constexpr double kFarthest = quantity::kLongestMm;
    if (auto t = outside(hole.x, -kFarthest, kFarthest, {name, "'s x"}, ".x")) return t;
    if (auto t = outside(hole.y, -kFarthest, kFarthest, {name, "'s y"}, ".y")) return t;
    return hole.formed ? Problem() : wrongFrom(plate, ends, hole, name); // formed: its x is not used
}

} // namespace

namespace {

/// Whether any hole is measured from one that is measured from it: such holes have no place. Each hole is
/// followed back only to where an earlier one has been.
class Rings {
public:
    explicit Rings(const Job& job) {
        for (const Plate& plate : job.plates)
            for (const Hole& hole : plate.holes)
                byId.emplace(hole.id, &hole);
    }

    static bool isCountedFromAnother(const Hole& hole) {
        return hole.formed ? hole.formed->kind != FormedPlace::Kind::Plate : hole.xFrom == Hole::XFrom::Hole;
    }

    bool isInOne(const Hole& first) {
        std::set<const Hole*> walked;
        for (const Hole* hole = &first; hole && !sound.contains(hole); hole = countedFrom(*hole))
            if (!walked.insert(hole).second) return true;
        sound.merge(walked);
        return false;
    }

private:
    /// The hole that this one's place is counted from, or null.
    const Hole* countedFrom(const Hole& hole) const {
        if (!isCountedFromAnother(hole)) return nullptr;
        const auto found = byId.find(hole.formed ? hole.formed->of : hole.xFromHole);
        return found == byId.end() ? nullptr : found->second;
    }

    std::map<std::string_view, const Hole*> byId;
    std::set<const Hole*> sound;
};

} // namespace

Problem wrongHoles(const Job& job) {
    std::unordered_set<std::string_view> seen;
    size_t count = 0, corners = 0;
    auto endsOfAll = endsOf(job);
    for (size_t p = 0; p < job.plates.size(); ++p) {
        const Plate& plate = job.plates[p];
        const PlateEnds ends = endsOfAll[plate.id];
        for (size_t h = 0; h < plate.holes.size(); ++h) {
            const Hole& hole = plate.holes[h];
            const auto where = [&](const std::string& member) {
                return at("plates", p, "") + "." + at("holes", h, "") + member;
            };
            if (hole.id.empty()) return Error{"A hole has an empty name.", where(".id")};
            if (!seen.insert(hole.id).second)
                return Error{"Two holes are named \"" + hole.id + "\".", where(".id")};
            if (auto t = wrongHole(job, plate, ends, hole)) return Error{t->says, where(t->where)};
            if (hole.isThere && hole.afterBending)
                return Error{"Hole " + hole.id + " is in the stock already and drilled after bending.",
                             where(".id")};
            if (hole.isThere && hole.formed)
                return Error{"Hole " + hole.id +
                                 " is in the stock already, and its place cannot follow from the formed "
                                 "part.",
                             where(".id")};
            const auto many = static_cast<size_t>(countOf(hole));
            count += many;
            corners += many * hole.outline.size();
            if (count > kMostHoles)
                return Error{"There are more than " + std::to_string(kMostHoles) + " holes.", where(".id")};
            if (corners > kMostCorners)
                return Error{"All cut-outs together have more than " + std::to_string(kMostCorners) +
                                 " corners.",
                             where(".id")};
        }
    }
    std::optional<Rings> rings; // most jobs have nothing that could be one
    for (size_t p = 0; p < job.plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h) {
            const Hole& hole = job.plates[p].holes[h];
            if (!Rings::isCountedFromAnother(hole)) continue;
            if (!rings) rings.emplace(job);
            if (rings->isInOne(hole))
                return Error{"Hole " + hole.id + " is measured from a hole that is measured from it.",
                             at("plates", p, "") + "." + at("holes", h, "x_from")};
        }
    return {};
}

} // namespace goodfold::job
