// An error as it is told once the file that it is in has been named.
#pragma once

#include "common/result.h"

namespace goodfold {

/// "plates[2].length: it must be more than 0."; of a file as a whole, what is wrong alone.
inline std::string told(const Error& error) {
    return error.where.empty() ? error.says : error.where + ": " + error.says;
}

} // namespace goodfold
