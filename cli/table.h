// What the commands and their options are, for shells and manuals: made from the table that parses them.
#pragma once

#include <iosfwd>

namespace CLI {
class App;
}

namespace goodfold::cli {

/// Completion for bash.
void writeCompletion(std::ostream& out, const CLI::App& app);

/// The manual page, for man.
void writeManual(std::ostream& out, const CLI::App& app);

} // namespace goodfold::cli
