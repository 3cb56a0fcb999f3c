#include "sequence/hits.h"

#include "bend/forming.h"
#include "part/prism.h"

#include <fcl/narrowphase/collision.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <unordered_map>

namespace goodfold::sequence {

namespace {

using part::Prism;

/// What a body or a tool's solid is made of, in its own frame.
struct Shape {
    std::vector<fcl::Convexd> pieces;
    std::vector<Eigen::AlignedBox3d> boxes;
    Eigen::AlignedBox3d box;

    explicit Shape(const std::vector<Prism>& prisms) {
        for (const Prism& prism : prisms) {
            pieces.push_back(part::convexOf(prism));
            boxes.push_back(part::boxOf(prism));
            box.extend(boxes.back());
        }
    }
};

/// The box round a turned box.
Eigen::AlignedBox3d turned(const Pose3& pose, const Eigen::AlignedBox3d& box) {
    const Vec3 middle = pose * box.center();
    const Vec3 reach = pose.linear().cwiseAbs() * (box.sizes() / 2);
    return {middle - reach, middle + reach};
}

/// Two shapes, the second seen from the first.
bool meet(const Shape& one, const Shape& other, const Pose3& oneFromOther, size_t& checks) {
    if (!one.box.intersects(turned(oneFromOther, other.box))) return false;
    fcl::CollisionRequestd request;
    request.gjk_solver_type = fcl::GST_LIBCCD;
    for (size_t j = 0; j < other.pieces.size(); ++j) {
        const auto box = turned(oneFromOther, other.boxes[j]);
        for (size_t i = 0; i < one.pieces.size(); ++i) {
            if (!one.boxes[i].intersects(box)) continue;
            ++checks;
            fcl::CollisionResultd result;
            if (fcl::collide(&one.pieces[i], Pose3::Identity(), &other.pieces[j], oneFromOther, request,
                             result) > 0)
                return true;
        }
    }
    return false;
}

Prism prismOf(const tool::Solid& solid) {
    Prism prism; // FCL wants the first polygon below the second along its own normal: y runs against x, z
    for (const double y : {solid.to, solid.from})
        for (const Vec2& p : solid.section)
            prism.emplace_back(p.x(), y, p.y());
    return prism;
}

/// A plate, or the strip of a bend: flat, or as bent.
struct Body {
    part::Element about;
    int plate = 0; // whose frame it is in
    int bend = -1; // of a strip
    Made between = 0;
};

constexpr std::array kMotions{tool::Solid::Motion::Fixed, tool::Solid::Motion::With,
                              tool::Solid::Motion::Die};

struct ToolShape {
    tool::Solid solid;
    Shape shape;
};

} // namespace

struct Hits::Inside {
    const part::Part& part;
    std::vector<Body> bodies;
    std::vector<Shape> flat, bent; // by body; of plates one shape twice is kept once
    std::vector<Made> fromRoot;    // bends between the root and each plate
    std::vector<std::vector<ToolShape>> tools;
    std::vector<Way> toolWays; // which each belongs to
    size_t checks = 0;

    struct Known {
        bool hits;
        std::string what;
        double atDeg;
    };
    std::map<std::tuple<size_t, size_t, Made, int>, Known> knownTool; // tool, body, mask, step
    std::map<std::tuple<int, size_t, size_t, Made, int>, Known>
        knownSelf; // bend and angle, bodies, mask, step

    explicit Inside(const part::Part& part) : part(part), fromRoot(part.plates.size(), 0) {
        findPaths();
        for (size_t i = 0; i < part.plates.size(); ++i) {
            if (part.plates[i].shortestStraight <= 0 || part.plates[i].width <= 0) continue;
            const int plate = static_cast<int>(i);
            bodies.push_back({part::Element::plate(part.plates[i].id), plate, -1, fromRoot[i]});
            flat.emplace_back(part::platePrisms(part, plate));
            bent.push_back(flat.back());
        }
        for (size_t i = 0; i < part.bends.size(); ++i) {
            const part::PartBend& bend = part.bends[i];
            if (bend.allowance <= 0) continue;
            const int index = static_cast<int>(i);
            bodies.push_back({part::Element::bend(bend.id), bend.parent, index,
                              fromRoot[static_cast<size_t>(bend.parent)]});
            flat.emplace_back(part::zonePrisms(part, index, 0));
            bent.emplace_back(part::zonePrisms(part, index, bend.shape.angleDeg));
        }
    }

