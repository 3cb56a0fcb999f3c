#include "lineup/weighing.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace goodfold::lineup {

using Kind = Remedy::Kind;

namespace {

/// Whether bends are planned anew with it.
bool changesThePlan(const Remedy& remedy) {
    return remedy.kind == Kind::Tool || remedy.kind == Kind::HoldOther;
}

/// With the plan there is, where it stays the same.
sequence::Settled settledWith(const Remedy& remedy, const sequence::Settled& settled,
                              const Judging& judging) {
    job::Job job = applied(remedy, settled.job);
    if (changesThePlan(remedy)) return sequence::settle(job, judging.material, judging.shop);
    return sequence::withPlanOf(settled, std::move(job), judging.material);
}

const char* idOf(Kind kind) {
    constexpr std::array ids{"larger",    "slot", "after-bending", "through-mount", "wider-mount",
                             "other-end", "tool", "hold-other",    "method"};
    return ids[static_cast<size_t>(kind)];
}

/// How often an operation is done in one piece.
size_t timesOf(const std::string& operation, const part::Part& part) {
    if (operation == "mark" || operation == "punch" || operation == "drill") return part.holes.size();
    if (operation == "line" || operation == "place" || operation == "square" || operation == "angle")
        return part.bends.size();
    return 1;
}

Offer pricedAt(const Remedy& remedy, double odds, const sequence::Settled& settled, const Judging& judging) {
    Offer offer{remedy, odds};
    for (const RemedyCost& cost : judging.errors.remedies) {
        if (cost.id != idOf(remedy.kind)) continue;
        offer.minutes = cost.minutes;
        offer.quality = cost.quality;
        if (remedy.kind <= Kind::ThroughMount) // a pattern's holes are made alike
            offer.minutes *= job::countOf(*settled.job.findHole(remedy.about));
    }
    if (remedy.kind == Kind::Method) {
        const Operation& operation = *judging.errors.find(remedy.about);
        const double more =
            operation.find(remedy.way)->minutes - methodOf(judging.errors, settled.job, remedy.about).minutes;
        const auto times = static_cast<double>(timesOf(remedy.about, settled.part));
        offer.minutes = std::max(0.0, more) * times;
        // What is learned of the stock serves all pieces of it.
        if (operation.find(remedy.way)->tests > 0) offer.minutes /= settled.job.quantity;
    }
    return offer;
}

bool goesOn(const Judging& judging) {
    return !judging.goOn || judging.goOn();
}

/// How good a job is: by its odds, and where hardly any goes on, by how far they are off.
struct Standing {
    double odds = 0;
    double room = 0; // mean, mm; 0 where the odds tell enough
    bool operator<(const Standing& other) const {
        return std::pair(odds, room) < std::pair(other.odds, other.room);
    }
};

Result<Making> makingOf(const sequence::Settled& settled, const Judging& judging) {
    const sequence::Plan* plan = settled.outcome.plan ? &*settled.outcome.plan : nullptr;
    return lineup::makingOf({settled.job, settled.part, judging.material, plan, judging.errors},
                            *settled.job.mount, judging.hardware);
}

Standing standingOf(const sequence::Settled& settled, const Judging& judging) {
    const auto making = makingOf(settled, judging);
    if (!making) return {};
    constexpr double kHardlyAny = 0.01;
    const double odds = lineup::oddsOf(*making, judging.trials, judging.seed);
    if (odds >= kHardlyAny) return {odds, 0};
    return {odds, count(*making, std::min(judging.trials, 200), judging.seed).roomMean};
}

struct Candidate {
    Remedy remedy;
    Standing standing;
};

/// Whether both do the same to one thing, by other figures. Wider than any fit is another thing.
bool isLike(const Remedy& one, const Remedy& other) {
    const bool isByWay = one.kind == Kind::Method || one.kind == Kind::Tool;
    const bool isAsWide = (one.width > 0) == (other.width > 0) &&
                          (one.kind != Kind::Larger || one.way.empty() == other.way.empty());
    return one.kind == other.kind && one.about == other.about && isAsWide &&
           (!isByWay || one.way == other.way);
}

/// Along or across, then at half a right angle, then between; the shorter first.
std::pair<int, double> plainnessOf(const Remedy& remedy) {
    const bool isStraight = std::fmod(remedy.angleDeg, 90) == 0, isHalf = std::fmod(remedy.angleDeg, 45) == 0;
    return {isStraight ? 0 : isHalf ? 1 : 2, remedy.size};
}

/// Of what is done to one thing in the same way only the best is offered; of slots as good as that the
/// plainest. What a candidate would replace, or the end; nothing where it is not wanted beside those.
std::optional<size_t> placeAmong(const std::vector<Candidate>& kept, const std::vector<double>& best,
                                 const Candidate& candidate) {
    constexpr double kAsGood = 0.005; // of odds
    for (size_t i = 0; i < kept.size(); ++i) {
        if (!isLike(kept[i].remedy, candidate.remedy)) continue;
        const bool isAsGood = candidate.standing.odds > 0 && candidate.standing.odds >= best[i] - kAsGood;
        const bool isPlainer = plainnessOf(candidate.remedy) < plainnessOf(kept[i].remedy);
        return candidate.remedy.kind == Kind::Slot && isAsGood && isPlainer ? std::optional(i) : std::nullopt;
    }
    return kept.size();
}

/// How much surer: odds of 90 are to 99 what 50 are to 90.
double surenessOf(double odds) {
    constexpr double kEnds = 1e-3;
    const double inside = std::clamp(odds, kEnds, 1 - kEnds);
    return std::log(inside / (1 - inside));
}

} // namespace

