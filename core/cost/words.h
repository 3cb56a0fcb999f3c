// What is said of the time and the money that pieces take.
#pragma once

#include "cost/estimate.h"
#include "text/derivation.h"

namespace goodfold::cost {

/// Sentences for one who decides whether to begin: how long one takes and give or take what, how long each of
/// the batch takes, where most of it goes, what would save some, and the price of a piece where it is known.
std::vector<std::string> inWords(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                                 const WorkBook& book);

/// Operation by operation, as the book of work has them, and what is put on; for so many pieces.
text::Derivation howTimed(const std::vector<Item>& items, int pieces);

/// "4 min", "1 h 20 min".
std::string timeInWords(double minutes);

} // namespace goodfold::cost
