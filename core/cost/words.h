// What is said of the time and the money that pieces take.
#pragma once

#include "cost/estimate.h"

namespace goodfold::cost {

/// Sentences for one who decides whether to begin: how long one takes and give or take what, how long each of
/// the batch takes, where most of it goes, what would save some, and the price of a piece where it is known.
std::vector<std::string> inWords(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                                 const WorkBook& book);

/// "4 min", "1 h 20 min".
std::string timeInWords(double minutes);

} // namespace goodfold::cost
