#include "job/mount.h"

#include "job/validation.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::job {

const MountFace* Mount::findFace(const std::string& id) const {
    const auto found =
        std::find_if(faces.begin(), faces.end(), [&](const auto& face) { return face.id == id; });
    return found == faces.end() ? nullptr : &*found;
}

const MountPoint* Mount::findPoint(const std::string& id) const {
    const auto found =
        std::find_if(points.begin(), points.end(), [&](const auto& point) { return point.id == id; });
    return found == points.end() ? nullptr : &*found;
}

std::string holeThatMakes(const std::string& partHole) {
    return partHole.substr(0, partHole.find('.'));
}

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

Problem wrongFaces(const Mount& mount, const std::string& path) {
    std::set<std::string> seen;
    for (size_t i = 0; i < mount.faces.size(); ++i) {
        const MountFace& face = mount.faces[i];
        const std::string where = path + "." + at("faces", i, "");
        if (face.id.empty()) return Error{"A face of the mount has an empty name.", where + ".id"};
        if (!seen.insert(face.id).second)
            return Error{"Two faces of the mount are named \"" + face.id + "\".", where + ".id"};
        if (auto t = wrongPlace(face.at, "A place on face " + face.id, where + ".at")) return t;
        if (auto t = wrongDirection(face.normal, "The outward side of face " + face.id, where + ".normal"))
            return t;
    }
    return {};
}

Problem wrongPoint(const Mount& mount, const MountPoint& point, const std::string& where) {
    if (!mount.findFace(point.face))
        return Error{"Point " + point.id + " is on face \"" + point.face + "\", which is not there.",
                     where + ".face"};
    if (point.diameter)
        if (auto t =
                notPositive(*point.diameter, 1000, "The diameter of point " + point.id, where + ".diameter"))
            return t;
    if (auto t = wrongPlace(point.at, "The place of point " + point.id, where + ".at")) return t;
    if (auto t = wrongDirection(point.axis, "The axis of point " + point.id, where + ".axis")) return t;
    return outside(point.sigma, 0, 100, "The error of point " + point.id, where + ".sigma");
}

Problem wrongMount(const std::optional<Mount>& mount, const std::string& path) {
    if (!mount) return {};
    if (auto t = wrongFaces(*mount, path)) return t;
    std::set<std::string> seen;
    for (size_t i = 0; i < mount->points.size(); ++i) {
        const MountPoint& point = mount->points[i];
        const std::string where = path + "." + at("points", i, "");
        if (point.id.empty()) return Error{"A point of the mount has an empty name.", where + ".id"};
        if (!seen.insert(point.id).second)
            return Error{"Two points of the mount are named \"" + point.id + "\".", where + ".id"};
        if (auto t = wrongPoint(*mount, point, where)) return t;
    }
    return {};
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
    if (tie.gapMost) return outside(*tie.gapMost, 0, 100, "The gap at " + tie.hole, where + ".gap_most");
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
}

} // namespace goodfold::job
