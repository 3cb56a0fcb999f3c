#include "propose/bolts.h"

#include "lineup/mounting.h"

#include <algorithm>
#include <cmath>

namespace goodfold::propose {

namespace {

/// What goes through a hole, or into a thread or over a stud: the largest that does.
const hardware::Screw* screwFor(const job::MountPoint& point, const job::Tie* tie,
                                const hardware::Book& hardware) {
    if (tie && tie->bolt) return hardware.screwOfMajor(*tie->bolt);
    constexpr double kUsual = 6;
    const double diameter = point.diameter.value_or(kUsual);
    if (point.kind != job::MountPoint::Kind::Hole) return hardware.screwOfMajor(diameter);
    const hardware::Screw* largest = nullptr;
    for (const hardware::Screw& screw : hardware.screws)
        if (screw.close <= diameter + 0.01 && (!largest || screw.major > largest->major)) largest = &screw;
    return largest;
}

Bolt boltAt(const job::MountPoint& point, const hardware::Screw& screw, const material::Material& material) {
    constexpr double kToRound = 0.5; // edges and holes are put to whole figures
    Bolt bolt{point.id, *point.at, screw.major, screw.normal};
    const double washer = screw.washerDiameter > 0 ? screw.washerDiameter : 2 * screw.major;
    bolt.edge = std::max(material.edgeDistanceDiameters * bolt.hole, washer / 2) + kToRound;
    bolt.room = std::max(washer, screw.headSocketDiameter) / 2 + kToRound;
    return bolt;
}

bool isOnePlane(const Station& station, const job::MountFace& face) {
    return face.normal->dot(station.normal) > std::cos(radians(kOnePlaneDeg)) &&
           std::abs((*face.at - station.at).dot(station.normal)) < kOnePlane;
}

/// The plane that a bracket would lie in there: of a tube the one that touches it at the point.
job::MountFace planeAt(const job::MountFace& face, const job::MountPoint& point, const job::Mount& mount) {
    if (!face.tube) return face;
    return {.id = face.id, .at = point.at, .normal = lineup::outwardAt(mount, point)};
}

Station& stationOn(std::vector<Station>& stations, const job::MountFace& face) {
    const auto found = std::find_if(stations.begin(), stations.end(),
                                    [&](const Station& each) { return isOnePlane(each, face); });
    if (found != stations.end()) return *found;
    return stations.emplace_back(Station{*face.at, face.normal->normalized(), face.id, {}});
}

} // namespace

Result<std::vector<Station>> stationsOf(const job::Job& job, const job::Mount& mount,
                                        const material::Material& material, const hardware::Book& hardware) {
    std::vector<Station> stations;
    const auto tieOf = [&](const job::MountPoint& point) -> const job::Tie* {
        const auto found = std::find_if(job.ties.begin(), job.ties.end(),
                                        [&](const job::Tie& tie) { return tie.point == point.id; });
        return found == job.ties.end() ? nullptr : &*found;
    };
    for (const job::MountPoint& point : mount.points) {
        const job::Tie* tie = tieOf(point);
        if (job.ties.empty() ? point.kind == job::MountPoint::Kind::Mark : !tie) continue;
        const job::MountFace* face = mount.findFace(point.face);
        if (!point.at || !face || !face->at || !face->normal)
            return Error{"Where " + point.id + " is, is not known yet.", "mount.points"};
        const hardware::Screw* screw = screwFor(point, tie, hardware);
        if (!screw)
            return Error{"No bolt in the book suits " + point.id + ": say its diameter.", "mount.points"};
        stationOn(stations, planeAt(*face, point, mount)).bolts.push_back(boltAt(point, *screw, material));
    }
    for (Station& station : stations) {
        station.at.setZero();
        for (const Bolt& bolt : station.bolts)
            station.at += bolt.at / static_cast<double>(station.bolts.size());
    }
    if (stations.empty())
        return Error{
            "There is nothing on the mount that a bolt goes in: drop a hole, a stud or a thread on it.",
            "mount.points"};
    const std::string rest = job.rests ? job.rests->on : std::string();
    const job::MountFace* rests = mount.findFace(rest);
    std::stable_sort(stations.begin(), stations.end(), [&](const Station& a, const Station& b) {
        const auto order = [&](const Station& each) {
            const bool isRest =
                rests && (rests->tube ? each.face == rests->id
                                      : rests->at && rests->normal && isOnePlane(each, *rests));
            return isRest ? static_cast<size_t>(1000) : each.bolts.size();
        };
        return order(a) > order(b);
    });
    return stations;
}

} // namespace goodfold::propose
