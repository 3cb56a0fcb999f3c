#include "text/tasks.h"

#include "part/mark.h"
#include "text/names.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <numbers>
#include <set>

namespace goodfold::text {

using quantity::printMm;

std::vector<std::string> drillSizes(const part::Part& part, const quantity::Reading& reading) {
    std::set<double> drills;
    for (const part::PartHole& hole : part.holes)
        if (!hole.isThere && (hole.isRound() || hole.isSlot())) drills.insert(hole.diameter);
    std::vector<std::string> sizes;
    for (const double each : drills)
        sizes.push_back(quantity::typesetSize(quantity::Length::mm(each), reading.unit));
    return sizes;
}

std::string placeInFormed(const part::Part& part, const part::PartHole& hole,
                          const quantity::Reading& reading) {
    const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
    const Vec2 at = hole.centreOfShape(), own = plate.flatFromPlate.inverse() * at;
    std::vector<int> bends = plate.childBends;
    if (plate.parentBend >= 0) bends.push_back(plate.parentBend);
    // Along the leg and across it, each from the nearest bend that runs square to that way.
    std::array<std::string, 2> says{printMm(own.x(), reading) + " from its start",
                                    printMm(own.y(), reading) + " from its right edge"};
    std::array<double, 2> nearest;
    nearest.fill(std::numeric_limits<double>::infinity());
    const Vec2 along = plate.flatFromPlate.linear() * Vec2(1, 0);
    for (const int index : bends) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        const size_t way = std::abs(bend.across.dot(along)) > std::numbers::sqrt2 / 2 ? 0 : 1;
        const double toLine = distance(at, bend.child == hole.plate ? bend.far : bend.near);
        if (toLine >= nearest[way]) continue;
        nearest[way] = toLine;
        says[way] = printMm(toLine + bend.outsideSetback, reading) +
                    (bend.shape.angleDeg > 90 ? " from the outer face of bend "
                                              : " from the outside corner of bend ") +
                    bend.id;
    }
    return says[0] + " and " + says[1] + ", on leg " + plate.id;
}

namespace {

/// h2 before h17.
std::string listedInOrder(std::vector<std::string> names) {
    std::sort(names.begin(), names.end(), [](const std::string& a, const std::string& b) {
        return a.size() != b.size() ? a.size() < b.size() : a < b;
    });
    return listedInRuns(names);
}

class Tasks {
public:
    Tasks(const job::Job& job, const part::Part& part, const sequence::Plan& plan,
          const quantity::Reading& reading)
        : job(job), part(part), plan(plan), reading(reading) {}

    std::vector<Task> all() {
        strip();
        cut();
        reliefs();
        holes(false);
        add(0, "Deburr every edge and hole, those on the outside of a bend first.",
            "A burr on the stretched side starts a crack, one under the tool sets the part askew.");
        trims();
        squeezes();
        holes(true);
        rivets();
        if (cutsAfterBending()) add(last(), "Deburr what was cut since.", "Hands and bolts meet it next.");
        coat();
        std::stable_sort(tasks.begin(), tasks.end(),
                         [](const Task& a, const Task& b) { return a.afterStep < b.afterStep; });
        for (size_t i = 0; i < tasks.size(); ++i)
            tasks[i].id = "t" + std::to_string(i + 1);
        return std::move(tasks);
    }

private:
    size_t last() const { return plan.steps.size(); }
    void add(size_t afterStep, std::string says, std::string why, std::vector<std::string> drills = {}) {
        tasks.push_back({afterStep, std::move(says), std::move(why), std::move(drills)});
    }

    /// Which way the piece lies whose holes are there.
    void strip() {
        std::vector<std::string> places;
        for (const part::PartHole& hole : part.holes)
            if (hole.isThere)
                places.push_back(
                    hole.id + " " +
                    quantity::typeset(quantity::Length::mm(part::alongBlank(part, hole.centreInFlat)),
                                      reading));
        if (places.empty()) return;
        add(0,
            "Take the piece whose holes are there, and lay it so that they stand from its " +
                std::string(nameOfEnd(part.datum)) + ": " + listed(places) + ".",
            "Lain the other way round, every bend comes to the wrong place.");
    }