double oddsOf(const sequence::Settled& settled, const Judging& judging) {
    const auto making = makingOf(settled, judging);
    return making ? oddsOf(*making, judging.trials, judging.seed) : 0;
}

namespace {

/// Those that raise the odds of a thousand pieces, the best first.
std::vector<Candidate> candidatesFor(const sequence::Settled& settled, const Judging& judging,
                                     bool withTools) {
    Judging quick = judging;
    quick.trials = std::min(judging.trials, 1000);
    const Standing before = standingOf(settled, quick);
    std::vector<Candidate> found;
    for (const Remedy& remedy : remediesFor(settled, judging)) {
        if (!goesOn(judging)) break;
        if (changesThePlan(remedy) && !withTools) continue;
        const sequence::Settled made = settledWith(remedy, settled, judging);
        if (settled.outcome.plan && !made.outcome.plan) continue; // it cannot be bent so
        if (const Standing after = standingOf(made, quick); before < after) found.push_back({remedy, after});
    }
    std::stable_sort(found.begin(), found.end(),
                     [](const Candidate& a, const Candidate& b) { return b.standing < a.standing; });
    return found;
}

std::vector<Offer> offersAmong(const sequence::Settled& settled, const Judging& judging, size_t most,
                               bool withTools) {
    const auto troubles = troublesOf(settled, judging);
    std::vector<Candidate> kept;
    std::vector<double> best; // odds of the best of each
    for (const Candidate& candidate : candidatesFor(settled, judging, withTools)) {
        if (!goesOn(judging)) break;
        const auto place = placeAmong(kept, best, candidate);
        if (!place || *place >= most) continue;
        const auto after = troublesOf(settledWith(candidate.remedy, settled, judging), judging);
        if (!std::all_of(after.begin(), after.end(),
                         [&](const auto& each) { return troubles.contains(each.first); }))
            continue;
        if (*place < kept.size()) {
            kept[*place] = candidate;
        } else {
            kept.push_back(candidate);
            best.push_back(candidate.standing.odds);
        }
    }
    const Standing now = standingOf(settled, judging);
    for (Candidate& candidate : kept)
        candidate.standing = standingOf(settledWith(candidate.remedy, settled, judging), judging);
    std::stable_sort(kept.begin(), kept.end(),
                     [](const Candidate& a, const Candidate& b) { return b.standing < a.standing; });
    std::vector<Offer> offers;
    for (const Candidate& candidate : kept)
        if (now < candidate.standing)
            offers.push_back(pricedAt(candidate.remedy, candidate.standing.odds, settled, judging));
    return offers;
}

} // namespace

std::vector<Offer> offersFor(const sequence::Settled& settled, const Judging& judging, size_t most) {
    return offersAmong(settled, judging, most, true);
}

WayUp wayTo(double wanted, const sequence::Settled& settled, const Judging& judging) {
    constexpr int kMostSteps = 12;
    constexpr double kWorthIt = 0.05; // of sureness
    WayUp way{{}, settled.job, oddsOf(settled, judging)};
    sequence::Settled at = settled;
    while (way.odds < wanted && way.steps.size() < kMostSteps && goesOn(judging)) {
        // Each other tool is planned anew: that is looked at once.
        const std::vector<Offer> offers = offersAmong(at, judging, 24, way.steps.empty());
        const auto worth = [&](const Offer& offer) {
            const double enough = std::min(offer.odds, wanted); // what goes beyond it is worth nothing
            return (surenessOf(enough) - surenessOf(way.odds)) / (1 + offer.minutes + offer.quality);
        };
        const auto best = std::max_element(offers.begin(), offers.end(),
                                           [&](const auto& a, const auto& b) { return worth(a) < worth(b); });
        if (best == offers.end() || surenessOf(best->odds) - surenessOf(way.odds) < kWorthIt) break;
        at = settledWith(best->remedy, at, judging);
        way.odds = best->odds;
        way.steps.push_back(*best);
    }
    // What came first may not be needed beside what came later.
    for (size_t i = 0; i + 1 < way.steps.size() && way.odds >= wanted;) {
        sequence::Settled without = settled;
        for (size_t k = 0; k < way.steps.size(); ++k)
            if (k != i) without = settledWith(way.steps[k].remedy, without, judging);
        if (oddsOf(without, judging) >= wanted)
            way.steps.erase(way.steps.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
    at = settled;
    for (Offer& step : way.steps) {
        at = settledWith(step.remedy, at, judging);
        step.odds = way.odds = oddsOf(at, judging);
    }
    way.mended = at.job;
    return way;
}

} // namespace goodfold::lineup
