#include "draw/step_scene.h"

#include "sequence/pull.h"
#include "sequence/step_mark.h"

#include <algorithm>
#include <cmath>
#include <numbers>

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

/// What comes down from above stands before the bend.
bool standsOver(tool::Body body) {
    using enum tool::Body;
    return body == Clamp || body == Fingers || body == FingerBeam || body == Punch || body == Ram;
}

/// In whose frame an element lies: a bend in its parent's.
size_t plateOf(const part::Part& part, const job::Element& element) {
    if (element.kind != job::Element::Kind::Bend) return static_cast<size_t>(part.plateIndex(element.id));
    return static_cast<size_t>(part.bends[static_cast<size_t>(part.bendIndex(element.id))].parent);
}

/// A step at one moment of its swing, in the picture's frame.
class Moment {
public:
    Moment(const part::Part& part, const Operation& operation, sequence::BendSet before, double turnedDeg)
        : part(part), operation(operation),
          folded(part::foldAt(part, sequence::turnedAt(part, before, operation.bend, turnedDeg))),
          places(sequence::toolPlaces(part, operation, turnedDeg)), turnedDeg(turnedDeg) {
        toolFromRoot = (folded.rootFromFlat[parent()] * places.of(tool::Solid::Motion::Fixed)).inverse();
        viewFromRoot = viewFromTool(operation) * toolFromRoot;
    }

    size_t parent() const { return static_cast<size_t>(bend().parent); }
    const part::PartBend& bend() const { return part.bends[static_cast<size_t>(operation.bend)]; }
    Vec3 onPlate(int plate, const Vec2& flat, double z) const {
        return viewFromRoot * (folded.rootFromFlat[static_cast<size_t>(plate)] * Vec3(flat.x(), flat.y(), z));
    }
    Pose3 viewFromSolid(tool::Solid::Motion motion) const {
        return viewFromRoot * folded.rootFromFlat[parent()] * places.of(motion);
    }

    /// A point of the strip that becomes the bend, or beside it, so far from its near tangent line.
    Vec3 onBend(const Vec2& flat, double fromNear, double z) const {
        if (fromNear <= 0) return onPlate(bend().parent, flat, z);
        if (fromNear >= bend().allowance) return onPlate(bend().child, flat, z);
        const Pose3 parentFromFlat = part::foldedFromFlat(bend(), fromNear, turnedDeg);
        return viewFromRoot *
               (folded.rootFromFlat[parent()] * (parentFromFlat * Vec3(flat.x(), flat.y(), z)));
    }

    /// Out beyond the middle of what moves, in the flat: its far edge, of a short one farther, so that its
    /// way can be seen.
    Vec2 farEnd() const {
        constexpr double kLeast = 45; // mm
        const int moving = sequence::freePlate(part, operation);
        const Polygon& outline = part.plates[static_cast<size_t>(moving)].outlineInFlat;
        const auto from = [&](const Vec2& p) {
            return std::abs((p - bend().centre.from).dot(bend().across));
        };
        Polygon corners = outline;
        std::sort(corners.begin(), corners.end(),
                  [&](const Vec2& a, const Vec2& b) { return from(a) > from(b); });
        const Vec2 edge = (corners[0] + corners[1]) / 2;
        const double side = (edge - bend().centre.from).dot(bend().across) < 0 ? -1 : 1;
        return edge + side * std::max(0.0, kLeast - from(edge)) * bend().across;
    }

    const part::Part& part;
    const Operation& operation;
    part::Folded folded;
    sequence::ToolPlaces places;
    double turnedDeg;
    Pose3 toolFromRoot, viewFromRoot;
};

void addLetters(StepScene& made, const Moment& now) {
    for (size_t i = 0; i < now.part.plates.size(); ++i) {
        const part::PartPlate& plate = now.part.plates[i];
        if (plate.shortestStraight <= 0) continue;
        Vec2 middle(0, 0);
        for (const Vec2& corner : plate.outlineInFlat)
            middle += corner / static_cast<double>(plate.outlineInFlat.size());
        const int index = static_cast<int>(i);
        made.letters.push_back(
            {plate.id, now.onPlate(index, middle, now.part.thickness / 2),
             !now.operation.setup.tool->isDie() && index == sequence::heldPlate(now.part, now.operation)});
    }
}

