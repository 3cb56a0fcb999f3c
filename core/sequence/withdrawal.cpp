#include "sequence/withdrawal.h"

#include "part/fold.h"

#include <algorithm>

namespace goodfold::sequence {

/// One way out: how far the clamp is opened, and which way the part goes.
struct Withdrawal::Way {
    enum class Out { Toward, Left, Right };
    double lift; // mm, where the clamp opens that far
    Out out;
    double tiltDeg = 0; // first, about the bend
    bool isLike(const Way& other) const { return out == other.out && tiltDeg == other.tiltDeg; }
};

const std::vector<Withdrawal::Way>& Withdrawal::ways() {
    static const std::vector<Way> all = [] {
        using Out = Way::Out;
        std::vector<Way> made;
        constexpr double kWide = 1e4;
        for (const double lift : {kWide, 1.0, 2.0, 5.0, 12.0, 30.0})
            for (const Out out : {Out::Toward, Out::Left, Out::Right})
                made.push_back({lift, out});
        for (const double lift : {kWide, 30.0})
            for (const double tilt : {-20.0, 20.0, -40.0, 40.0})
                made.push_back({lift, Out::Toward, tilt});
        return made;
    }();
    return all;
}

void Withdrawal::fold() {
    const part::Part& part = bodies.of();
    const Operation& operation = work.operation;
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const double angle = operation.setup.restsAtDeg;
    toolFromPlates = part::foldAt(part, turnedAt(part, after, operation.bend, angle)).rootFromFlat;
    const Pose3 rootFromTool = toolFromPlates[static_cast<size_t>(bend.parent)] *
                               toolPlaces(part, operation, angle).of(tool::Solid::Motion::Fixed);
    const Pose3 toolFromRoot = rootFromTool.inverse();
    for (Pose3& pose : toolFromPlates)
        pose = toolFromRoot * pose;
}

double Withdrawal::liftOf(const ToolHull& tool, const Way& way) const {
    return tool.solid.clamps ? std::min(way.lift, work.operation.setup.tool->clamp.lift) : 0;
}

const ToolHull* Withdrawal::inTheWay(size_t body, const Way& way) {
    if (toolFromPlates.empty()) fold();
    const Pose3& toolFromBody = toolFromPlates[static_cast<size_t>(bodies[body].plate)];
    for (const ToolHull& tool : work.hulls) {
        if (tool.solid.motion != tool::Solid::Motion::Fixed) continue;
        if (way.tiltDeg == 0 && !mayPass(body, tool, toolFromBody)) continue;
        if (staysBehind(body, tool, toolFromBody, way)) return &tool;
    }
    return nullptr;
}

std::optional<tool::Body> Withdrawal::shutBy(size_t body, size_t way) {
    const ToolHull* tool = inTheWay(body, ways()[way]);
    return tool ? std::optional(tool->solid.body) : std::nullopt;
}

/// What does not clamp stays where it is however far the clamp opens, and shuts the same way out at each.
bool Withdrawal::isShut(size_t body, size_t way, WaysOut& known) {
    static_assert(sizeof known.looked * 8 >= WaysOut::kWays);
    const std::uint32_t bit = std::uint32_t{1} << way;
    if (!(known.looked & bit)) {
        known.looked |= bit;
        const Way& out = ways()[way];
        if (const ToolHull* tool = inTheWay(body, out))
            for (size_t like = 0; like < WaysOut::kWays; ++like)
                if (out.isLike(ways()[like]) && liftOf(*tool, out) == liftOf(*tool, ways()[like])) {
                    known.looked |= std::uint32_t{1} << like;
                    known.shut |= std::uint32_t{1} << like;
                }
    }
    return known.shut & bit;
}

/// Whether it lies in what the solid passes over at any opening, as long as nothing is tilted.
bool Withdrawal::mayPass(size_t body, const ToolHull& tool, const Pose3& toolFromBody) const {
    Eigen::AlignedBox3d passed = tool.passed;
    if (tool.solid.clamps) passed.max().z() += work.operation.setup.tool->clamp.lift;
    return passed.intersects(turned(toolFromBody, bodies.hullOf(body, after).box));
}

bool Withdrawal::staysBehind(size_t body, const ToolHull& tool, const Pose3& toolFromBody, const Way& way) {
    const double lift = liftOf(tool, way);
    const Hull& own = bodies.hullOf(body, after);
    const Pose3 solidFromBody = Eigen::Translation3d(0, 0, -lift) * toolFromBody;
    if (way.tiltDeg == 0) return isSlidPast(body, tool, solidFromBody, way);
    const Pose3 solidFromTilted = Eigen::Translation3d(0, 0, -lift) *
                                  Eigen::AngleAxisd(radians(way.tiltDeg), Vec3::UnitY()) * toolFromBody;
    return isMetWhileTilting(own, tool, toolFromBody, lift, way.tiltDeg) ||
           isSlidPast(body, tool, solidFromTilted, way);
}

/// What lies on the fold, its own strip, is freed by a first few millimetres, and slides along the edge.
bool Withdrawal::isSlidPast(size_t body, const ToolHull& tool, const Pose3& solidFromBody, const Way& way) {
    constexpr double kFreed = 4; // mm
    const bool isOwnStrip = bodies[body].bend == work.operation.bend;
    const bool isToward = way.out == Way::Out::Toward;
    if (isOwnStrip && !isToward) return false;
    using Sweep = ToolHull::Sweep;
    const Hull& swept = tool.swept(isToward                    ? Sweep::Back
                                   : way.out == Way::Out::Left ? Sweep::Right
                                                               : Sweep::Left);
    const Pose3 start = Eigen::Translation3d(isOwnStrip ? kFreed : 0, 0, 0) * solidFromBody;
    return meet(swept, bodies.hullOf(body, after), start, checks);
}

bool Withdrawal::isMetWhileTilting(const Hull& own, const ToolHull& tool, const Pose3& toolFromBody,
                                   double lift, double tiltDeg) {
    constexpr int kSteps = 8;
    for (int i = 1; i <= kSteps; ++i) {
        const Pose3 solidFromBody = Eigen::Translation3d(0, 0, -lift) *
                                    Eigen::AngleAxisd(radians(tiltDeg * i / kSteps), Vec3::UnitY()) *
                                    toolFromBody;
        if (meet(tool.hull, own, solidFromBody, checks)) return true;
    }
    return false;
}

} // namespace goodfold::sequence
