#include "tool/solids.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::tool {

namespace {

constexpr double kFar = 2000;   // mm: benches, walls and beams go on beyond any part
constexpr double kClear = 0.05; // mm: surfaces that lie on each other do not hit

using Motion = Solid::Motion;

Polygon box(double x0, double x1, double z0, double z1) {
    return {{x0, z0}, {x1, z0}, {x1, z1}, {x0, z1}};
}

class Maker {
public:
    Maker(const Setup& setup, const Hold& hold, const Work& work)
        : setup(setup), tool(*setup.tool), hold(hold), work(work), t(work.thickness), r(work.insideRadius),
          aside(hold.besideScrew ? (hold.otherSide ? -1 : 1) * (tool.length - work.length) / 2 : 0) {}

    std::vector<Solid> made() && {
        if (tool.isDie())
            dieAndPunch();
        else
            clamp();
        if (tool.isUpright()) bench();
        return std::move(solids);
    }

private:
    /// As a rule measures it, from the front of the edge back: in the frame from its tangent line.
    double backOf(double depth) const { return std::max(depth - setup.toolRadius, 0.0); }

    /// Of a vise, between heights over the bend. Its frame's x points up; between dies it runs from the
    /// parent to the child, so that it points down where the child hangs there.
    Polygon upright(double low, double high, double z0, double z1) const {
        const bool isTurned = tool.isDie() && hold.childToFrame;
        return isTurned ? box(-high, -low, z0, z1) : box(low, high, z0, z1);
    }

    double half() const { return setup.clampLength / 2; }

    void add(Body body, Polygon section, double from, double to, Motion motion = Motion::Fixed,
             bool clamps = false) {
        solids.push_back({body, std::move(section), from + aside, to + aside, motion, clamps});
    }
    void addUnbounded(Body body, Polygon section, double from, double to, Motion motion = Motion::Fixed) {
        add(body, std::move(section), from, to, motion);
        solids.back().isUnbounded = true;
    }

    Body inner() const { return tool.hasFingers() ? Body::Fingers : *tool.kind->inner; }

    /// The inner side: flat on the stock up to the tangent line, round its own edge, and falling away on top.
    /// Where the part is laid out sharper than the edge it is drawn that sharp: the finding tells of it.
    Polygon nose(double height) const {
        const double edge = std::max(std::min(setup.toolRadius, r) - kClear, 0.0),
                     depth = backOf(tool.clamp.innerDepth);
        Polygon section{{-depth, kClear}, {0, kClear}};
        constexpr int kSteps = 6;
        const double upTo = radians(90 + tool.clamp.topDeg);
        for (int i = 1; i <= kSteps; ++i) {
            const double turned = upTo * i / kSteps;
            section.emplace_back(edge * std::sin(turned), kClear + edge * (1 - std::cos(turned)));
        }
        const Vec2 top = section.back();
        const double fall = std::tan(radians(tool.clamp.topDeg));
        const double x = top.x() - (height - top.y()) * fall;
        if (x <= -depth) { // it has fallen away before it is as high
            section.emplace_back(-depth, top.y() + (top.x() + depth) / fall);
            return section;
        }
        if (height > top.y()) section.emplace_back(x, height);
        section.emplace_back(-depth, std::max(height, top.y()));
        return section;
    }

    /// Bent past its angle the same strip lies on a smaller round. A former that is larger, as one picked for
    /// another radius, is drawn that small: the finding tells of it.
    double formerRadius() const {
        const double pushed = std::max(setup.loadedAngleDeg, work.angleDeg);
        const double lies = r - work.allowance / radians(work.angleDeg) + work.allowance / radians(pushed);
        return setup.toolRadius > 0 ? std::min(setup.toolRadius, lies) : lies;
    }

    void clamp() {
        const Clamp& c = tool.clamp;
        if (tool.isPickedByRadius()) {
            const double bar = formerRadius() - kClear;
            Polygon section;
            for (int i = 0; i < 16; ++i) {
                const double turned = 2 * std::numbers::pi * i / 16;
                section.emplace_back(bar * std::cos(turned), kClear + bar + bar * std::sin(turned));
            }
            add(inner(), section, setup.clampMiddle - half(), setup.clampMiddle + half(), Motion::Fixed,
                true);
        } else {
            add(inner(), nose(c.innerHeight), setup.clampMiddle - half(), setup.clampMiddle + half(),
                Motion::Fixed, true);
        }
        if (tool.hasFingers())
            addUnbounded(
                Body::FingerBeam,
                box(-backOf(c.innerDepth) - 60, -c.innerHeight * 0.6, c.innerHeight, c.innerHeight + 90),
                -kFar, kFar);
        // Under a clamp with an apron the bed ends at the fold, flat; a jaw or a pin's other side goes a
        // little on.
        const double outerTop = *tool.kind->outer == Body::Bed ? 0 : r;
        add(*tool.kind->outer,
            box(-c.outerDepth, std::min(outerTop, tool.radii.front()), -t - c.outerHeight, -t - kClear),
            -std::max(half(), tool.length / 2), std::max(half(), tool.length / 2));
        if (tool.apron.thickness > 0)
            add(tool.kind->swinging.value_or(Body::Apron),
                box(0, tool.apron.width, -t - tool.apron.thickness, -t - kClear), -tool.length / 2,
                tool.length / 2, Motion::With);
    }

