// What metal a piece takes, with its part of what is lost, by how its batch is cut.
#pragma once

#include "cost/work_book.h"
#include "stock/rack.h"

namespace goodfold::stock {

/// Of one piece of the job. All that is cut and neither blank nor a rest worth keeping is lost: cuts, squared
/// ends, grips, what is between blanks. It is shared by all that is cut from the same section, by the
/// blanks' length or area. `price`: where every bar or sheet that is cut has one, by the length that is not
/// kept of each. Nothing where a piece finds no stock. `beyond` is what is bought to the rack.
std::optional<cost::Metal> metalOf(const BatchCut& cut, const BatchCut& beyond, const Batched& job);

/// The same of a job that is cut alone, its sheets laid at the first go.
std::optional<cost::Metal> metalFor(const Batched& job, const Rack& rack, const Cutters& cutters);

} // namespace goodfold::stock
