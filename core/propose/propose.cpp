#include "propose/propose.h"

#include "check/finding.h"
#include "lineup/press.h"
#include "lineup/reaching.h"
#include "propose/candidates.h"
#include "propose/drawn.h"
#include "propose/tabs.h"
#include "text/lineup_words.h"
#include "text/plan_facts.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <functional>
#include <thread>
#include <tuple>

namespace goodfold::propose {

namespace {

/// A job as it is planned, counted and checked.
class Judge {
public:
    Judge(const std::vector<Station>& stations, const lineup::KnownMount& mount,
          const lineup::Judging& judging)
        : judging(judging), mount(mount), isFree(turnsFreely(stations)) {
        for (const Station& station : stations)
            bolts.insert(bolts.end(), station.bolts.begin(), station.bolts.end());
    }

    /// Nothing where its holes cannot be brought to their points.
    std::optional<Proposal> proposed(const Candidate& candidate, const job::Job& drawn) const {
        const std::string& shape = candidate.shape;
        if (job::whatIsWrong(drawn)) return {};
        auto settled = brought(drawn);
        if (!settled) return {};
        if (const auto tab = tabOf(candidate.strip, *candidate.stations))
            settled = drawnNearer(*settled, candidate, *tab);
        constexpr double kFine = 0.9;
        const sequence::Settled pulled = pulledOn(*settled);
        Proposal proposal = judged(shape, pulled);
        if (proposal.odds >= kFine) return proposal;
        if (const auto inPlace = drilledInPlace(pulled.job)) {
            Proposal other = judged(shape, sequence::withPlanOf(pulled, *inPlace, judging.material));
            if (other.odds > proposal.odds) proposal = std::move(other);
        }
        return proposal;
    }

    /// What can be done at the holes of one that hardly goes on.
    Proposal bettered(const Proposal& poor) const {
        const sequence::Settled settled = sequence::settle(poor.job, judging.material, judging.shop);
        Proposal other = judged(poor.shape, withBetterHoles(settled));
        return other.odds > poor.odds ? other : poor;
    }

    bool goesOn() const { return !judging.goOn || judging.goOn(); }

    const lineup::Judging& judging;

private:
    /// Onto its points, with the radii that its tools make.
    std::optional<sequence::Settled> brought(const job::Job& drawn) const {
        const auto onto = [&](const job::Job& job) {
            return lineup::reach(job, mount, judging.material, judging.hardware,
                                 {judging.reading, {}, false});
        };
        const auto once = onto(drawn);
        if (!once || !once->isReached) return {};
        job::Job ended = once->job;
        trimEnds(ended, bolts);
        sequence::Settled settled = sequence::settle(ended, judging.material, judging.shop);
        const auto again = onto(settled.job);
        if (!again || !again->isReached) return {};
        if (!again->changed.empty()) settled = sequence::settle(again->job, judging.material, judging.shop);
        return settled;
    }

    lineup::Work workOf(const sequence::Settled& settled) const {
        const sequence::Plan* plan = settled.outcome.plan ? &*settled.outcome.plan : nullptr;
        return {settled.job, settled.part, judging.material, plan, judging.errors};
    }

    /// Legs that stand at a face of their own may stand in it as far as a hand pulls them off: the job says
    /// so.
    sequence::Settled pulledOn(sequence::Settled settled) const {
        constexpr double kMost = 3; // mm, beyond which nobody would call it a fit
        const auto mounting = lineup::mountingOf(settled.job, mount.placed, settled.part, judging.hardware);
        if (!mounting) return settled;
        job::Job job = settled.job;
        for (size_t i = 0; i < job.ties.size(); ++i) {
            if (job.ties[i].press || !mounting->ties[i].touches) continue;
            const auto gives = givenAt(workOf(settled), *mounting, mounting->ties[i].hole);
            const double press = std::min(kMost, std::floor(gives.value_or(0) * 10) / 10);
            if (press > lineup::kUsualPress) job.ties[i].press = press;
        }
        return sequence::withPlanOf(settled, std::move(job), judging.material);
    }

