// Why there is no order, and why a step is in another tool than the one before. Not for use outside of
// sequence/.
#pragma once

#include "sequence/known_steps.h"

namespace goodfold::sequence {

/// Of a part that has no order: at a point where most bends are made, what is in the way of each that is
/// left. Points are looked through from the beginning, `mostPoints` of them; where those are all, or what
/// lies near a bend is in its way however it is bent, that bend is said never to be made.
std::vector<Stuck> whyStuck(KnownSteps& steps, const GoOn& goOn, size_t mostPoints);

/// The cheapest way that would go in the tool before; else what came nearest to it.
ToolChange whyAnother(KnownSteps& steps, const Step& step, const tool::Tool* from);

} // namespace goodfold::sequence
