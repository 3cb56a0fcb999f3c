#include "tool/parameters.h"

#include <algorithm>

namespace goodfold::tool {

namespace {

constexpr double kLeast = 1e-3, kMost = 10000; // mm

bool any(const Tool&) {
    return true;
}
bool clamps(const Tool& tool) {
    return !tool.isDie();
}
bool isDie(const Tool& tool) {
    return tool.isDie();
}
bool isPress(const Tool& tool) {
    return tool.kind->drive == Kind::Drive::Press;
}
bool isClipOn(const Tool& tool) {
    return tool.isDie() && tool.isUpright();
}
bool isUpright(const Tool& tool) {
    return tool.isUpright();
}
bool swings(const Tool& tool) {
    return tool.kind->form == Kind::Form::Swing;
}
bool hasStop(const Tool& tool) {
    return tool.kind->hasStop;
}
bool slopes(const Tool& tool) {
    return clamps(tool) && !tool.isPickedByRadius();
}

} // namespace

const std::vector<Parameter>& parameters() {
    using enum Parameter::Unit;
    static const std::vector<Parameter> all{
        {"length", "longest bend", Length, kLeast, kMost, [](Tool& t) -> double& { return t.length; }, any},
        {"thickest", "thickest mild steel over that length", Length, kLeast, 100,
         [](Tool& t) -> double& { return t.thickest; }, any},
        {"most_angle", "bends up to", Degrees, 1, 350, [](Tool& t) -> double& { return t.mostAngleDeg; },
         any},
        {"lever", "lever", Length, 0, kMost, [](Tool& t) -> double& { return t.lever; }, clamps},
        {"clamp.inner_depth", "{inner} reaches {back}", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.clamp.innerDepth; }, clamps},
        {"clamp.inner_height", "{inner}'s {height}", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.clamp.innerHeight; }, clamps},
        {"clamp.top_angle", "{inner}'s {top} falls away by", Degrees, 0, 85,
         [](Tool& t) -> double& { return t.clamp.topDeg; }, slopes},
        {"clamp.outer_depth", "{outer} reaches {back}", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.clamp.outerDepth; }, clamps},
        {"clamp.outer_height", "{outer}'s {height}", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.clamp.outerHeight; }, clamps},
        {"clamp.lift", "opens by", Length, 0, kMost, [](Tool& t) -> double& { return t.clamp.lift; }, any},
        {"clamp.least_grip", "needs to hold at least", Length, 0, 1000,
         [](Tool& t) -> double& { return t.clamp.leastGrip; }, clamps},
        {"clamp.least_free", "needs past the bend at least", Length, 0, 1000,
         [](Tool& t) -> double& { return t.clamp.leastFree; }, clamps},
        {"bench.screw_depth", "jaw top down to the screw", Length, 0, kMost,
         [](Tool& t) -> double& { return t.bench.screwDepth; }, isUpright},
        {"bench.screw_width", "screw's width", Length, 0, kMost,
         [](Tool& t) -> double& { return t.bench.screwWidth; }, isUpright},
        {"bench.below", "jaw top down to the bench", Length, 0, kMost,
         [](Tool& t) -> double& { return t.bench.below; }, isUpright},
        {"bench.edge", "fixed jaw to the bench's edge", Length, -kMost, kMost,
         [](Tool& t) -> double& { return t.bench.edge; }, isUpright},
        {"bench.wall", "fixed jaw to the wall", Length, 0, kMost,
         [](Tool& t) -> double& { return t.bench.wall; }, isUpright},
        {"apron.thickness", "apron's thickness", Length, 0, kMost,
         [](Tool& t) -> double& { return t.apron.thickness; }, swings},
        {"apron.width", "apron's width", Length, 0, kMost, [](Tool& t) -> double& { return t.apron.width; },
         swings},
        {"die.angle", "angle of V and punch", Degrees, 20, 160,
         [](Tool& t) -> double& { return t.die.angleDeg; }, isDie},
        {"die.height", "die's height", Length, kLeast, kMost, [](Tool& t) -> double& { return t.die.height; },
         isDie},
        {"die.width", "die's width", Length, kLeast, kMost, [](Tool& t) -> double& { return t.die.width; },
         isDie},
        {"die.punch_width", "punch's width", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.die.punchWidth; }, isDie},
        {"die.punch_height", "punch's height", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.die.punchHeight; }, isDie},
        {"die.punch_flat", "flat across the punch's tip", Length, 0, 100,
         [](Tool& t) -> double& { return t.die.punchFlat; }, isDie},
        {"die.spread_from", "halves together it opens, 0 for one piece", Length, 0, kMost,
         [](Tool& t) -> double& { return t.die.spreadFrom; }, isPress},
        {"die.rated_force", "rated force", Newtons, 1, 1e8,
         [](Tool& t) -> double& { return t.die.ratedForce; }, isDie},
        {"die.between", "between the columns", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.die.between; }, isDie},
        {"die.throat", "punch back to the frame, 0 for none", Length, 0, kMost,
         [](Tool& t) -> double& { return t.die.throat; }, isPress},
        {"die.bed_width", "bed's width", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.die.bedWidth; }, isPress},
        {"die.jaw_above", "jaws reach above the bend", Length, 0, kMost,
         [](Tool& t) -> double& { return t.die.jawAbove; }, isClipOn},
        {"die.jaw_below", "jaws reach below the bend", Length, kLeast, kMost,
         [](Tool& t) -> double& { return t.die.jawBelow; }, isClipOn},
        {"least_fold", "takes at least", Length, 0, kMost, [](Tool& t) -> double& { return t.leastFold; },
         hasStop},
        {"most_fold", "takes at most", Length, kLeast, kMost, [](Tool& t) -> double& { return t.mostFold; },
         hasStop},
        {"mark_offset", "its line is set further on by", Length, -50, 50,
         [](Tool& t) -> double& { return t.markOffset; }, any},
        {"place_sigma", "set to its line, two times in three within", Length, kLeast, 10,
         [](Tool& t) -> double& { return t.placeSigma; }, any},
        {"angle_sigma", "angle reached, two times in three within", Degrees, kLeast, 20,
         [](Tool& t) -> double& { return t.angleSigma; }, any},
        {"square_sigma", "set square within, 0 where not known", Degrees, 0, 20,
         [](Tool& t) -> double& { return t.squareSigma; }, any},
        {"radius_sigma", "radius made within, 0 where not known", Length, 0, 10,
         [](Tool& t) -> double& { return t.radiusSigma; }, any}};
    return all;
}

std::string nameOf(const Parameter& parameter, const Tool& tool) {
    const Kind& kind = *tool.kind;
    std::string says(parameter.says);
    for (const auto& [name, own] : {std::pair<std::string_view, std::string_view>{"{inner}", kind.innerNamed},
                                    {"{outer}", kind.outerNamed},
                                    {"{back}", kind.isUpright ? "down" : "back"},
                                    {"{height}", kind.isUpright ? "thickness" : "height"},
                                    {"{top}", kind.isUpright ? "top" : "front"}})
        if (const size_t at = says.find(name); at != std::string::npos) says.replace(at, name.size(), own);
    return says;
}

const Parameter* findParameter(std::string_view key) {
    const auto found = std::find_if(parameters().begin(), parameters().end(),
                                    [&](const Parameter& f) { return f.key == key; });
    return found == parameters().end() ? nullptr : &*found;
}

} // namespace goodfold::tool
