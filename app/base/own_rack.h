// What lies on the shop's rack: bars.csv and sheets.csv beside the settings, as the command line reads them.
#pragma once

#include "stock/rack.h"

#include <QString>

namespace goodfold::app {

/// Where a file is not there nothing is said of that stock. A sentence where one cannot be read.
Result<stock::Rack> ownRack();
/// In its place; what was there before stays beside it as bars.csv.before and sheets.csv.before.
std::optional<Error> keepRack(const stock::Rack& rack);

} // namespace goodfold::app
