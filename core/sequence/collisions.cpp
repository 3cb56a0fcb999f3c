#include "sequence/collisions.h"

#include "sequence/state_cache.h"
#include "sequence/step_collisions.h"
#include "sequence/withdrawal.h"

#include <cmath>
#include <deque>
#include <map>

namespace goodfold::sequence {

namespace {

/// A tool at work, and what is known of it and each body.
struct KnownTool {
    ToolSwing work;
    std::vector<StateCache<std::int32_t>> collisions, hides; // by body
    std::vector<StateCache<WaysOut>> traps;
};

Obstacle obstacleOf(Obstacle::Kind kind, const Body& body, const Contact& contact) {
    return {kind, body.about, contact.body, contact.other, contact.atDeg, 0, 0, contact.place};
}

} // namespace

struct Collisions::Inside {
    Bodies bodies;
    std::map<int, std::deque<KnownTool>> tools; // by bend
    std::map<std::pair<int, std::int64_t>, std::vector<StateCache<std::int32_t>>>
        pairs; // by bend and angle; of its pairs
    std::vector<Contact> found;
    size_t checks = 0;

    explicit Inside(const part::Part& part) : bodies(part) {}

    KnownTool& toolOf(const Operation& operation) {
        std::deque<KnownTool>& ofBend = tools[operation.bend];
        for (KnownTool& known : ofBend)
            if (isSameSwing(known.work.operation, operation)) return known;
        KnownTool& made = ofBend.emplace_back(KnownTool{ToolSwing(bodies.of(), operation), {}, {}, {}});
        for (size_t body = 0; body < bodies.size(); ++body) {
            made.collisions.emplace_back(bodies.decide(body, operation.bend));
            made.hides.emplace_back(bodies.decide(body, operation.bend));
            made.traps.emplace_back(bodies.decide(body, operation.bend));
        }
        return made;
    }

    /// The angle of the swing is the same in most tools.
    std::vector<StateCache<std::int32_t>>& pairsOf(const Operation& operation) {
        auto& known = pairs[{operation.bend, std::llround(1000 * operation.setup.loadedAngleDeg)}];
        if (known.empty())
            for (const Bodies::Pair& pair : bodies.across(operation.bend))
                known.emplace_back(pair.decide);
        return known;
    }

