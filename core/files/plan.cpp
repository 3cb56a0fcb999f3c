#include "files/plan.h"

#include "bend/forming.h"
#include "text/reasons.h"
#include "text/step.h"
#include "text/tasks.h"

#include <nlohmann/json.hpp>

#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

const quantity::Reading kReading = quantity::Reading::millimetres();

ordered_json costOf(const sequence::Cost& cost) {
    return {
        {"accuracy", cost.accuracy}, {"effort", cost.effort}, {"sight", cost.sight}, {"change", cost.change}};
}

ordered_json stepOf(const part::Part& part, const sequence::Step& step) {
    const sequence::Operation& operation = step.operation;
    const tool::Setup& setup = operation.setup;
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    const sequence::StepMark mark = sequence::markOf(part, step);
    ordered_json out{{"bend", bend.id},
                     {"tool", setup.tool->id},
                     {"face_in", sequence::faceInside(part, operation.bend)},
                     {"mark",
                      {{"at", mark.at},
                       {"across", mark.isAcross},
                       {"on", mark.onFace ? "face" : "back"},
                       {"flush_with", mark.flushWith}}},
                     {"push_to", setup.loadedAngleDeg},
                     {"comes_back_to", step.operation.setup.restsAtDeg},
                     {"springback_by_formula", setup.springbackByFormula},
                     {"inside_radius", setup.insideRadius},
                     {"cost", costOf(step.cost)},
                     {"says", text::instruction(part, step, kReading)},
                     {"set", text::settings(part, step, kReading)},
                     {"check", text::inspections(part, step, kReading)},
                     {"mind", text::cautions(part, step, kReading)}};
    if (setup.tool->isDie()) {
        out["opening"] = setup.opening;
        out["set_with"] = text::setWith(setup, kReading);
        out["bottomed"] = setup.bottomed;
        out["force"] = setup.force;
        if (setup.tool->die.throat > 0)
            out["to_frame"] =
                part.plates[static_cast<size_t>(operation.hold.childToFrame ? bend.child : bend.parent)].id;
        return out;
    }
    out["held"] = part.plates[static_cast<size_t>(sequence::clampedPlate(part, step))].id;
    out["toward"] = operation.hold.towardYou;
    out["beside"] = operation.hold.besideScrew;
    if (setup.tool->hasFingers()) out["fingers"] = setup.clampLength;
    const double free = sequence::flatReach(part, operation, step.before, !operation.holdsChild);
    out["lever"] = tool::leverOf(*setup.tool, free);
    out["pull"] = bend::handPull(setup.moment, tool::leverOf(*setup.tool, free));
    return out;
}

ordered_json reasonsOf(const sequence::Stuck& stuck) {
    ordered_json all = ordered_json::array();
    for (const auto& [operation, obstacle] : stuck.reasons) {
        all.push_back({{"tool", operation.setup.tool->id},
                       {"says", text::inWords(obstacle, kReading)},
                       {"about", obstacle.one.id}});
        if (!obstacle.place) continue;
        all.back()["turned"] = obstacle.atDeg;
        all.back()["place"] = {obstacle.place->x(), obstacle.place->y(), obstacle.place->z()};
    }
    return all;
}

} // namespace

void writePlan(std::ostream& out, const std::string& file, const job::Job& job, const part::Part& part,
               const sequence::Outcome& outcome) {
    ordered_json shown{{"file", file}};
    if (outcome.plan) {
        shown["steps"] = ordered_json::array();
        for (const sequence::Step& step : outcome.plan->steps)
            shown["steps"].push_back(stepOf(part, step));
        shown["round"] = ordered_json::array();
        for (const text::Task& task : text::tasksOf(job, part, *outcome.plan, kReading))
            shown["round"].push_back(
                {{"after_step", task.afterStep}, {"says", task.says}, {"why", task.why}});
        shown["cost"] = outcome.plan->cost;
        shown["best"] = outcome.plan->isBest;
        shown["bound"] = outcome.plan->bound;
    } else {
        shown["steps"] = nullptr;
        shown["gave_up"] = outcome.gaveUp;
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
