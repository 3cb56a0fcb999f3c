// `bench`, `practise` and `learn`: one piece from what was measured of it, many in a virtual shop, and what
// test bends have taught.
#pragma once

#include "cli/call.h"

namespace goodfold::cli {

/// Fine as long as more pieces than not would go on, made as it says.
int atTheBench(const std::string& path, const Books& books, const Arguments& arguments);
int practiseWith(const std::string& path, const Books& books, const Arguments& arguments);
int learnFrom(const std::string& path, const Books& books, const Arguments& arguments);

} // namespace goodfold::cli
