// What no file of ours is larger than.
#pragma once

#include <cstddef>

namespace goodfold {

/// Larger than any real job or book by far; refused before it is parsed.
inline constexpr std::size_t kMostBytes = 8u << 20;

} // namespace goodfold
