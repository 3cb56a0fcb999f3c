// What is done round the bends: cut, drilled and deburred before, trimmed and drilled after, and why there.
#pragma once

#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::text {

struct Task {
    size_t afterStep = 0; // 0: before the first bend
    std::string says;     // "Drill h1 and h2, 6.6 mm."
    std::string why;
    std::vector<std::string> drills = {}; // holes of the job that it makes
    std::string id = {};                  // t1, t2, ... in the order they are done
    bool isCut = false;                   // the blank is cut, and what is scribed comes next
    std::string trims = {};               // the leg that it takes what was left off
};

/// In the order they are done. What was left on a leg is trimmed as soon as the leg's own bends are made: its
/// work as a lever is over, and the plan reckons with it gone.
std::vector<Task> tasksOf(const job::Job& job, const part::Part& part, const sequence::Plan& plan,
                          const quantity::Reading& reading);

/// Of the drills that its holes and slots take, each once, the smallest first; none of holes that are there.
std::vector<std::string> drillSizes(const part::Part& part, const quantity::Reading& reading);

/// Where a hole is on the formed part, from what is there to measure from: along its leg and across it, each
/// from the nearest bend, else from the leg's start and its right edge. "14.0 from the outside corner of bend
/// 1 and 10.0 from its right edge, on leg B".
std::string placeInFormed(const part::Part& part, const part::PartHole& hole,
                          const quantity::Reading& reading);

} // namespace goodfold::text
