// The figures that a tool is described by: their names in the file and for people, and what they may be. One
// list for reading, writing, checking and showing them.
#pragma once

#include "tool/tool.h"

#include <string_view>

namespace goodfold::tool {

struct Parameter {
    enum class Unit { Length, Degrees, Newtons };
    std::string_view key;  // in the file; "clamp.lift" is the lift of its clamp
    std::string_view says; // "opens by"; {names} in it are the kind's own
    Unit unit;
    double least, most;
    double& (*in)(Tool&);
    bool (*isOf)(const Tool&); // whether tools like this have it
};

const std::vector<Parameter>& parameters();
/// What its owner calls it: "moving jaw reaches down", of a brake "bed reaches back".
std::string nameOf(const Parameter& parameter, const Tool& tool);
const Parameter* findParameter(std::string_view key);

} // namespace goodfold::tool
