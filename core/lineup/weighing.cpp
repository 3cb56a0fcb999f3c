#include "lineup/weighing.h"

#include "check/finding.h"

namespace goodfold::lineup {

std::map<std::string, std::string> troublesOf(const sequence::Settled& settled, const Judging& judging) {
    const part::Folded folded = part::fold(settled.part);
    std::map<std::string, std::string> all;
    for (const check::Finding& finding : check::check(
             {settled.job, settled.part, folded, judging.material, judging.reading, judging.hardware})) {
        if (finding.severity == check::Severity::Note) continue;
        all[finding.rule + " " + finding.about.id] = finding.headline;
        for (const job::Element& other : finding.likewise)
            all[finding.rule + " " + other.id] = finding.headline;
    }
    return all;
}

} // namespace goodfold::lineup
