#include "mount/solve.h"

#include <Eigen/Geometry>

#include <algorithm>
#include <cmath>

namespace goodfold::mount {

namespace {

using job::MountEdge;
using job::MountFace;
using job::MountPoint;
using job::MountReading;

template <class Thing> int indexIn(const std::vector<Thing>& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const Thing& thing) { return thing.id == id; });
    return static_cast<int>(found - things.begin());
}

/// Faces, points and edges by name become indices; the sketch becomes the frame's.
class Compiler {
public:
    Compiler(const job::Mount& mount, const Instruments& instruments)
        : mount(mount), instruments(instruments) {}

    Result<Problem> compile() {
        if (mount.faces.empty()) return Error{"The mount has no face.", "mount.faces"};
        isFrameStated =
            mount.faces.front().normal ||
            firstOn(mount.faces.front(), [](const MountPoint& point) { return point.at.has_value(); });
        if (!isFrameStated) frameFromSketch = frameOfSketch();
        for (const MountFace& face : mount.faces)
            if (auto wrong = addFace(face)) return *wrong;
        for (const MountPoint& point : mount.points)
            if (auto wrong = addPoint(point)) return *wrong;
        for (const MountEdge& edge : mount.edges)
            if (auto wrong = addEdge(edge)) return *wrong;
        if (mount.readsUpright()) lookUp();
        for (const MountReading& reading : mount.readings)
            problem.seen.push_back(observationOf(mount, reading, instruments));
        problem.seen.insert(problem.seen.end(), stated.begin(), stated.end());
        return std::move(problem);
    }

private:
    using Wrong = std::optional<Error>;

    template <class Is> const MountPoint* firstOn(const MountFace& face, const Is& is) const {
        const auto found =
            std::find_if(mount.points.begin(), mount.points.end(),
                         [&](const MountPoint& point) { return point.face == face.id && is(point); });
        return found == mount.points.end() ? nullptr : &*found;
    }

    std::vector<const MountPoint*> pointsOnFirst() const {
        std::vector<const MountPoint*> all;
        for (const MountPoint& point : mount.points)
            if (point.face == mount.faces.front().id) all.push_back(&point);
        return all;
    }

    const MountEdge* edgeOnFirst() const {
        const auto found = std::find_if(mount.edges.begin(), mount.edges.end(), [&](const MountEdge& edge) {
            return edge.face == mount.faces.front().id && edge.sketch;
        });
        return found == mount.edges.end() ? nullptr : &*found;
    }

    /// However the sketch lies, its first point becomes the origin and x runs to its second.
    Pose3 frameOfSketch() {
        const auto points = pointsOnFirst();
        Vec3 origin(0, 0, 0), along(1, 0, 0);
        if (!points.empty() && points[0]->sketch) origin = *points[0]->sketch;
        if (points.size() > 1 && points[1]->sketch)
            along = *points[1]->sketch - origin;
        else if (const MountEdge* edge = edgeOnFirst())
            along = (*edge->sketch)[1] - (*edge->sketch)[0];
        if (mount.faces.front().tube) along = mount.faces.front().sketchAlong.value_or(Vec3::UnitX());
        const double turn = std::atan2(along.y(), along.x());
        return Pose3(Eigen::AngleAxisd(-turn, Vec3::UnitZ()) *
                     Eigen::Translation3d(-origin.x(), -origin.y(), 0));
    }

    static Scene::Face faceOf(const Vec3& at, const Vec3& normal) {
        const Vec3 outward = normal.normalized();
        // The first of its axes lies level, so that the ground's are x and y.
        Vec3 first = Vec3::UnitZ().cross(outward);
        if (first.norm() < 1e-6) first = Vec3::UnitX();
        first.normalize();
        Eigen::Matrix3d axes;
        axes << first, outward.cross(first), outward;
        return {at, axes};
    }

    /// `along` and where around is counted from: a direction that need not be square to it.
    static Scene::Face tubeOf(const MountFace& face, const Vec3& at, const Vec3& along, const Vec3& from) {
        const Vec3 first = along.normalized();
        Vec3 outward = from - from.dot(first) * first;
        if (outward.norm() < 1e-6) outward = besideUp(first).first;
        outward.normalize();
        Eigen::Matrix3d axes;
        axes << first, outward.cross(first), outward;
        return {at, axes, *face.tube / 2};
    }

    Wrong addTube(const MountFace& face) {
        const bool isRead = std::any_of(mount.readings.begin(), mount.readings.end(), [&](const auto& each) {
            return each.kind == MountReading::Kind::Diameter && each.of.front() == face.id;
        });
        if (isRead) problem.unknowns.radii.back() = unknown();
        if (face.at && face.along) {
            problem.sketch.faces.push_back(
                tubeOf(face, *face.at, *face.along, face.normal.value_or(Vec3::UnitZ())));
            return {};
        }
        if (&face == &mount.faces.front() && !isFrameStated) {
            // Its first point lies on z = 0, which touches it there, and it runs along x.
            problem.sketch.faces.push_back(
                tubeOf(face, {0, 0, -*face.tube / 2}, Vec3::UnitX(), Vec3::UnitZ()));
            problem.sketch.faces.back().heldAtSkin = true;
            return {};
        }
        if (!face.sketchAt || !face.sketchAlong)
            return Error{
                "Tube " + face.id +
                    " of the mount is not sketched: say roughly where its middle is and which way it "
                    "runs.",
                "mount.faces"};
        const Vec3 at = frameFromSketch * *face.sketchAt;
        problem.sketch.faces.push_back(
            tubeOf(face, at, frameFromSketch.linear() * *face.sketchAlong, Vec3::UnitZ()));
        problem.unknowns.faces.back() = unknown(4);
        return {};
    }

