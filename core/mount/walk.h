// What to read at the place, before anybody goes there: in the order one walks.
#pragma once

#include "mount/ask.h"

namespace goodfold::mount {

/// The readings that a mount still wants, without values: first those that settle what is open, each as the
/// one that tells most of what is still not told; then checks, so that a slip would show: where things are
/// known worst, a third as many again. In the order one walks: face by face, from each reading to the
/// nearest. Worked out where the sketch has everything. Empty where nothing is sketched, or a third more
/// readings than it takes are there already and nothing is open.
std::vector<job::MountReading> readingsToTake(const job::Mount& mount, const Instruments& instruments);

} // namespace goodfold::mount
