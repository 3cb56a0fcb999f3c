#include "sequence/settle.h"

#include "part/mirror.h"
#include "sequence/step_mark.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <string_view>
#include <unordered_map>

namespace goodfold::sequence {

namespace {

constexpr double kSameRadius = 1e-6; // mm

/// A pipe or a row of small bends decides its own radius.
bool takesRadiusOfTool(const job::Bend& bend) {
    return !bend.insideRadius && !bend.wrap && bend.bumps == 1;
}

/// Fills in a radius; whether that changed it.
bool fillIn(job::Job& job, int index, double radius) {
    job::Bend& bend = job.bends[static_cast<size_t>(index)];
    if (!takesRadiusOfTool(bend)) return false;
    const bool changes = !bend.toolRadius.mm || std::abs(*bend.toolRadius.mm - radius) > kSameRadius;
    bend.toolRadius.mm = radius;
    return changes;
}

/// Of each bend the radius of its cheapest way, whatever is in that way: mostly what the plan will choose.
void fillInFirstGuess(job::Job& job, const material::Material& material, const tool::Shop& shop,
                      const Wishes& wishes) {
    if (!takesToolRadii(job)) return;
    const part::Part part = part::solve(job, material);
    const Operations operations = operationsOf(part, material, shop);
    for (const auto& ways : operations.of) {
        double least = std::numeric_limits<double>::infinity();
        for (const Operation& operation : ways) {
            if (!wishes.allow(operation)) continue;
            if (tooShort(part, operation, 0)) continue;
            const double cost = costOf(part, operation, 0).sum();
            if (cost >= least) continue;
            least = cost;
            fillIn(job, operation.bend, operation.setup.insideRadius);
        }
    }
}

/// Lays out, plans, and takes over the radii of what was planned, until they stay; not more often than that.
Settled settleIn(int rounds, job::Job job, const material::Material& material, const tool::Shop& shop,
                 const Wishes& wishes, const GoOn& goOn, size_t mostPoints) {
    Settled settled;
    for (int round = 0; round < rounds; ++round) {
        part::Part part = part::solve(job, material);
        Outcome outcome = plan(part, material, shop, wishes, goOn, mostPoints);
        // Laid out for its tools it may be that no order is left: then it stays as it was.
        if (!outcome.plan && settled.outcome.plan && !outcome.stopped) return settled;
        settled = {job, std::move(part), std::move(outcome), true};
        if (!settled.outcome.plan) return settled;
        for (const Step& step : settled.outcome.plan->steps)
            if (fillIn(job, step.operation.bend, step.operation.setup.insideRadius)) settled.agrees = false;
        if (settled.agrees) break;
    }
    return settled;
}

/// The same tools for every bend, making the same radii, in any order.
Wishes withToolsOf(const Plan& plan, Wishes wishes) {
    for (const Step& step : plan.steps) {
        wishes.tool[step.operation.bend] = step.operation.setup.tool->id;
        wishes.radius[step.operation.bend] = step.operation.setup.insideRadius;
    }
    return wishes;
}

/// From the radii that are filled in. Where each layout asks for other tools than it was made for, those
/// planned last are kept.
Settled settleFrom(job::Job job, const material::Material& material, const tool::Shop& shop,
                   const Wishes& wishes, const GoOn& goOn, size_t mostPoints) {
    constexpr int kMostRounds = 5; // two nearly always do
    constexpr size_t kMany = 12, kSoon = 600;
    const bool isMany = job.bends.size() > kMany && mostPoints > kSoon;
    Settled settled =
        settleIn(kMostRounds, std::move(job), material, shop, wishes, goOn, isMany ? kSoon : mostPoints);
    if (isMany && settled.outcome.plan && !settled.outcome.stopped) // in most of the tools that are best
        settled = settleIn(kMostRounds, std::move(settled.job), material, shop, wishes, goOn, mostPoints);
    if (settled.outcome.plan && !settled.agrees) {
        const Wishes kept = withToolsOf(*settled.outcome.plan, wishes);
        job::Job laidOut = settled.job;
        for (const Step& step : settled.outcome.plan->steps)
            fillIn(laidOut, step.operation.bend, step.operation.setup.insideRadius);
        Settled again = settleIn(1, std::move(laidOut), material, shop, kept, goOn, mostPoints);
        if (again.outcome.plan) settled = std::move(again);
    }
    if (!settled.outcome.plan) return settled;
    part::setOrder(settled.part, orderOf(*settled.outcome.plan));
    setLines(settled.part, *settled.outcome.plan);
    return settled;
}

/// What was found out of each bend of a job; nothing of any other.
class ToolRadii {
public:
    explicit ToolRadii(const job::Job& settled) {
        for (const job::Bend& bend : settled.bends)
            found.emplace(bend.id, bend.toolRadius);
    }
    job::Found of(const job::Bend& bend) const {
        const auto same = found.find(bend.id);
        return same == found.end() ? job::Found{} : same->second;
    }

private:
    std::unordered_map<std::string_view, job::Found> found;
};

} // namespace

Settled settle(job::Job job, const material::Material& material, const tool::Shop& shop, const Wishes& wishes,
               const GoOn& goOn, size_t mostPoints) {
    for (job::Bend& bend : job.bends)
        bend.toolRadius = {};
    fillInFirstGuess(job, material, shop, wishes);
    return settleFrom(std::move(job), material, shop, wishes, goOn, mostPoints);
}

Settled settle(const job::Job& job, const material::Material& material, const tool::Shop& shop,
               const GoOn& goOn, size_t mostPoints) {
    return settle(job, material, shop, wishesOf(job), goOn, mostPoints);
}

Settled settleOpposite(const Settled& settled, const material::Material& material, const tool::Shop& shop,
                       const GoOn& goOn) {
    Wishes alike;
    if (settled.outcome.plan) {
        alike = withToolsOf(*settled.outcome.plan, {});
        alike.order = orderOf(*settled.outcome.plan);
    }
    const job::Job mirrored = part::mirrored(settled.job, settled.part);
    Settled opposite = settleFrom(mirrored, material, shop, alike, goOn, kMostPoints);
    if (opposite.outcome.plan || opposite.outcome.stopped) return opposite;
    return settle(mirrored, material, shop, wishesOf(mirrored),
                  goOn); // its tools are not as even as they look
}

Settled withPlanOf(const Settled& settled, job::Job job, const material::Material& material) {
    part::Part part = part::solve(job, material);
    if (settled.outcome.plan) {
        part::setOrder(part, orderOf(*settled.outcome.plan));
        setLines(part, *settled.outcome.plan);
    }
    return {std::move(job), std::move(part), settled.outcome, settled.agrees};
}

bool takesToolRadii(const job::Job& job) {
    return std::any_of(job.bends.begin(), job.bends.end(), takesRadiusOfTool);
}

void takeToolRadii(job::Job& job, const job::Job& settled) {
    const ToolRadii radii(settled);
    for (job::Bend& bend : job.bends)
        bend.toolRadius = radii.of(bend);
}

bool hasToolRadii(const job::Job& job, const job::Job& settled) {
    const ToolRadii radii(settled);
    return std::all_of(job.bends.begin(), job.bends.end(), [&](const job::Bend& bend) {
        return bend.toolRadius.mm == radii.of(bend).mm; // jobs themselves are alike whatever was found
    });
}

} // namespace goodfold::sequence
