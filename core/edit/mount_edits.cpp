#include "edit/mount_edits.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

namespace {

using job::Mount;
using job::MountReading;
using job::MountThing;
using Kind = MountReading::Kind;

constexpr double kLevelLong = 600; // mm, of a usual spirit level

/// The first letter from one on that names nothing yet; then with numbers.
std::string freshName(const Mount& mount, char from, char to) {
    for (char letter = from; letter <= to; ++letter)
        if (!isNamed(mount, std::string(1, letter))) return {letter};
    for (int number = 2;; ++number)
        if (std::string name = from + std::to_string(number); !isNamed(mount, name)) return name;
}

/// Stated or sketched; the first face is where it is.
Vec3 roughly(const job::MountFace& face) {
    return face.at ? *face.at : face.sketchAt.value_or(Vec3(0, 0, 0));
}

bool isOf(const MountReading& reading, const std::string& id) {
    return std::find(reading.of.begin(), reading.of.end(), id) != reading.of.end();
}

void removeFromMount(Mount& mount, const std::string& id) {
    std::vector<std::string> gone{id};
    for (const job::MountPoint& point : mount.points)
        if (point.face == id) gone.push_back(point.id);
    for (const job::MountEdge& edge : mount.edges)
        if (edge.face == id) gone.push_back(edge.id);
    for (const std::string& each : gone) {
        const auto is = [&](const auto& thing) { return thing.id == each; };
        std::erase_if(mount.faces, is);
        std::erase_if(mount.points, is);
        std::erase_if(mount.edges, is);
        std::erase_if(mount.readings, [&](const MountReading& reading) { return isOf(reading, each); });
    }
}

} // namespace

bool isNamed(const Mount& mount, const std::string& id) {
    return mount.findFace(id) || mount.findPoint(id) || mount.findEdge(id);
}

job::Job withNewMount(job::Job job) {
    if (job.mount) return job;
    Mount& mount = job.mount.emplace();
    mount.faces.push_back({.id = "F"});
    for (const double x : {0.0, 50.0})
        mount.points.push_back({.id = freshName(mount, 'a', 'z'),
                                .face = "F",
                                .kind = job::MountPoint::Kind::Tapped,
                                .diameter = 6,
                                .sketch = Vec3(x, 0, 0)});
    job.rests = job::Rest{.plate = job.plates.front().id, .on = "F"};
    return job;
}

void addFace(Mount& mount) {
    Vec3 beyond(60, 0, 40);
    for (const job::MountPoint& point : mount.points)
        if (const auto& at = point.at ? point.at : point.sketch)
            beyond.x() = std::max(beyond.x(), at->x() + 30);
    const std::string id = freshName(mount, 'F', 'Z');
    mount.faces.push_back({.id = id, .sketchAt = beyond, .sketchNormal = Vec3(-1, 0, 0)});
}

void addTube(Mount& mount) {
    addFace(mount);
    job::MountFace& face = mount.faces.back();
    face.tube = 40;
    face.sketchAlong = Vec3(0, 1, 0);
    face.sketchNormal.reset();
}

void addPoint(Mount& mount, const std::string& face, std::optional<Vec3> sketch) {
    if (!sketch) {
        sketch = roughly(*mount.findFace(face));
        if (const auto& tube = mount.findFace(face)->tube) sketch->z() += *tube / 2; // on top of it
        // Beside those that are there.
        const auto onIt = std::count_if(mount.points.begin(), mount.points.end(),
                                        [&](const job::MountPoint& point) { return point.face == face; });
        sketch->y() += 20.0 * static_cast<double>(onIt);
    }
    mount.points.push_back({.id = freshName(mount, 'a', 'z'),
                            .face = face,
                            .kind = job::MountPoint::Kind::Tapped,
                            .diameter = 6,
                            .sketch = sketch});
}

void addEdge(Mount& mount, const std::string& face) {
    const Vec3 at = roughly(*mount.findFace(face));
    const bool isGround = mount.findFace(face) == mount.faces.data();
    const Vec3 from = at + Vec3(0, -20, 0);
    const Vec3 along = isGround ? Vec3(60, 0, 0) : Vec3(0, 0, 40);
    std::string id = "edge";
    for (int number = 2; isNamed(mount, id); ++number)
        id = "edge " + std::to_string(number);
    mount.edges.push_back({.id = id, .face = face, .sketch = {{from, from + along}}});
}

void addReading(Mount& mount, MountReading reading) {
    const auto isTaken = [&](const std::string& id) {
        return std::any_of(mount.readings.begin(), mount.readings.end(),
                           [&](const MountReading& other) { return other.id == id; });
    };
    size_t number = mount.readings.size() + 1;
    while (isTaken("r" + std::to_string(number)))
        ++number;
    reading.id = "r" + std::to_string(number);
    mount.readings.push_back(std::move(reading));
}

void restOn(job::Job& job, const std::string& plate, const std::string& face) {
    if (plate.empty()) return;
    job::Rest rest = job.rests.value_or(job::Rest{});
    rest.plate = plate;
    rest.on = face;
    job.rests = rest;
}