    Proposal judged(const std::string& shape, const sequence::Settled& settled) const {
        Proposal made;
        made.shape = shape;
        made.job = settled.job;
        made.bends = static_cast<int>(settled.job.bends.size());
        made.blankLength = settled.part.blank.length;
        made.blankWidth = settled.part.blank.width;
        made.isPlanned = settled.outcome.plan.has_value();
        const lineup::Work work = workOf(settled);
        const auto making = lineup::makingOf(work, *settled.job.mount, judging.hardware);
        std::optional<check::LineUpFacts> lineUp;
        if (making) {
            const lineup::Odds odds = lineup::count(*making, judging.trials, judging.seed);
            made.odds = odds.odds;
            lineUp = text::factsOf(*making, lineup::nominalFit(*making), odds, judging.hardware);
            made.turnsDeg = turnsOf(*making);
            for (const lineup::Mounting::Tie& tie : making->mounting.ties)
                if (tie.touches)
                    if (const auto gives = givenAt(work, making->mounting, tie.hole))
                        made.gives = std::max(made.gives.value_or(0), *gives);
        }
        note(made, settled, lineUp ? &*lineUp : nullptr);
        return made;
    }

    /// The tab as near to the edge as its bend lets it, or as far off it as that takes: its radius is known
    /// by now.
    sequence::Settled drawnNearer(const sequence::Settled& settled, const Candidate& candidate,
                                  size_t tab) const {
        constexpr double kSpare = 0.3; // mm
        job::Job job = settled.job;
        const size_t bend = tab == 0 ? 0 : tab - 1;
        const double by = 1.5 * job.thickness - (settled.part.bends[bend].shape.insideRadius + kSpare);
        const double nearer = std::floor(by * 10) / 10;
        job::Plate& plate = job.plates[tab == 0 ? 1 : tab - 1];
        plate.length -= nearer;
        if (tab == 0)
            for (job::Hole& hole : plate.holes)
                hole.x -= nearer;
        if (nearer == 0 || job::whatIsWrong(job) || candidate.strip.leaves.size() != job.plates.size())
            return settled;
        return sequence::settle(job, judging.material, judging.shop);
    }

    /// Where its bolts stand on one line: until a leg without any, which stands beside an edge, meets it. As
    /// it is put on so that it does, only how far both are from the bolt counts.
    std::optional<double> turnsOf(const lineup::Making& making) const {
        if (!isFree) return {};
        const part::Part& part = making.part;
        const part::Folded folded = part::fold(part);
        const lineup::Mounting::Tie& tie = making.mounting.ties.front();
        const part::FormedHole bolt = part::formedHole(part, folded, part.holeIndex(tie.hole));
        double least = 360;
        for (size_t plate = 0; plate < part.plates.size(); ++plate) {
            const Vec3 normal = folded.rootFromFlat[plate].linear().col(2);
            const bool isUpright = std::abs(normal.dot(bolt.axis)) < std::sin(radians(5.0));
            if (!isUpright || !making.job.plates[plate].holes.empty()) continue;
            const Vec2& corner = part.plates[plate].outlineInFlat.front();
            double inside = 1e9;
            for (const double z : {0.0, part.thickness}) {
                const Vec3 at = folded.rootFromFlat[plate] * Vec3(corner.x(), corner.y(), z);
                inside = std::min(inside, std::abs((at - bolt.point).dot(normal)));
            }
            const double play = lineup::nominalFit(making).ties.front().play;
            for (const job::MountEdge& edge : mount.placed.edges)
                if (const auto away = awayFrom(edge, making.mounting); away && isBeside(inside - *away))
                    least =
                        std::min(least, turnsUntil(inside - *away + play, *away, part.plates[plate].width));
        }
        return least;
    }

    static bool isBeside(double off) {
        constexpr double kBeside = 20; // mm
        return off >= 0 && off < kBeside;
    }

    /// How far an edge is from the bolts' line.
    static std::optional<double> awayFrom(const job::MountEdge& edge, const lineup::Mounting& mounting) {
        if (!edge.at) return {};
        const Vec3 along = ((*edge.at)[1] - (*edge.at)[0]).normalized();
        const Vec3 axis = mounting.mountFromFace.linear() * mounting.ties.front().axis;
        const Vec3 way = (*edge.at)[0] - mounting.mountFromFace * mounting.ties.front().at;
        return (way - way.dot(along) * along - way.dot(axis) * axis).norm();
    }

