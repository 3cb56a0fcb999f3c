// What `goodfold-cli solve --json` prints.
#pragma once

#include "check/finding.h"
#include "lineup/reaching.h"

#include <iosfwd>

namespace goodfold::files {

/// One JSON object on one line: `file`, `reached`, `ties` [{hole, off, gap, tilt}], `changed` [{of, was,
/// now}], `stops` [{headline, says}] that the changed job then has, `says`.
void writeReached(std::ostream& out, const std::string& file, const lineup::Reached& reached,
                  const std::vector<check::Finding>& findings);

} // namespace goodfold::files