void addSetLine(StepScene& made, const Moment& now, double movedBy) {
    const part::PartBend& bend = now.bend();
    if (!bend.setLine) return;
    const double z = bend.setLine->onBack ? 0 : now.part.thickness;
    const auto lineAt = [&](double from) {
        const auto at = [&](const Vec2& onNear) { return now.onBend(onNear + from * bend.across, from, z); };
        return std::pair(at(bend.near.from), at(bend.near.to));
    };
    made.setLine = lineAt(bend.setLine->fromNear);
    if (movedBy != 0) made.plannedLine = lineAt(bend.setLine->fromNear - movedBy);
}

/// Hand, pipe or hammer, where the tool has no lever of its own; the end of a pipe, in the flat.
std::optional<Vec2> addAct(StepScene& made, const Moment& now, sequence::BendSet before) {
    const Operation& operation = now.operation;
    const tool::Kind& kind = *operation.setup.tool->kind;
    if (kind.isDie()) return {};
    const int moving = sequence::freePlate(now.part, operation);
    const bool isChild = now.bend().child == moving;
    const Segment& tangent = isChild ? now.bend().far : now.bend().near;
    const Vec2 out = isChild ? now.bend().across : Vec2(-now.bend().across);
    const double z = sequence::faceInside(now.part, operation.bend) ? 0 : now.part.thickness;
    const auto at = [&](double beyond) { return now.onPlate(moving, tangent.middle() + beyond * out, z); };
    constexpr double kBesideBend = 10; // mm: a hammer works close to it
    if (operation.setup.isHammered) {
        made.act = StepScene::Act::Hammer;
        made.actsAt = made.actsFrom = at(kBesideBend);
        return {};
    }
    if (kind.drive != tool::Kind::Drive::Arm) return {};
    const sequence::Pull pull = sequence::pullOf(now.part, operation, before);
    if (operation.setup.tool->lever > 0 && !pull.withPipe && pull.lever > pull.reach + 1) return {};
    made.act = pull.withPipe ? StepScene::Act::Pipe : StepScene::Act::Hand;
    constexpr double kShown = 60; // mm of a pipe past the end
    const double reach = std::min(pull.reach, pull.lever);
    made.actsFrom = at(0.6 * reach);
    made.actsAt = at(pull.withPipe ? pull.reach + kShown : reach);
    made.fitted.push_back(made.actsAt);
    if (!pull.withPipe) return {};
    return tangent.middle() + (pull.reach + kShown) * out;
}

/// What is not near is cut off; each body is named where it looks at the viewer.
void addTool(StepScene& made, const Moment& now, const Eigen::AlignedBox3d& inTool) {
    made.kind = now.operation.setup.tool->kind;
    const auto beyond = [&](const Vec3& corner, double by) { return Vec2(corner.x() + by, corner.z() + by); };
    Eigen::AlignedBox2d room(beyond(inTool.min(), -kBeyond), beyond(inTool.max(), kBeyond));
    room.extend(Vec2(-70, -60));
    room.extend(Vec2(50, 70));
    for (const tool::Solid& solid :
         tool::solidsOf(now.operation.setup, now.operation.hold, now.operation.work)) {
        if (solid.body == tool::Body::Wall || solid.body == tool::Body::PressColumn) continue;
        const Polygon section =
            solid.motion == tool::Solid::Motion::Fixed ? cutTo(solid.section, room) : solid.section;
        const double from = std::max(solid.from, inTool.min().y() - kBeyond),
                     to = std::min(solid.to, inTool.max().y() + kBeyond);
        if (section.size() < 3 || from >= to) continue;
        const Pose3 pose = now.viewFromSolid(solid.motion);
        addPrism(made.scene, pose, section, from, to, standsOver(solid.body));
        const bool isNamed = std::any_of(made.bodies.begin(), made.bodies.end(),
                                         [&](const auto& body) { return body.first == solid.body; });
        Vec2 middle(0, 0);
        for (const Vec2& corner : section)
            middle += corner / static_cast<double>(section.size());
        if (!isNamed) made.bodies.emplace_back(solid.body, pose * Vec3(middle.x(), from, middle.y()));
    }
    for (const Vec2& corner : {Vec2(-50, -20), Vec2(20, 30)})
        made.fitted.push_back(viewFromTool(now.operation) * Vec3(corner.x(), 0, corner.y()));
}

