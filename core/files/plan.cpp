#include "files/plan.h"

#include "files/plan_step.h"
#include "part/mirror.h"
#include "sequence/pull.h"
#include "text/cautions.h"
#include "text/dies.h"
#include "text/reasons.h"
#include "text/step.h"
#include "text/tasks.h"

#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

const quantity::Reading kReading = quantity::Reading::millimetres();

ordered_json costOf(const sequence::Cost& cost) {
    return {{"accuracy", cost.accuracy},
            {"metal", cost.metal},
            {"effort", cost.effort},
            {"sight", cost.sight},
            {"change", cost.change}};
}

ordered_json heldLineOf(const sequence::Operation& operation, const sequence::StepMark& mark) {
    using Which = sequence::HeldLine::Which;
    const sequence::HeldLine held = sequence::heldLine(operation);
    return {{"which", held.which == Which::Near  ? "near"
                      : held.which == Which::Far ? "far"
                                                 : "centre"},
            {"follows", held.follows},
            {"at", mark.at},
            {"at_right", mark.atRight},
            {"at_left", mark.atLeft},
            {"from_tangent", mark.fromTangent}};
}

/// What its die could be set to instead.
ordered_json openingsOf(const sequence::Operation& operation, const material::Material& material) {
    ordered_json all = ordered_json::array();
    for (const tool::DieOption& option : tool::dieOptions(*operation.setup.tool, operation.work, material)) {
        const tool::Setup& setup = option.setup;
        all.push_back({{"opening", setup.opening},
                       {"bottomed", setup.bottomed},
                       {"force", setup.force},
                       {"inside_radius", setup.insideRadius},
                       {"least_leg", setup.leastPlateLength},
                       {"springback", setup.loadedAngleDeg - setup.restsAtDeg},
                       {"says", text::dieInWords(option, kReading)}});
        if (option.refusal) all.back()["refused"] = text::inWords(*option.refusal, kReading);
    }
    return all;
}

} // namespace

ordered_json stepOf(const part::Part& part, const sequence::Step& step, const material::Material& material) {
    const sequence::Operation& operation = step.operation;
    const tool::Setup& setup = operation.setup;
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const sequence::StepMark mark = sequence::markOf(part, step);
    ordered_json out{{"bend", bend.id},
                     {"tool", setup.tool->id},
                     {"face_in", sequence::faceInside(part, operation.bend)},
                     {"mark",
                      {{"at", mark.at},
                       {"at_right", mark.atRight},
                       {"at_left", mark.atLeft},
                       {"across", mark.isAcross},
                       {"on", mark.onFace ? "face" : "back"},
                       {"flush_with", mark.flushWith}}},
                     {"held_line", heldLineOf(operation, mark)},
                     {"stop_first", setup.stopFirstDeg},
                     {"push_to", setup.loadedAngleDeg},
                     {"comes_back_to", step.operation.setup.restsAtDeg},
                     {"springback_by_formula", setup.springbackByFormula},
                     {"inside_radius", setup.insideRadius},
                     {"inside_radius_sigma", setup.radiusSigma},
                     {"tool_radius", setup.toolRadius},
                     {"cost", costOf(step.cost)},
                     {"says", text::instruction(part, step, kReading)},
                     {"set", text::settings(part, step, kReading)},
                     {"check", text::inspections(part, step, kReading)},
                     {"mind", text::cautions(part, step, material, kReading)}};
    if (setup.tool->isDie()) {
        out["opening"] = setup.opening;
        out["set_with"] = text::setWith(setup, kReading);
        out["bottomed"] = setup.bottomed;
        out["force"] = setup.force;
        out["openings"] = openingsOf(operation, material);
        const auto in = static_cast<size_t>(operation.hold.childToFrame ? bend.child : bend.parent);
        if (setup.tool->die.throat > 0) out["to_frame"] = part.plates[in].id;
        if (setup.tool->isUpright()) out["down"] = part.plates[in].id;
        return out;
    }
    out["held"] = part.plates[static_cast<size_t>(sequence::clampedPlate(part, step))].id;
    out["toward"] = operation.hold.towardYou;
    out["beside"] = operation.hold.besideScrew;
    if (setup.tool->hasFingers()) out["fingers"] = setup.clampLength;
    out["hammered"] = setup.isHammered;
    if (setup.isHammered) return out;
    const sequence::Pull pull = sequence::pullOf(part, operation, step.before);
    out["lever"] = pull.lever;
    out["pull"] = pull.force;
    out["pipe"] = pull.withPipe;
    return out;
}

namespace {

ordered_json reasonsOf(const sequence::Stuck& stuck) {
    ordered_json all = ordered_json::array();
    for (const auto& [operation, obstacle] : stuck.reasons) {
        all.push_back({{"tool", operation.setup.tool->id},
                       {"says", text::inWords(obstacle, *operation.setup.tool->kind, kReading)},
                       {"about", obstacle.one.id}});
        if (!obstacle.place) continue;
        all.back()["turned"] = obstacle.atDeg;
        all.back()["place"] = {obstacle.place->x(), obstacle.place->y(), obstacle.place->z()};
    }
    for (const tool::Refusal& refusal : stuck.refusals)
        all.push_back({{"tool", refusal.toolId}, {"says", text::inWords(refusal, kReading)}});
    return all;
}

ordered_json stepsOf(const sequence::Settled& settled, const material::Material& material) {
    ordered_json all = ordered_json::array();
    for (const sequence::Step& step : settled.outcome.plan->steps)
        all.push_back(stepOf(settled.part, step, material));
    return all;
}

/// What is cut, drilled and trimmed round the bends.
ordered_json roundOf(const sequence::Settled& settled) {
    ordered_json all = ordered_json::array();
    for (const text::Task& task : text::tasksOf(settled.job, settled.part, *settled.outcome.plan, kReading))
        all.push_back(
            {{"id", task.id}, {"after_step", task.afterStep}, {"says", task.says}, {"why", task.why}});
    return all;
}

} // namespace

void writePlan(std::ostream& out, const std::string& file, const sequence::Settled& settled,
               const std::optional<sequence::Settled>& opposite, const material::Material& material) {
    const auto& [job, part, outcome, agrees] = settled;
    ordered_json shown{{"file", file}};
    if (outcome.plan) {
        if (opposite) shown["hand"] = part::handInWords(job.hand, false);
        shown["steps"] = stepsOf(settled, material);
        shown["round"] = roundOf(settled);
        if (opposite && opposite->outcome.plan)
            shown["opposite"] = {{"hand", part::handInWords(job.hand, true)},
                                 {"steps", stepsOf(*opposite, material)},
                                 {"round", roundOf(*opposite)}};
        shown["cost"] = outcome.plan->cost;
        shown["best"] = outcome.plan->isBest;
        shown["bound"] = outcome.plan->bound;
        shown["settled"] = agrees;
    } else {
        shown["steps"] = nullptr;
        shown["gave_up"] = outcome.gaveUp;
        if (const std::string says = text::notLookedFor(outcome); !says.empty()) shown["says"] = says;
        shown["stuck"] = ordered_json::array();
        for (const sequence::Stuck& stuck : outcome.stuck)
            shown["stuck"].push_back({{"bend", part.bends[static_cast<size_t>(stuck.bend)].id},
                                      {"says", text::inWords(part, stuck, kReading)},
                                      {"reasons", reasonsOf(stuck)}});
    }
    shown["steps_tried"] = outcome.stepsTried;
    shown["checks_made"] = outcome.checksMade;
    out << shown.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
