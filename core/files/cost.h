// What pieces take in time and money, as JSON.
#pragma once

#include "cost/estimate.h"

#include <iosfwd>

namespace goodfold::files {

/// One object on one line: what is done and how long it takes, once and for each piece; so many pieces, and
/// one, ten and fifty beside them; the price of a piece where the book has what it takes; what would save
/// time. `pieces` are single ones: of a pair twice as many.
void writeCost(std::ostream& out, const std::string& file, const sequence::Settled& settled,
               const std::vector<cost::Item>& items, int pieces, const cost::WorkBook& book);

} // namespace goodfold::files