void boltTo(job::Job& job, const std::string& hole, const std::string& point) {
    std::optional<job::Tie> own;
    for (const job::Tie& tie : job.ties)
        if (tie.hole == hole) own = tie; // with what else is said of its bolt
    std::erase_if(job.ties, [&](const job::Tie& tie) { return tie.point == point || tie.hole == hole; });
    if (hole.empty()) return;
    if (!own) own = job::Tie{.hole = hole};
    own->point = point;
    job.ties.push_back(*own);
}

std::string freeNameOf(const Mount& mount, const std::string& name) {
    const auto isTaken = [&](const std::string& id) {
        return std::any_of(mount.clearances.begin(), mount.clearances.end(),
                           [&](const job::Clearance& thing) { return thing.id == id; });
    };
    std::string free = name;
    for (int number = 2; isTaken(free); ++number)
        free = name + " " + std::to_string(number);
    return free;
}

void addClearance(Mount& mount, job::Clearance::Shape shape) {
    using Shape = job::Clearance::Shape;
    Vec3 middle(0, 0, 0);
    double count = 0;
    for (const job::MountPoint& point : mount.points)
        if (const auto& at = point.at ? point.at : point.sketch) {
            middle += *at;
            ++count;
        }
    if (count > 0) middle = (middle / count).unaryExpr([](double each) { return std::round(each); });
    constexpr double kOver = 100; // mm
    job::Clearance thing;
    thing.shape = shape;
    thing.at = middle + Vec3(0, 0, kOver);
    if (shape == Shape::Box) {
        thing.at -= Vec3(50, 50, 0);
        thing.size = {100, 100, 20};
    } else if (shape == Shape::Cylinder) {
        thing.to = thing.at + Vec3(0, 100, 0);
        thing.at -= Vec3(0, 100, 0);
        thing.diameter = 25;
    } else {
        thing.normal = {0, 0, -1};
    }
    thing.id = freeNameOf(mount, shape == Shape::Box ? "lid" : shape == Shape::Cylinder ? "hose" : "wall");
    mount.clearances.push_back(std::move(thing));
}

void removeThing(job::Job& job, const std::string& id) {
    if (!job.mount) return;
    removeFromMount(*job.mount, id);
    if (job.mount->faces.empty()) job.mount.reset();
    if (job.rests && (!job.mount || !job.mount->findFace(job.rests->on))) job.rests.reset();
    std::erase_if(job.ties, [&](const job::Tie& tie) {
        return !job.rests || !job.mount || !job.mount->findPoint(tie.point);
    });
    std::erase_if(job.tabs,
                  [&](const job::Tab& tab) { return job.ties.empty() || !job.mount->findPoint(tab.point); });
}

void removeFromOtherSide(job::Job& job, const std::string& id) {
    if (!job.oppositeMount) return;
    removeFromMount(*job.oppositeMount, id);
    if (job.oppositeMount->faces.empty()) job.oppositeMount.reset();
}

std::vector<std::string> readableThings(const Mount& mount, MountThing thing) {
    std::vector<std::string> ids;
    const auto add = [&](const auto& things) {
        for (const auto& each : things)
            ids.push_back(each.id);
    };
    if (thing == MountThing::Point) add(mount.points);
    if (thing == MountThing::Edge) add(mount.edges);
    if (thing == MountThing::Face) add(mount.faces);
    return ids;
}

std::vector<MountReading> readingsOf(const Mount& mount, const std::vector<std::string>& pointedAt) {
    std::vector<MountReading> all;
    for (const Kind kind : {Kind::Between, Kind::Height, Kind::FromEdge, Kind::Along, Kind::Square,
                            Kind::Turn, Kind::Rise, Kind::Diameter, Kind::Plumb, Kind::Level}) {
        std::vector<std::string> left = pointedAt;
        MountReading reading{.kind = kind};
        for (size_t place = 0; place < job::thingsOf(kind).size(); ++place) {
            const auto found = std::find_if(left.begin(), left.end(), [&](const std::string& id) {
                return job::canBeOf(mount, kind, place, id);
            });
            if (found == left.end()) break;
            reading.of.push_back(*found);
            left.erase(found);
        }
        if (!left.empty() || reading.of.size() != job::thingsOf(kind).size()) continue;
        if (kind == Kind::FromEdge &&
            mount.findPoint(reading.of[0])->face != mount.findEdge(reading.of[1])->face)
            continue;
        const bool goesAround = kind == Kind::Square && mount.findFace(reading.of[2]);
        if (goesAround && std::any_of(reading.of.begin(), reading.of.end() - 1, [&](const std::string& id) {
                return mount.findPoint(id)->face != reading.of[2];
            }))
            continue;
        if (kind == Kind::Plumb || kind == Kind::Level) reading.over = kLevelLong;
        reading.with = kind == Kind::Turn                           ? "protractor"
                       : kind == Kind::Height                       ? "square-and-rule"
                       : kind == Kind::Diameter                     ? "calipers"
                       : kind == Kind::Plumb || kind == Kind::Level ? "spirit-level"
                       : goesAround                                 ? "tape"
                                                                    : "rule";
        all.push_back(std::move(reading));
    }
    return all;
}

} // namespace goodfold::edit
