// The smaller panels as cells: the stock and its load, the allowance rule, the findings.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

std::vector<Block> stockBlocks(Document& document);
std::vector<Block> loadBlocks(Document& document);
std::vector<Block> allowanceBlocks(Document& document);
/// The worst first; nobody reads more than fifty.
std::vector<Block> findingBlocks(Document& document);

} // namespace goodfold::app
