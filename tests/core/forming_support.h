// What the tests of forming share: bends as tools meet them, and what is said of a job settled in a shop.
#pragma once

#include "check/finding.h"
#include "core/shop_support.h"
#include "sequence/settle.h"
#include "text/cautions.h"
#include "text/plan_facts.h"

namespace goodfold::test {

inline const quantity::Reading kReading = quantity::Reading::millimetres();

inline const material::Material& stockOf(const std::string& id) {
    return *material::standardMaterials().find(id);
}

inline std::vector<tool::Setup> setupsOf(const tool::Tool& tool, const tool::Work& work,
                                         const material::Material& stock) {
    return tool::fit(tool, work, stock).setups;
}

inline tool::Work freeWork(double length, double thickness, double angleDeg = 90) {
    return {.angleDeg = angleDeg,
            .insideRadius = thickness,
            .thickness = thickness,
            .length = length,
            .allowance = bend::allowance({angleDeg, thickness, thickness}, 0.42)};
}

/// The findings of one rule, with the plan in that shop known.
inline std::vector<check::Finding> findingsOf(const sequence::Settled& settled, const tool::Shop& shop,
                                              const std::string& rule) {
    const auto& stock = stockOf(settled.job.material);
    const auto facts = text::factsOf(settled, stock, shop, kReading);
    auto found = check::check({settled.job, settled.part, part::fold(settled.part), stock, kReading,
                               hardware::standardBook(), &facts});
    std::erase_if(found, [&](const check::Finding& finding) { return finding.rule != rule; });
    return found;
}

inline std::string all(const std::vector<std::string>& lines) {
    std::string says;
    for (const std::string& line : lines)
        says += line + "\n";
    return says;
}

inline std::string cautionsOf(const sequence::Settled& settled, size_t step) {
    return all(text::cautions(settled.part, settled.outcome.plan->steps.at(step),
                              stockOf(settled.job.material), kReading));
}

} // namespace goodfold::test
