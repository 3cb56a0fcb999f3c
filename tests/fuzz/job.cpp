// A job file through everything that is made of it: read, written again, laid out, formed, checked, planned
// as far as a moment goes, and printed.
#include "files/csv.h"
#include "files/dxf.h"
#include "files/job_file.h"
#include "files/show.h"
#include "fuzz/target.h"
#include "sequence/settle.h"

#include <cmath>
#include <sstream>

using namespace goodfold;

namespace {

/// What was read is written so that it reads the same, to the last byte.
void writesWhatItRead(const job::Job& job) {
    std::ostringstream once, twice;
    files::writeJob(once, job);
    std::istringstream in(once.str());
    const auto again = files::readJob(in);
    HOLDS(again);
    files::writeJob(twice, again->job);
    HOLDS(once.str() == twice.str());
}

void planIt(const job::Job& job, const material::Material& material) {
    constexpr size_t kFew = 2, kMoments = 3; // bends, times that it is asked whether to go on: a moment each
    if (job.bends.size() > kFew) return;
    size_t asked = 0;
    const auto settled = sequence::settle(
        job, material, tool::standardShop(), [&](size_t) { return ++asked < kMoments; }, 40);
    if (settled.outcome.plan) HOLDS(std::isfinite(settled.outcome.plan->cost));
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    std::istringstream in(fuzz::textOf(data, size));
    const auto read = files::readJob(in);
    if (!read) {
        HOLDS(fuzz::isForPeople(read.error().says));
        return 0;
    }
    const job::Job& job = read->job;
    writesWhatItRead(job);
    const material::Material* material = material::standardMaterials().find(job.material);
    if (!material) return 0;
    const part::Part part = part::solve(job, *material);
    const part::Folded folded = part::fold(part);
    const check::Subject subject{job, part, folded, *material, quantity::Reading::millimetres()};
    const auto findings = check::check(subject);
    for (const check::Finding& finding : findings) {
        HOLDS(fuzz::isForPeople(finding.headline));
        HOLDS(!finding.value || std::isfinite(*finding.value));
    }
    HOLDS(std::isfinite(part.blank.length) && std::isfinite(part.blank.area) &&
          std::isfinite(part.blank.mass));
    for (const part::PartHole& hole : part.holes)
        HOLDS(hole.centreInFlat.allFinite());
    std::ostringstream shown, csv, dxf;
    files::writeShow(shown, "job", subject, findings);
    files::writeCsv(csv, part, folded);
    if (!check::hasStop(findings)) {
        files::writeDxf(dxf, part);
        planIt(job, *material);
    }
    return 0;
}
