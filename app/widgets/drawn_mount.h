// A mount at one press, from where the bracket's holes are drawn: offered where there is none, and where
// there is.
#pragma once

#include "app/widgets/cell.h"

namespace goodfold::app {

Cell drawnMount(Document& document, const QString& says, Cell::Look look);

} // namespace goodfold::app
