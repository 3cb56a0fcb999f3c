#include "sequence/hits.h"

#include "sequence/shape.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cmath>
#include <map>
#include <unordered_map>

namespace goodfold::sequence {

namespace {

/// A plate, or the strip of a bend: flat, or as bent.
struct Body {
    part::Element about;
    int plate = 0; // whose frame it is in
    int bend = -1; // of a strip
    Made between = 0;
};

struct ToolShape {
    tool::Solid solid;
    Shape shape;
};

/// Swing angles from flat to the end, every half degree or a little less.
std::vector<double> anglesTo(double lastDeg) {
    constexpr double kStepDeg = 0.5;
    const int count = std::max(1, static_cast<int>(std::ceil(lastDeg / kStepDeg)));
    std::vector<double> angles;
    for (int i = 0; i <= count; ++i)
        angles.push_back(lastDeg * i / count);
    return angles;
}

/// A way's tool at work, moment by moment, in the flat frame of the bend's parent.
struct Swing {
    std::vector<double> angles;
    std::vector<Pose3> parentFromChild;
    std::vector<std::array<Pose3, 3>> solidFromParent; // by motion
};

Swing swingOf(const part::Part& part, const Way& way) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(way.bend)];
    Swing swing{anglesTo(way.setup.loadedAngleDeg), {}, {}};
    for (const double angle : swing.angles) {
        swing.parentFromChild.push_back(part::foldedFromFlat(bend, bend.allowance, angle));
        auto& solidFromParent =
            swing.solidFromParent.emplace_back(toolPlaces(part, way, angle).parentFromSolid);
        for (Pose3& pose : solidFromParent)
            pose = pose.inverse();
    }
    return swing;
}

/// A way with its tool's shapes; made once.
struct AtWork {
    Way way;
    Swing swing;
    std::vector<ToolShape> shapes;

    /// What does not move against the plates of that side, all along the swing.
    bool isStill(tool::Solid::Motion motion, bool beyond) const {
        if (way.setup.tool->isDie()) return false;
        return (motion == tool::Solid::Motion::Fixed) == (beyond == way.holdsChild);
    }
};

} // namespace

struct Hits::Inside {
    const part::Part& part;
    std::vector<Body> bodies;
    std::vector<Shape> flat, bent; // by body; of plates one shape twice is kept once
    std::vector<Made> fromRoot;    // bends between the root and each plate
    std::vector<AtWork> tools;
    size_t checks = 0;

    struct Known {
        bool hits;
        std::string what;
        double atDeg;
    };
    /// What is known of a pair, by the bends that decide it packed together: 0 nothing, 1 free, else which of
    /// `found` hits.
    struct Memory {
        Made decide = 0;
        std::vector<std::int32_t> known;
        std::unordered_map<Made, std::int32_t> many; // where a table of all would be too large

        std::int32_t& at(Made made) {
            constexpr int kTable = 12; // bends
            if (std::popcount(decide) > kTable) return many[made & decide];
            if (known.empty()) known.resize(size_t{1} << std::popcount(decide), 0);
            size_t packed = 0, bit = 0;
            for (Made left = decide; left != 0; left &= left - 1, ++bit)
                packed |= static_cast<size_t>(made >> std::countr_zero(left) & 1) << bit;
            return known[packed];
        }
    };
    std::vector<Known> found;
    std::vector<std::vector<Memory>> toolMemory;                           // by tool and body
    std::map<std::pair<int, std::int64_t>, std::vector<Memory>> knownSelf; // by bend and angle; of its pairs

    template <class Look> const Known* recall(Memory& memory, Made made, const Look& look) {
        if (const std::int32_t known = memory.at(made); known != 0)
            return known == 1 ? nullptr : &found[static_cast<size_t>(known) - 2];
        const Known seen = look();
        if (seen.hits) found.push_back(seen);
        memory.at(made) = seen.hits ? static_cast<std::int32_t>(found.size()) + 1 : 1;
        return seen.hits ? &found.back() : nullptr;
    }

    /// Bodies on either side of a bend that it brings together.
    struct Pair {
        size_t held, free;
        Made decide;
    };
    std::vector<std::vector<Pair>> across; // by bend

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
        for (size_t i = 0; i < part.bends.size(); ++i)
            across.push_back(pairsAcross(static_cast<int>(i)));
    }

    /// The two plates the bend joins meet only where the part itself is wrong.
    std::vector<Pair> pairsAcross(int bend) const {
        const part::PartBend& own = part.bends[static_cast<size_t>(bend)];
        std::vector<Pair> pairs;
        for (size_t a = 0; a < bodies.size(); ++a)
            for (size_t b = 0; b < bodies.size(); ++b) {
                const Body &one = bodies[a], &other = bodies[b];
                if (one.bend == bend || other.bend == bend) continue;
                if (isBeyond(one, bend) || !isBeyond(other, bend)) continue;
                if (one.plate == own.parent && other.plate == own.child) continue;
                pairs.push_back({a, b, decide(one, bend) | decide(other, bend)});
            }
        return pairs;
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

    static bool isSame(const Way& a, const Way& b) {
        return a.bend == b.bend && a.setup.tool == b.setup.tool && a.setup.opening == b.setup.opening &&
               a.setup.clampLength == b.setup.clampLength && a.setup.clampMiddle == b.setup.clampMiddle &&
               a.setup.bottomed == b.setup.bottomed && a.holdsChild == b.holdsChild && a.hold == b.hold;
    }

    size_t toolOf(const Way& way) {
        for (size_t i = 0; i < tools.size(); ++i)
            if (isSame(tools[i].way, way)) return i;
        AtWork& made = tools.emplace_back(AtWork{way, swingOf(part, way), {}});
        for (tool::Solid& solid : tool::solidsOf(way.setup, way.hold, way.work)) {
            const part::Prism prism = prismOf(solid);
            made.shapes.push_back({std::move(solid), Shape({prism})});
        }
        std::vector<Memory>& memory = toolMemory.emplace_back();
        for (const Body& body : bodies)
            memory.push_back({decide(body, way.bend), {}, {}});
        return tools.size() - 1;
    }
};

