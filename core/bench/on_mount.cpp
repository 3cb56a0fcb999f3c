#include "bench/on_mount.h"

#include "lineup/drawn_mount.h"
#include "lineup/mounting.h"

namespace goodfold::bench {

std::shared_ptr<const OnMount> onMount(const job::Job& job, sequence::Settled settled, bool isOpposite,
                                       const material::Material& material, const lineup::ErrorBook& errors,
                                       const hardware::Book& hardware) {
    auto on = std::make_shared<OnMount>();
    on->settled = std::move(settled);
    job::Job& made = on->settled.job;
    made.mount = job.mount;
    if (job.mount && isOpposite)
        made.mount = job.oppositeMount ? *job.oppositeMount : lineup::mirrored(*job.mount);
    const part::Part& part = on->settled.part;
    if (!made.mount || made.ties.empty()) {
        made = lineup::withDrawnMount(made, part, part::fold(part), hardware);
        on->isDrawn = true;
    }
    if (!made.mount || made.ties.empty()) return on;
    const auto making = lineup::makingOf({made, part, material, &*on->settled.outcome.plan, errors, true},
                                         *made.mount, hardware);
    if (making)
        on->making.emplace(*making);
    else
        on->wrong = making.error();
    return on;
}

} // namespace goodfold::bench
