#include "sequence/withdrawal.h"

#include "part/fold.h"

#include <algorithm>

namespace goodfold::sequence {

/// One way out: how far the clamp is opened, and which way the part goes.
struct Withdrawal::Way {
    enum class Out { Toward, Left, Right };
    double lift;  // at most, mm
    double share; // of the tool's lift, where that is less
    Out out;
    double tiltDeg = 0; // first, about the bend
};

const std::vector<Withdrawal::Way>& Withdrawal::ways() {
    static const std::vector<Way> all = [] {
        using Out = Way::Out;
        std::vector<Way> made;
        constexpr double kAny = 1e4;
        for (const auto& [lift, share] :
             {std::pair{kAny, 1.0}, {2.0, 1.0}, {6.0, 1.0}, {kAny, 0.25}, {kAny, 0.5}})
            for (const Out out : {Out::Toward, Out::Left, Out::Right})
                made.push_back({lift, share, out});
        for (const double tilt : {-20.0, 20.0, -40.0, 40.0})
            made.push_back({kAny, 1, Out::Toward, tilt});
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

Blocked Withdrawal::blockedFor(size_t body) {
    if (toolFromPlates.empty()) fold();
    const Pose3& toolFromBody = toolFromPlates[static_cast<size_t>(bodies[body].plate)];
    Blocked shut;
    for (size_t way = 0; way < ways().size(); ++way)
        for (size_t solid = 0; solid < work.hulls.size(); ++solid)
            if (staysBehind(body, work.hulls[solid], toolFromBody, ways()[way])) {
                shut.ways |= 1u << way;
                shut.solid = static_cast<unsigned>(solid);
                break;
            }
    return shut;
}

/// What lies on the fold, its own strip, is freed by a first few millimetres.
bool Withdrawal::staysBehind(size_t body, const ToolHull& tool, const Pose3& toolFromBody, const Way& way) {
    constexpr double kStep = 4, kFar = 240; // mm
    if (tool.solid.motion != tool::Solid::Motion::Fixed) return false;
    const double open = work.operation.setup.tool->clamp.lift;
    const double lift = tool.solid.clamps ? std::min(way.lift, way.share * open) : 0;
    Pose3 solidFromBody = toolFromBody;
    solidFromBody.translation().z() -= lift;
    const Hull& own = bodies.hullOf(body, after);
    const bool isOwnStrip = bodies[body].bend == work.operation.bend;
    if (way.out != Way::Out::Toward) {
        const Hull& swept = way.out == Way::Out::Left ? tool.sweptRight : tool.sweptLeft;
        if (isOwnStrip) return false; // it lies on the edge, and slides along it
        return swept.box.intersects(turned(solidFromBody, own.box)) &&
               meet(swept, own, solidFromBody, checks);
    }
    if (way.tiltDeg != 0 && isMetWhileTilting(own, tool, toolFromBody, lift, way.tiltDeg)) return true;
    if (way.tiltDeg != 0)
        solidFromBody = Eigen::Translation3d(0, 0, -lift) *
                        Eigen::AngleAxisd(radians(way.tiltDeg), Vec3::UnitY()) * toolFromBody;
    const auto here = turned(solidFromBody, own.box);
    if (!tool.hull.box.intersects(here.merged(here.translated(kFar * Vec3::UnitX())))) return false;
    const Vec3 start = solidFromBody.translation();
    for (double by = isOwnStrip ? kStep : 0; by <= kFar; by += kStep) {
        solidFromBody.translation() = start + by * Vec3::UnitX();
        if (meet(tool.hull, own, solidFromBody, checks)) return true;
    }
    return false;
}

bool Withdrawal::isMetWhileTilting(const Hull& own, const ToolHull& tool, const Pose3& toolFromBody,
                                   double lift, double tiltDeg) {
    constexpr int kSteps = 8;
    for (int i = 1; i <= kSteps; ++i) {
        const Pose3 solidFromBody = Eigen::Translation3d(0, 0, -lift) *
                                    Eigen::AngleAxisd(radians(tiltDeg * i / kSteps), Vec3::UnitY()) *
                                    toolFromBody;
        if (tool.hull.box.intersects(turned(solidFromBody, own.box)) &&
            meet(tool.hull, own, solidFromBody, checks))
            return true;
    }
    return false;
}

} // namespace goodfold::sequence