Hits::Hits(const part::Part& part) : inside(std::make_unique<Inside>(part)) {}
Hits::~Hits() = default;

size_t Hits::checksMade() const {
    return inside->checks;
}

namespace {

/// One step looked at: where every plate lies beside the bend when those in `made` are made. Folded when it
/// is first asked for.
class Look {
public:
    Look(const part::Part& part, const part::PartBend& bend, const Swing& swing,
         std::vector<double> turnedDeg)
        : part(part), bend(bend), swing(swing), turnedDeg(std::move(turnedDeg)) {}

    /// In the flat frame of the bend's parent. `beyond` the bend it swings with the child.
    Pose3 parentFromPlate(int plate, bool beyond, size_t moment) {
        if (rootFromFlat.empty()) {
            rootFromFlat =
                part::foldAt(part, turnedDeg).rootFromFlat; // with this bend flat its plates' frames are one
            parentFromRoot = rootFromFlat[static_cast<size_t>(bend.parent)].inverse();
        }
        const Pose3 parentFromPlate = parentFromRoot * rootFromFlat[static_cast<size_t>(plate)];
        return beyond ? swing.parentFromChild[moment] * parentFromPlate : parentFromPlate;
    }

private:
    const part::Part& part;
    const part::PartBend& bend;
    const Swing& swing;
    std::vector<double> turnedDeg;
    std::vector<Pose3> rootFromFlat;
    Pose3 parentFromRoot = Pose3::Identity();
};

} // namespace

std::optional<Obstacle> Hits::inTheWay(const Way& way, Made made) {
    return look(way, made, false);
}

std::optional<Obstacle> Hits::alwaysInTheWay(const Way& way) {
    return look(way, 0, true);
}

