// What an hour, the metal and its bolts cost this shop, typed where the time is told.
#pragma once

#include "app/widgets/cell.h"

#include <functional>

namespace goodfold::app {

/// Each figure is saved in the shop's own book of work; `changed` is told then, `tell` what else is to be
/// said.
std::vector<Line> priceLines(Document& document, const std::function<void()>& changed,
                             const std::function<void(const QString&)>& tell);

} // namespace goodfold::app
