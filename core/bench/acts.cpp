#include "bench/acts.h"

#include "bench/leg.h"
#include "bench/words.h"
#include "check/to_hand.h"
#include "common/phrase.h"
#include "part/mark.h"
#include "text/lineup_words.h"
#include "text/names.h"
#include "text/step.h"
#include "text/tasks.h"

#include <algorithm>
#include <set>

namespace goodfold::bench {

using quantity::printMm;

Vec2 movedInFlat(const part::Part& part, const Left& left) {
    // As it is read: along the blank, or across it where the bend runs along.
    const double by = left.line - left.lineWas;
    const part::PartBend& bend = part.bends[static_cast<size_t>(left.step->operation.bend)];
    if (part::runsAlong(bend)) return {0, by};
    return {part.datum == job::Edge::Start ? by : -by, 0};
}

namespace {

void moveLine(part::Part& part, const Left& left) {
    const Vec2 by = movedInFlat(part, left);
    part::PartBend& bend = part.bends[static_cast<size_t>(left.step->operation.bend)];
    for (Segment* line : {&bend.near, &bend.centre, &bend.far}) {
        line->from += by;
        line->to += by;
    }
    for (Vec2& corner : bend.zoneInFlat)
        corner += by;
}

void moveHole(part::PartHole& hole, const Vec2& by) {
    hole.centreInFlat += by;
    hole.spineInFlat.from += by;
    hole.spineInFlat.to += by;
    for (PathVertex& vertex : hole.shapeInFlat)
        vertex.point += by;
}

} // namespace

SetStep asSet(const part::Part& part, const Left& left) {
    SetStep set{part, *left.step};
    moveLine(set.part, left);
    const double drawn = part.bends[static_cast<size_t>(left.step->operation.bend)].shape.angleDeg;
    set.step.operation.setup.loadedAngleDeg = left.push;
    set.step.operation.setup.restsAtDeg += left.angle - drawn;
    return set;
}

part::Part asSet(part::Part part, const Now& now) {
    for (const Left& left : now.left)
        moveLine(part, left);
    for (const MovedHole& moved : now.holes) {
        part::PartHole& hole = part.holes[static_cast<size_t>(moved.hole)];
        moveHole(hole, part.plates[static_cast<size_t>(hole.plate)].flatFromPlate.linear() * moved.by);
    }
    return part;
}

bool isDone(const Act& act, const part::Part& part, const Progress& progress) {
    if (act.kind != Act::Kind::Bend) return progress.done.contains(act.id);
    return progress.made[static_cast<size_t>(part.bendIndex(act.id))];
}

namespace {

class Acts {
public:
    Acts(const sequence::Settled& settled, const material::Material& material,
         const quantity::Reading& reading, const Now* now, const lineup::Mounting* stated,
         const hardware::Book& hardware)
        : hardware(hardware), stated(stated), job(settled.job), part(settled.part),
          plan(*settled.outcome.plan), material(material), reading(reading), now(now),
          tasks(text::tasksOf(job, part, plan, reading)), made(part.bends.size(), false) {
        for (const text::Task& task : tasks)
            if (!task.trims.empty()) untrimmed.insert(task.trims);
    }

    std::vector<Act> all() {
        fetch();
        doTasks(0);
        for (size_t i = 0; i < plan.steps.size(); ++i) {
            bend(i);
            doTasks(i + 1);
        }
        if (!plan.steps.empty()) add({Act::Kind::Rework, "rework", "Rework", reworkInWords()});
        add({Act::Kind::Check, "check", "Final check",
             "Measure the finished part. Within these limits every bolt goes in; beyond them, try it."});
        return std::move(acts);
    }

private:
    void add(Act act) { acts.push_back(std::move(act)); }

