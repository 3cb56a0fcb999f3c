// A job as commands print, export, cut and buy it.
#pragma once

#include "check/finding.h"
#include "cli/call.h"
#include "sequence/settle.h"
#include "text/plan_facts.h"

namespace goodfold::cli {

/// A job laid out for the tools it is planned in, unless it is to be quick, with all that is to be said of
/// it.
struct Solved {
    const material::Material& material;
    sequence::Settled settled;
    std::optional<sequence::Settled> opposite; // of a pair
    part::Folded folded;
    std::vector<check::Finding> findings;
    const job::Job& job() const { return settled.job; }
    const part::Part& part() const { return settled.part; }
    const sequence::Outcome& outcome() const { return settled.outcome; }

    Solved(const job::Job& job, const material::Material& material, const Books& books, bool plans = true)
        : material(material), settled(plans ? sequence::settle(job, material, books.tools)
                                            : sequence::Settled{job, part::solve(job, material), {}}),
          folded(part::fold(settled.part)) {
        const quantity::Reading reading = readingOf(job);
        if (plans && job.oppositeHand && outcome().plan)
            opposite = sequence::settleOpposite(settled, material, books.tools);
        check::PlanFacts facts;
        if (plans) facts = text::factsOf(settled, material, books.tools, reading);
        findings = check::check(
            {settled.job, part(), folded, material, reading, books.hardware, plans ? &facts : nullptr});
    }
};

/// Nothing is made of a job that cannot be made, unless somebody wants it all the same.
inline int refuseStopped(const std::string& path, const check::Finding& stop) {
    return complain(path, {stop.headline + ": " + stop.says + " --force goes on all the same.", "findings"},
                    kCannotBeMade);
}

} // namespace goodfold::cli
