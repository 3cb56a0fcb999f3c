// One hand of a job on its mount: what its pieces are made from.
#pragma once

#include "bench/log.h"
#include "hardware/hardware.h"
#include "lineup/odds.h"
#include "sequence/settle.h"

#include <memory>

namespace goodfold::bench {

struct OnMount {
    sequence::Settled settled;            // of that hand, with its mount or the one that is drawn
    std::optional<lineup::Making> making; // refers to `settled`; none where nothing has to line up
    std::optional<Error> wrong;           // what its mount does not say yet
    bool isDrawn = false; // the job has no mount: its holes are brought to where they are drawn
    /// The mount that the job states; null where none is, or not all of it.
    const lineup::Mounting* stated() const { return making && !isDrawn ? &making->mounting : nullptr; }
    OnMount() = default;
    OnMount(const OnMount&) = delete;
};

/// `settled`: the job's, or its opposite hand's, with a plan. `material` and `errors` are copied from.
std::shared_ptr<const OnMount> onMount(const job::Job& job, sequence::Settled settled, bool isOpposite,
                                       const material::Material& material, const lineup::ErrorBook& errors,
                                       const hardware::Book& hardware);

} // namespace goodfold::bench
