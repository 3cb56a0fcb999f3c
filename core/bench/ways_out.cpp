#include "bench/ways_out.h"

#include <algorithm>

namespace goodfold::bench {

namespace {

job::Job asWayOut(job::Job job, const WayOut& way) {
    job::Hole* hole = job.findHole(way.hole);
    if (!hole) return job;
    if (way.kind == WayOut::Kind::DrillAfter) hole->afterBending = true;
    if (way.kind != WayOut::Kind::Slot) return job;
    hole->kind = job::Hole::Kind::Slot;
    hole->length = hole->diameter + WayOut::kLonger;
    hole->angleDeg = 0;
    return job;
}

/// The job with one of its holes made otherwise, in the plan there is, and what a piece of it is drawn from.
struct Otherwise {
    sequence::Settled settled;
    std::optional<lineup::Making> making; // refers to settled

    Otherwise(const Work& work, const WayOut& way) : settled(work.settled) {
        const job::Job job = asWayOut(work.settled.job, way);
        if (job::whatIsWrong(job)) return;
        settled = sequence::withPlanOf(work.settled, job, work.material);
        const auto made = lineup::makingOf(
            {settled.job, settled.part, work.material, &*settled.outcome.plan, work.errors, true},
            *settled.job.mount, work.hardware);
        if (made) making.emplace(*made);
    }
    Otherwise(const Otherwise&) = delete;
};

class WaysOut {
public:
    WaysOut(const Work& work, const Log& log, const Now& now) : work(work), log(log), now(now) {}

    std::vector<WayOut> all() {
        ofHoles();
        beginAgain();
        std::stable_sort(found.begin(), found.end(),
                         [](const WayOut& a, const WayOut& b) { return a.odds > b.odds; });
        return std::move(found);
    }

private:
    void take(WayOut::Kind kind, const std::string& hole, double odds) {
        constexpr double kWorthIt = 0.05;
        if (odds >= now.best.odds + kWorthIt) found.push_back({kind, hole, odds});
    }

    void ofHoles() {
        const auto drilled = drilledBy(work.settled, now.known.progress, work.reading);
        for (const lineup::Mounting::Tie& tie : work.making.mounting.ties) {
            const part::PartHole& hole =
                work.making.part.holes[static_cast<size_t>(work.making.part.holeIndex(tie.hole))];
            if (hole.isThere || tie.drilledThroughMount || drilled.contains(hole.source)) continue;
            const bool isPlain = hole.isRound() && !hole.isSunk() && hole.id == hole.source;
            for (const auto kind : {WayOut::Kind::DrillAfter, WayOut::Kind::Slot}) {
                if (kind == WayOut::Kind::DrillAfter ? hole.afterBending : !isPlain) continue;
                const Otherwise other(work, {kind, hole.source});
                if (!other.making) continue;
                const Known known = knownOf(*other.making, *other.settled.outcome.plan, log,
                                            work.errors.instruments, work.earlier);
                take(kind, hole.source,
                     lineup::oddsOf(inWork(*other.making, known), work.counting.trials, work.counting.seed));
            }
        }
    }

    void beginAgain() {
        if (!now.known.progress.isBegun()) return;
        Work another = work;
        another.earlier.push_back(log);
        const Known known =
            knownOf(work.making, *work.settled.outcome.plan, {}, work.errors.instruments, another.earlier);
        const Best best =
            bestChoices(work.making, known, choicesLeft(work.making, known, {}, work.reading), work.counting);
        take(WayOut::Kind::BeginAgain, {}, best.odds);
    }

    const Work& work;
    const Log& log;
    const Now& now;
    std::vector<WayOut> found;
};

} // namespace

std::vector<WayOut> waysOut(const Work& work, const Log& log, const Now& now) {
    return WaysOut(work, log, now).all();
}

} // namespace goodfold::bench
