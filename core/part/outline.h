// The blank's outline: one closed line round all plates and bend strips.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// `density` in kg/m3. A sheet's outline is traced plate by plate, so it runs round every flange; where
/// flanges overlap in the flat it crosses itself. What is left on a bar's ends to be trimmed belongs to the
/// blank: there it is square, and its cut ends come with the trimming.
Blank blankOf(const Job& job, const Part& part, double density);

} // namespace goodfold::part
