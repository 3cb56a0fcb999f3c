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
    /// A bend and what its tool makes of it.
    struct Formed {
        enum class By { Edge, Nose, Round, Die };
        std::string bend;
        std::string tool; // its name
        By by = By::Edge;
        double insideRadius = 0;
        double sigma = 0;   // of it
        double opening = 0; // of its die
    };
    /// What a tool of the shop would make of a bend, whatever else the part has.
    struct Option {
        std::string bend;
        std::string tool; // its id
        std::string name;
        double insideRadius = 0;
    };
    /// A bend that somebody pulls over with more than is planned for one.
    struct HeavyPull {
        std::string bend;
        double newtons = 0;
        double lever = 0;  // mm, that it is pulled at
        double wanted = 0; // mm, at which the planned pull would do
        std::string plate; // whose free end could be left longer; empty where none ends free
        double more = 0;   // mm to leave on it for that
    };
    std::vector<NotMade> notMade;
    std::vector<Formed> formed;  // in the order of the steps; empty where there is no plan
    std::vector<Option> options; // of bends whose radius may crack, rising
    std::vector<HeavyPull> heavy;
    std::string notLookedFor; // why no order was found out, where that is not known either way
    bool agrees = true;       // the layout has the radii that the tools make, wherever none is typed
    bool isSettled = false;   // the user settled tools or an order
    std::optional<std::vector<Remedy>> mends; // of what no order makes, the best first; null: not looked for
};

} // namespace goodfold::check
