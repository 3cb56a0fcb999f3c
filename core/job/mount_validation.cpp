#include "job/free_ends.h"
#include "job/validation.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::job {

namespace {

constexpr double kFarthest = 1e5; // mm

Problem wrongPlace(const std::optional<Vec3>& place, const std::string& what, const std::string& where) {
    if (!place) return {};
    for (const double each : *place)
        if (auto t = outside(each, -kFarthest, kFarthest, what, where)) return t;
    return {};
}

Problem wrongDirection(const std::optional<Vec3>& direction, const std::string& what,
                       const std::string& where) {
    if (auto t = wrongPlace(direction, what, where)) return t;
    if (direction && direction->norm() < 1e-6) return Error{what + " points nowhere.", where};
    return {};
}

Problem wrongOther(const std::optional<OfOther>& of, const std::string& what, const std::string& where) {
    if (of && of->job.empty()) return Error{"Which job " + what + " is of is not said.", where + ".job"};
    return {};
}

Problem wrongFace(const MountFace& face, const std::string& where) {
    const std::string place = "A place on face " + face.id, side = "The outward side of face " + face.id;
    if (auto t = wrongOther(face.of, "face " + face.id, where + ".of")) return t;
    if (face.tube)
        if (auto t = notPositive(*face.tube, 1000, "The diameter of tube " + face.id, where + ".diameter"))
            return t;
    for (const auto* along : {&face.along, &face.sketchAlong})
        if (auto t = wrongDirection(*along, "The way that tube " + face.id + " runs", where + ".along"))
            return t;
    if (auto t = wrongPlace(face.at, place, where + ".at")) return t;
    if (auto t = wrongDirection(face.normal, side, where + ".normal")) return t;
    if (auto t = wrongPlace(face.sketchAt, place, where + ".sketch.at")) return t;
    return wrongDirection(face.sketchNormal, side, where + ".sketch.normal");
}

Problem wrongSlot(const MountPoint& point, const std::string& where) {
    if (!point.slot) return {};
    if (point.kind != MountPoint::Kind::Hole)
        return Error{"Point " + point.id + " has the length of a slot, and is no hole.", where + ".kind"};
    if (!point.diameter) return Error{"How wide slot " + point.id + " is, is not said.", where + ".diameter"};
    if (auto t = outside(point.slot->length, *point.diameter, 1000, "The length of slot " + point.id,
                         where + ".length"))
        return t;
    if (point.slot->corner)
        if (auto t = outside(*point.slot->corner, 0, *point.diameter / 2, "The corners of slot " + point.id,
                             where + ".corner"))
            return t;
    return wrongDirection(point.slot->along, "The way that slot " + point.id + " runs", where + ".along");
}

Problem wrongPoint(const Mount& mount, const MountPoint& point, const std::string& where) {
    if (!mount.findFace(point.face))
        return Error{"Point " + point.id + " is on face \"" + point.face + "\", which is not there.",
                     where + ".face"};
    if (point.diameter)
        if (auto t =
                notPositive(*point.diameter, 1000, "The diameter of point " + point.id, where + ".diameter"))
            return t;
    if (auto t = wrongOther(point.of, "point " + point.id, where + ".of")) return t;
    if (auto t = wrongPlace(point.at, "The place of point " + point.id, where + ".at")) return t;
    if (auto t = wrongPlace(point.sketch, "The sketched place of point " + point.id, where + ".sketch"))
        return t;
    if (auto t = wrongDirection(point.axis, "The axis of point " + point.id, where + ".axis")) return t;
    if (auto t = wrongSlot(point, where)) return t;
    return outside(point.sigma, 0, 100, "The error of point " + point.id, where + ".sigma");
}

Problem wrongEdge(const Mount& mount, const MountEdge& edge, const std::string& where) {
    if (!mount.findFace(edge.face))
        return Error{"Edge " + edge.id + " is on face \"" + edge.face + "\", which is not there.",
                     where + ".face"};
    for (const auto* ends : {&edge.at, &edge.sketch})
        if (*ends) {
            for (const Vec3& end : **ends)
                if (auto t = wrongPlace(end, "A place on edge " + edge.id, where)) return t;
            if (((**ends)[0] - (**ends)[1]).norm() < 1e-6)
                return Error{"Edge " + edge.id + " begins where it ends.", where};
        }
    return {};
}

Problem wrongWay(const Clearance& clearance, const std::string& name, const std::string& where) {
    if (clearance.slides && clearance.swings)
        return Error{name + " both slides and swings; it can do one.", where};
    if (clearance.shape == Clearance::Shape::Plane && (clearance.slides || clearance.swings))
        return Error{name + " is a plane and does not move; make it a box.", where};
    if (auto t = wrongPlace(clearance.slides, "The way of " + name, where + ".slides")) return t;
    if (!clearance.swings) return {};
    if (auto t = wrongPlace(clearance.swings->at, "A place on the hinge of " + name, where + ".swings.at"))
        return t;
    if (auto t = wrongDirection(clearance.swings->axis, "The hinge of " + name, where + ".swings.axis"))
        return t;
    return outside(clearance.swings->byDeg, -360, 360, "The swing of " + name, where + ".swings.by");
}

Problem wrongClearance(const Clearance& clearance, const std::string& where) {
    const std::string& name = clearance.id;
    if (auto t = wrongPlace(clearance.at, "The place of " + name, where + ".at")) return t;
    if (auto t = outside(clearance.keep, 0, 1000, "The distance to keep from " + name, where + ".keep"))
        return t;
    if (clearance.shape == Clearance::Shape::Box) {
        for (const double side : clearance.size)
            if (auto t = notPositive(side, kFarthest, "A side of " + name, where + ".size")) return t;
        if (auto t = outside(clearance.turnedDeg, -360, 360, "The turn of " + name, where + ".turned"))
            return t;
    } else if (clearance.shape == Clearance::Shape::Cylinder) {
        if (auto t = wrongPlace(clearance.to, "The other end of " + name, where + ".to")) return t;
        if ((clearance.to - clearance.at).norm() < 1e-6)
            return Error{name + " begins where it ends.", where + ".to"};
        if (auto t =
                notPositive(clearance.diameter, kFarthest, "The diameter of " + name, where + ".diameter"))
            return t;
    } else if (auto t = wrongDirection(clearance.normal, "The free side of " + name, where + ".normal")) {
        return t;
    }
    return wrongWay(clearance, name, where);
}

std::string nounOf(MountThing thing) {
    return thing == MountThing::Point ? "point" : thing == MountThing::Edge ? "edge" : "face";
}

Problem wrongReading(const Mount& mount, const MountReading& reading, const std::string& where) {
    using Kind = MountReading::Kind;
    const std::string name = "Reading " + reading.id;
    const std::vector<MountThing> things = thingsOf(reading.kind);
    if (reading.of.size() != things.size())
        return Error{name + " is of " + std::to_string(reading.of.size()) + " things, and has to be of " +
                         std::to_string(things.size()) + ".",
                     where + ".of"};
    for (size_t i = 0; i < things.size(); ++i) {
        const MountFace* face = mount.findFace(reading.of[i]);
        if (!canBeOf(mount, reading.kind, i, reading.of[i]))
            return Error{face && face->tube && things[i] == MountThing::Face
                             ? name + " is of tube " + face->id + ", which looks outward all around."
                             : name + " is of \"" + reading.of[i] + "\", which is no " + nounOf(things[i]) +
                                   " of the mount.",
                         where + ".of"};
        if (i > 0 && reading.of[i] == reading.of[0])
            return Error{name + " is of " + reading.of[0] + " twice.", where + ".of"};
    }
    if (reading.kind == Kind::FromEdge &&
        mount.findPoint(reading.of[0])->face != mount.findEdge(reading.of[1])->face)
        return Error{name + " is from an edge of another face.", where + ".of"};
    if (reading.kind == Kind::Square && mount.findFace(reading.of[2]))
        for (size_t i = 0; i < 2; ++i)
            if (mount.findPoint(reading.of[i])->face != reading.of[2])
                return Error{name + " goes around tube " + reading.of[2] + ", and " + reading.of[i] +
                                 " is not on it.",
                             where + ".of"};
    if (reading.kind == Kind::Turn)
        if (auto t = outside(reading.value, 0, 180, name, where + ".value")) return t;
    const bool canBeLess =
        reading.kind == Kind::Height || reading.kind == Kind::Rise || reading.kind == Kind::Plumb;
    const double least = canBeLess ? -kFarthest : 0;
    if (auto t = outside(reading.value, least, kFarthest, name, where + ".value")) return t;
    if (auto t = notPositive(reading.over, kFarthest, "The length of " + name, where + ".over")) return t;
    if (reading.sigma) return notPositive(*reading.sigma, 100, "The error of " + name, where + ".sigma");
    return {};
}

/// Each named, and no two alike; then what `wrong` says of it.
template <class Thing, class Wrong>
Problem wrongOf(const std::vector<Thing>& things, const char* list, const std::string& noun,
                const std::string& path, const Wrong& wrong) {
    // Beyond these what is solved anew after each edit is waited for.
    const size_t most = noun == "reading" ? 300 : 60;
    if (things.size() > most)
        return Error{"The mount has " + std::to_string(things.size()) + " " + noun + "s; " +
                         std::to_string(most) + " are the most.",
                     path + "." + list};
    std::set<std::string> seen;
    for (size_t i = 0; i < things.size(); ++i) {
        const std::string where = path + "." + at(list, i, "");
        if (things[i].id.empty()) return Error{"There is a " + noun + " with an empty name.", where + ".id"};
        if (!seen.insert(things[i].id).second)
            return Error{"Two " + noun + "s of the mount are named \"" + things[i].id + "\".", where + ".id"};
        if (Problem t = wrong(things[i], where)) return t;
    }
    return {};
}

Problem wrongNeighbour(const Mount& mount, const Neighbour& neighbour, const std::string& where) {
    for (const std::string& point : neighbour.points)
        if (const MountPoint* own = mount.findPoint(point); !own || !own->of || own->of->job != neighbour.job)
            return Error{"\"" + point + "\" is no hole of " + neighbour.job + ".", where + ".points"};
    const size_t rows = 3 * neighbour.points.size();
    if (neighbour.covariance.size() != rows * rows)
        return Error{"The errors of " + neighbour.job + " are of " +
                         std::to_string(neighbour.covariance.size()) + " figures; its points need " +
                         std::to_string(rows * rows) + ".",
                     where + ".covariance"};
    for (const double each : neighbour.covariance)
        if (auto t = outside(each, -1e4, 1e4, "An error of " + neighbour.job, where + ".covariance"))
            return t;
    return {};
}

Problem wrongMount(const std::optional<Mount>& mount, const std::string& path) {
    if (!mount) return {};
    if (auto t = wrongOf(mount->faces, "faces", "face", path, wrongFace)) return t;
    const auto with = [&](const auto& wrong) {
        return [&mount, &wrong](const auto& thing, const std::string& where) {
            return wrong(*mount, thing, where);
        };
    };
    if (auto t = wrongOf(mount->points, "points", "point", path, with(wrongPoint))) return t;
    if (auto t = wrongOf(mount->edges, "edges", "edge", path, with(wrongEdge))) return t;
    for (size_t i = 0; i < mount->neighbours.size(); ++i)
        if (auto t = wrongNeighbour(*mount, mount->neighbours[i], path + "." + at("others", i, ""))) return t;
    if (auto t = wrongOf(mount->clearances, "clearances", "thing to keep clear of", path, wrongClearance))
        return t;
    return wrongOf(mount->readings, "readings", "reading", path, with(wrongReading));
}

/// A pattern's holes are counted from 2: h1, h1.2, h1.3.
bool isThere(const Job& job, const std::string& partHole) {
    if (job.findHole(partHole)) return true;
    const std::string maker = holeThatMakes(partHole);
    const Hole* hole = job.findHole(maker);
    if (!hole) return false;
    const std::string number = partHole.substr(maker.size() + 1);
    for (int i = 2; i <= countOf(*hole); ++i)
        if (number == std::to_string(i)) return true;
    return false;
}

Problem wrongTie(const Job& job, const Tie& tie, const std::string& where) {
    if (!isThere(job, tie.hole))
        return Error{"A bolt goes through hole \"" + tie.hole + "\", which is not there.", where + ".hole"};
    for (const std::optional<Mount>* mount : {&job.mount, &job.oppositeMount})
        if (*mount && !(*mount)->findPoint(tie.point))
            return Error{"A bolt goes to point \"" + tie.point + "\", which the mount has not.",
                         where + ".point"};
    if (tie.bolt)
        if (auto t = notPositive(*tie.bolt, 100, "The bolt of " + tie.hole, where + ".bolt")) return t;
    if (tie.press)
        if (auto t =
                outside(*tie.press, 0, 20, "What " + tie.hole + "'s leg is pulled in by", where + ".press"))
            return t;
    if (tie.spacer)
        if (auto t = outside(*tie.spacer, 0, 500, "The spacer at " + tie.hole, where + ".spacer")) return t;
    if (tie.gapMost) return outside(*tie.gapMost, 0, 100, "The gap at " + tie.hole, where + ".gap_most");
    return {};
}

/// The end goes in first, the whole leg after it.
Problem wrongTab(const Job& job, const Tab& tab, const std::string& where) {
    if (!job.findPlate(tab.plate))
        return Error{"Leg \"" + tab.plate + "\" goes through a slot, and is not there.", where + ".plate"};
    if (!hasFreeEnd(job, tab.plate))
        return Error{"Leg " + tab.plate + " has no free end that could go through a slot.", where + ".plate"};
    if (job.rests && job.rests->plate == tab.plate)
        return Error{"Leg " + tab.plate + " lies on the mount, and cannot go through a slot of it.",
                     where + ".plate"};
    for (const std::optional<Mount>* mount : {&job.mount, &job.oppositeMount}) {
        if (!*mount) continue;
        const MountPoint* point = (*mount)->findPoint(tab.point);
        if (!point)
            return Error{"Leg " + tab.plate + " goes through \"" + tab.point + "\", which the mount has not.",
                         where + ".point"};
        if (!point->slot && !point->of)
            return Error{"Leg " + tab.plate + " goes through " + tab.point + ", which is no slot.",
                         where + ".point"};
    }
    return {};
}

/// A plate's length, a hole's place or pitch, a bend's angle or skew, of one that is there.
bool isDimension(const Job& job, const std::string& name) {
    const auto parsed = parseDimensionName(name);
    if (!parsed) return false;
    if (parsed->what == "length") return job.findPlate(parsed->of);
    if (parsed->what == "angle" || parsed->what == "skew") return job.findBend(parsed->of);
    return job.findHole(parsed->of);
}

Problem wrongChange(const Job& job, const std::string& name, const MayChange& may) {
    const std::string where = "may_change." + name;
    if (!isDimension(job, name)) return Error{"\"" + name + "\" is no dimension that is there.", where};
    for (const auto& limit : {may.least, may.most})
        if (limit)
            if (auto t = outside(*limit, -kFarthest, kFarthest, "A limit of " + name, where)) return t;
    if (may.least && may.most && *may.least > *may.most)
        return Error{"The least that " + name + " may be is more than the most.", where};
    return {};
}

} // namespace

