// A solved job as one JSON object on one line, for scripts and for checking.
#pragma once

#include "check/finding.h"

#include <iosfwd>
#include <string>

namespace goodfold::files {

/// `file`, `blank`, `plates`, `bends`, `holes`, `marks`, `checks` as described in docs/command-line.md.
void writeShow(std::ostream& out, const std::string& file, const check::Subject& subject,
               const std::vector<check::Finding>& findings);

/// The same for a job that can be read but has no solution: `file` and `checks` alone.
void writeUnsolved(std::ostream& out, const std::string& file, const Error& why);

} // namespace goodfold::files
