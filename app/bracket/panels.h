// The smaller panels as cells: the stock and its load, the allowance rule.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

std::vector<Block> stockBlocks(Document& document);
std::vector<Block> loadBlocks(Document& document);
std::vector<Block> allowanceBlocks(Document& document);
/// "K 0.41", or the least and the most of them; empty where nothing is bent.
QString allowanceFactors(const part::Part& part);

} // namespace goodfold::app