    /// What the checks say of it.
    void note(Proposal& made, const sequence::Settled& settled, const check::LineUpFacts* lineUp) const {
        const check::PlanFacts facts =
            text::factsOf(settled, judging.material, judging.shop, judging.reading);
        const part::Folded folded = part::fold(settled.part);
        for (const check::Finding& finding :
             check::check({settled.job, settled.part, folded, judging.material, judging.reading,
                           judging.hardware, &facts, lineUp})) {
            if (finding.severity == check::Severity::Stop) made.stops.push_back(finding.headline);
            if (finding.severity == check::Severity::Mind && !finding.isCaution) ++made.toMind;
        }
    }

    /// By 100 N there, mm; nothing where strength is not estimated.
    static std::optional<double> givenAt(const lineup::Work& work, const lineup::Mounting& mounting,
                                         const std::string& hole) {
        job::Job loaded = work.job;
        loaded.load = job::Load{}; // bentByHand() asks whether strength is looked at at all
        return lineup::bentByHand({loaded, work.part, work.material, work.plan, work.book}, mounting, hole);
    }

    /// Holes on other plates than the one that rests, where the mount's own hole leads the drill.
    std::optional<job::Job> drilledInPlace(job::Job job) const {
        bool any = false;
        for (const job::Tie& tie : job.ties) {
            const bool isFar = job.plateOfHole(tie.hole)->id != job.rests->plate;
            if (!isFar || mount.placed.findPoint(tie.point)->kind != job::MountPoint::Kind::Hole) continue;
            job::Hole& hole = *job.findHole(tie.hole);
            hole.afterBending = hole.throughMount = true;
            any = true;
        }
        if (!any) return {};
        return job;
    }

    /// What can be done at the holes alone, as long as the odds are low and it raises them: slotted, larger,
    /// drilled after bending or in their place. At most two things.
    sequence::Settled withBetterHoles(sequence::Settled settled) const {
        constexpr double kFine = 0.9, kWorthIt = 0.03;
        constexpr int kMost = 2, kPieces = 400;
        lineup::Judging quick = judging;
        quick.trials = std::min(judging.trials, kPieces);
        double odds = lineup::oddsOf(settled, quick);
        for (int i = 0; i < kMost && odds < kFine && goesOn(); ++i) {
            std::optional<sequence::Settled> best;
            double bestOdds = odds + kWorthIt;
            for (const lineup::Remedy& remedy : lineup::remediesFor(settled, quick)) {
                if (!isAtAHole(remedy)) continue;
                sequence::Settled other =
                    sequence::withPlanOf(settled, lineup::applied(remedy, settled.job), judging.material);
                const double otherOdds = lineup::oddsOf(other, quick);
                if (otherOdds <= bestOdds || stopsMore(other, settled)) continue;
                best = std::move(other);
                bestOdds = otherOdds;
            }
            if (!best) break;
            settled = *std::move(best);
            odds = bestOdds;
        }
        return settled;
    }

    static bool isAtAHole(const lineup::Remedy& remedy) {
        using Kind = lineup::Remedy::Kind;
        return remedy.kind == Kind::Slot || remedy.kind == Kind::Larger ||
               remedy.kind == Kind::AfterBending || remedy.kind == Kind::ThroughMount;
    }

    /// Without the plan, whose bends are the same.
    bool stopsMore(const sequence::Settled& one, const sequence::Settled& other) const {
        const auto troubles = [&](const sequence::Settled& of) {
            const part::Folded folded = part::fold(of.part);
            const auto findings =
                check::check({of.job, of.part, folded, judging.material, judging.reading, judging.hardware});
            return std::count_if(findings.begin(), findings.end(), [](const check::Finding& finding) {
                return finding.severity != check::Severity::Note && !finding.isCaution;
            });
        };
        return troubles(one) > troubles(other);
    }

