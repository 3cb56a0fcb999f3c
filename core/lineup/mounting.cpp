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

/// A point on it whose place is stated, or null: the first that is tied, of a tube the one it touches at.
const MountPoint* pointOn(const job::Job& job, const job::Mount& mount, const job::MountFace& face) {
    const auto isOn = [&](const MountPoint& point) { return point.at && point.face == face.id; };
    for (const job::Tie& tie : job.ties)
        if (const MountPoint* point = mount.findPoint(tie.point); point && isOn(*point)) return point;
    const auto found = std::find_if(mount.points.begin(), mount.points.end(), isOn);
    return found == mount.points.end() ? nullptr : &*found;
}

Error unlooked(const job::OfOther& other) {
    return {"Where " + other.job + " has its holes is not known: it was not looked at yet.", "mount.points"};
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
    const Vec3 outward = outwardAt(mount, point);
    if (!point.at && point.of) return unlooked(*point.of);
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
    made.spacer = tie.spacer.value_or(0);
    // Square through the spacer's top, however the axis leans.
    const double upright = std::max(0.1, made.axis.dot(outward));
    made.at += made.spacer / upright * made.axis;
    return made;
}

Result<Mounting::Tab> tabOf(const job::Mount& mount, const job::Tab& tab) {
    const MountPoint& point = *mount.findPoint(tab.point);
    const Vec3 outward = outwardAt(mount, point);
    if (!point.at && point.of) return unlooked(*point.of);
    if (!point.at) return Error{"Where slot " + point.id + " is on the mount is not said.", "mount.points"};
    if (!point.slot || !point.diameter)
        return Error{"Leg " + tab.plate + " goes through " + point.id + ", which is no slot.", "tabs"};
    if (outward.isZero())
        return Error{"Which way face " + point.face + " of the mount looks is not said.", "mount.faces"};
    const Vec3& runs = point.slot->along;
    const Vec3 along = runs - runs.dot(outward) * outward;
    if (along.norm() < 1e-6)
        return Error{"Slot " + point.id + " runs straight out of its face.", "mount.points"};
    const double width = *point.diameter;
    return Mounting::Tab{
        tab.plate,          point.id,           *point.at, outward,
        along.normalized(), point.slot->length, width,     point.slot->corner.value_or(width / 2)};
}

/// What keeps the plate that rests off its face: the longest, as it lies on no other then.
double spacerUnder(const std::string& plate, const job::Job& job) {
    double most = 0;
    for (const job::Tie& tie : job.ties)
        if (job.plateOfHole(job::holeThatMakes(tie.hole))->id == plate)
            most = std::max(most, tie.spacer.value_or(0));
    return most;
}

/// What y and another axis are off by together changes its sign.
void turnErrorsOver(job::Neighbour& neighbour) {
    const size_t rows = 3 * neighbour.points.size();
    for (size_t i = 0; i < rows; ++i)
        for (size_t j = 0; j < rows; ++j)
            if ((i % 3 == 1) != (j % 3 == 1)) neighbour.covariance[i * rows + j] *= -1;
}

} // namespace

Vec3 outwardAt(const job::Mount& mount, const MountPoint& point) {
    const job::MountFace& face = *mount.findFace(point.face);
    if (!face.tube || !face.at || !face.along || !point.at) return normalOf(mount, face);
    const Vec3 along = face.along->normalized(), way = *point.at - *face.at;
    const Vec3 out = way - way.dot(along) * along;
    return out.norm() < 1e-9 ? Vec3(0, 0, 0) : Vec3(out.normalized());
}

