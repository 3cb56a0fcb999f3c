#include "part/compare_rules.h"

namespace goodfold::part {

std::vector<RuleOutcome> compareRules(const Job& job, const material::Material& material) {
    Job other = job;
    for (Plate& plate : other.plates)
        plate.holes.clear(); // no hole makes a blank longer
    other.load.reset();      // what hangs on holes
    other.ties.clear();
    other.rests.reset();
    other.mount.reset();
    other.oppositeMount.reset();
    other.mayChange.clear();
    const double own = solve(other, material).blank.length;
    std::vector<RuleOutcome> outcomes{{job.allowance, own, 0, true}};
    for (const bend::AllowanceRule& rule : bend::publishedRules()) {
        if (rule.kind == job.allowance.kind) continue;
        other.allowance = rule;
        const double length = solve(other, material).blank.length;
        outcomes.push_back({rule, length, length - own, false});
    }
    return outcomes;
}

bend::TestBend testBendAsNow(const Job& job, const material::Material& material) {
    const bend::Shape shape = job.bends.empty()
                                  ? bend::Shape{90, usualInsideRadius(material, job.thickness), job.thickness}
                                  : shapeOf(job, job.bends.front(), material);
    return {bend::deduction(shape, bend::kFactor(job.allowance, material, shape).k), shape};
}

} // namespace goodfold::part
