// What figures snap to while they are dragged.
#pragma once

#include "quantity/length.h"

#include <vector>

namespace goodfold::app {

struct DragStep {
    const char* key;   // in the settings
    const char* name;  // as it is chosen
    double mm, inches; // 0: the step that lengths are read to
};
const std::vector<DragStep>& dragSteps();

/// Index in dragSteps().
int chosenDragStep();
/// The chosen one in mm, for a job that is read like this.
double dragStepFor(const quantity::Reading& reading);

/// What a figure goes by at a press: the chosen step, or where that is as fine as lengths are read, 1 mm or
/// 1/16 in.
double wholeStepFor(const quantity::Reading& reading);

} // namespace goodfold::app
