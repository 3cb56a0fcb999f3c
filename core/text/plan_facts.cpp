#include "text/plan_facts.h"

#include "bend/forming.h"
#include "sequence/pull.h"
#include "text/reasons.h"

#include <algorithm>

namespace goodfold::text {

namespace {

using check::PlanFacts;
using sequence::Operation;

const std::string& idOf(const part::Part& part, int bend) {
    return part.bends[static_cast<size_t>(bend)].id;
}

PlanFacts::Formed::By wayOf(const tool::Kind& kind) {
    using By = PlanFacts::Formed::By;
    if (kind.isDie()) return By::Die;
    if (kind.hold == tool::Kind::Hold::Round) return By::Round;
    return kind.drive == tool::Kind::Drive::Arm ? By::Edge : By::Nose;
}

/// Of every tool that takes the stock, whatever radius is typed: the smallest that does not crack it, else
/// the largest.
void addOptions(PlanFacts& facts, const part::Part& part, int bend, const material::Material& material,
                const tool::Shop& shop) {
    tool::Work work = sequence::workOf(part, bend);
    work.radiusIsTyped = false;
    for (const tool::Tool& tool : shop.tools) {
        if (!tool.isThere) continue;
        const tool::Setup* best = nullptr;
        const tool::Fit fit = tool::fit(tool, work, material);
        const auto isBetter = [&](const tool::Setup& a, const tool::Setup& b) {
            if (a.cracks != b.cracks) return a.cracks < b.cracks;
            const bool isSound = a.cracks == tool::Setup::Cracks::No;
            return isSound ? a.insideRadius < b.insideRadius : a.insideRadius > b.insideRadius;
        };
        for (const tool::Setup& setup : fit.setups)
            if (!best || isBetter(setup, *best)) best = &setup;
        if (best) facts.options.push_back({idOf(part, bend), tool.id, tool.name, best->insideRadius});
    }
}

/// Somebody at the leg, or at a lever of the tool's.
void addPull(PlanFacts& facts, const part::Part& part, const sequence::Step& step) {
    const Operation& operation = step.operation;
    if (operation.setup.isHammered || operation.setup.tool->isDie()) return;
    const sequence::Pull pull = sequence::pullOf(part, operation, step.before);
    if (pull.force <= bend::kPullPlanned) return;
    PlanFacts::HeavyPull heavy{idOf(part, operation.bend), pull.force, pull.lever,
                               bend::leverFor(operation.setup.moment, bend::kPullPlanned)};
    if (pull.canLeaveOn() && operation.setup.tool->kind->drive == tool::Kind::Drive::Arm) {
        heavy.plate = part.plates[static_cast<size_t>(pull.endPlate)].id;
        heavy.more = heavy.wanted - pull.reach;
    }
    facts.heavy.push_back(std::move(heavy));
}

} // namespace

check::PlanFacts factsOf(const sequence::Settled& settled, const material::Material& material,
                         const tool::Shop& shop, const quantity::Reading& reading,
                         std::optional<std::vector<check::Remedy>> mends) {
    const auto& [job, part, outcome, agrees] = settled;
    PlanFacts facts;
    facts.isSettled = !sequence::wishesOf(job).isFree();
    facts.agrees = agrees;
    facts.mends = std::move(mends);
    facts.notLookedFor = notLookedFor(outcome);
    for (const sequence::Stuck& stuck : outcome.stuck)
        facts.notMade.push_back({idOf(part, stuck.bend), reasonsInWords(stuck, reading)});
    if (!outcome.plan) return facts;
    for (const sequence::Step& step : outcome.plan->steps) {
        const tool::Setup& setup = step.operation.setup;
        facts.formed.push_back({idOf(part, step.operation.bend), setup.tool->name, wayOf(*setup.tool->kind),
                                setup.insideRadius, setup.radiusSigma, setup.opening});
        if (setup.cracks != tool::Setup::Cracks::No)
            addOptions(facts, part, step.operation.bend, material, shop);
        addPull(facts, part, step);
    }
    std::stable_sort(facts.options.begin(), facts.options.end(),
                     [](const auto& a, const auto& b) { return a.insideRadius < b.insideRadius; });
    return facts;
}

} // namespace goodfold::text
