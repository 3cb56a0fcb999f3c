// The simplest mount there is: one whose points are where this bracket's holes are drawn, or a little off.
#pragma once

#include "hardware/hardware.h"
#include "part/fold.h"

namespace goodfold::lineup {

/// The job with a mount stated from its formed part: a face under the back of every leg that has bolt holes,
/// a thread of the bolt's size at every one of them, and every hole tied to its own. It rests on the leg that
/// has most of them. Its frame: the first hole there is the origin, x goes to the second, or along the leg.
/// The other hand's mount is the mirrored one. A job without bolt holes stays as it is.
job::Job withDrawnMount(const job::Job& job, const part::Part& part, const part::Folded& folded,
                        const hardware::Book& hardware);

/// Without mount, rest and ties; how it is made stays.
job::Job withoutMount(job::Job job);

/// Holes that a bolt can hold: round ones and slots, none of them riveted or larger than a bolt is.
bool takesABolt(const job::Hole& hole);

} // namespace goodfold::lineup
