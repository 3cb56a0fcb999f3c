// The blank's outline: one closed line round all plates and bend strips.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// `density` in kg/m3. A sheet's outline is traced plate by plate, so it runs round every flange; where
/// flanges overlap in the flat it crosses itself.
Blank blankOf(const Part& part, double density);

} // namespace goodfold::part