    void cut() {
        const std::string size =
            printMm(part.blank.length, reading) + " × " + printMm(part.blank.width, reading);
        const std::string end(nameOfEnd(part.datum));
        if (part.form == job::StockForm::Bar || isRectangle(part.blank.outline))
            add(0, "Cut the blank, " + size + ", and scribe all lines from its " + end + ".",
                "One end to measure from, so that no error is carried from line to line.");
        else
            add(0,
                "Cut a rectangle, " + size + ", and scribe all lines from its " + end +
                    " and lower edge; then cut the outline.",
                "The edges to measure from are there only until the outline is cut.");
        tasks.back().isCut = true;
    }

    bool isRectangle(const Path& outline) const {
        constexpr double kSameArea = 1e-3; // of the rectangle round it
        const Vec2 sizes = boxOf(outline).sizes();
        return std::abs(areaOf(outline)) > (1 - kSameArea) * sizes.x() * sizes.y();
    }

    bool cutsAfterBending() const {
        const auto isLater = [](const part::PartHole& hole) { return hole.afterBending; };
        const auto isLeftOn = [](const job::Plate& plate) {
            return std::any_of(plate.ends.begin(), plate.ends.end(),
                               [](const auto& end) { return end.second.extra > 0; });
        };
        return std::any_of(part.holes.begin(), part.holes.end(), isLater) ||
               std::any_of(job.plates.begin(), job.plates.end(), isLeftOn);
    }

    /// A relief is there to stop a tear, so it is there before the bend.
    void reliefs() {
        std::vector<std::string> drilled, sawn;
        for (const part::PartBend& bend : part.bends) {
            if (bend.relief.kind == job::Relief::Kind::Round)
                drilled.push_back("bend " + bend.id);
            else if (bend.relief.kind != job::Relief::Kind::None)
                sawn.push_back("bend " + bend.id);
        }
        if (!drilled.empty())
            add(0, "Drill the reliefs of " + listed(drilled) + " first, then saw to them.",
                "The hole stops the saw cut where the bend begins, and the bend from tearing on.");
        if (!sawn.empty())
            add(0, "Saw the reliefs of " + listed(sawn) + ".",
                "Bent without them the metal beside the bend tears or bulges.");
    }

    /// Round holes, and slots whose ends are; the rest is sawn and filed.
    static bool isDrilled(const part::PartHole& hole) { return hole.isRound() || hole.isSlot(); }

    struct Drill {
        int count = 0;
        std::vector<std::string> names;
    };

    /// Each drill once, the small ones first.
    void drills(const std::map<double, Drill>& round, const std::map<double, Drill>& ends) {
        const auto size = [&](double mm) {
            return quantity::typesetSize(quantity::Length::mm(mm), reading.unit);
        };
        const char* why =
            "Flat stock lies and clamps well under the drill, and the places are measured from one end.";
        for (const auto& [diameter, drill] : round)
            add(0,
                "Drill " + std::to_string(drill.count) + (drill.count == 1 ? " hole" : " holes") + " of " +
                    size(diameter) + ": " + listedInOrder(drill.names) + ".",
                std::exchange(why, "Each drill is put in once."), drill.names);
        for (const auto& [diameter, drill] : ends)
            add(0,
                "Drill the ends of " + listedInOrder(drill.names) + ", " + std::to_string(drill.count) +
                    " holes of " + size(diameter) + ", and saw and file out what is between.",
                "Drilled ends are round and in their place; a file follows them.", drill.names);
    }