    std::vector<Bolt> bolts;
    const lineup::KnownMount& mount;
    bool isFree; // to turn about its bolts
};

auto rankOf(const Proposal& proposal) {
    constexpr double kStep = 20; // parts of the odds that are told apart
    return std::tuple(!proposal.isBuildable(), proposal.turnsDeg.value_or(0) >= 360,
                      -std::lround(proposal.odds * kStep), proposal.bends, proposal.toMind,
                      proposal.blankLength);
}

/// The first of them that can be built; else the first that reaches.
std::optional<Proposal> bestOf(const std::vector<Candidate>& candidates, const job::Job& base,
                               const std::string& restFace, const Judge& judge) {
    std::optional<Proposal> first;
    for (const Candidate& candidate : candidates) {
        const auto job = drawn(candidate.strip, base, *candidate.stations, restFace, judge.judging.material);
        if (!job || !judge.goesOn()) continue;
        auto proposal = judge.proposed(candidate, *job);
        if (!proposal) continue;
        if (proposal->isBuildable()) return proposal;
        if (!first) first = std::move(proposal);
    }
    return first;
}

/// One after the other, on as many threads as there are.
void onAllThreads(size_t count, const std::function<void(size_t)>& doOne) {
    std::atomic<size_t> next{0};
    const auto work = [&] {
        for (size_t i = next++; i < count; i = next++)
            doOne(i);
    };
    std::vector<std::thread> helpers;
    for (unsigned i = 1; i < std::thread::hardware_concurrency(); ++i)
        helpers.emplace_back(work);
    work();
    for (std::thread& helper : helpers)
        helper.join();
}

/// Where hardly anything could be built as it is drawn: what is stopped by its odds alone, with better holes.
void betterPoorOnes(std::vector<Proposal>& all, const Judge& judge) {
    constexpr int kEnough = 2;
    constexpr double kPoor = 0.5;
    if (std::count_if(all.begin(), all.end(), [](const Proposal& each) { return each.isBuildable(); }) >=
        kEnough)
        return;
    onAllThreads(all.size(), [&](size_t i) {
        const bool isPoor = all[i].isPlanned && all[i].odds < kPoor && all[i].stops.size() == 1;
        if (isPoor && judge.goesOn()) all[i] = judge.bettered(all[i]);
    });
}

std::vector<Proposal> bestOfEach(const std::map<std::string, std::vector<Candidate>>& candidates,
                                 const job::Job& base, const std::string& restFace, const Judge& judge) {
    std::vector<const std::vector<Candidate>*> shapes;
    shapes.reserve(candidates.size());
    for (const auto& [shape, of] : candidates)
        shapes.push_back(&of);
    std::vector<std::optional<Proposal>> made(shapes.size());
    onAllThreads(shapes.size(), [&](size_t i) { made[i] = bestOf(*shapes[i], base, restFace, judge); });
    std::vector<Proposal> all;
    for (std::optional<Proposal>& each : made)
        if (each) all.push_back(*std::move(each));
    return all;
}

/// What of the mount has to be told first, or is too much.
std::optional<Error> whyNotYet(const job::Job& job, const lineup::KnownMount& mount,
                               const std::vector<Station>& stations, const mount::Instruments& instruments) {
    if (auto doubted = lineup::whatIsDoubted(job, mount, instruments)) return doubted;
    std::vector<std::string> points;
    for (const Station& station : stations)
        for (const Bolt& bolt : station.bolts)
            points.push_back(bolt.point);
    if (auto open = lineup::whatIsOpen(*job.mount, mount, points, instruments)) return open;
    constexpr size_t kMost = 3;
    if (stations.size() <= kMost) return {};
    return Error{"Its bolts go in " + std::to_string(stations.size()) +
                     " faces; shapes are proposed for three at most: tie fewer of them.",
                 "ties"};
}

} // namespace

Result<std::vector<Proposal>> proposalsFor(const job::Job& job, const lineup::KnownMount& mount,
                                           const lineup::Judging& judging) {
    const auto stations = stationsOf(job, mount.placed, judging.material, judging.hardware);
    if (!stations) return stations.error();
    if (const auto why = whyNotYet(job, mount, *stations, judging.errors.instruments)) return *why;
    const Judge judge(*stations, mount, judging);
    const std::string rest = stations->front().face;
    std::vector<Proposal> all =
        bestOfEach(candidatesFor(*stations, mount.placed, job, judging.material), job, rest, judge);
    betterPoorOnes(all, judge);
    if (all.empty())
        return Error{
            "No strap, nor anything folded from one strip, reaches all of these points with room for "
            "their bolts: fewer points, or a bracket in two parts.",
            "mount"};
    std::stable_sort(all.begin(), all.end(),
                     [](const Proposal& a, const Proposal& b) { return rankOf(a) < rankOf(b); });
    return all;
}

} // namespace goodfold::propose
