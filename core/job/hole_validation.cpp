// What is wrong with holes: figures outside their ranges, and places that are measured from nothing.
#include "job/hole_kinds.h"
#include "job/validation.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

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
    if (auto t = outside(hole.angleDeg, -360, 360, name + "'s angle", where + ".angle")) return t;
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
    if (auto t = outside(pattern.count, 2, 500, name + "'s count", where + ".count")) return t;
    if (auto t = outside(pattern.angleDeg, -360, 360, name + "'s pattern angle", where + ".angle")) return t;
    if (pattern.kind == Kind::Circle)
        return outside(pattern.diameter, 1e-3, kWidest, name + "'s circle", where + ".diameter");
    if (auto t = outside(pattern.pitch, -kWidest, kWidest, name + "'s pitch", where + ".pitch")) return t;
    if (pattern.pitch == 0) return Error{name + "'s pitch is 0: its holes would be one.", where + ".pitch"};
    if (pattern.kind == Kind::Row) return {};
    if (auto t = outside(pattern.rows, 2, 500, name + "'s rows", where + ".rows")) return t;
    if (pattern.rowPitch == 0) return Error{name + "'s rows lie on each other.", where + ".row_pitch"};
    return outside(pattern.rowPitch, -kWidest, kWidest, name + "'s row pitch", where + ".row_pitch");
}

Problem wrongCountersink(const Hole& hole, const std::string& name, const std::string& where) {
    if (hole.kind != Hole::Kind::Round)
        return Error{name + " is not round and cannot be countersunk.", where};
    if (auto t = outside(hole.countersink->diameter, hole.diameter, kWidest, name + "'s countersink",
                         where + ".diameter"))
        return t;
    return outside(hole.countersink->angleDeg, 60, 150, name + "'s countersink angle", where + ".angle");
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

} // namespace

Problem wrongHole(const Job& job, size_t plateIndex, size_t holeIndex) {
    const Plate& plate = job.plates[plateIndex];
    const Hole& hole = plate.holes[holeIndex];
    const auto where = [&](const char* member) {
        return at("plates", plateIndex, "") + "." + at("holes", holeIndex, member);
    };
    const std::string name = "Hole " + hole.id;
    if (auto t = notPositive(hole.diameter, kWidest, name + "'s diameter", where("diameter"))) return t;
    const std::string own = at("plates", plateIndex, "") + "." + at("holes", holeIndex, "");
    if (auto t = wrongShape(hole, name, own)) return t;
    if (hole.pattern)
        if (auto t = wrongPattern(*hole.pattern, name, own + ".pattern")) return t;
    if (hole.countersink)
        if (auto t = wrongCountersink(hole, name, own + ".countersink")) return t;
    if (hole.fastener) {
        if (auto t = outside(hole.fastener->clamps, 0, kWidest, name + "'s clamped layers",
                             own + ".fastener.clamps"))
            return t;
        if (auto t = outside(hole.fastener->washers, 0, 2, name + "'s washers", own + ".fastener.washers"))
            return t;
    }
    if (hole.formed)
        if (auto t = wrongFormed(job, plate, hole, own + ".formed")) return t;
    if (auto t = outside(hole.x, -quantity::kLongestMm, quantity::kLongestMm, name + "'s x", where("x")))
        return t;
    if (auto t = outside(hole.y, -quantity::kLongestMm, quantity::kLongestMm, name + "'s y", where("y")))
        return t;

    if (hole.formed) return {}; // its x is not used
    const bool isRoot = !job.bendTo(plate.id);
    const bool hasOwnBend = !isRoot || job.bendAt(plate.id, Edge::Start);
    switch (hole.xFrom) {
    case Hole::XFrom::Start:
        if (!hasOwnBend) return {};
        return Error{name + " is measured from the start of " + plate.id +
                         ", which is bent: measure it from outside, inside or tangent of that bend.",
                     where("x_from")};
    case Hole::XFrom::End:
        if (!job.bendAt(plate.id, Edge::End)) return {};
        return Error{name + " is measured from the free end of " + plate.id + ", but that end is bent.",
                     where("x_from")};
    case Hole::XFrom::Hole: {
        const auto other = std::find_if(plate.holes.begin(), plate.holes.end(),
                                        [&](const Hole& h) { return h.id == hole.xFromHole; });
        if (other != plate.holes.end()) return {};
        return Error{name + " is measured from \"" + hole.xFromHole + "\", which is no hole of leg " +
                         plate.id + ".",
                     where("x_from")};
    }
    default:
        if (hasOwnBend) return {};
        return Error{name + " is measured from the bend of " + plate.id +
                         ", which hangs on none: measure it from start or end.",
                     where("x_from")};
    }
}

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
        const bool isFormed = hole.formed.has_value();
        if (isFormed && hole.formed->kind == FormedPlace::Kind::Plate) return nullptr;
        if (!isFormed && hole.xFrom != Hole::XFrom::Hole) return nullptr;
        const auto found = byId.find(isFormed ? hole.formed->of : hole.xFromHole);
        return found == byId.end() ? nullptr : found->second;
    }

    std::map<std::string, const Hole*> byId;
    std::set<const Hole*> sound;
};

} // namespace

Problem wrongHoles(const Job& job) {
    std::set<std::string> seen;
    size_t count = 0, corners = 0;
    for (size_t p = 0; p < job.plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h) {
            const std::string& id = job.plates[p].holes[h].id;
            const std::string where = at("plates", p, "") + "." + at("holes", h, "id");
            if (id.empty()) return Error{"A hole has an empty name.", where};
            if (!seen.insert(id).second) return Error{"Two holes are named \"" + id + "\".", where};
            if (auto t = wrongHole(job, p, h)) return t;
            if (job.plates[p].holes[h].isThere && job.plates[p].holes[h].afterBending)
                return Error{"Hole " + id + " is in the stock already and drilled after bending.", where};
            if (job.plates[p].holes[h].isThere && job.plates[p].holes[h].formed)
                return Error{
                    "Hole " + id +
                        " is in the stock already, and its place cannot follow from the formed part.",
                    where};
            const auto many = static_cast<size_t>(countOf(job.plates[p].holes[h]));
            count += many;
            corners += many * job.plates[p].holes[h].outline.size();
            if (count > kMostHoles)
                return Error{"There are more than " + std::to_string(kMostHoles) + " holes.", where};
            if (corners > kMostCorners)
                return Error{"All cut-outs together have more than " + std::to_string(kMostCorners) +
                                 " corners.",
                             where};
        }
    Rings rings(job);
    for (size_t p = 0; p < job.plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h)
            if (const Hole& hole = job.plates[p].holes[h]; rings.isInOne(hole))
                return Error{"Hole " + hole.id + " is measured from a hole that is measured from it.",
                             at("plates", p, "") + "." + at("holes", h, "x_from")};
    return {};
}

} // namespace goodfold::job