    void findPaths() {
        std::vector<int> toVisit{part.root};
        while (!toVisit.empty()) {
            const int plate = toVisit.back();
            toVisit.pop_back();
            for (const int index : part.plates[static_cast<size_t>(plate)].childBends) {
                const int child = part.bends[static_cast<size_t>(index)].child;
                fromRoot[static_cast<size_t>(child)] = fromRoot[static_cast<size_t>(plate)] | Made{1}
                                                                                                  << index;
                toVisit.push_back(child);
            }
        }
    }

    /// Bends whose state decides where the body lies beside the bend: those between them, and its own.
    Made decide(const Body& body, int bend) const {
        const Made toParent = fromRoot[static_cast<size_t>(part.bends[static_cast<size_t>(bend)].parent)];
        const Made own = body.bend >= 0 ? Made{1} << body.bend : 0;
        return ((body.between ^ toParent) | own) & ~(Made{1} << bend);
    }

    bool isBeyond(const Body& body, int bend) const {
        return (fromRoot[static_cast<size_t>(body.plate)] >> bend) & 1;
    }

    const Shape& shapeOf(size_t body, Made made) const {
        const int bend = bodies[body].bend;
        return bend >= 0 && !(made >> bend & 1) ? flat[body] : bent[body];
    }

    bool moves(size_t tool, tool::Solid::Motion motion) const {
        return std::any_of(tools[tool].begin(), tools[tool].end(),
                           [&](const ToolShape& shape) { return shape.solid.motion == motion; });
    }

    static bool isSame(const Way& a, const Way& b) {
        return a.bend == b.bend && a.setup.tool == b.setup.tool && a.setup.opening == b.setup.opening &&
               a.setup.clampLength == b.setup.clampLength && a.setup.clampMiddle == b.setup.clampMiddle &&
               a.setup.bottomed == b.setup.bottomed && a.holdsChild == b.holdsChild && a.hold == b.hold;
    }

    size_t toolOf(const Way& way) {
        for (size_t i = 0; i < toolWays.size(); ++i)
            if (isSame(toolWays[i], way)) return i;
        toolWays.push_back(way);
        std::vector<ToolShape>& shapes = tools.emplace_back();
        const double radius = part.bends[static_cast<size_t>(way.bend)].shape.insideRadius;
        for (tool::Solid& solid : tool::solidsOf(way.setup, way.hold, part.thickness, radius)) {
            const Prism prism = prismOf(solid);
            shapes.push_back({std::move(solid), Shape({prism})});
        }
        return tools.size() - 1;
    }
};

Hits::Hits(const part::Part& part) : inside(std::make_unique<Inside>(part)) {}
Hits::~Hits() = default;

size_t Hits::checksMade() const {
    return inside->checks;
}

std::vector<double> Hits::turnedDeg(Made made, int bend, double turned) const {
    std::vector<double> all;
    for (size_t i = 0; i < inside->part.bends.size(); ++i)
        all.push_back(static_cast<int>(i) == bend ? turned
                      : made >> i & 1             ? inside->part.bends[i].shape.angleDeg
                                                  : 0);
    return all;
}

Pose3 Hits::rootFromTool(const Way& way, const std::vector<Pose3>& rootFromFlat, double turned) const {
    const part::PartBend& bend = inside->part.bends[static_cast<size_t>(way.bend)];
    const Pose3 flatFromTool = sequence::flatFromTool(inside->part, way);
    if (way.setup.tool->isDie())
        return rootFromFlat[static_cast<size_t>(bend.parent)] *
               part::foldedFromFlat(bend, bend.allowance / 2, turned) * flatFromTool;
    return rootFromFlat[static_cast<size_t>(way.holdsChild ? bend.child : bend.parent)] * flatFromTool;
}

namespace {

/// Swing angles from flat to the end.
std::vector<double> anglesTo(double lastDeg, double stepDeg) {
    std::vector<double> angles;
    const int count = std::max(1, static_cast<int>(std::ceil(lastDeg / stepDeg)));
    for (int i = 0; i <= count; ++i)
        angles.push_back(lastDeg * i / count);
    return angles;
}

/// One step looked at: poses along the swing are made when they are first needed.
class Look {
public:
    Look(Hits& hits, const part::Part& part, const Way& way, Made made, double stepDeg)
        : hits(hits), part(part), way(way), made(made), angles(anglesTo(way.setup.loadedAngleDeg, stepDeg)),
          poses(angles.size()), solids(angles.size()) {}

