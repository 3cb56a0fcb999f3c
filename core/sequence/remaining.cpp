#include "sequence/remaining.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>

namespace goodfold::sequence {

namespace {

constexpr double kPerUnit = 8;
constexpr unsigned kNone = 65535, kMost = 60000; // in eighths; what costs more counts as that

std::uint16_t figureOf(double cost) {
    return static_cast<std::uint16_t>(std::min<double>(kMost, std::floor(cost * kPerUnit)));
}

} // namespace

Remaining::Remaining(KnownSteps& steps, const GoOn& goOn) : steps(steps) {
    findKinds();
    std::vector<std::optional<NearWays>> bends(steps.bends());
    if (TwoHands::each(steps.bends(), goOn, [&](size_t bend) { bends[bend] = nearWaysOf(bend); }))
        solve(bends);
}

/// Kinds go by all that a change costs but the angle; of very many bends not by the hold either, which is
/// the cheapest.
void Remaining::findKinds() {
    constexpr size_t kMany = 16; // bends
    const auto count = static_cast<int>(steps.operations.size());
    const auto between = [&](int before, int after) {
        Changes change = changesBetween(steps.part, steps.operations[before], steps.operations[after]);
        change.angle = false;
        change.hold = change.hold && steps.bends() <= kMany;
        return change;
    };
    std::vector<int> firsts;
    for (int operation = 0; operation < count; ++operation) {
        const auto same = std::find_if(firsts.begin(), firsts.end(),
                                       [&](int first) { return costOf(between(first, operation)) == 0; });
        kindOf.push_back(static_cast<size_t>(same - firsts.begin()));
        if (same == firsts.end()) firsts.push_back(operation);
    }
    kinds = firsts.size();
    changes.assign(kinds * kinds, static_cast<Figure>(kMost));
    for (int after = 0; after < count; ++after)
        for (int before = 0; before < count; ++before) {
            const Changes change = between(before, after);
            // An angle that is set with the tool may cost nothing, and after() counts every other one.
            Figure& known =
                changes[kindOf[static_cast<size_t>(after)] * kinds + kindOf[static_cast<size_t>(before)]];
            known = std::min(known, figureOf(costOf(change) - (change.tool ? kOtherAngle : 0)));
        }
}

Remaining::NearWays Remaining::nearWaysOf(size_t bend) {
    constexpr size_t kFew = 8, kOfFew = 2, kOfMany = 4; // bends that count as near
    NearWays made{NearBends(steps.part, bend, steps.bends() <= kFew ? kOfFew : kOfMany), {}};
    for (size_t state = 0; state < made.near.states(); ++state)
        made.ways.push_back(waysOf(bend, made.near.all(), made.near.madeIn(state)));
    return made;
}

std::vector<Remaining::Way> Remaining::waysOf(size_t bend, BendSet near, BendSet made) {
    std::vector<unsigned> least(kinds, kNone);
    for (const int each : steps.operations.of(bend)) {
        const Operation& operation = steps.operations[each];
        unsigned& known = least[kindOf[static_cast<size_t>(each)]];
        const double laps = kLapShut * lapsShut(steps.part, operation.bend, made);
        const Figure cost = figureOf(costOf(steps.part, operation, made).sum() - laps);
        if (cost < known && !steps.hands.of(operation.bend).isInTheWayNear(operation, made, near))
            known = cost;
    }
    std::vector<Way> ways;
    for (size_t kind = 0; kind < kinds; ++kind)
        if (least[kind] != kNone) ways.push_back({kind, static_cast<Figure>(least[kind])});
    return ways;
}

void Remaining::solve(const std::vector<std::optional<NearWays>>& bends) {
    const BendSet all = steps.all();
    table.assign((size_t{all} + 1) * kinds, 0);
    std::vector<Figure> with(kinds); // the next of each kind, and all after it
    for (BendSet left = 1; left <= all; ++left) {
        std::fill(with.begin(), with.end(), static_cast<Figure>(kNone));
        for (BendSet each = left; each != 0; each &= each - 1) {
            const auto bend = static_cast<size_t>(std::countr_zero(each));
            const Figure* then = &table[size_t{left & ~(BendSet{1} << bend)} * kinds];
            for (const Way& way : bends[bend]->ways[bends[bend]->near.stateIn(all & ~left)])
                if (then[way.kind] != kNone)
                    with[way.kind] =
                        std::min(with[way.kind],
                                 static_cast<Figure>(std::min(kMost, unsigned{way.cost} + then[way.kind])));
        }
        Figure* out = &table[size_t{left} * kinds];
        std::fill(out, out + kinds, static_cast<Figure>(kNone));
        for (size_t next = 0; next < kinds; ++next) {
            const Figure then = with[next];
            if (then == kNone) continue;
            const Figure* change = &changes[next * kinds];
            for (size_t last = 0; last < kinds; ++last)
                out[last] = std::min(out[last], static_cast<Figure>(change[last] + then));
        }
    }
}

double Remaining::after(BendSet made, int last) const {
    const BendSet left = steps.all() & ~made;
    const Figure* row = &table[size_t{left} * kinds];
    const unsigned least =
        last == kFirst ? *std::min_element(row, row + kinds) : row[kindOf[static_cast<size_t>(last)]];
    if (least == kNone) return std::numeric_limits<double>::infinity();
    std::uint32_t angles = 0; // one bit each, by the first bend that has it
    for (BendSet each = left; each != 0; each &= each - 1)
        angles |= std::uint32_t{1} << steps.operations.angleOf(static_cast<size_t>(std::countr_zero(each)));
    if (last != kFirst)
        angles |=
            std::uint32_t{1} << steps.operations.angleOf(static_cast<size_t>(steps.operations[last].bend));
    return least / kPerUnit + kOtherAngle * std::max(0, std::popcount(angles) - 1);
}

} // namespace goodfold::sequence