    Wrong addFace(const MountFace& face) {
        problem.unknowns.faces.push_back(-1);
        problem.unknowns.radii.push_back(-1);
        if (face.tube) return addTube(face);
        if (face.of && !face.at)
            return Error{"Where " + face.of->job + " has its holes is not known: it was not looked at yet.",
                         "mount.faces"};
        const bool isFirst = &face == &mount.faces.front();
        const MountPoint* stated =
            firstOn(face, [](const MountPoint& point) { return point.at.has_value(); });
        if (isFirst || (face.normal && (face.at || stated))) {
            const Vec3 at = face.at ? *face.at : stated ? *stated->at : Vec3(0, 0, 0);
            const Vec3 normal = face.normal.value_or(Vec3::UnitZ());
            Scene::Face own = faceOf(isFirst && !face.at && !face.normal ? Vec3(0, 0, 0) : at, normal);
            problem.sketch.faces.push_back(own);
            return {};
        }
        const std::optional<Vec3> normal = face.normal ? face.normal : face.sketchNormal;
        if (!normal || !(face.sketchAt || face.at))
            return Error{"Face " + face.id +
                             " of the mount is not sketched: say roughly where it is and which way it looks.",
                         "mount.faces"};
        const Vec3 at = face.at ? *face.at : frameFromSketch * *face.sketchAt;
        const Vec3 outward = face.normal ? *face.normal : Vec3(frameFromSketch.linear() * *normal);
        problem.sketch.faces.push_back(faceOf(at, outward));
        problem.unknowns.faces.back() = unknown(3);
        return {};
    }

    int unknown(int many = 1) {
        const int first = problem.unknowns.count;
        problem.unknowns.count += many;
        return first;
    }

    Vec2 onFace(int face, const Vec3& place) const {
        const Scene::Face& own = problem.sketch.faces[face];
        if (own.radius > 0) {
            const Vec3 way = own.axes.transpose() * (place - own.at);
            return {way.x(), own.radius * std::atan2(way.y(), way.z())};
        }
        return own.axes.leftCols<2>().transpose() * (place - own.at);
    }

    /// Roughly: out of a face that is level, else up the first face as it is drawn, square to what is plumb.
    void lookUp() {
        Vec3 up = Vec3::UnitY();
        const MountReading* level = nullptr;
        for (const MountReading& reading : mount.readings) {
            if (reading.kind == MountReading::Kind::Level) level = &reading;
            if (reading.kind != MountReading::Kind::Plumb) continue;
            const Vec3 outward = outwardOf(reading.of.front());
            const Vec3 square = up - up.dot(outward) * outward;
            up = square.norm() > 0.1 ? square.normalized() : besideUp(outward).first;
        }
        problem.sketch.up = level ? outwardOf(level->of.front()) : up;
        problem.unknowns.up = unknown(2);
    }
    Vec3 outwardOf(const std::string& face) const {
        return problem.sketch.faces[static_cast<size_t>(indexIn(mount.faces, face))].axes.col(2);
    }

    Wrong addPoint(const MountPoint& point) {
        if (!point.at && !point.sketch)
            return Error{"Point " + point.id + " of the mount is not sketched: say roughly where it is.",
                         "mount.points"};
        const int face = indexIn(mount.faces, point.face);
        Scene::Point own{face, onFace(face, point.at ? *point.at : frameFromSketch * *point.sketch),
                         point.diameter.value_or(0) / 2};
        Unknowns::OfPoint free;
        if (point.at) {
            if (point.sigma > 0) {
                free = {unknown(), unknown(), -1};
                const int index = static_cast<int>(problem.sketch.points.size());
                for (int axis = 0; axis < 3; ++axis)
                    stated.push_back({.kind = Observation::Kind::Place,
                                      .a = index,
                                      .b = axis,
                                      .value = (*point.at)[axis],
                                      .sigma = point.sigma});
            }
        } else {
            const auto first = isFrameStated ? std::vector<const MountPoint*>{} : pointsOnFirst();
            const bool isOrigin = !first.empty() && first[0] == &point;
            const bool isAlong = first.size() > 1 && first[1] == &point && !mount.faces.front().tube;
            if (isOrigin) own.on = {0, 0};
            if (isAlong) own.on.y() = 0;
            free.along = isOrigin ? -1 : unknown();
            free.across = isOrigin || isAlong ? -1 : unknown();
        }
        const auto measured = [&](const MountReading& reading) {
            return reading.kind == MountReading::Kind::Diameter && reading.of.front() == point.id;
        };
        const auto reading = std::find_if(mount.readings.begin(), mount.readings.end(), measured);
        if (reading != mount.readings.end()) {
            free.radius = unknown();
            if (!point.diameter) own.radius = reading->value / 2;
        }
        problem.sketch.points.push_back(own);
        problem.unknowns.points.push_back(free);
        return {};
    }