    /// The frame's middle is the bend's: x runs over the die, z up the punch.
    void dieAndPunch() {
        const Die& d = tool.die;
        const double tip = std::min(tool.radii.front(), std::max(r * 0.85, 0.2)), v = setup.opening / 2;
        const double lean = std::tan(radians(d.angleDeg / 2)), w = d.punchWidth / 2, l = tool.length / 2;
        // Round the tip, then up its flanks to its full width.
        Polygon punch;
        const double flank = radians(90 - d.angleDeg / 2); // from straight down to where the flank begins
        // The strip bends round a flat tip as round a larger one: only as much of it is drawn as goes in.
        const double flat = std::min(d.punchFlat, std::sqrt(8 * r * kClear));
        for (int i = -3; i <= 3; ++i)
            punch.emplace_back(tip * std::sin(flank * i / 3) + (i < 0   ? -flat
                                                                : i > 0 ? flat
                                                                        : 0.0) /
                                                                   2,
                               kClear + tip * (1 - std::cos(flank * i / 3)));
        const Vec2 right = punch.back();
        const double up = std::max((w - right.x()) / lean, 0.0), wide = std::max(w, right.x());
        punch.emplace_back(wide, right.y() + up);
        punch.emplace_back(wide, d.punchHeight);
        punch.emplace_back(-wide, d.punchHeight);
        punch.emplace_back(-wide, right.y() + up);
        add(Body::Punch, punch, -l, l);
        const double deep = std::min(v / lean, d.height - 2),
                     half = (d.width + std::accumulate(setup.stack.begin(), setup.stack.end(), 0.0)) / 2;
        add(Body::VDie, {{-half, -d.height}, {0, -d.height}, {0, -deep}, {-v, -kClear}, {-half, -kClear}}, -l,
            l, Motion::Die);
        add(Body::VDie, {{0, -d.height}, {half, -d.height}, {half, -kClear}, {v, -kClear}, {0, -deep}}, -l, l,
            Motion::Die);
        if (tool.kind->drive == Kind::Drive::Press) {
            addUnbounded(Body::Ram, box(-90, 90, d.punchHeight, d.punchHeight + 300), -l, l);
            addUnbounded(Body::PressBed, box(-d.bedWidth / 2, d.bedWidth / 2, -d.height - 200, -d.height),
                         -kFar, kFar, Motion::Die);
            if (d.throat > 0) {
                const double side = hold.childToFrame ? 1 : -1, near = side * d.throat,
                             far = side * (d.throat + 200);
                addUnbounded(Body::PressFrame, box(std::min(near, far), std::max(near, far), -600, 600),
                             -kFar, kFar);
            }
            for (const double side : {-1.0, 1.0})
                addUnbounded(Body::PressColumn, box(-60, 60, -600, 600),
                             side < 0 ? -d.between / 2 - 100 : d.between / 2,
                             side < 0 ? -d.between / 2 : d.between / 2 + 100);
        } else {
            constexpr double kJaw = 40; // mm: how thick a jaw is
            const auto jaw = [&](double z0, double z1) { return upright(-d.jawBelow, d.jawAbove, z0, z1); };
            add(Body::JawBehindDie, jaw(d.punchHeight, d.punchHeight + kJaw), -l, l);
            add(Body::JawBehindDie, jaw(-d.height - kJaw, -d.height), -l, l, Motion::Die);
        }
    }

    /// Below and behind a vise. Its fixed jaw is the far one: bent away, the inner side is the fixed jaw.
    void bench() {
        const Bench& b = tool.bench;
        const double inner = hold.towardYou ? -1 : 1; // away from you, along z
        const double top = jawTopOf(tool);
        add(Body::Screw, upright(top - b.screwDepth - b.screwWidth, top - b.screwDepth, -kFar, kFar),
            -b.screwWidth / 2, b.screwWidth / 2);
        // From the fixed jaw's gripping face, which the stock lies on.
        const double face = hold.towardYou ? -t : 0;
        const auto away = [&](double from, double to) {
            const double a = face + inner * from, c = face + inner * to;
            return std::pair{std::min(a, c), std::max(a, c)};
        };
        const auto [bench0, bench1] = away(b.edge, b.wall);
        addUnbounded(Body::Bench, upright(top - b.below - 60, top - b.below, bench0, bench1), -kFar, kFar);
        const auto [wall0, wall1] = away(b.wall, b.wall + 100);
        addUnbounded(Body::Wall, box(-kFar, kFar, wall0, wall1), -kFar, kFar);
    }

    const Setup& setup;
    const Tool& tool;
    const Hold& hold;
    const Work& work;
    double t, r;
    double aside; // of the vise's middle, along y
    std::vector<Solid> solids;
};

} // namespace

std::vector<Solid> solidsOf(const Setup& setup, const Hold& hold, const Work& work) {
    return Maker(setup, hold, work).made();
}

double dieTop(double opening, double thickness, double allowance, double neutral, double angleDeg) {
    const double a = radians(angleDeg);
    if (a < 1e-6) return -thickness;
    const double inner = allowance / a - neutral; // radius, the same strip bent by so much
    return inner - (inner + thickness) / std::cos(a / 2) + opening / 2 * std::tan(a / 2);
}

} // namespace goodfold::tool