    size_t count() const { return angles.size(); }
    double angle(size_t i) const { return angles[i]; }
    const std::vector<Pose3>& rootFromFlat(size_t i) {
        if (poses[i].empty())
            poses[i] = part::rootFromFlatAt(part, hits.turnedDeg(made, way.bend, angles[i]));
        return poses[i];
    }
    /// Into the frame of what moves so; made once for each moment.
    const Pose3& solidFromRoot(tool::Solid::Motion motion, size_t i) {
        auto& known = solids[i][static_cast<size_t>(motion)];
        if (!known) known = rootFromSolid(motion, i).inverse();
        return *known;
    }

private:
    Pose3 rootFromSolid(tool::Solid::Motion motion, size_t i) {
        using Motion = tool::Solid::Motion;
        const part::PartBend& bend = part.bends[static_cast<size_t>(way.bend)];
        if (motion == Motion::With) {
            const int free = way.holdsChild ? bend.parent : bend.child;
            Pose3 past = Pose3::Identity(); // the apron begins where the strip ends
            past.translation().x() = bend.allowance;
            return rootFromFlat(i)[static_cast<size_t>(free)] * flatFromTool(part, way) * past;
        }
        Pose3 pose = hits.rootFromTool(way, rootFromFlat(i), angles[i]);
        if (motion == Motion::Die) {
            const double neutral = bend.k * part.thickness;
            pose.translation() += pose.linear().col(2) * tool::dieTop(way.setup.opening, part.thickness,
                                                                      bend.allowance, neutral, angles[i]);
        }
        return pose;
    }

    Hits& hits;
    const part::Part& part;
    const Way& way;
    Made made;
    std::vector<double> angles;
    std::vector<std::vector<Pose3>> poses;
    std::vector<std::array<std::optional<Pose3>, 3>> solids;
};

part::Element plateAt(const part::Part& part, const Way& way, bool child) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(way.bend)];
    return part::Element::plate(part.plates[static_cast<size_t>(child ? bend.child : bend.parent)].id);
}

/// What is too short to be held, laid over a die, or pulled.
std::optional<Obstacle> tooShort(const part::Part& part, const Way& way, Made made) {
    const tool::Tool& tool = *way.setup.tool;
    using Kind = Obstacle::Kind;
    if (tool.isDie()) {
        // Before it is bent a leg has to lie over the die's shoulder, at the end still to reach past it.
        for (const bool child : {false, true}) {
            const double has = flatReach(part, way, made, child) + way.work.allowance / 2;
            const double flatNeeds = way.setup.opening / 2 + std::max(part.thickness, 2.0) / 2;
            if (has < flatNeeds)
                return Obstacle{Kind::ShortLeg, plateAt(part, way, child), "the " + tool.name, 0, has,
                                flatNeeds};
        }
        return {};
    }
    const double held = flatReach(part, way, made, way.holdsChild);
    const double free = flatReach(part, way, made, !way.holdsChild);
    if (held < tool.clamp.leastGrip)
        return Obstacle{Kind::Grip,          plateAt(part, way, way.holdsChild), "the " + tool.name, 0, held,
                        tool.clamp.leastGrip};
    if (tool.mostFold > 0 && (free < tool.leastFold || free > tool.mostFold))
        return Obstacle{Kind::FoldDepth,
                        plateAt(part, way, !way.holdsChild),
                        "the " + tool.name,
                        0,
                        free,
                        free < tool.leastFold ? tool.leastFold : tool.mostFold};
    const double pull = bend::handPull(way.setup.moment, tool::leverOf(tool, free));
    if (pull > bend::kPullNever)
        return Obstacle{Kind::Pull,      plateAt(part, way, !way.holdsChild), "the " + tool.name, 0, pull,
                        bend::kPullNever};
    return {};
}

} // namespace