/// The way of the far end, or of a pipe over it, and everything that the picture has to hold all along it.
void addSwing(StepScene& made, const Moment& now, sequence::BendSet before, const std::optional<Vec2>& pipe) {
    constexpr int kPieces = 16;
    const int moving = sequence::freePlate(now.part, now.operation);
    const Vec2 tip = pipe.value_or(now.farEnd());
    for (int i = 0; i <= kPieces; ++i) {
        const double deg = now.operation.setup.loadedAngleDeg * i / kPieces;
        const Moment then(now.part, now.operation, before, deg);
        made.swing.push_back(then.onPlate(moving, tip, now.part.thickness / 2));
        made.fitted.push_back(made.swing.back());
        if (i % (kPieces / 2) != 0) continue;
        for (size_t plate = 0; plate < now.part.plates.size(); ++plate)
            for (const Vec2& corner : now.part.plates[plate].outlineInFlat)
                made.fitted.push_back(then.onPlate(static_cast<int>(plate), corner, 0));
    }
}

} // namespace

namespace {

/// The part's faces from its root's frame into the picture's; their room in the tool's.
Eigen::AlignedBox3d place(Scene& scene, const Moment& now, const Pose3& viewFromRoot) {
    Eigen::AlignedBox3d inTool;
    for (Face& face : scene.faces) {
        for (Vec3& corner : face.corners) {
            inTool.extend(now.toolFromRoot * corner);
            corner = viewFromRoot * corner;
        }
        face.normal = viewFromRoot.linear() * face.normal;
    }
    for (Vec3& point : scene.points)
        point = viewFromRoot * point;
    return inTool;
}

/// Between two places of a body, turning about its middle.
Pose3 between(const Pose3& one, const Pose3& other, const Vec3& middle, double share) {
    const Eigen::Quaterniond from(one.linear()), to(other.linear());
    Pose3 pose = Pose3::Identity();
    pose.linear() = from.slerp(share, to).toRotationMatrix();
    pose.translation() = (1 - share) * (one * middle) + share * (other * middle) - pose.linear() * middle;
    return pose;
}

} // namespace

StepScene carriedScene(const part::Part& part, const Operation& operation, sequence::BendSet before,
                       const Operation& from, double share) {
    const sequence::BendSet earlier = before & ~(sequence::BendSet{1} << from.bend);
    const Moment now(part, operation, before, 0), then(part, from, earlier, from.setup.restsAtDeg);
    StepScene made;
    made.scene = sceneOf(part, now.folded);
    Eigen::AlignedBox3d box;
    for (const Face& face : made.scene.faces)
        for (const Vec3& corner : face.corners)
            box.extend(corner);
    Pose3 viewFromRoot = between(then.viewFromRoot, now.viewFromRoot, box.center(), share);
    viewFromRoot.pretranslate(Vec3(0, 0, 0.4 * box.sizes().norm() * std::sin(std::numbers::pi * share)));
    const Eigen::AlignedBox3d inTool = place(made.scene, now, viewFromRoot);
    addSwing(made, now, before, addAct(made, now, before)); // the picture holds what the step's does
    made.act = StepScene::Act::None;
    made.swing.clear();
    addTool(made, now, inTool);
    made.bodies.clear();
    return made;
}

StepScene stepSceneOf(const part::Part& part, const Operation& operation, sequence::BendSet before,
                      double turnedDeg, const std::optional<sequence::Obstacle>& obstacle, double movedBy) {
    const Moment now(part, operation, before, turnedDeg);
    StepScene made;
    made.scene = sceneOf(part, now.folded);
    const Eigen::AlignedBox3d inTool = place(made.scene, now, now.viewFromRoot);
    if (obstacle && obstacle->place)
        made.meeting =
            now.viewFromRoot * now.folded.rootFromFlat[plateOf(part, obstacle->one)] * *obstacle->place;
    addLetters(made, now);
    addSetLine(made, now, movedBy);
    addSwing(made, now, before, addAct(made, now, before));
    addTool(made, now, inTool);
    return made;
}

} // namespace goodfold::draw