    // ---- before ---------------------------------------------------------------------------------------
    void fetch() {
        std::vector<std::string> lines;
        const auto size = [&](double mm) {
            return quantity::typesetSize(quantity::Length::mm(mm), reading.unit);
        };
        lines.push_back(material.name + ", " + size(part.thickness) + " thick, " +
                        printMm(part.blank.width, reading) + " wide, " + printMm(part.blank.length, reading) +
                        " long or more");
        std::set<std::string> tools;
        for (const sequence::Step& step : plan.steps) {
            std::string tool = capital(step.operation.setup.tool->name);
            if (const std::string with = text::setWith(step.operation.setup, reading); !with.empty())
                tool += ", " + with;
            if (tools.insert(tool).second) lines.push_back(tool);
        }
        const std::vector<std::string> sizes = text::drillSizes(part, reading);
        if (!sizes.empty()) lines.push_back("Drills: " + listed(sizes));
        const part::Folded folded = part::fold(part);
        const auto held = stated ? text::heldThere(*stated, *job.mount) : std::vector<check::HeldThere>();
        for (const check::Needed& each :
             check::fastenersOf({job, part, folded, material, reading, hardware}, held))
            lines.push_back(check::inWords(each));
        lines.push_back(
            "Rule, scriber, square, centre punch, file; eye protection and gloves for sharp edges");
        add({Act::Kind::Fetch, "fetch", "Fetch", "Lay these ready.", {}, lines});
    }

    void doTasks(size_t afterStep) {
        for (const text::Task& task : tasks) {
            if (task.afterStep != afterStep) continue;
            Act act{Act::Kind::Task, task.id, task.says.substr(0, task.says.find(' ')), task.says, task.why};
            if (task.isCut) {
                read(act, {Entry::Kind::Thickness, {}});
                if (part.form == job::StockForm::Bar) read(act, {Entry::Kind::Blank, {}});
            }
            if (afterStep == 0) readHoles(act, task.drills);
            if (!task.trims.empty() && untrimmed.erase(task.trims)) readLeg(act, part.plateIndex(task.trims));
            const bool isCut = task.isCut;
            if (isCut && part.form == job::StockForm::Bar)
                act.why +=
                    std::string(act.why.empty() ? "" : " ") +
                    "Lay the rule along one edge for every mark, and scribe with the square on that edge: an "
                    "end that is out of square then moves all marks alike.";
            add(std::move(act));
            if (isCut) marks();
        }
    }

    /// Those that a bolt goes through, and no more than one has the patience for.
    void readHoles(Act& act, const std::vector<std::string>& drilled) const {
        constexpr size_t kPatience = 4;
        for (const job::Tie& tie : job.ties)
            if (act.reads.size() < kPatience && part.holeIndex(tie.hole) >= 0) {
                const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(tie.hole))];
                if (std::find(drilled.begin(), drilled.end(), hole.source) != drilled.end())
                    read(act, {Entry::Kind::Hole, {tie.hole}});
            }
    }

    void read(Act& act, const Entry& entry) const {
        act.reads.push_back({entry, measureInWords(entry, part, made)});
    }

    // ---- marks ----------------------------------------------------------------------------------------
    void marks() {
        // Where they are now; one that is moved stays in its place among them, as it was announced.
        const part::Part set = now ? asSet(part, *now) : part;
        const std::vector<part::Mark> drawn = scribed(part);
        std::vector<part::Mark> moved = scribed(set);
        for (size_t i = 0; i < drawn.size(); ++i) {
            const part::Mark& was = drawn[i];
            const auto is = std::find_if(moved.begin(), moved.end(), [&](const part::Mark& mark) {
                return mark.kind == was.kind && mark.about == was.about && mark.name == was.name;
            });
            Act act{Act::Kind::Mark, "m" + std::to_string(i + 1),
                    "Mark " + std::to_string(i + 1) + " of " + std::to_string(drawn.size()),
                    was.kind == part::Mark::Kind::SetLine ? lineInWords(was) : pointInWords(*is, was)};
            moved.erase(is); // a slot has two alike
            act.about = was.about;
            act.mark = was.name;
            add(std::move(act));
        }
    }

    static std::vector<part::Mark> scribed(const part::Part& of) {
        std::vector<part::Mark> all = part::marksOf(of);
        std::erase_if(all, [](const part::Mark& mark) {
            return mark.afterBending || mark.isThere || !isScribed(mark.kind);
        });
        return all;
    }

    /// What is set and punched; a bend's start, middle and end only guide the eye.
    static bool isScribed(part::Mark::Kind kind) {
        using enum part::Mark::Kind;
        return kind != BendStart && kind != BendCentre && kind != BendEnd;
    }

