#include "lineup/drilling.h"

#include "lineup/weighing.h"

#include <algorithm>
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

void advise(Drilling& drilling, const std::string& harms, const std::string& hinders) {
    using Why = Drilling::Why;
    using When = Drilling::When;
    const double better = std::max(drilling.oddsBefore, drilling.oddsAfter);
    const auto is = [&](Why why, When when, const std::string& because = {}) {
        drilling.why = why;
        drilling.advised = when;
        drilling.because = because;
    };
    if (drilling.now == When::InPlace && drilling.oddsInPlace >= better + kWorthIt)
        is(Why::Surest, When::InPlace);
    else if (!hinders.empty())
        is(Why::Hindered, When::Before, hinders);
    else if (!harms.empty())
        is(Why::Harmed, When::After, harms);
    else if (drilling.oddsAfter >= drilling.oddsBefore + kWorthIt)
        is(Why::Surer, When::After);
}

Drilling drillingOf(const job::Hole& hole, const sequence::Settled& settled, const Judging& judging) {
    using When = Drilling::When;
    Drilling drilling{.hole = hole.id,
                      .now = hole.throughMount   ? When::InPlace
                             : hole.afterBending ? When::After
                                                 : When::Before};
    const auto drilled = [&](bool after) {
        job::Job job = settled.job;
        job.findHole(hole.id)->afterBending = after;
        job.findHole(hole.id)->throughMount = false;
        return sequence::withPlanOf(settled, std::move(job), judging.material);
    };
    const sequence::Settled before = drilled(false), after = drilled(true);
    drilling.oddsBefore = oddsOf(before, judging);
    drilling.oddsAfter = oddsOf(after, judging);
    if (hole.throughMount) drilling.oddsInPlace = oddsOf(settled, judging);
    const auto flat = troublesOf(before, judging), bent = troublesOf(after, judging);
    advise(drilling, onlyOf(flat, bent), onlyOf(bent, flat));
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
        if (seen.insert(hole).second && !settled.job.findHole(hole)->isThere)
            all.push_back(drillingOf(*settled.job.findHole(hole), settled, judging));
    }
    return all;
}

} // namespace goodfold::lineup
