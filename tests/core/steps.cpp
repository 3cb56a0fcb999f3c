// What goes with the order of bending: the words of each step, what is done round the bends, what the user
// settled, and what the tools have to say about the part.
#include "core/sheet_support.h"
#include "core/shop_support.h"
#include "sequence/mend.h"
#include "text/plan_facts.h"
#include "text/reasons.h"
#include "text/step.h"
#include "text/tasks.h"

namespace goodfold::steps_test {

using job::Edge;
using sequence::Operation;
using test::only;

namespace {

/// What the rules of the plan find, and no others.
std::vector<check::Finding> planFindings(const sequence::Settled& settled, const tool::Shop& shop) {
    const auto reading = quantity::Reading::millimetres();
    const part::Folded folded = part::fold(settled.part);
    const check::PlanFacts facts = text::factsOf(settled, test::hotRolled(), shop, reading);
    auto found = check::check(
        {settled.job, settled.part, folded, test::hotRolled(), reading, hardware::standardBook(), &facts});
    std::erase_if(found, [](const check::Finding& finding) {
        return finding.rule != "no-order" && finding.rule != "other-radius";
    });
    return found;
}

} // namespace

class StepsTest : public QObject {
    Q_OBJECT
private slots:
    void stepsAreSaid();
    void wishesOfTheJobAreKept();
    void whatIsLeftOnIsInTheWayUntilItIsTrimmed();
    void tasksHaveTheirPlaces();
    void holesOfATrayAreToldBothWays();
    void drillsGoBySize();
    void coatsComeLast();
    void leaningBarsAreSet();
    void stopsAreSet();
    void saddlesAreBentRoundAFormer();
    void strapsAreSqueezedShutLast();
    void hiddenLinesAreRefused();
    void radiiOfTheToolsAreTold();
    void toolsThatWouldDoAreTried();
    void lapsAreClosedLast();
    void stockLiesAgainstAFormer();
};

/// Stock lies beside what it is bent round.
void StepsTest::stockLiesAgainstAFormer() {
    const part::Part part = part::solve(test::bar({50, 60}, {{.angleDeg = 90}}, 3, 30), test::hotRolled());
    for (const auto& [id, where] : {std::pair{"round-former", "against the round bar in the vise"},
                                    {"pin-bender", "in the pin bender"},
                                    {"vise", "in the bench vise"}}) {
        const auto outcome = sequence::plan(part, test::hotRolled(), only(id));
        QVERIFY(outcome.plan);
        const std::string says =
            text::instruction(part, outcome.plan->steps[0], quantity::Reading::millimetres());
        QVERIFY2(says.find(where) != std::string::npos, says.c_str());
    }
}

void StepsTest::stepsAreSaid() {
    const part::Part part =
        part::solve(test::bar({50, 60, 50}, {{.angleDeg = 90}, {.angleDeg = 60}}, 3, 30), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
    QVERIFY(outcome.plan);
    for (const sequence::Step& step : outcome.plan->steps) {
        const std::string says = text::instruction(part, step, quantity::Reading::millimetres());
        for (const char* word : {"Clamp leg", "toward you", "jaw top", "comes back to"})
            QVERIFY2(says.find(word) != std::string::npos, says.c_str());
        QVERIFY(!text::inspections(part, step, quantity::Reading::millimetres()).empty());
        // On a square the push past 90 shows: tan of it, at 100 mm.
        const std::string off = quantity::print(
            quantity::Length::mm(100 * std::tan(radians(step.operation.setup.loadedAngleDeg - 90))),
            quantity::Reading::millimetres());
        const auto set = text::settings(part, step, quantity::Reading::millimetres());
        const bool isSaid = std::any_of(set.begin(), set.end(), [&](const std::string& line) {
            return line.find("stands off by " + off + " at 100.0") != std::string::npos;
        });
        QCOMPARE(isSaid, step.operation.work.angleDeg == 90);
        // The line lies on the blank, a jaw's edge past the tangent line of the leg that is held.
        const sequence::StepMark mark = sequence::markOf(part, step);
        const part::PartBend& bend = part.bends[static_cast<size_t>(step.operation.bend)];
        const double expected =
            step.operation.holdsChild ? bend.far.middle().x() - 1 : bend.near.middle().x() + 1;
        QVERIFY(std::abs(mark.at - (expected - part.blank.corner.x())) < 1e-9);
    }
}

/// An order that cannot be names the step that fails, and a tool that is gone is said.
void StepsTest::wishesOfTheJobAreKept() {
    job::Job job = test::bar({40, 90, 40}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
    job.bends[0].tool = "press";
    job.bendOrder = {job.bends[1].id};
    const auto wishes = sequence::wishesOf(job);
    QCOMPARE(wishes.order, std::vector<int>{1});
    QCOMPARE(wishes.tool.at(0), std::string("press"));
    job.bends[0].tool = "steam hammer";
    const part::Part part = part::solve(job, test::hotRolled());
    const auto outcome =
        sequence::plan(part, test::hotRolled(), tool::standardShop(), sequence::wishesOf(job));
    QVERIFY(!outcome.plan);
    const std::string says = text::inWords(part, outcome.stuck[0], quantity::Reading::millimetres());
    QVERIFY2(says.find("steam hammer") != std::string::npos, says.c_str());
    const auto found =
        planFindings(sequence::settle(job, test::hotRolled(), tool::standardShop()), tool::standardShop());
    QVERIFY(found[0].headline.find("as it is settled") != std::string::npos);
    const job::Job freed = found[0].remedies.at(0).mended;
    QVERIFY(sequence::wishesOf(freed).isFree());
    tool::Shop without = tool::standardShop();
    for (tool::Tool& tool : without.tools)
        tool.isThere = tool.id == "brake";
    const auto left = sequence::operationsOf(part, test::hotRolled(), without);
    for (const auto& operations : left.of)
        for (const Operation& operation : operations)
            QCOMPARE(operation.setup.tool->id, std::string("brake"));
}

/// A short leg is too short to pull on; left long it is not, and what is left on hits what the leg would not.
void StepsTest::whatIsLeftOnIsInTheWayUntilItIsTrimmed() {
    job::Job job = test::bar({60, 45}, {{.angleDeg = 90}}, 3, 30);
    const auto reach = [&](double extra) {
        job.plates[1].ends[Edge::End].extra = extra;
        const part::Part part = part::solve(job, test::hotRolled());
        Operation operation = sequence::operationsOf(part, test::hotRolled(), only("vise")).of[0].front();
        operation.holdsChild = false;
        return sequence::flatReach(part, operation, 0, true);
    };
    QVERIFY(std::abs(reach(100) - reach(0) - 100) < 1e-9);

    // In the press a leg of 30 stays on the bed; with 600 left on it swings up and meets the ram's column.
    const auto collisions = [&](double extra) {
        job.plates[1].ends[Edge::End].extra = extra;
        const part::Part part = part::solve(job, test::hotRolled());
        sequence::Collisions looked(part);
        size_t count = 0;
        const auto operations = sequence::operationsOf(part, test::hotRolled(), only("vise"));
        for (const Operation& operation : operations.of[0])
            count += looked.inTheWay(operation, 0).has_value();
        return count;
    };
    QVERIFY(collisions(700) > collisions(0));
}

void StepsTest::tasksHaveTheirPlaces() {
    job::Job job = test::bar({60, 70, 50}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
    job::Hole flat{.id = "h1"}, later{.id = "h2"};
    for (job::Hole* hole : {&flat, &later}) {
        hole->diameter = 6;
        hole->x = 20;
    }
    flat.xFrom = job::Hole::XFrom::Start;
    later.xFrom = job::Hole::XFrom::End;
    later.afterBending = true;
    later.countersink = job::Countersink{12, 90, true};
    flat.fastener = job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6"};
    job.plates[0].holes = {flat};
    job.plates[2].holes = {later};
    job.plates[2].ends[Edge::End].extra = 80;
    const part::Part part = part::solve(job, test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(outcome.plan);
    const auto tasks = text::tasksOf(job, part, *outcome.plan, quantity::Reading::millimetres());
    const auto placeOf = [&](const std::string& begins) {
        for (const text::Task& task : tasks)
            if (task.says.starts_with(begins)) return static_cast<int>(task.afterStep);
        return -1;
    };
    QCOMPARE(placeOf("Cut the blank"), 0);
    QCOMPARE(placeOf("Drill 1 hole of 6: h1."), 0);
    QCOMPARE(placeOf("Drill h2"), 2);
    QCOMPARE(placeOf("Tap M6: h1"), 0);
    QCOMPARE(placeOf("Countersink to 12, 90°, from the back: h2"), 2);
    size_t stepOfLast = 0; // of bend 2, on whose leg something was left
    while (outcome.plan->steps[stepOfLast].operation.bend != 1)
        ++stepOfLast;
    QCOMPARE(placeOf("Trim leg"), static_cast<int>(stepOfLast) + 1);
    // h2, 20 from the end of leg C, which is 50 outside: 30 from the outside corner of its bend, in the
    // middle.
    QVERIFY(placeOf("Drill h2, 30.0 from the outside corner of bend 2 and 15.0 from its right edge") == 2);
    QVERIFY(placeOf("Trim leg C: 80.0 off its end, to 50.0 outside.") > 0);
    QVERIFY(placeOf("Deburr") == 0);
    QVERIFY(std::all_of(tasks.begin(), tasks.end(), [](const auto& task) { return !task.why.empty(); }));
}

/// Each drill is put in once, the smallest first; a pattern counts as often as it has holes, a slot as two.
/// A row along a tray with a flange at its right: each hole has its own place along, and one across. R 2 and
/// T 1.5: the outside corner stands 3.5 past the tangent line.
void StepsTest::holesOfATrayAreToldBothWays() {
    job::Job job = test::tray({job::Edge::Right});
    for (const double x : {30.0, 50.0, 70.0})
        job.plates[0].holes.push_back({.id = "h" + std::to_string(job.plates[0].holes.size() + 1),
                                       .diameter = 6,
                                       .x = x,
                                       .xFrom = job::Hole::XFrom::Start,
                                       .y = 20,
                                       .yFrom = job::Hole::YFrom::Right});
    const part::Part part = part::solve(job, test::materialOf(job));
    const double y = (part.plates[0].flatFromPlate.inverse() * part.holes[0].centreInFlat).y();
    std::set<std::string> places;
    for (const part::PartHole& hole : part.holes) {
        const std::string place = text::placeInFormed(part, hole, quantity::Reading::millimetres());
        const std::string across = quantity::printMm(y + 3.5, quantity::Reading::millimetres()) +
                                   " from the outside corner of bend 1";
        QVERIFY2(place.find(across) != std::string::npos, place.c_str());
        places.insert(place);
    }
    QCOMPARE(places.size(), size_t(3));
    QVERIFY(places.begin()->starts_with("30.0 from its start and "));
}

void StepsTest::drillsGoBySize() {
    job::Job job = test::bar({120, 60}, {{.angleDeg = 90}}, 3, 40);
    const auto hole = [&](const char* id, double diameter, double x) {
        job.plates[0].holes.push_back(
            {.id = id, .diameter = diameter, .x = x, .xFrom = job::Hole::XFrom::Start});
    };
    hole("h1", 6.6, 12);
    hole("h2", 3.3, 30);
    hole("h3", 3.3, 45);
    hole("h4", 7, 75);
    job.plates[0].holes[2].pattern = job::Pattern{.count = 3, .pitch = 8};
    job.plates[0].holes[3].kind = job::Hole::Kind::Slot;
    job.plates[0].holes[3].length = 15;
    const part::Part part = part::solve(job, test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(outcome.plan);
    std::vector<std::string> drills;
    for (const text::Task& task : text::tasksOf(job, part, *outcome.plan, quantity::Reading::millimetres()))
        if (task.says.starts_with("Drill")) drills.push_back(task.says);
    QCOMPARE(drills.size(), size_t{3});
    QCOMPARE(drills[0], std::string("Drill 4 holes of 3.3: h2 and h3."));
    QCOMPARE(drills[1], std::string("Drill 1 hole of 6.6: h1."));
    QCOMPARE(drills[2],
             std::string("Drill the ends of h4, 2 holes of 7, and saw and file out what is between."));
}

/// After the last deburring, with what is tapped kept free of it.
void StepsTest::coatsComeLast() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90}}, 3, 30);
    job.plates[0].holes.push_back({.id = "h1", .diameter = 5, .x = 20, .xFrom = job::Hole::XFrom::Start});
    const auto last = [&] {
        const part::Part part = part::solve(job, test::hotRolled());
        const auto outcome = sequence::plan(part, test::hotRolled(), tool::standardShop());
        return text::tasksOf(job, part, *outcome.plan, quantity::Reading::millimetres()).back();
    };
    QVERIFY(!last().says.starts_with("Coat"));
    job.coat = 0.08;
    QCOMPARE(last().says, std::string("Coat it, 0.08 on each side."));
    QCOMPARE(last().afterStep, size_t{1});
    job.plates[0].holes[0].fastener = job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6"};
    QCOMPARE(last().says, std::string("Coat it, 0.08 on each side, h1 plugged."));
}

/// The bar leans by the bend's skew, and to the other side when the other leg is held or its other face seen.
void StepsTest::leaningBarsAreSet() {
    const part::Part part =
        part::solve(test::bar({80, 90}, {{.angleDeg = 60, .skewDeg = 15}}, 3, 30), test::hotRolled());
    const auto operations = sequence::operationsOf(part, test::hotRolled(), only("vise"));
    for (const Operation& operation : operations.of[0]) {
        const double lean = sequence::leanDeg(part, operation);
        QVERIFY(std::abs(std::abs(lean) - 15) < 1e-9);
        Operation other = operation;
        other.hold.towardYou = !operation.hold.towardYou;
        QVERIFY(std::abs(sequence::leanDeg(part, other) + lean) < 1e-9);
        const auto set = text::settings(part, {operation, 0, {}}, quantity::Reading::millimetres());
        QVERIFY2(set[0].find(lean > 0 ? "15° to the right" : "15° to the left") != std::string::npos,
                 set[0].c_str());
    }
}

/// A stop in the die, a depth in the folder: both measure to the edge that goes against them.
void StepsTest::stopsAreSet() {
    const auto setOf = [](const part::Part& part, const char* tool) {
        const auto outcome = sequence::plan(part, test::hotRolled(), only(tool));
        if (!outcome.plan) qFatal("no plan");
        std::string all;
        for (const std::string& line :
             text::settings(part, outcome.plan->steps[0], quantity::Reading::millimetres()))
            all += line + "\n";
        return all;
    };
    const part::Part bar = part::solve(test::bar({70, 50}, {{.angleDeg = 90}}, 3, 30), test::hotRolled());
    const double toEnd = bar.blank.length - (bar.bends[0].centre.middle().x() - bar.blank.corner.x());
    const std::string stop = "An edge stop " +
                             quantity::print(quantity::Length::mm(toEnd), quantity::Reading::millimetres()) +
                             " from";
    QVERIFY2(setOf(bar, "press").find(stop) != std::string::npos, setOf(bar, "press").c_str());
    const part::Part sheet = part::solve(test::bar({70, 15}, {{.angleDeg = 90}}, 0.7, 30), test::hotRolled());
    QVERIFY2(setOf(sheet, "folder").find("Set its depth to ") != std::string::npos, "folder");
}

namespace {

job::Job demo(const char* file) {
    std::ifstream in(std::string(PROJECT_DATA "/demo/") + file);
    return files::readJob(in)->job;
}

sequence::Outcome planOf(const job::Job& job) {
    return sequence::plan(part::solve(job, test::materialOf(job)), test::materialOf(job),
                          tool::standardShop());
}

} // namespace

/// A saddle is bent round a former that is about its pipe.
void StepsTest::saddlesAreBentRoundAFormer() {
    const job::Job saddle = demo("pipe-saddle.gfold");
    const auto over = planOf(saddle);
    QVERIFY(over.plan);
    for (const sequence::Step& step : over.plan->steps)
        if (saddle.bends[static_cast<size_t>(step.operation.bend)].wrap)
            QCOMPARE(step.operation.setup.tool->kind->key, std::string_view("round-former"));
}

/// A strap stays open while its ears are bent, whatever its pipe and its ears, and is squeezed shut last.
void StepsTest::strapsAreSqueezedShutLast() {
    for (const double pipe : {20.0, 50.0, 80.0})
        for (const double ear : {20.0, 32.0, 45.0}) {
            job::Job strap = demo("gutter-strap.gfold");
            strap.bends[1].wrap->pipe = pipe;
            for (const char* id : {"A", "D"}) {
                strap.findPlate(id)->length = ear;
                strap.findPlate(id)->holes.clear();
            }
            const auto round = planOf(strap);
            QVERIFY2(round.plan, qPrintable(QString("pipe %1, ears %2").arg(pipe).arg(ear)));
            const part::Part part = part::solve(strap, test::materialOf(strap));
            const auto reading = quantity::Reading::millimetres();
            for (const sequence::Step& step : round.plan->steps) {
                if (step.operation.bend != 1) continue;
                const double angle = part.bends[1].shape.angleDeg, rests = step.operation.setup.restsAtDeg;
                QCOMPARE(rests, angle - 90);
                QVERIFY(step.operation.setup.loadedAngleDeg > rests);
                QCOMPARE(sequence::turnedAt(part, 0b111, 0, 0)[1], rests);
                const std::string says = text::instruction(part, step, reading);
                QVERIFY2(says.find("squeezed shut when all bends are made") != std::string::npos,
                         says.c_str());
            }
            const auto tasks = text::tasksOf(strap, part, *round.plan, reading);
            const auto squeeze = std::find_if(tasks.begin(), tasks.end(), [](const text::Task& task) {
                return task.says.rfind("Squeeze bend 2 shut", 0) == 0;
            });
            QVERIFY(squeeze != tasks.end());
            QCOMPARE(squeeze->afterStep, size_t{3});
            QVERIFY(squeeze->says.find("ears stand 8.0 apart") != std::string::npos);
        }
}

/// Wide bar folded back over the line of its next bend hides it from whoever stands on that side.
void StepsTest::hiddenLinesAreRefused() {
    const auto inTheWay = [](double cover, double width, job::Turn turn) {
        const part::Part part = part::solve(
            test::bar({cover, 40, 60}, {{.angleDeg = 158, .turn = turn, .insideRadius = 3}, {.angleDeg = 20}},
                      3, width),
            test::hotRolled());
        sequence::Collisions collisions(part);
        const sequence::Operations operations = sequence::operationsOf(part, test::hotRolled(), only("vise"));
        std::set<std::pair<bool, std::string>> hides; // toward you; by what
        for (const Operation& operation : operations.of[1])
            if (const auto obstacle = operation.holdsChild ? collisions.inTheWay(operation, 1) : std::nullopt;
                obstacle && obstacle->kind == sequence::Obstacle::Kind::Hidden)
                hides.insert({operation.hold.towardYou, obstacle->one.id});
        return hides;
    };
    QCOMPARE(inTheWay(38, 70, job::Turn::Up), (std::set<std::pair<bool, std::string>>{{true, "A"}}));
    QCOMPARE(inTheWay(38, 70, job::Turn::Down), (std::set<std::pair<bool, std::string>>{{false, "A"}}));
    QVERIFY(inTheWay(20, 70, job::Turn::Up).empty());
    QVERIFY(inTheWay(38, 20, job::Turn::Up).empty()); // one looks past it from the side
}

/// Laid out for its tools a part has nothing more to say of their radii, and its blank is as long as was
/// said.
void StepsTest::radiiOfTheToolsAreTold() {
    job::Job job = test::bar({60, 70, 50}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 6;
    const auto findingsOf = [](const job::Job& of) {
        return planFindings(sequence::settle(of, test::hotRolled(), only("vise")), only("vise"));
    };
    const auto found = findingsOf(job);
    QCOMPARE(found.size(), size_t{1});
    QCOMPARE(found[0].rule, std::string("other-radius"));
    const job::Job laidOut = found[0].remedies.at(0).mended;
    for (const job::Bend& bend : laidOut.bends)
        QVERIFY(!bend.insideRadius);
    QVERIFY(findingsOf(laidOut).empty());
    const auto settled = sequence::settle(laidOut, test::hotRolled(), only("vise"));
    for (const part::PartBend& bend : settled.part.bends)
        QCOMPARE(bend.shape.insideRadius, 3.0); // pulled over a jaw, its own thickness
    for (const double blank : {settled.part.blank.length, part::solve(job, test::hotRolled()).blank.length}) {
        const auto says = quantity::typeset(quantity::Length::mm(blank), quantity::Reading::millimetres());
        QVERIFY2(found[0].says.find(says) != std::string::npos, found[0].says.c_str());
    }
}

/// Wide bar that hits the screw: the vise would do with its screw deeper, and with what is said it does.
void StepsTest::toolsThatWouldDoAreTried() {
    const job::Job job = test::bar({200, 200}, {{.angleDeg = 90}}, 3, 60);
    const part::Part part = part::solve(job, test::hotRolled());
    const auto none = sequence::plan(part, test::hotRolled(), only("vise"));
    const auto says = sequence::toolsThatWouldDo(job, test::hotRolled(), only("vise"),
                                                 quantity::Reading::millimetres(), none.stuck);
    QCOMPARE(says.size(), size_t{1});
    QVERIFY2(says[0].find("down to the screw") != std::string::npos, says[0].c_str());
    tool::Shop deeper = only("vise");
    deeper.tools[0].bench.screwDepth *= 3;
    QVERIFY(sequence::plan(part, test::hotRolled(), deeper).plan);
}

/// The tray's tabs stand before what closes over them, as its findings say; and its drawing counts so.
void StepsTest::lapsAreClosedLast() {
    std::ifstream in(PROJECT_DATA "/demo/valve-tray.gfold");
    const job::Job job = files::readJob(in)->job;
    part::Part part = part::solve(job, test::materialOf(job));
    size_t laps = 0;
    for (const part::PartBend& bend : part.bends)
        laps += bend.closes.size();
    QCOMPARE(laps, size_t{4});
    const auto outcome = sequence::plan(part, test::materialOf(job), tool::standardShop());
    QVERIFY(outcome.plan);
    for (const sequence::Step& step : outcome.plan->steps)
        QCOMPARE(sequence::lapsShut(part, step.operation.bend, step.before), 0);
    part::setOrder(part, sequence::orderOf(*outcome.plan));
    for (size_t i = 0; i < outcome.plan->steps.size(); ++i)
        QCOMPARE(part.bends[static_cast<size_t>(outcome.plan->steps[i].operation.bend)].order,
                 static_cast<int>(i));
}

GOODFOLD_TEST(StepsTest)

} // namespace goodfold::steps_test

#include "steps.moc"
