#include "draw/step_scene.h"

#include <algorithm>

namespace goodfold::draw {

namespace {

using sequence::Operation;

constexpr double kBeyond = 34; // mm of a bench or a beam shown past the part

/// A vise stands upright: its x is up, and you stand where it bends toward.
Pose3 viewFromTool(const Operation& operation) {
    Pose3 pose = Pose3::Identity();
    if (operation.setup.tool->kind->drive == tool::Kind::Drive::Press) return pose;
    if (!operation.setup.tool->isUpright()) { // seen from the end of the bend, a little from before the apron
        constexpr double kFromEndDeg = 16;
        pose.linear() = Eigen::AngleAxisd(-radians(kFromEndDeg), Vec3::UnitZ()).toRotationMatrix();
        return pose;
    }
    const double toward = operation.hold.towardYou ? 1 : -1; // the viewer stands at negative y
    pose.linear().col(0) = Vec3(0, 0, 1);
    pose.linear().col(2) = Vec3(0, -toward, 0);
    pose.linear().col(1) = pose.linear().col(2).cross(pose.linear().col(0));
    return pose;
}

/// Keeps what lies on one side of a line across a convex polygon.
Polygon cutTo(const Polygon& polygon, int axis, double limit, double sign) {
    Polygon kept;
    for (size_t i = 0; i < polygon.size(); ++i) {
        const Vec2 &here = polygon[i], &next = polygon[(i + 1) % polygon.size()];
        const double a = sign * (limit - here[axis]), b = sign * (limit - next[axis]);
        if (a >= 0) kept.push_back(here);
        if ((a > 0 && b < 0) || (a < 0 && b > 0)) kept.push_back(here + a / (a - b) * (next - here));
    }
    return kept;
}

Polygon cutTo(Polygon section, const Eigen::AlignedBox2d& room) {
    for (const int axis : {0, 1}) {
        section = cutTo(section, axis, room.max()[axis], 1);
        section = cutTo(section, axis, room.min()[axis], -1);
    }
    return section;
}

void addFace(Scene& scene, const QVarLengthArray<Vec3, 6>& corners) {
    Face face;
    face.corners = corners;
    Vec3 normal = Vec3::Zero();
    for (qsizetype i = 0; i < corners.size(); ++i) {
        normal += corners[i].cross(corners[(i + 1) % corners.size()]);
        face.inked.append(true);
    }
    if (normal.norm() < 1e-9) return;
    face.normal = normal.normalized();
    face.side = Face::Side::Tool;
    scene.faces.push_back(std::move(face));
}

/// The section runs counter-clockwise in x and z, so seen along y from behind.
void addPrism(Scene& scene, const Pose3& pose, const Polygon& section, double from, double to) {
    const auto at = [&](const Vec2& p, double y) { return Vec3(pose * Vec3(p.x(), y, p.y())); };
    QVarLengthArray<Vec3, 6> front, back;
    for (size_t i = 0; i < section.size(); ++i) {
        front.append(at(section[i], from));
        back.append(at(section[section.size() - 1 - i], to));
    }
    addFace(scene, front);
    addFace(scene, back);
    for (size_t i = 0; i < section.size(); ++i) {
        const Vec2 &here = section[i], &next = section[(i + 1) % section.size()];
        addFace(scene, {at(here, to), at(next, to), at(next, from), at(here, from)});
    }
}

/// In whose frame an element lies: a bend in its parent's.
size_t plateOf(const part::Part& part, const job::Element& element) {
    if (element.kind != job::Element::Kind::Bend) return static_cast<size_t>(part.plateIndex(element.id));
    return static_cast<size_t>(part.bends[static_cast<size_t>(part.bendIndex(element.id))].parent);
}

} // namespace

StepScene stepSceneOf(const part::Part& part, const Operation& operation, sequence::BendSet before,
                      double turnedDeg, const std::optional<sequence::Obstacle>& obstacle) {
    const part::Folded folded =
        part::foldAt(part, sequence::turnedAt(part, before, operation.bend, turnedDeg));
    StepScene made;
    made.scene = sceneOf(part, folded);
    const sequence::ToolPlaces places = sequence::toolPlaces(part, operation, turnedDeg);
    const auto parent = static_cast<size_t>(part.bends[static_cast<size_t>(operation.bend)].parent);
    const Pose3 toolFromRoot =
        (folded.rootFromFlat[parent] * places.of(tool::Solid::Motion::Fixed)).inverse();
    const Pose3 viewFromRoot = viewFromTool(operation) * toolFromRoot;
    Eigen::AlignedBox3d inTool;
    for (Face& face : made.scene.faces) {
        for (Vec3& corner : face.corners) {
            inTool.extend(toolFromRoot * corner);
            corner = viewFromRoot * corner;
        }
        face.normal = viewFromRoot.linear() * face.normal;
    }
    for (Vec3& point : made.scene.points)
        point = viewFromRoot * point;
    made.fitted = made.scene.points;
    if (obstacle && obstacle->place)
        made.meeting = viewFromRoot * folded.rootFromFlat[plateOf(part, obstacle->one)] * *obstacle->place;
    const auto beyond = [&](const Vec3& corner, double by) { return Vec2(corner.x() + by, corner.z() + by); };
    Eigen::AlignedBox2d room(beyond(inTool.min(), -kBeyond), beyond(inTool.max(), kBeyond));
    room.extend(Vec2(-70, -60));
    room.extend(Vec2(50, 70));
    for (const tool::Solid& solid : tool::solidsOf(operation.setup, operation.hold, operation.work)) {
        if (solid.body == tool::Body::Wall || solid.body == tool::Body::PressColumn) continue;
        const Polygon section =
            solid.motion == tool::Solid::Motion::Fixed ? cutTo(solid.section, room) : solid.section;
        const double from = std::max(solid.from, inTool.min().y() - kBeyond),
                     to = std::min(solid.to, inTool.max().y() + kBeyond);
        if (section.size() >= 3 && from < to)
            addPrism(made.scene, viewFromRoot * folded.rootFromFlat[parent] * places.of(solid.motion),
                     section, from, to);
    }
    for (const Vec2& corner : {Vec2(-50, -20), Vec2(20, 30)})
        made.fitted.push_back(viewFromTool(operation) * Vec3(corner.x(), 0, corner.y()));
    return made;
}

} // namespace goodfold::draw