std::optional<Obstacle> Hits::look(const Way& way, Made made, bool always) {
    Inside& in = *inside;
    if (auto shortOf = tooShort(in.part, way, made)) {
        // Only what gets shorter as more is bent is always too short.
        const bool tooDeep = shortOf->kind == Obstacle::Kind::FoldDepth && shortOf->has > shortOf->needs;
        if (!always || !tooDeep) return shortOf;
    }
    const size_t tool = in.toolOf(way);
    const AtWork& work = in.tools[tool];
    const part::PartBend& own = in.part.bends[static_cast<size_t>(way.bend)];
    Look places(in.part, own, work.swing, turnedAt(in.part, made, way.bend, 0));
    const size_t moments = work.swing.angles.size();
    // How far a point of the body is from the bend, at most: in half of a stretch of the swing it moves no
    // further than that times the half's angle, and a little for how strip and die move beside the turning.
    const auto reachOf = [&](size_t body, bool beyond) {
        const Eigen::AlignedBox3d& box = in.shapeOf(body, made).box;
        const Vec3 middle = places.parentFromPlate(in.bodies[body].plate, beyond, 0) * box.center();
        return (middle.head<2>() - own.near.middle()).norm() + std::abs(middle.z()) + box.sizes().norm() / 2 +
               own.allowance + way.setup.opening;
    };
    /// The first moment that two shapes meet. Stretches of the swing are passed over whose middle is so far
    /// from a meeting that no moment of them can be one.
    const auto firstMeeting = [&](const Shape& one, const Shape& other, double reach, size_t count,
                                  const auto& oneFromOther) -> std::optional<size_t> {
        constexpr size_t kStretch = 12;
        for (size_t begin = 0; begin < count; begin += kStretch) {
            const size_t end = std::min(begin + kStretch, count), middle = (begin + end) / 2;
            const double half = radians((work.swing.angles[end - 1] - work.swing.angles[begin]) / 2 + 0.5);
            const Vec3 margin = Vec3::Constant(1.2 * reach * half + 0.3);
            auto room = turned(oneFromOther(middle), other.box);
            room = {room.min() - margin, room.max() + margin};
            if (!one.box.intersects(room)) continue;
            for (size_t i = begin; i < end; ++i)
                if (meet(one, other, oneFromOther(i), in.checks)) return i;
        }
        return {};
    };
    const auto toolHit = [&](size_t body) -> Inside::Known {
        const int plate = in.bodies[body].plate;
        const bool beyond = in.isBeyond(in.bodies[body], way.bend);
        const double reach = reachOf(body, beyond);
        Inside::Known first{false, {}, 0};
        size_t until = moments; // what is hit first counts
        for (const ToolShape& shape : work.shapes) {
            const tool::Solid::Motion motion = shape.solid.motion;
            const auto met =
                firstMeeting(shape.shape, in.shapeOf(body, made), reach,
                             work.isStill(motion, beyond) ? 1 : until, [&](size_t i) {
                                 return Pose3(work.swing.solidFromParent[i][static_cast<size_t>(motion)] *
                                              places.parentFromPlate(plate, beyond, i));
                             });
            if (!met) continue;
            first = {true, shape.solid.name, work.swing.angles[*met]};
            if (*met == 0) break;
            until = *met;
        }
        return first;
    };
    const auto selfHit = [&](size_t held, size_t free) -> Inside::Known {
        const Pose3 heldFromParent = places.parentFromPlate(in.bodies[held].plate, false, 0).inverse();
        const auto met = firstMeeting(
            in.shapeOf(held, made), in.shapeOf(free, made), reachOf(free, true), moments, [&](size_t i) {
                return Pose3(heldFromParent * places.parentFromPlate(in.bodies[free].plate, true, i));
            });
        if (met) return {true, in.bodies[free].about.id, work.swing.angles[*met]};
        return {false, {}, 0};
    };
    std::vector<Inside::Memory>& ofTool = in.toolMemory[tool];
    for (size_t body = 0; body < in.bodies.size(); ++body) {
        if (in.bodies[body].bend == way.bend) continue; // the strip lies on the tool
        if (always && ofTool[body].decide != 0) continue;
        if (const auto* hit = in.recall(ofTool[body], made, [&] { return toolHit(body); }))
            return Obstacle{Obstacle::Kind::Hit, in.bodies[body].about, hit->what, hit->atDeg};
    }
    if (always) return {};
    // The angle of the swing is the same in most tools.
    auto& ofPairs = in.knownSelf[{way.bend, std::llround(1000 * way.setup.loadedAngleDeg)}];
    const auto& across = in.across[static_cast<size_t>(way.bend)];
    if (ofPairs.empty())
        for (const Inside::Pair& pair : across)
            ofPairs.push_back({pair.decide, {}, {}});
    for (size_t i = 0; i < across.size(); ++i)
        if (const auto* hit =
                in.recall(ofPairs[i], made, [&] { return selfHit(across[i].held, across[i].free); }))
            return Obstacle{Obstacle::Kind::SelfHit, in.bodies[across[i].held].about, hit->what, hit->atDeg};
    return isTrapped(tool, way, made);
}

/// With the clamp open the part has to come out: toward you, or along the bend line either way.
std::optional<Obstacle> Hits::isTrapped(size_t tool, const Way& way, Made made) {
    Inside& in = *inside;
    if (made == 0 || way.setup.tool->isDie()) return {};
    const double angle = in.part.bends[static_cast<size_t>(way.bend)].shape.angleDeg;
    const auto rootFromFlat = part::foldAt(in.part, turnedAt(in.part, made, way.bend, angle)).rootFromFlat;
    const auto parent = static_cast<size_t>(in.part.bends[static_cast<size_t>(way.bend)].parent);
    const Pose3 toolFromRoot =
        (rootFromFlat[parent] * toolPlaces(in.part, way, angle).of(tool::Solid::Motion::Fixed)).inverse();
    const Made after = made | Made{1} << way.bend;
    Obstacle obstacle{Obstacle::Kind::Trapped};
    // The wrong turnings of a long slide are few: only bodies whose way crosses a solid's box are stepped.
    const auto staysBehind = [&](size_t body, const ToolShape& shape, const Vec3& toward) {
        constexpr double kStep = 4, kFar = 240; // mm
        Pose3 solidFromBody = toolFromRoot * rootFromFlat[static_cast<size_t>(in.bodies[body].plate)];
        if (shape.solid.clamps) solidFromBody.translation().z() -= way.setup.tool->clamp.lift;
        const Shape& own = in.shapeOf(body, after);
        const auto here = turned(solidFromBody, own.box);
        if (!shape.shape.box.intersects(here.merged(here.translated(kFar * toward)))) return false;
        const Vec3 start = solidFromBody.translation();
        for (double by = in.bodies[body].bend == way.bend ? kStep : 0; by <= kFar; by += kStep) {
            solidFromBody.translation() = start + by * toward;
            if (meet(shape.shape, own, solidFromBody, in.checks)) return true;
        }
        return false;
    };
    const auto comesOut = [&](const Vec3& toward) {
        for (const ToolShape& shape : in.tools[tool].shapes) {
            if (shape.solid.motion != tool::Solid::Motion::Fixed) continue;
            for (size_t body = 0; body < in.bodies.size(); ++body)
                if (staysBehind(body, shape, toward)) {
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