    Wrong addEdge(const MountEdge& edge) {
        if (!edge.at && !edge.sketch)
            return Error{"Edge " + edge.id + " of the mount is not sketched: say roughly where it runs.",
                         "mount.edges"};
        const int face = indexIn(mount.faces, edge.face);
        const auto end = [&](size_t i) {
            return onFace(face, edge.at ? (*edge.at)[i] : frameFromSketch * (*edge.sketch)[i]);
        };
        const Vec2 along = end(1) - end(0);
        problem.sketch.edges.push_back({face, end(0), std::atan2(along.y(), along.x())});
        Unknowns::OfEdge free;
        if (!edge.at) {
            free.offset = unknown();
            // The end of a tube goes around it.
            const bool isEnd = mount.faces[static_cast<size_t>(face)].tube.has_value();
            if (isEnd) problem.sketch.edges.back().angle = M_PI / 2;
            const bool isFrame =
                !isEnd && !isFrameStated && &edge == edgeOnFirst() && pointsOnFirst().size() < 2;
            if (isFrame) problem.sketch.edges.back().angle = 0;
            free.turn = isFrame || isEnd ? -1 : unknown();
        }
        problem.unknowns.edges.push_back(free);
        return {};
    }

    const job::Mount& mount;
    const Instruments& instruments;
    bool isFrameStated = false;
    Pose3 frameFromSketch = Pose3::Identity();
    std::vector<Observation> stated;
    Problem problem;
};

} // namespace

double sigmaOf(const job::MountReading& reading, const Instruments& instruments) {
    if (reading.sigma) return *reading.sigma;
    using enum MountReading::Kind;
    const char* usual = reading.kind == Turn                             ? "protractor"
                        : reading.kind == Plumb || reading.kind == Level ? "spirit-level"
                                                                         : "tape";
    const auto found = instruments.find(reading.with.empty() ? usual : reading.with);
    return found != instruments.end() ? found->second.sigma : 0.5;
}

Observation observationOf(const job::Mount& mount, const MountReading& reading,
                          const Instruments& instruments) {
    using Kind = MountReading::Kind;
    using Seen = Observation::Kind;
    const auto& of = reading.of;
    const auto point = [&](size_t i) { return indexIn(mount.points, of[i]); };
    const auto face = [&](size_t i) { return indexIn(mount.faces, of[i]); };
    const auto edge = [&](size_t i) { return indexIn(mount.edges, of[i]); };
    const double sigma = sigmaOf(reading, instruments);
    const auto seen = [&](Seen kind, int a, int b = 0, int on = 0) {
        const auto index = &reading - mount.readings.data();
        const bool isOwn = index >= 0 && index < static_cast<std::ptrdiff_t>(mount.readings.size());
        return Observation{kind,
                           reading.how,
                           a,
                           b,
                           on,
                           reading.value,
                           reading.over,
                           sigma,
                           isOwn ? static_cast<int>(index) : -1};
    };
    const bool isOfTube = mount.findFace(of.back()) && mount.findFace(of.back())->tube;
    switch (reading.kind) {
    case Kind::Between:
        return seen(Seen::Between, point(0), point(1));
    case Kind::FromEdge:
        return seen(Seen::FromEdge, point(0), 0, edge(1));
    case Kind::Along:
        return isOfTube ? seen(Seen::AlongTube, point(0), point(1), face(2))
                        : seen(Seen::Along, point(0), point(1), edge(2));
    case Kind::Square:
        return isOfTube ? seen(Seen::AroundTube, point(0), point(1), face(2))
                        : seen(Seen::Square, point(0), point(1), edge(2));
    case Kind::Height:
        return seen(isOfTube ? Seen::HeightOverTube : Seen::Height, point(0), face(1));
    case Kind::Turn:
        // Closer to parallel than can be read, which way it leans is not known.
        return seen(std::min(reading.value, 180 - reading.value) < 3 * sigma ? Seen::Parallel : Seen::Turn,
                    face(0), face(1));
    case Kind::Rise:
        return seen(Seen::Rise, face(0), face(1));
    case Kind::Diameter:
        return isOfTube ? seen(Seen::DiameterOfTube, face(0)) : seen(Seen::Diameter, point(0));
    case Kind::Plumb:
        return seen(Seen::Plumb, face(0));
    case Kind::Level:
        return seen(reading.value < 3 * sigma ? Seen::Flat : Seen::Level, face(0));
    }
    return {};
}

Result<Problem> problemOf(const job::Mount& mount, const Instruments& instruments) {
    return Compiler(mount, instruments).compile();
}

} // namespace goodfold::mount
