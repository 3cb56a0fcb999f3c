// The hardware book as this shop has it: what ships, and what the user's own file adds.
#pragma once

#include "hardware/hardware.h"

#include <QString>

namespace goodfold::app {

const hardware::Book& shopBook();

/// Where the user's own entries are looked for.
QString ownBookPath();

/// Reads the user's entries again. A sentence where the file is there and cannot be used; what ships applies
/// then.
std::optional<Error> readOwnBook();

} // namespace goodfold::app
