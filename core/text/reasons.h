// Why a bend cannot be made, in words.
#pragma once

#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::text {

/// Of a tool of that kind: "leg C hits the screw when the bend has turned 34 degrees"
std::string inWords(const sequence::Obstacle& obstacle, const tool::Kind& kind,
                    const quantity::Reading& reading);

/// What it meets: "the screw", "leg C".
std::string metBy(const sequence::Obstacle& obstacle, const tool::Kind& kind);

/// "the bench vise is 125.0 long, the bend is 180.0"
std::string inWords(const tool::Refusal& refusal, const quantity::Reading& reading);

/// A clause for each tool: "In the bench vise leg C hits the screw when the bend has turned 34 degrees."
std::string reasonsInWords(const sequence::Stuck& stuck, const quantity::Reading& reading);

/// "Bend 3 cannot be made after bends 1 and 2." or "... at any point of the order."
std::string notMadeInWords(const part::Part& part, const sequence::Stuck& stuck);
/// The same with a clause for each tool.
std::string inWords(const part::Part& part, const sequence::Stuck& stuck, const quantity::Reading& reading);

/// "Another tool here: in the bench vise leg C hits the screw."
std::string inWords(const sequence::ToolChange& change, const quantity::Reading& reading);

/// Why nothing is known of the order; empty where it is.
std::string notLookedFor(const sequence::Outcome& outcome);

} // namespace goodfold::text
