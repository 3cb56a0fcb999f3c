// The hardware book and the tools as this shop has them: those that ship, and what the user's own files add.
#pragma once

#include "hardware/hardware.h"
#include "tool/tool.h"

#include <QString>

namespace goodfold::app {

const hardware::Book& shopBook();
const tool::Shop& shopTools();

/// Where the user's own entries are looked for.
QString ownBookPath();
QString ownToolsPath();

/// Reads the user's entries again. A sentence where the file is there and cannot be used; what ships applies
/// then.
std::optional<Error> readOwnBook();
std::optional<Error> readOwnTools();

} // namespace goodfold::app
