// What whole bars can cost together.
#pragma once

#include <optional>
#include <vector>

namespace goodfold::cutting {

/// The least sum of whole bars that is not below `cost`: of each bar its cost, and how many there are, where
/// that is said. As it is where costs are not whole in hundredths, or too many sums would be looked at.
double nextSum(double cost, const std::vector<double>& costs, const std::vector<std::optional<int>>& counts);

} // namespace goodfold::cutting