    /// Looks once; the cache holds 1 where nothing meets, else which of `found` does, past 2.
    template <class Look>
    const Contact* recall(StateCache<std::int32_t>& cache, BendSet made, const Look& look) {
        std::int32_t& known = cache.at(made);
        if (known == 0) {
            known = 1;
            if (auto contact = look()) {
                found.push_back(*std::move(contact));
                known = static_cast<std::int32_t>(found.size()) + 1;
            }
        }
        return known == 1 ? nullptr : &found[static_cast<size_t>(known) - 2];
    }
};

Collisions::Collisions(const part::Part& part) : inside(std::make_unique<Inside>(part)) {}
Collisions::~Collisions() = default;

size_t Collisions::checksMade() const {
    return inside->checks;
}

std::optional<Obstacle> Collisions::inTheWay(const Operation& operation, BendSet made) {
    const Bodies& bodies = inside->bodies;
    if (auto shortOf = tooShort(bodies.of(), operation, made)) return shortOf;
    return amongBodies(operation, made, ~BendSet{0});
}

bool Collisions::isInTheWayNear(const Operation& operation, BendSet made, BendSet near) {
    return amongBodies(operation, made, near).has_value();
}

/// Of bodies whose place the bends in `known` decide.
std::optional<Obstacle> Collisions::amongBodies(const Operation& operation, BendSet made, BendSet known) {
    const Bodies& bodies = inside->bodies;
    KnownTool& tool = inside->toolOf(operation);
    StepCollisions step(bodies, tool.work, made, inside->checks);
    for (size_t body = 0; body < bodies.size(); ++body) {
        if (bodies[body].bend == operation.bend || !bodies.isThere(body, made) ||
            !bodies.isDecided(body, operation.bend, known))
            continue; // the strip lies on it
        if (const auto* hit =
                inside->recall(tool.collisions[body], made, [&] { return step.withTool(body); }))
            return obstacleOf(Obstacle::Kind::Hit, bodies[body], *hit);
    }
    const auto& across = bodies.across(operation.bend);
    std::vector<StateCache<std::int32_t>>& pairs = inside->pairsOf(operation);
    for (size_t i = 0; i < across.size(); ++i) {
        const auto [held, free, decide] = across[i];
        if (!bodies.isThere(held, made) || !bodies.isThere(free, made)) continue;
        if (!bodies.isDecided(held, operation.bend, known) || !bodies.isDecided(free, operation.bend, known))
            continue;
        if (const auto* hit = inside->recall(
                pairs[i], made, [&, held = held, free = free] { return step.withOther(held, free); }))
            return obstacleOf(Obstacle::Kind::SelfHit, bodies[held], *hit);
    }
    if (auto hidden = isHidden(step, operation, made, known)) return hidden;
    return isTrapped(operation, made, known);
}

std::optional<Obstacle> Collisions::alwaysInTheWay(const Operation& operation) {
    const Bodies& bodies = inside->bodies;
    if (auto shortOf = tooShort(bodies.of(), operation, 0)) {
        // Only what gets shorter as more is bent is always too short.
        const bool tooDeep = shortOf->kind == Obstacle::Kind::FoldDepth && shortOf->has > shortOf->needs;
        if (!tooDeep) return shortOf;
    }
    KnownTool& tool = inside->toolOf(operation);
    StepCollisions step(bodies, tool.work, 0, inside->checks);
    std::optional<Obstacle> soonest;
    for (size_t body = 0; body < bodies.size(); ++body) {
        if (bodies[body].bend == operation.bend || bodies.decide(body, operation.bend) != 0) continue;
        const auto* hit = inside->recall(tool.collisions[body], 0, [&] { return step.withTool(body); });
        if (hit && (!soonest || hit->atDeg < soonest->atDeg))
            soonest = obstacleOf(Obstacle::Kind::Hit, bodies[body], *hit);
    }
    return soonest;
}

/// The line has to be seen from somewhere.
std::optional<Obstacle> Collisions::isHidden(StepCollisions& step, const Operation& operation, BendSet made,
                                             BendSet known) {
    const Bodies& bodies = inside->bodies;
    KnownTool& tool = inside->toolOf(operation);
    const auto blockedBy = [&](size_t sight) -> std::optional<size_t> {
        for (size_t body = 0; body < bodies.size(); ++body) {
            if (bodies[body].bend == operation.bend || !bodies.isThere(body, made) ||
                !bodies.isDecided(body, operation.bend, known))
                continue;
            std::int32_t& hides = tool.hides[body].at(made); // two bits each: looked at, and hidden
            if (!(hides >> 2 * sight & 1)) hides |= (step.hides(body, sight) ? 3 : 1) << 2 * sight;
            if (hides >> 2 * sight & 2) return body;
        }
        return {};
    };
    std::optional<size_t> blocker;
    for (size_t sight = 0; sight < tool.work.sights.size(); ++sight)
        if (blocker = blockedBy(sight); !blocker) return {};
    if (!blocker) return {};
    return Obstacle{Obstacle::Kind::Hidden, bodies[*blocker].about};
}

/// With the clamp open the part has to come out one way or another. What is in the way straight out of the
/// clamp wide open is told.
std::optional<Obstacle> Collisions::isTrapped(const Operation& operation, BendSet made, BendSet known) {
    if (made == 0 || operation.setup.tool->isDie()) return {};
    const Bodies& bodies = inside->bodies;
    KnownTool& tool = inside->toolOf(operation);
    const BendSet after = made | BendSet{1} << operation.bend;
    Withdrawal out(bodies, tool.work, after, inside->checks);
    const auto shutFor = [&](size_t way) -> std::optional<size_t> {
        for (size_t body = 0; body < bodies.size(); ++body)
            if (bodies.isThere(body, made) &&
                bodies.isDecided(body, operation.bend, known) && // until it is out
                out.isShut(body, way, tool.traps[body].at(after)))
                return body;
        return {};
    };
    const auto straight = shutFor(0);
    if (!straight) return {};
    for (size_t way = 1; way < WaysOut::kWays; ++way)
        if (!shutFor(way)) return {};
    Obstacle obstacle{Obstacle::Kind::Trapped, bodies[*straight].about, out.shutBy(*straight, 0)};
    obstacle.atDeg = operation.setup.loadedAngleDeg; // all of the bend could be made
    return obstacle;
}

} // namespace goodfold::sequence
