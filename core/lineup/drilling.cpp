#include "lineup/drilling.h"

#include "lineup/weighing.h"

#include <set>

namespace goodfold::lineup {

namespace {

/// Of odds: less is not worth marking and drilling a piece that is bent.
constexpr double kWorthIt = 0.02;

/// The headline of what only the one has.
std::string onlyOf(const std::map<std::string, std::string>& one,
                   const std::map<std::string, std::string>& other) {
    for (const auto& [trouble, headline] : one)
        if (!other.contains(trouble)) return headline;
    return {};
}

Drilling drillingOf(const job::Hole& hole, const sequence::Settled& settled, const Judging& judging) {
    Drilling drilling{hole.id, hole.afterBending, hole.throughMount};
    const auto drilled = [&](bool after) {
        job::Job job = settled.job;
        job.findHole(hole.id)->afterBending = after;
        job.findHole(hole.id)->throughMount = false;
        return settledWithItsPlan(std::move(job), settled, judging);
    };
    const sequence::Settled before = drilled(false), after = drilled(true);
    drilling.oddsBefore = oddsOf(before, judging);
    drilling.oddsAfter = oddsOf(after, judging);
    const auto flat = troublesOf(before, judging), bent = troublesOf(after, judging);
    const std::string harms = onlyOf(flat, bent), hinders = onlyOf(bent, flat);
    const bool isSurer = drilling.oddsAfter >= drilling.oddsBefore + kWorthIt;
    drilling.adviseAfter = hinders.empty() && (!harms.empty() || isSurer);
    using Why = Drilling::Why;
    drilling.why = !hinders.empty() ? Why::Hindered
                   : !harms.empty() ? Why::Harmed
                   : isSurer        ? Why::Surer
                                    : Why::AsGood;
    drilling.because = !hinders.empty() ? hinders : harms;
    return drilling;
}

} // namespace

std::vector<Drilling> drillingFor(const sequence::Settled& settled, const Judging& judging) {
    if (!settled.job.mount || settled.job.bends.empty()) return {};
    const auto mounting = mountingOf(settled.job, *settled.job.mount, settled.part, judging.hardware);
    if (!mounting) return {};
    std::vector<Drilling> all;
    std::set<std::string> seen;
    for (const Mounting::Tie& tie : mounting->ties) {
        const std::string hole = job::holeThatMakes(tie.hole);
        if (seen.insert(hole).second)
            all.push_back(drillingOf(*settled.job.findHole(hole), settled, judging));
    }
    return all;
}

} // namespace goodfold::lineup