Result<Mounting> mountingOf(const job::Job& job, const job::Mount& mount, const part::Part& part,
                            const hardware::Book& hardware) {
    if (!job.rests || job.ties.empty())
        return Error{"No hole is bolted to a point of the mount yet.", "ties"};
    Mounting mounting;
    mounting.rests = job.rests->plate;
    mounting.onFace = job.rests->onFace;
    const job::MountFace* face = mount.findFace(job.rests->on);
    if (!face) return Error{"The mount has no face " + job.rests->on + ".", "rests.on"};
    const MountPoint* onIt = pointOn(job, mount, *face);
    if (face->of && !face->at) return unlooked(*face->of);
    if (face->tube && !onIt)
        return Error{"Where on tube " + face->id + " the bracket lies is not said: give it a point there.",
                     "mount.points"};
    const Vec3 outward = onIt ? outwardAt(mount, *onIt) : normalOf(mount, *face);
    if (outward.isZero())
        return Error{"Which way face " + face->id + " of the mount looks is not said.", "mount.faces"};
    const bool isSaid = face->at || onIt || face == &mount.faces.front();
    if (!isSaid) return Error{"Where face " + face->id + " of the mount is, is not said.", "mount.faces"};
    const Vec3 on = face->at && !face->tube ? *face->at : onIt ? *onIt->at : Vec3(0, 0, 0);
    // A face that is z = 0 already keeps the mount's own frame.
    const bool isGround = outward.isApprox(Vec3::UnitZ()) && std::abs(on.z()) < 1e-9;
    if (!isGround) mounting.mountFromFace = poseOf(on, outward);
    mounting.mountFromFace.translation() += spacerUnder(mounting.rests, job) * outward;
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
    for (const job::Tab& tab : job.tabs) {
        const auto made = tabOf(mount, tab);
        if (!made) return made.error();
        Mounting::Tab placed = *made;
        placed.at = faceFromMount * placed.at;
        placed.outward = faceFromMount.linear() * placed.outward;
        placed.along = faceFromMount.linear() * placed.along;
        mounting.tabs.push_back(std::move(placed));
    }
    return mounting;
}

std::vector<Mounting::Place> Mounting::places() const {
    std::vector<Place> all;
    for (const Tie& tie : ties)
        all.push_back({tie.hole, tie.point});
    for (const Tab& tab : tabs)
        all.push_back({tab.plate, tab.point});
    return all;
}

job::Mount mirrored(const job::Mount& mount) {
    job::Mount twin = mount;
    const auto turnOver = [](std::optional<Vec3>& vec) {
        if (vec) vec->y() = -vec->y();
    };
    for (job::MountFace& face : twin.faces) {
        for (auto* each :
             {&face.at, &face.normal, &face.sketchAt, &face.sketchNormal, &face.along, &face.sketchAlong})
            turnOver(*each);
    }
    for (MountPoint& point : twin.points)
        for (auto* each : {&point.at, &point.axis, &point.sketch})
            turnOver(*each);
    for (MountPoint& point : twin.points)
        if (point.slot) point.slot->along.y() = -point.slot->along.y();
    for (job::MountEdge& edge : twin.edges)
        for (auto* ends : {&edge.at, &edge.sketch})
            if (*ends)
                for (Vec3& end : **ends)
                    end.y() = -end.y();
    for (job::Neighbour& neighbour : twin.neighbours)
        turnErrorsOver(neighbour);
    for (job::Clearance& thing : twin.clearances)
        thing = clearance::mirrored(std::move(thing));
    return twin;
}

job::Mount otherSideOf(const job::Mount& placed) {
    job::Mount other = mirrored(placed);
    other.readings.clear();
    for (job::MountFace& face : other.faces) {
        if (face.of) continue;
        if (&face != &other.faces.front()) {
            face.sketchAt = face.at;
            (face.tube ? face.sketchAlong : face.sketchNormal) = face.tube ? face.along : face.normal;
        }
        face.at.reset();
        face.normal.reset();
        face.along.reset();
    }
    for (MountPoint& point : other.points) {
        if (point.of) continue;
        point.sketch = point.at;
        point.at.reset();
        point.sigma = 0;
    }
    for (job::MountEdge& edge : other.edges) {
        edge.sketch = edge.at;
        edge.at.reset();
    }
    return other;
}

} // namespace goodfold::lineup
