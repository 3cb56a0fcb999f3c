// What a plan of bending found out, as far as rules speak of it. Made by text/plan_facts.
#pragma once

#include "check/remedy.h"

#include <vector>

namespace goodfold::check {

struct PlanFacts {
    /// A bend that no order makes.
    struct NotMade {
        std::string bend;
        std::string why; // a sentence for each tool
    };
    /// A bend and the radius that its tool makes.
    struct Formed {
        std::string bend;
        std::string tool;
        double insideRadius;
    };
    std::vector<NotMade> notMade;
    std::vector<Formed> formed; // in the order of the steps; empty where there is no plan
    bool isSettled = false;     // the user settled tools or an order
    std::vector<Remedy> mends;  // of what no order makes, the best first
};

} // namespace goodfold::check
