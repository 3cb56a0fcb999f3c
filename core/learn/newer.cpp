#include "learn/newer.h"

#include "part/mark.h"

#include <cmath>

namespace goodfold::learn {

Moved movedBy(const job::Job& job, const bend::LearnedK& newer, const material::Material& material) {
    job::Job other = job;
    other.allowance.kind = bend::AllowanceRule::Kind::Learned;
    other.allowance.learned = newer;
    const part::Part before = part::solve(job, material), after = part::solve(other, material);
    Moved moved{after.blank.length - before.blank.length, 0, {}};
    const auto take = [&](double by, const std::string& about) {
        if (std::abs(by) <= std::abs(moved.mark)) return;
        moved.mark = by;
        moved.about = about;
    };
    const auto along = [](const part::Part& part, const part::PartBend& bend) {
        return part::alongBlank(part, part::keptLine(bend, 0.5).from);
    };
    for (size_t i = 0; i < before.bends.size(); ++i)
        take(along(after, after.bends[i]) - along(before, before.bends[i]), "bend " + before.bends[i].id);
    for (size_t i = 0; i < before.holes.size(); ++i)
        take(part::alongBlank(after, after.holes[i].centreInFlat) -
                 part::alongBlank(before, before.holes[i].centreInFlat),
             "hole " + before.holes[i].id);
    return moved;
}

} // namespace goodfold::learn
