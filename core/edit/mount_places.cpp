#include "edit/mount_edits.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

namespace {

using job::Mount;
using job::MountPoint;

constexpr size_t kEachToEach = 10, kAnchors = 4;

bool arePaired(size_t i, size_t j, size_t count) {
    return count <= kEachToEach || std::min(i, j) < kAnchors;
}

/// Directions in a face, and a place on it.
struct FaceFrame {
    Vec3 at{0, 0, 0}, along{1, 0, 0}, across{0, 1, 0};
    Vec2 inFace(const Vec3& place) const { return {along.dot(place - at), across.dot(place - at)}; }
    Vec3 inMount(const Vec2& place) const { return at + place.x() * along + place.y() * across; }
};

FaceFrame frameOf(const Mount& mount, const job::MountFace& face) {
    FaceFrame frame;
    if (&face == mount.faces.data() && !face.normal) return frame;
    const Vec3 normal = face.normal.value_or(face.sketchNormal.value_or(Vec3(0, 0, 1))).normalized();
    frame.at = face.at.value_or(face.sketchAt.value_or(Vec3(0, 0, 0)));
    const Vec3 aside = std::abs(normal.z()) < 0.9 ? Vec3::UnitZ() : Vec3::UnitX();
    frame.across = (aside - aside.dot(normal) * normal).normalized();
    frame.along = frame.across.cross(normal);
    return frame;
}

/// The movement that brings the one places nearest to the others, without turning them over.
Pose2 movedOnto(const std::vector<Vec2>& from, const std::vector<Vec2>& to) {
    Vec2 middle(0, 0), wanted(0, 0);
    for (size_t i = 0; i < from.size(); ++i) {
        middle += from[i] / static_cast<double>(from.size());
        wanted += to[i] / static_cast<double>(to.size());
    }
    double cosine = 0, sine = 0;
    for (size_t i = 0; i < from.size(); ++i) {
        const Vec2 f = from[i] - middle, t = to[i] - wanted;
        cosine += f.dot(t);
        sine += f.x() * t.y() - f.y() * t.x();
    }
    return Eigen::Translation2d(wanted) * Eigen::Rotation2Dd(std::atan2(sine, cosine)) *
           Eigen::Translation2d(-middle);
}

/// Where the sketch has them: on the points they are; else the first beside what is there, the second along.
Pose2 sketchedFrom(const Mount& mount, const std::string& face, const std::vector<FacePlace>& places,
                   const FaceFrame& frame) {
    std::vector<Vec2> from, to;
    double right = 0;
    bool isEmpty = true;
    for (const MountPoint& point : mount.points) {
        const auto& at = point.at ? point.at : point.sketch;
        if (point.face != face || !at) continue;
        isEmpty = false;
        right = std::max(right, frame.inFace(*at).x());
        for (const FacePlace& place : places)
            if (place.name == point.id) {
                from.push_back(place.at);
                to.push_back(frame.inFace(*at));
            }
    }
    constexpr double kBeside = 30;
    const Vec2 start(isEmpty ? 0 : right + kBeside, 0);
    if (from.empty()) {
        from = {places[0].at, places[1].at};
        to = {start, start + Vec2((places[1].at - places[0].at).norm(), 0)};
    }
    return movedOnto(from, to);
}

} // namespace

std::optional<Error> addPlaces(Mount& mount, const std::string& face, const std::vector<FacePlace>& places,
                               const std::string& with, double sigma) {
    if (places.size() < 2)
        return Error{"One place alone tells nothing: it takes two or more, to be read from one to the other.",
                     "mount.points"};
    const job::MountFace* on = mount.findFace(face);
    if (!on) return Error{"Face " + face + " is not there any more.", "mount.faces"};
    const FaceFrame frame = frameOf(mount, *on);
    const Pose2 faceFromPlaces = sketchedFrom(mount, face, places, frame);
    std::vector<std::string> names;
    for (const FacePlace& place : places) {
        const MountPoint* known = mount.findPoint(place.name);
        if (known && known->face == face) {
            names.push_back(known->id);
            continue;
        }
        addPoint(mount, face, frame.inMount(faceFromPlaces * place.at));
        MountPoint& made = mount.points.back();
        made.kind = MountPoint::Kind::Hole;
        if (place.diameter) made.diameter = std::round(*place.diameter * 10) / 10;
        if (!place.name.empty() && !isNamed(mount, place.name)) made.id = place.name;
        names.push_back(made.id);
    }
    const size_t count = places.size();
    double pairs = 0;
    for (size_t i = 0; i < count; ++i)
        for (size_t j = i + 1; j < count; ++j)
            pairs += arePaired(i, j, count);
    const double again = std::sqrt(std::max(1.0, pairs / (2 * static_cast<double>(count) - 3)));
    for (size_t i = 0; i < count; ++i)
        for (size_t j = i + 1; j < count; ++j) {
            if (!arePaired(i, j, count)) continue;
            job::MountReading reading;
            reading.of = {names[i], names[j]};
            reading.value = std::round((places[i].at - places[j].at).norm() * 100) / 100;
            reading.with = with;
            if (again > 1.01 || with.empty()) reading.sigma = std::round(again * sigma * 1000) / 1000;
            addReading(mount, std::move(reading));
        }
    return {};
}

} // namespace goodfold::edit
