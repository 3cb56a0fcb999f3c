// "I cut it at 157": what a blank of another length makes of the part, and which leg had best take it.
#pragma once

#include "part/part.h"

namespace goodfold::edit {

using namespace job;

struct CutOutcome {
    std::string plate; // the leg that takes the difference
    double length;     // what its length becomes, as the job states it
    double holesOff;   // largest change of distance between two holes of the formed part; 0: all still fit
    Job job;           // with that leg changed, and holes kept to their bends
};

/// The ways to make a bar of a blank that was cut at `cutLength`, the one that leaves the holes right first,
/// among equals the one that takes least of its leg. Legs that would have nothing straight left cannot take
/// it.
std::vector<CutOutcome> afterCutting(const Job& job, const material::Material& material, double cutLength);

} // namespace goodfold::edit