std::optional<Obstacle> Hits::inTheWay(const Way& way, Made made, double stepDeg) {
    Inside& in = *inside;
    if (auto shortOf = tooShort(in.part, way, made)) return shortOf;
    const size_t tool = in.toolOf(way);
    const int step = static_cast<int>(std::lround(stepDeg * 10));
    Look look(*this, in.part, way, made, stepDeg);
    const auto toolHit = [&](size_t body) -> Inside::Known {
        for (size_t i = 0; i < look.count(); ++i) {
            const Pose3& rootFromBody = look.rootFromFlat(i)[static_cast<size_t>(in.bodies[body].plate)];
            for (const tool::Solid::Motion motion : kMotions) {
                if (!in.moves(tool, motion)) continue;
                const Pose3 solidFromBody = look.solidFromRoot(motion, i) * rootFromBody;
                for (const ToolShape& shape : in.tools[tool])
                    if (shape.solid.motion == motion &&
                        meet(shape.shape, in.shapeOf(body, made), solidFromBody, in.checks))
                        return {true, shape.solid.name, look.angle(i)};
            }
        }
        return {false, {}, 0};
    };
    const auto selfHit = [&](size_t held, size_t free) -> Inside::Known {
        for (size_t i = 0; i < look.count(); ++i) {
            const auto& poses = look.rootFromFlat(i);
            const Pose3 heldFromFree = poses[static_cast<size_t>(in.bodies[held].plate)].inverse() *
                                       poses[static_cast<size_t>(in.bodies[free].plate)];
            if (meet(in.shapeOf(held, made), in.shapeOf(free, made), heldFromFree, in.checks))
                return {true, in.bodies[free].about.id, look.angle(i)};
        }
        return {false, {}, 0};
    };
    for (size_t body = 0; body < in.bodies.size(); ++body) {
        if (in.bodies[body].bend == way.bend) continue; // the strip lies on the tool
        const auto key =
            std::tuple{tool, body, static_cast<Made>(made & in.decide(in.bodies[body], way.bend)), step};
        auto known = in.knownTool.find(key);
        if (known == in.knownTool.end()) known = in.knownTool.emplace(key, toolHit(body)).first;
        if (known->second.hits)
            return Obstacle{Obstacle::Kind::Hit, in.bodies[body].about, known->second.what,
                            known->second.atDeg};
    }
    // Neighbours across the bend meet only where the part itself is wrong.
    const part::PartBend& bend = in.part.bends[static_cast<size_t>(way.bend)];
    for (size_t a = 0; a < in.bodies.size(); ++a)
        for (size_t b = 0; b < in.bodies.size(); ++b) {
            const Body &one = in.bodies[a], &other = in.bodies[b];
            if (one.bend == way.bend || other.bend == way.bend) continue;
            if (in.isBeyond(one, way.bend) || !in.isBeyond(other, way.bend)) continue;
            if (one.plate == bend.parent && other.plate == bend.child) continue;
            const auto key = std::tuple{
                way.bend, a, b,
                static_cast<Made>(made & (in.decide(one, way.bend) | in.decide(other, way.bend))), step};
            auto known = in.knownSelf.find(key);
            if (known == in.knownSelf.end()) known = in.knownSelf.emplace(key, selfHit(a, b)).first;
            if (known->second.hits)
                return Obstacle{Obstacle::Kind::SelfHit, one.about, known->second.what, known->second.atDeg};
        }
    return isTrapped(tool, way, made);
}

/// With the clamp open the part has to come out: toward you, or along the bend line either way.
std::optional<Obstacle> Hits::isTrapped(size_t tool, const Way& way, Made made) {
    Inside& in = *inside;
    if (made == 0 || way.setup.tool->isDie()) return {};
    const double angle = in.part.bends[static_cast<size_t>(way.bend)].shape.angleDeg;
    const auto rootFromFlat = part::rootFromFlatAt(in.part, turnedDeg(made, way.bend, angle));
    const Pose3 toolFromRoot = rootFromTool(way, rootFromFlat, angle).inverse();
    const Made after = made | Made{1} << way.bend;
    Obstacle obstacle{Obstacle::Kind::Trapped};
    const auto comesOut = [&](const Vec3& toward) {
        constexpr double kStep = 4, kFar = 240; // mm
        for (double by = 0; by <= kFar; by += kStep)
            for (const ToolShape& shape : in.tools[tool]) {
                if (shape.solid.motion != tool::Solid::Motion::Fixed) continue;
                Pose3 shift = Pose3::Identity();
                shift.translation() = by * toward;
                if (shape.solid.clamps) shift.translation().z() -= way.setup.tool->clamp.lift;
                for (size_t body = 0; body < in.bodies.size(); ++body) {
                    if (by == 0 && in.bodies[body].bend == way.bend) continue;
                    const Pose3 solidFromBody =
                        shift * toolFromRoot * rootFromFlat[static_cast<size_t>(in.bodies[body].plate)];
                    if (!meet(shape.shape, in.shapeOf(body, after), solidFromBody, in.checks)) continue;
                    obstacle.one = in.bodies[body].about;
                    obstacle.what = shape.solid.name;
                    return false;
                }
            }
        return true;
    };
    if (comesOut(Vec3::UnitX()) || comesOut(Vec3::UnitY()) || comesOut(-Vec3::UnitY())) return {};
    return obstacle;
}

} // namespace goodfold::sequence
