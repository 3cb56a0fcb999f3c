// What `goodfold-cli propose --json` prints.
#pragma once

#include "propose/propose.h"

#include <iosfwd>

namespace goodfold::files {

/// One JSON list on one line, best first: {`shape`, `says`, `odds`, `bends`, `blank` {length, width},
/// `buildable`, `stops`, `to_mind`, `gives`, `job`}.
void writeProposals(std::ostream& out, const std::vector<propose::Proposal>& proposals,
                    const quantity::Reading& reading);

} // namespace goodfold::files
