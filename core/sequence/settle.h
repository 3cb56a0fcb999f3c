// Layout and plan, the one made for the other: a bend whose radius nobody typed gets the one that its tool
// makes, and the blank is laid out with it.
#pragma once

#include "sequence/plan.h"

namespace goodfold::sequence {

struct Settled {
    job::Job job;    // with the radii that its tools make filled in
    part::Part part; // laid out with them; where there is a plan, in its order and with its set lines
    Outcome outcome;
    bool agrees = true; // else each layout asked for other tools than it was made for
};

/// Starts from the tools that are best for each bend alone, then plans, lays out for what was planned and
/// plans again until the radii stay. What the job had filled in before does not matter. `wishes` are what the
/// user settled.
Settled settle(job::Job job, const material::Material& material, const tool::Shop& shop, const Wishes& wishes,
               const GoOn& goOn = {}, size_t mostPoints = kMostPoints);

/// The same with what the job itself says of tools and order.
Settled settle(const job::Job& job, const material::Material& material, const tool::Shop& shop,
               const GoOn& goOn = {}, size_t mostPoints = kMostPoints);

/// The opposite hand, bent in the same order and the same tools.
Settled settleOpposite(const Settled& settled, const material::Material& material, const tool::Shop& shop,
                       const GoOn& goOn = {});

/// Another job of the same bends, laid out and its lines set by the plan there is.
Settled withPlanOf(const Settled& settled, job::Job job, const material::Material& material);

/// Whether any bend's radius is left to its tool.
bool takesToolRadii(const job::Job& job);

/// Hands on what was found out of one job to another of the same bends.
void takeToolRadii(job::Job& job, const job::Job& settled);

/// Whether that would change nothing.
bool hasToolRadii(const job::Job& job, const job::Job& settled);

} // namespace goodfold::sequence
