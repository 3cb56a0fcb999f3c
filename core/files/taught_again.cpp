#include "files/taught_again.h"

#include "files/job_file.h"
#include "learn/from_piece.h"

#include <sstream>

namespace goodfold::files {

TaughtAgain::TaughtAgain(const tool::Shop& shop, const lineup::ErrorBook& errors,
                         const hardware::Book& hardware)
    : shop(shop), errors(errors), hardware(hardware) {}

std::shared_ptr<const bench::OnMount>
TaughtAgain::planned(const job::Job& job, const material::Material& material, bool isOpposite) const {
    sequence::Settled settled = sequence::settle(job, material, shop);
    if (isOpposite && settled.outcome.plan) settled = sequence::settleOpposite(settled, material, shop);
    if (!settled.outcome.plan) return {};
    return bench::onMount(job, std::move(settled), isOpposite, material, errors, hardware);
}

learn::Points TaughtAgain::by(const learn::KeptPiece& piece) {
    std::istringstream in(piece.jobFile);
    const auto read = readJob(in);
    if (!read) return {};
    const job::Job& job = read->job;
    const material::Material* material = material::standardMaterials().find(job.material);
    if (!material) return {};
    const bool isOpposite = bench::isOfOpposite(piece.log, job);
    const auto [at, isNew] = known.try_emplace({piece.jobFile, isOpposite});
    if (isNew) at->second = planned(job, *material, isOpposite);
    const bench::OnMount* on = at->second.get();
    if (!on || !on->making) return {};
    return learn::taughtBy({*on->making, *on->settled.outcome.plan, *material, errors}, piece.log);
}

} // namespace goodfold::files
