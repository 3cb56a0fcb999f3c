#include "lineup/mounting.h"

#include "clearance/least.h"

#include <algorithm>

namespace goodfold::lineup {

namespace {

using job::MountPoint;

/// z out of the face; x as near to the mount's x as it can be, of a face square to that to its y.
Pose3 poseOf(const Vec3& at, const Vec3& normal) {
    const Vec3 z = normal.normalized();
    const Vec3 along = std::abs(z.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitY();
    Pose3 pose = Pose3::Identity();
    pose.linear().col(2) = z;
    pose.linear().col(0) = (along - along.dot(z) * z).normalized();
    pose.linear().col(1) = z.cross(pose.linear().col(0));
    pose.translation() = at;
    return pose;
}

/// The first face is where places are told from, where it does not say otherwise.
Vec3 normalOf(const job::Mount& mount, const job::MountFace& face) {
    if (face.normal) return face.normal->normalized();
    return &face == &mount.faces.front() ? Vec3(0, 0, 1) : Vec3(0, 0, 0);
}

/// A point on it whose place is stated, or null.
const MountPoint* pointOn(const job::Mount& mount, const job::MountFace& face) {
    const auto found = std::find_if(mount.points.begin(), mount.points.end(), [&](const MountPoint& point) {
        return point.at && point.face == face.id;
    });
    return found == mount.points.end() ? nullptr : &*found;
}

/// The largest bolt that goes through both.
double boltThrough(double hole, const MountPoint& point, bool isMetric, const hardware::Book& hardware) {
    const double least =
        point.kind == MountPoint::Kind::Hole && point.diameter ? std::min(hole, *point.diameter) : hole;
    const hardware::Screw* largest = hardware.largestThrough(least, isMetric);
    return largest ? largest->major : least;
}

double boltOf(const job::Tie& tie, const job::Hole& hole, const MountPoint& point, bool isMetric,
              const hardware::Book& hardware) {
    if (tie.bolt) return *tie.bolt;
    if (hole.fastener)
        if (const hardware::Screw* screw = hardware.findScrew(hole.fastener->size)) return screw->major;
    const bool isNominal = point.kind == MountPoint::Kind::Stud || point.kind == MountPoint::Kind::Tapped;
    if (isNominal && point.diameter) return *point.diameter;
    return boltThrough(hole.diameter, point, isMetric, hardware);
}

Result<Mounting::Tie> tieOf(const job::Job& job, const job::Mount& mount, const part::Part& part,
                            const job::Tie& tie, const hardware::Book& hardware) {
    const MountPoint& point = *mount.findPoint(tie.point);
    const job::MountFace& face = *mount.findFace(point.face);
    const int index = part.holeIndex(tie.hole);
    const part::PartHole& hole = part.holes[static_cast<size_t>(index)];
    const Vec3 outward = normalOf(mount, face);
    if (!point.at) return Error{"Where point " + point.id + " is on the mount is not said.", "mount.points"};
    if (outward.isZero())
        return Error{"Which way face " + face.id + " of the mount looks is not said.", "mount.faces"};
    const job::Hole& drawn = *job.findHole(hole.source);
    Mounting::Tie made;
    made.hole = tie.hole;
    made.point = point.id;
    made.at = *point.at;
    made.axis = point.axis ? point.axis->normalized() : outward;
    made.outward = outward;
    made.onFace = tie.onFace;
    made.bolt = boltOf(tie, drawn, point, job.units == quantity::Unit::Millimetre, hardware);
    if (point.kind == MountPoint::Kind::Hole) made.through = point.diameter;
    made.touches = part.plates[static_cast<size_t>(hole.plate)].id != job.rests->plate;
    made.press = tie.press.value_or(kUsualPress);
    made.gapMost = tie.gapMost;
    made.drilledThroughMount = drawn.throughMount;
    made.isStud = point.kind == MountPoint::Kind::Stud;
    return made;
}

} // namespace

Result<Mounting> mountingOf(const job::Job& job, const job::Mount& mount, const part::Part& part,
                            const hardware::Book& hardware) {
    if (!job.rests || job.ties.empty())
        return Error{"No hole is bolted to a point of the mount yet.", "ties"};
    Mounting mounting;
    mounting.rests = job.rests->plate;
    mounting.onFace = job.rests->onFace;
    const job::MountFace* face = mount.findFace(job.rests->on);
    if (!face) return Error{"The mount has no face " + job.rests->on + ".", "rests.on"};
    const Vec3 outward = normalOf(mount, *face);
    if (outward.isZero())
        return Error{"Which way face " + face->id + " of the mount looks is not said.", "mount.faces"};
    const MountPoint* onIt = pointOn(mount, *face);
    const bool isSaid = face->at || onIt || face == &mount.faces.front();
    if (!isSaid) return Error{"Where face " + face->id + " of the mount is, is not said.", "mount.faces"};
    const Vec3 on = face->at ? *face->at : onIt ? *onIt->at : Vec3(0, 0, 0);
    // A face that is z = 0 already keeps the mount's own frame.
    const bool isGround = outward.isApprox(Vec3::UnitZ()) && std::abs(on.z()) < 1e-9;
    if (!isGround) mounting.mountFromFace = poseOf(on, outward);
    const Pose3 faceFromMount = mounting.mountFromFace.inverse();
    for (const job::Tie& tie : job.ties) {
        auto made = tieOf(job, mount, part, tie, hardware);
        if (!made) return made.error();
        Mounting::Tie placed = *made;
        placed.at = faceFromMount * placed.at;
        placed.axis = faceFromMount.linear() * placed.axis;
        placed.outward = Vec3(faceFromMount.linear() * *placed.outward);
        mounting.ties.push_back(placed);
    }
    return mounting;
}

job::Mount mirrored(const job::Mount& mount) {
    job::Mount twin = mount;
    const auto turnOver = [](std::optional<Vec3>& vec) {
        if (vec) vec->y() = -vec->y();
    };
    for (job::MountFace& face : twin.faces) {
        for (auto* each : {&face.at, &face.normal, &face.sketchAt, &face.sketchNormal})
            turnOver(*each);
    }
    for (MountPoint& point : twin.points)
        for (auto* each : {&point.at, &point.axis, &point.sketch})
            turnOver(*each);
    for (job::MountEdge& edge : twin.edges)
        for (auto* ends : {&edge.at, &edge.sketch})
            if (*ends)
                for (Vec3& end : **ends)
                    end.y() = -end.y();
    for (job::Clearance& thing : twin.clearances)
        thing = clearance::mirrored(std::move(thing));
    return twin;
}

} // namespace goodfold::lineup