Problem wrongLineUp(const Job& job) {
    if (auto t = wrongMount(job.mount, "mount")) return t;
    if (auto t = wrongMount(job.oppositeMount, "opposite_mount")) return t;
    if (job.rests && !job.findPlate(job.rests->plate))
        return Error{"Leg \"" + job.rests->plate + "\" rests on the mount, and is not there.", "rests.plate"};
    if (job.rests && (!job.mount || !job.mount->findFace(job.rests->on)))
        return Error{"A leg rests on face \"" + job.rests->on + "\", which the mount has not.", "rests.on"};
    if (!job.tabs.empty() && job.ties.empty())
        return Error{"A leg goes through a slot, and no hole is bolted to the mount.", "tabs"};
    if (!job.ties.empty() && !(job.mount && job.rests))
        return Error{"Bolts go to points of a mount, and there is none that a leg rests on.", "ties"};
    std::set<std::string> holes, points;
    for (size_t i = 0; i < job.ties.size(); ++i) {
        const Tie& tie = job.ties[i];
        if (auto t = wrongTie(job, tie, at("ties", i, ""))) return t;
        if (!holes.insert(tie.hole).second)
            return Error{"Two bolts go through hole " + tie.hole + ".", at("ties", i, "hole")};
        if (!points.insert(tie.point).second)
            return Error{"Two bolts go to point " + tie.point + ".", at("ties", i, "point")};
    }
    for (size_t i = 0; i < job.tabs.size(); ++i) {
        const Tab& tab = job.tabs[i];
        if (auto t = wrongTab(job, tab, at("tabs", i, ""))) return t;
        if (!points.insert(tab.point).second)
            return Error{"More than one thing goes to point " + tab.point + ".", at("tabs", i, "point")};
    }
    for (const auto& [name, may] : job.mayChange)
        if (auto t = wrongChange(job, name, may)) return t;
    for (const auto& [operation, chosen] : job.making)
        if (chosen.sigma)
            if (auto t = outside(*chosen.sigma, 0, 100, "The error of " + operation, "making." + operation))
                return t;
    return {};
}

void Job::tidyTies() {
    if (rests && !findPlate(rests->plate)) rests.reset();
    if (!rests) ties.clear();
    std::erase_if(ties, [&](const Tie& tie) { return !isThere(*this, tie.hole); });
    std::erase_if(tabs, [&](const Tab& tab) {
        return ties.empty() || !hasFreeEnd(*this, tab.plate) || tab.plate == rests->plate;
    });
    std::erase_if(mayChange, [&](const auto& each) { return !isDimension(*this, each.first); });
}

} // namespace goodfold::job
