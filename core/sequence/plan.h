// The order: which bend first, in which tool, held where. The best plan by a stated cost, or why there is
// none.
#pragma once

#include "sequence/collisions.h"

#include <functional>
#include <map>

namespace goodfold::sequence {

/// What a step costs. Feasibility comes before any cost. The unit is a tenth of a millimetre that a hole is
/// likely to come out by; the rest is set against that.
struct Cost {
    double accuracy = 0; // 10 a tenth mm of placing (1 sigma), 10 a degree, 20 a mm that the radius is off
                         // the typed one, 0.3 a mm that fingers leave unheld
    double metal = 0;    // 300 where the radius made cracks the stock, 30 where it may, else 2 a mm that it
                         // comes out larger than it would have to
    double effort = 0;   // 20 for each 250 N at the lever, 12 to hammer, 5 for a hem to be shut, 12 for a lap
                         // that is closed before its other flange stands
    double sight = 0;    // 3 where the mark looks away from you
    double change = 0;   // from the step before: tool 40, its setting 15, turned over 8, end for end 6, to
                         // and fro 2, angle stop 3
    double sum() const { return accuracy + metal + effort + sight + change; }
};

/// Without the change from the step before. It never falls as more is made, but for the laps.
Cost costOf(const part::Part& part, const Operation& operation, BendSet made);
inline constexpr double kLapShut = 12;
/// Laps that the bend closes too early.
int lapsShut(const part::Part& part, int bend, BendSet made);
inline constexpr double kOtherTool = 40, kOtherSetting = 15, kTurnedOver = 8, kEndForEnd = 6, kOtherAngle = 3,
                        kOtherHold = 2;
/// What differs: the setting within one tool; the angle that is stopped at.
struct Changes {
    bool tool = false, setting = false, turnedOver = false, endForEnd = false, hold = false, angle = false;
};
Changes changesBetween(const part::Part& part, const Operation& before, const Operation& after);
double costOf(const Changes& changes);
double changeBetween(const part::Part& part, const Operation& before, const Operation& after);

/// Why a step is in another tool than the step before it.
struct ToolChange {
    const tool::Tool* from = nullptr;
    std::optional<Obstacle> obstacle = {};     // what would be in the way in that one
    std::optional<tool::Refusal> refusal = {}; // or why it will not do at all
    /// Else what is better here. Wished: the tool was settled. Whole: what follows is made in this one too.
    enum class Gain { None, Wished, Accuracy, Metal, Effort, Sight, Whole };
    Gain gain = Gain::None;
};

struct Step {
    Operation operation;
    BendSet before = 0; // bends that are made when it is begun
    Cost cost;
    std::optional<ToolChange> change = {};
};

/// Of plans that cost the same, one that works along the stock: the way from bend to bend is short.
struct Plan {
    std::vector<Step> steps;
    double cost = 0;
    bool isBest = false; // proven; else there is no plan that costs less than `bound`
    double bound = 0;
};

/// The bends in the order they are made.
std::vector<int> orderOf(const Plan& plan);

/// What the user has settled.
struct Wishes {
    std::map<int, std::string> tool;   // id, by bend
    std::vector<int> order;            // the first bends, in order; the rest is free
    std::map<int, double> radius;      // that its tool makes, by bend: where layout and plan have to settle
    std::map<int, job::DieChoice> die; // by bend
    std::map<int, job::Holds> holds;   // which leg, by bend
    bool isFree() const { return tool.empty() && order.empty() && die.empty() && holds.empty(); }
    /// Whether an operation is of the tool, the die, the held leg and the radius wished for its bend.
    bool allow(const Operation& operation) const;
};
/// What the job says of it.
Wishes wishesOf(const job::Job& job);

/// A bend that cannot be made, and what is in the way in each tool: at the best point that was reached, or,
/// of one that no point of any order lets be made, when it is the first.
struct Stuck {
    int bend = 0;
    BendSet made = 0;
    bool never = false; // at no point of any order
    struct Reason {
        Operation operation;
        Obstacle obstacle;
    };
    std::vector<Reason> reasons;         // one a tool, the furthest swing
    std::vector<tool::Refusal> refusals; // tools that will not do whatever the order
};

struct Outcome {
    std::optional<Plan> plan;
    std::vector<Stuck> stuck; // where there is no plan
    bool stopped = false;
    bool gaveUp = false;  // no plan was found among as many orders as are looked through: there may be one
    bool tooMany = false; // more bends than are planned at all
    size_t stepsTried = 0, checksMade = 0;
};

/// `goOn` is asked now and then with how many of the bends the best partial order has; false stops, with the
/// best plan that was found so far, if any.
using GoOn = std::function<bool(size_t bendsPlaced)>;

/// Points of the order, that is sets of bends made, that are looked through for a better plan than the first:
/// all there are of 13 bends; of 20 some 120 MB. With none the first plan that is found is given, which takes
/// a tenth of a second or so.
inline constexpr size_t kMostPoints = 10000;

Outcome plan(const part::Part& part, const material::Material& material, const tool::Shop& shop,
             const Wishes& wishes = {}, const GoOn& goOn = {}, size_t mostPoints = kMostPoints);

/// The same steps in another order or tool, judged: its cost, or the step that cannot be and what is in the
/// way. For "why not this order".
struct Judged {
    Plan plan; // up to the step that fails
    std::optional<Obstacle> obstacle;
};
Judged judge(const part::Part& part, Collisions& collisions, const std::vector<Operation>& steps);

} // namespace goodfold::sequence
