#include "sequence/remaining.h"

#include <algorithm>
#include <atomic>
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

size_t Remaining::NearBend::stateIn(BendSet made) const {
    size_t state = 0;
    for (size_t i = 0; i < near.size(); ++i)
        state |= static_cast<size_t>(made >> near[i] & 1) << i;
    return state;
}

Remaining::Remaining(KnownSteps& steps, const GoOn& goOn) : steps(steps) {
    findKinds();
    std::vector<NearBend> bends(steps.bends());
    std::atomic<bool> isStopped = false;
    const auto here = std::this_thread::get_id();
    TwoHands::each(steps.bends(), [&](size_t bend) {
        if (goOn && std::this_thread::get_id() == here && !goOn(0)) isStopped = true;
        if (!isStopped) bends[bend] = nearBendOf(bend);
    });
    if (!isStopped) solve(bends);
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

Remaining::NearBend Remaining::nearBendOf(size_t bend) {
    constexpr size_t kFew = 8, kOfFew = 2, kOfMany = 4; // bends that count as near: each doubles the states
    NearBend made;
    const auto away = [&](size_t other) {
        return (steps.part.bends[other].centre.middle() - steps.part.bends[bend].centre.middle()).norm();
    };
    for (size_t other = 0; other < steps.bends(); ++other)
        if (other != bend) made.near.push_back(other);
    std::stable_sort(made.near.begin(), made.near.end(),
                     [&](size_t a, size_t b) { return away(a) < away(b); });
    made.near.resize(std::min(made.near.size(), steps.bends() <= kFew ? kOfFew : kOfMany));
    BendSet near = BendSet{1} << bend;
    for (const size_t other : made.near)
        near |= BendSet{1} << other;
    for (size_t state = 0; state < size_t{1} << made.near.size(); ++state) {
        BendSet bent = 0;
        for (size_t i = 0; i < made.near.size(); ++i)
            bent |= static_cast<BendSet>(state >> i & 1) << made.near[i];
        made.ways.push_back(waysOf(bend, near, bent));
    }
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

void Remaining::solve(const std::vector<NearBend>& bends) {
    const BendSet all = steps.all();
    table.assign((size_t{all} + 1) * kinds, 0);
    std::vector<Figure> with(kinds); // the next of each kind, and all after it
    for (BendSet left = 1; left <= all; ++left) {
        std::fill(with.begin(), with.end(), static_cast<Figure>(kNone));
        for (BendSet each = left; each != 0; each &= each - 1) {
            const auto bend = static_cast<size_t>(std::countr_zero(each));
            const Figure* then = &table[size_t{left & ~(BendSet{1} << bend)} * kinds];
            for (const Way& way : bends[bend].ways[bends[bend].stateIn(all & ~left)])
                if (then[way.kind] != kNone)
                    with[way.kind] =
                        std::min(with[way.kind],
                                 static_cast<Figure>(std::min(kMost, unsigned{way.cost} + then[way.kind])));
        }
        Figure* out = &table[size_t{left} * kinds];
        std::fill(out, out + kinds, static_cast<Figure>(kNone));
        for (size_t next = 0; next < kinds; ++next) {
            if (with[next] == kNone) continue;
            const Figure* change = &changes[next * kinds];
            for (size_t last = 0; last < kinds; ++last)
                out[last] = std::min(out[last], static_cast<Figure>(change[last] + with[next]));
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
