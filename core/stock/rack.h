// What lies on the rack once a batch is cut.
#pragma once

#include "stock/batch.h"

namespace goodfold::stock {

/// Shorter rests are no stock any more.
inline constexpr double kWorthKeeping = 100; // mm

/// Bars and sheets that were cut are gone, one for each that was taken; those of which there are as many as
/// one likes stay. What is left of each is kept as an offcut, with the holes that are in it: of a bar its
/// rest, of a sheet the length beyond its blanks that stays whole; those alike in one entry. A rack of which
/// nothing was said has the offcuts alone.
Rack rackAfter(const Rack& rack, const BatchCut& cut, double worthKeeping = kWorthKeeping);

} // namespace goodfold::stock
