// The ladder's rungs as cells: a leg, a bend, a hole, each with its figures.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

/// Root first, each leg's holes after it; last, what can be added. Where there are very many holes, only
/// those of the leg in hand. What is rarely needed of a leg's ends shows while the leg is selected, or where
/// it is in use.
std::vector<Block> ladderBlocks(Document& document);

/// Legs, bends and holes in the ladder's order.
std::vector<Element> ladderOrder(const job::Job& job);

} // namespace goodfold::app
