#include "sequence/hits.h"

#include "sequence/memory.h"
#include "sequence/step_look.h"
#include "sequence/way_out.h"

#include <cmath>
#include <deque>
#include <map>

namespace goodfold::sequence {

namespace {

/// A tool at work, and what is known of it and each body.
struct KnownTool {
    AtWork work;
    std::vector<Memory> hits, hides, traps; // by body
};

Obstacle obstacleOf(Obstacle::Kind kind, const Body& body, const Contact& contact) {
    Obstacle obstacle{kind, body.about, contact.what, contact.atDeg};
    obstacle.place = contact.place;
    return obstacle;
}

/// As a memory holds it: not 0.
std::int32_t packed(const Shut& shut) {
    return static_cast<std::int32_t>(shut.solid << 4 | shut.ways << 1 | 1);
}
Shut unpacked(std::int32_t known) {
    const auto bits = static_cast<unsigned>(known);
    return {bits >> 1 & Shut::kAll, bits >> 4};
}

} // namespace

struct Hits::Inside {
    Bodies bodies;
    std::deque<KnownTool> tools;
    std::map<std::pair<int, std::int64_t>, std::vector<Memory>> pairs; // by bend and angle; of its pairs
    std::vector<Contact> found;
    size_t checks = 0;

    explicit Inside(const part::Part& part) : bodies(part) {}

    KnownTool& toolOf(const Way& way) {
        for (KnownTool& known : tools)
            if (isSameWork(known.work.way, way)) return known;
        KnownTool& made = tools.emplace_back(KnownTool{AtWork(bodies.of(), way), {}, {}, {}});
        for (size_t body = 0; body < bodies.size(); ++body) {
            made.hits.emplace_back(bodies.decide(body, way.bend));
            made.hides.emplace_back(bodies.decide(body, way.bend));
            made.traps.emplace_back(bodies.decide(body, way.bend));
        }
        return made;
    }

    /// The angle of the swing is the same in most tools.
    std::vector<Memory>& pairsOf(const Way& way) {
        auto& known = pairs[{way.bend, std::llround(1000 * way.setup.loadedAngleDeg)}];
        if (known.empty())
            for (const Bodies::Pair& pair : bodies.across(way.bend))
                known.emplace_back(pair.decide);
        return known;
    }

    /// Looks once; the memory holds 1 where nothing meets, else which of `found` does, past 2.
    template <class Look> const Contact* recall(Memory& memory, Made made, const Look& look) {
        std::int32_t& known = memory.at(made);
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

Hits::Hits(const part::Part& part) : inside(std::make_unique<Inside>(part)) {}
Hits::~Hits() = default;

size_t Hits::checksMade() const {
    return inside->checks;
}

std::optional<Obstacle> Hits::inTheWay(const Way& way, Made made) {
    const Bodies& bodies = inside->bodies;
    if (auto shortOf = tooShort(bodies.of(), way, made)) return shortOf;
    KnownTool& tool = inside->toolOf(way);
    StepLook step(bodies, tool.work, made, inside->checks);
    for (size_t body = 0; body < bodies.size(); ++body) {
        if (bodies[body].bend == way.bend || !bodies.isThere(body, made)) continue; // the strip lies on it
        if (const auto* hit = inside->recall(tool.hits[body], made, [&] { return step.withTool(body); }))
            return obstacleOf(Obstacle::Kind::Hit, bodies[body], *hit);
    }
    const auto& across = bodies.across(way.bend);
    std::vector<Memory>& pairs = inside->pairsOf(way);
    for (size_t i = 0; i < across.size(); ++i) {
        const auto [held, free, decide] = across[i];
        if (!bodies.isThere(held, made) || !bodies.isThere(free, made)) continue;
        if (const auto* hit = inside->recall(
                pairs[i], made, [&, held = held, free = free] { return step.withOther(held, free); }))
            return obstacleOf(Obstacle::Kind::SelfHit, bodies[held], *hit);
    }
    if (auto hidden = isHidden(step, way, made)) return hidden;
    return isTrapped(way, made);
}

std::optional<Obstacle> Hits::alwaysInTheWay(const Way& way) {
    const Bodies& bodies = inside->bodies;
    if (auto shortOf = tooShort(bodies.of(), way, 0)) {
        // Only what gets shorter as more is bent is always too short.
        const bool tooDeep = shortOf->kind == Obstacle::Kind::FoldDepth && shortOf->has > shortOf->needs;
        if (!tooDeep) return shortOf;
    }
    KnownTool& tool = inside->toolOf(way);
    StepLook step(bodies, tool.work, 0, inside->checks);
    for (size_t body = 0; body < bodies.size(); ++body) {
        if (bodies[body].bend == way.bend || bodies.decide(body, way.bend) != 0) continue;
        if (const auto* hit = inside->recall(tool.hits[body], 0, [&] { return step.withTool(body); }))
            return obstacleOf(Obstacle::Kind::Hit, bodies[body], *hit);
    }
    return {};
}

/// The line has to be seen from somewhere.
std::optional<Obstacle> Hits::isHidden(StepLook& step, const Way& way, Made made) {
    const Bodies& bodies = inside->bodies;
    KnownTool& tool = inside->toolOf(way);
    const auto blockedBy = [&](size_t sight) -> std::optional<size_t> {
        for (size_t body = 0; body < bodies.size(); ++body) {
            if (bodies[body].bend == way.bend || !bodies.isThere(body, made)) continue;
            std::int32_t& known = tool.hides[body].at(made); // two bits each: looked at, and hidden
            if (!(known >> 2 * sight & 1)) known |= (step.hides(body, sight) ? 3 : 1) << 2 * sight;
            if (known >> 2 * sight & 2) return body;
        }
        return {};
    };
    std::optional<size_t> blocker;
    for (size_t sight = 0; sight < tool.work.sights.size(); ++sight)
        if (blocker = blockedBy(sight); !blocker) return {};
    if (!blocker) return {};
    return Obstacle{Obstacle::Kind::Hidden, bodies[*blocker].about};
}

/// With the clamp open the part has to come out: toward you, or along the bend line either way.
std::optional<Obstacle> Hits::isTrapped(const Way& way, Made made) {
    if (made == 0 || way.setup.tool->isDie()) return {};
    const Bodies& bodies = inside->bodies;
    KnownTool& tool = inside->toolOf(way);
    const Made after = made | Made{1} << way.bend;
    WayOut out(bodies, tool.work, after, inside->checks);
    unsigned shut = 0, solid = 0;
    Obstacle obstacle{Obstacle::Kind::Trapped};
    for (size_t body = 0; body < bodies.size() && shut != Shut::kAll; ++body) {
        if (!bodies.isThere(body, made)) continue; // it is on until the part is out
        std::int32_t& known = tool.traps[body].at(after);
        if (known == 0) known = packed(out.shutFor(body));
        const Shut own = unpacked(known);
        if ((shut | own.ways) == shut) continue;
        shut |= own.ways;
        solid = own.solid;
        obstacle.one = bodies[body].about;
    }
    if (shut != Shut::kAll) return {};
    obstacle.what = tool.work.shapes[solid].solid.name;
    obstacle.atDeg = way.setup.loadedAngleDeg; // all of the bend could be made
    return obstacle;
}

} // namespace goodfold::sequence