    void holes(bool after) {
        std::vector<std::string> sawn;
        std::map<double, Drill> round, ends;                  // by diameter: holes, and ends of slots
        std::map<std::string, std::vector<std::string>> sunk; // by how
        for (const part::PartHole& hole : part.holes) {
            if (hole.afterBending != after || hole.isThere) continue;
            if (isDrilled(hole)) {
                Drill& drill = (hole.isRound() ? round : ends)[hole.diameter];
                drill.count += hole.isRound() ? 1 : 2;
                if (hole.id == hole.source) drill.names.push_back(hole.source);
            }
            if (hole.id != hole.source) continue; // a pattern once
            if (!isDrilled(hole)) sawn.push_back(hole.source);
            if (hole.isSunk()) sunk[workOn(hole, reading.unit)].push_back(hole.source);
        }
        if (!after && !sawn.empty())
            add(0, "Drill the corners of " + listedInOrder(sawn) + ", saw them out and file to the line.",
                "A corner that is drilled is round, and the blade gets in there.", sawn);
        if (!after) drills(round, ends);
        if (after)
            for (const part::PartHole& hole : part.holes)
                if (hole.afterBending && hole.id == hole.source)
                    add(last(),
                        (isDrilled(hole) ? "Drill " : "Saw out ") + hole.source + ", " +
                            placeInFormed(part, hole, reading) + ".",
                        "So near a bend it would be drawn oval, or its place is only right in the formed "
                        "part.",
                        {hole.source});
        for (const auto& [how, names] : sunk)
            add(after ? last() : 0, sentence(how + ": " + listedInOrder(names)),
                "With the hole, while the part is still clamped.");
    }

    void trims() {
        for (size_t i = 0; i < part.plates.size(); ++i)
            for (const job::Edge edge : {job::Edge::Start, job::Edge::End}) {
                const Polygon left = part::leftOn(part, static_cast<int>(i), edge);
                if (left.empty()) continue;
                const double extra = job.findPlate(part.plates[i].id)->ends.at(edge).extra;
                const double length = part::lengthTo(part, static_cast<int>(i), job::DimensionTo::Outside);
                add(stepThatEnds(sequence::bendsOf(part, static_cast<int>(i))),
                    "Trim leg " + part.plates[i].id + ": " + printMm(extra, reading) + " off its end, to " +
                        printMm(length, reading) + " outside.",
                    "It was left on to hold or pull on. From here it would only be in the way.");
                tasks.back().trims = part.plates[i].id;
            }
    }

    /// What was left open for its ears.
    void squeezes() {
        for (const job::Bend& bend : job.bends) {
            const double angle = part.bends[static_cast<size_t>(part.bendIndex(bend.id))].shape.angleDeg;
            if (tool::restsAtDeg(angle) == angle) continue;
            std::string says = "Squeeze bend " + bend.id + " shut";
            says += bend.wrap ? " round " + printMm(bend.wrap->pipe, reading) +
                                    " bar or its pipe, until the ears stand " +
                                    printMm(bend.wrap->gap, reading) + " apart."
                              : " to " + quantity::printNumber(angle, 1) + "°.";
            add(last(), std::move(says), "Shut any sooner it would leave no room to bend its ears.");
        }
    }

    /// The step after which all of them are made.
    size_t stepThatEnds(sequence::BendSet bends) const {
        sequence::BendSet made = 0;
        for (size_t i = 0; i < plan.steps.size(); ++i) {
            made |= sequence::BendSet{1} << plan.steps[i].operation.bend;
            if ((made & bends) == bends) return i + 1;
        }
        return last();
    }

    void rivets() {
        std::vector<std::string> riveted;
        for (const job::Plate& plate : job.plates)
            for (const job::Hole& hole : plate.holes)
                if (hole.fastener && hole.fastener->use == job::Fastener::Use::Rivet)
                    riveted.push_back(hole.id);
        if (!riveted.empty())
            add(last(), "Rivet " + listedInOrder(riveted) + ".", "What they join lies together only now.");
    }

    /// As thick as holes and faces were reckoned with.
    void coat() {
        if (job.coat <= 0) return;
        std::vector<std::string> tapped;
        for (const part::PartHole& hole : part.holes)
            if (!hole.thread.empty()) tapped.push_back(hole.id);
        const std::string plugged = tapped.empty() ? "" : ", " + listedInOrder(tapped) + " plugged";
        add(last(),
            "Coat it, " + quantity::printSize(quantity::Length::mm(job.coat), reading.unit) +
                " on each side" + plugged + ".",
            "Its holes and faces were reckoned with that: thicker, bolts are short of room.");
    }

    const job::Job& job;
    const part::Part& part;
    const sequence::Plan& plan;
    const quantity::Reading& reading;
    std::vector<Task> tasks;
};

} // namespace

std::vector<Task> tasksOf(const job::Job& job, const part::Part& part, const sequence::Plan& plan,
                          const quantity::Reading& reading) {
    return Tasks(job, part, plan, reading).all();
}

} // namespace goodfold::text
