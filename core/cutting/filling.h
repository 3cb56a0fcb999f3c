// The most valuable ways to fill bars: a bounded knapsack for all of their rooms at once.
#pragma once

#include <optional>
#include <vector>

namespace goodfold::cutting {

/// So many of each kind.
using Filling = std::vector<int>;

/// The best filling of each room: by dynamic programming over lengths in whole units (Bellman, 1957), what of
/// a kind there may be taken by ones, twos, fours and so on. `takes` is what each takes of a room, more than
/// 0; `most` how many of it there may be. A room below 0 holds nothing.
std::vector<Filling> bestFillings(const std::vector<double>& values, const std::vector<int>& takes,
                                  const std::vector<int>& most, const std::vector<int>& rooms);

/// All fillings of a room to which no piece can be added; nothing where there are too many to look at.
std::optional<std::vector<Filling>> everyFilling(const std::vector<int>& takes, const std::vector<int>& most,
                                                 int room);

} // namespace goodfold::cutting