    std::string pointInWords(const part::Mark& mark, const part::Mark& drawn) const {
        std::string says = mark.name.empty() ? capital(part::nameOf(mark.kind)) : mark.name;
        says += ": " + printMm(mark.along, reading) + " from the " + std::string(text::nameOfEnd(part.datum));
        if (part::isPunched(mark.kind))
            says += ", " + printMm(mark.across, reading) + " from the lower edge. Punch it";
        says += mark.onBack ? ", on the back." : ", on the face.";
        if (mark.along == drawn.along && mark.across == drawn.across) return says;
        says += " It was planned at " + printMm(drawn.along, reading);
        if (mark.across != drawn.across) says += ", " + printMm(drawn.across, reading);
        return says + ".";
    }

    std::string lineInWords(const part::Mark& mark) const {
        const sequence::Step* step = stepOf(mark.about.id);
        if (!step) return pointInWords(mark, mark);
        const SetStep set = setStep(*step);
        const sequence::StepMark at = sequence::markOf(set.part, set.step);
        std::string says = "Bend " + mark.about.id + "'s line: " + text::placeOf(set.part, at, reading) +
                           (at.onFace ? ", on the face" : ", on the back") + ". Scribe it square.";
        if (const Left* left = leftOf(*step); left && left->line != left->lineWas)
            says += " It was planned at " + printMm(left->lineWas, reading) + ".";
        return says;
    }

    // ---- bends ----------------------------------------------------------------------------------------
    const sequence::Step* stepOf(const std::string& bend) const {
        for (const sequence::Step& step : plan.steps)
            if (part.bends[static_cast<size_t>(step.operation.bend)].id == bend) return &step;
        return nullptr;
    }

    const Left* leftOf(const sequence::Step& step) const {
        if (now)
            for (const Left& left : now->left)
                if (left.step == &step) return &left;
        return nullptr;
    }

    SetStep setStep(const sequence::Step& step) const {
        const Left* left = leftOf(step);
        return left ? asSet(part, *left) : SetStep{part, step};
    }

    void bend(size_t index) {
        const sequence::Step& step = plan.steps[index];
        const part::PartBend& of = part.bends[static_cast<size_t>(step.operation.bend)];
        const SetStep set = setStep(step);
        Act act{Act::Kind::Bend, of.id, "Bend " + of.id, text::instruction(set.part, set.step, reading)};
        if (const Left* left = leftOf(step)) act.why = inWords(*left, part, reading);
        act.about = job::Element::bend(of.id);
        act.step = index;
        made[static_cast<size_t>(step.operation.bend)] = true;
        read(act, {Entry::Kind::Pushed, {of.id}});
        read(act, {Entry::Kind::Angle, {of.id}});
        for (const int plate : {of.parent, of.child})
            readLeg(act, plate);
        add(std::move(act));
    }

    /// Where it has both its ends, and nothing is left on them.
    void readLeg(Act& act, int plate) const {
        for (const bool atStart : {true, false}) {
            const auto end = legEnd(part, plate, atStart, made);
            if (!end) return;
            if (end->bend < 0 && untrimmed.contains(part.plates[static_cast<size_t>(end->plate)].id)) return;
        }
        read(act, {Entry::Kind::Outside, {part.plates[static_cast<size_t>(plate)].id}});
    }

    std::string reworkInWords() const {
        constexpr double kSure = 0.9;
        if (!now || now->best.odds >= kSure) return "Nothing has to be done again.";
        if (!now->known.progress.isFormed()) return "First bend it.";
        if (now->rework.empty())
            return "Nothing was found that would help. Try it; if it does not go on, begin again with what "
                   "was "
                   "learned.";
        return "What would help, each with the odds that it gives:";
    }

    const hardware::Book& hardware;
    const lineup::Mounting* stated;
    const job::Job& job;
    const part::Part& part;
    const sequence::Plan& plan;
    const material::Material& material;
    const quantity::Reading& reading;
    const Now* now;
    std::vector<text::Task> tasks;
    std::vector<Act> acts;
    Piece::Made made;                // as far as the acts have come
    std::set<std::string> untrimmed; // legs on which something is still left
};

} // namespace

std::vector<Act> actsOf(const sequence::Settled& settled, const material::Material& material,
                        const quantity::Reading& reading, const Now* now, const lineup::Mounting* stated,
                        const hardware::Book& hardware) {
    return Acts(settled, material, reading, now, stated, hardware).all();
}

} // namespace goodfold::bench
