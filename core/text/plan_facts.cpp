#include "text/plan_facts.h"

#include "text/reasons.h"

namespace goodfold::text {

check::PlanFacts factsOf(const job::Job& job, const part::Part& part, const sequence::Outcome& outcome,
                         const quantity::Reading& reading, std::vector<check::Remedy> mends) {
    check::PlanFacts facts;
    facts.isSettled = !sequence::wishesOf(job).isFree();
    facts.mends = std::move(mends);
    const auto idOf = [&](int bend) { return part.bends[static_cast<size_t>(bend)].id; };
    for (const sequence::Stuck& stuck : outcome.stuck)
        facts.notMade.push_back({idOf(stuck.bend), reasonsInWords(stuck, reading)});
    if (!outcome.plan) return facts;
    for (const auto& [operation, before, cost] : outcome.plan->steps)
        facts.formed.push_back(
            {idOf(operation.bend), operation.setup.tool->name, operation.setup.insideRadius});
    return facts;
}

} // namespace goodfold::text
