// What the Line-up stage lets one set: the mount's places, what is bolted to them, and how the job is made.
#pragma once

#include "app/base/odds_counter.h"
#include "app/widgets/cell.h"

namespace goodfold::app {

/// The mount: from the drawn holes at one press, then point by point.
std::vector<Block> mountBlocks(Document& document);

/// The methods, each with what it is out by.
std::vector<Block> makingBlocks(Document& document);

/// Before or after bending: what the program would do with each hole, and the choice.
std::vector<Block> drillingBlocks(Document& document, const std::vector<lineup::Drilling>& advised);

/// What would raise the odds, each with the odds it would give.
std::vector<Block> remedyBlocks(Document& document, const OddsCounter& counter);

} // namespace goodfold::app
