#include "sequence/findings.h"

#include "edit/edit.h"
#include "sequence/say.h"

#include <algorithm>
#include <cmath>

namespace goodfold::sequence {

namespace {

using check::Finding;
using job::Element;

std::vector<Finding> notMade(const part::Part& part, const Outcome& outcome, std::vector<check::Remedy> mends,
                             const quantity::Reading& reading) {
    std::vector<Finding> found;
    for (const Stuck& stuck : outcome.stuck) {
        const std::string& id = part.bends[static_cast<size_t>(stuck.bend)].id;
        Finding finding;
        finding.rule = "no-order";
        finding.severity = check::Severity::Stop;
        finding.about = Element::bend(id);
        finding.headline = "No order makes bend " + id;
        finding.says = reasonsInWords(stuck, reading);
        finding.remedies = std::exchange(mends, {});
        found.push_back(std::move(finding));
    }
    return found;
}

/// A pipe or a row of small bends decides its own radius.
bool takesRadiusOfTool(const job::Bend& bend) {
    return !bend.wrap && bend.bumps == 1;
}

/// One finding for all of them; the first step is named.
std::vector<Finding> otherRadii(const job::Job& job, const part::Part& part,
                                const material::Material& material, const Plan& plan,
                                const quantity::Reading& reading) {
    constexpr double kSame = 0.05; // mm
    job::Job laidOut = job;
    std::vector<std::string> bends;
    const Step* first = nullptr;
    for (const Step& step : plan.steps) {
        const auto index = static_cast<size_t>(step.operation.bend);
        const double made = step.operation.setup.insideRadius;
        if (!takesRadiusOfTool(job.bends[index]) ||
            std::abs(made - part.bends[index].shape.insideRadius) <= kSame)
            continue;
        laidOut.bends[index].insideRadius = made;
        bends.push_back(part.bends[index].id);
        if (!first) first = &step;
    }
    if (!first || job::whatIsWrong(laidOut)) return {};
    const auto length = [&](double mm) { return quantity::typeset(quantity::Length::mm(mm), reading); };
    const part::PartBend& bend = part.bends[static_cast<size_t>(first->operation.bend)];
    const double longer = part::solve(laidOut, material).blank.length - part.blank.length;
    Finding finding;
    finding.rule = "other-radius";
    finding.severity = check::Severity::Note;
    finding.about = Element::bend(bend.id);
    finding.headline = "The " + first->operation.setup.tool->name + " makes R " +
                       length(first->operation.setup.insideRadius) + " at bend " + bend.id;
    finding.says = "It is laid out with R " + length(bend.shape.insideRadius) + ".";
    if (bends.size() > 1) finding.says += " So are " + std::to_string(bends.size() - 1) + " more.";
    if (std::abs(longer) >= kSame)
        finding.says += " Laid out for the tools, the blank comes out " + length(std::abs(longer)) +
                        (longer > 0 ? " longer." : " shorter.");
    finding.value = first->operation.setup.insideRadius;
    finding.limit = bend.shape.insideRadius;
    finding.remedies.push_back({"lay it out for its tools", std::move(laidOut), {}});
    return {finding};
}

} // namespace

std::vector<Finding> findingsOf(const job::Job& job, const part::Part& part,
                                const material::Material& material, const Outcome& outcome,
                                std::vector<check::Remedy> mends, const quantity::Reading& reading) {
    if (outcome.plan) return otherRadii(job, part, material, *outcome.plan, reading);
    std::vector<Finding> found = notMade(part, outcome, std::move(mends), reading);
    if (wishesOf(job).isFree()) return found;
    job::Job freed = job;
    edit::freeBending(freed);
    for (Finding& finding : found) {
        finding.headline = "Bend " + finding.about.id + " cannot be made as it is settled";
        finding.remedies = {{"free the order and the tools", freed, {}}};
    }
    return found;
}

} // namespace goodfold::sequence
