// The order of bending: the plan found against every order there is, its steps replayed, and parts that
// cannot be made, for the right reason.
#include "core/sheet_support.h"
#include "sequence/around.h"
#include "sequence/findings.h"
#include "sequence/mend.h"
#include "sequence/say.h"

using namespace goodfold;
using part::Edge;
using sequence::Made;
using sequence::Obstacle;
using sequence::Way;

namespace {

/// Steps point to their tools, so the shop stays.
const tool::Shop& only(const std::string& id) {
    static std::map<std::string, tool::Shop> shops;
    return shops.try_emplace(id, tool::Shop{{*tool::standardShop().find(id)}}).first->second;
}

/// Bars that people bend: most can be made, some cannot.
part::Job randomBar(test::RandomJobs& random, int bends) {
    std::vector<double> legs{random.real(12, 90)};
    std::vector<part::Bend> all;
    for (int i = 0; i < bends; ++i) {
        legs.push_back(random.real(12, 90));
        part::Bend bend;
        bend.angleDeg = random.whole(0, 2) ? 90 : random.real(15, 110);
        bend.turn = random.whole(0, 1) ? part::Turn::Up : part::Turn::Down;
        bend.skewDeg = random.whole(0, 5) ? 0 : random.real(-20, 20);
        all.push_back(bend);
    }
    return test::bar(legs, all, random.real(1.5, 4), random.real(15, 40));
}

/// Every order, every way: the costs of all last ways are carried through each order.
class EveryOrder {
public:
    EveryOrder(const part::Part& part, const material::Material& material, const tool::Shop& shop)
        : part(part), hits(part), ways(sequence::waysOf(part, material, shop)) {}

    double least() {
        go(0, nullptr, {});
        return best;
    }

private:
    void go(Made made, const std::vector<Way>* before, const std::vector<double>& costs) {
        if (made == (Made{1} << part.bends.size()) - 1) {
            for (const double cost : costs)
                best = std::min(best, cost);
            return;
        }
        for (size_t bend = 0; bend < part.bends.size(); ++bend) {
            if (made >> bend & 1) continue;
            std::vector<double> next(ways.of[bend].size(), std::numeric_limits<double>::infinity());
            bool any = false;
            for (size_t i = 0; i < next.size(); ++i) {
                const Way& way = ways.of[bend][i];
                if (!isFree(made, bend, i)) continue;
                const double own = sequence::costOf(part, way, made).sum();
                if (!before) next[i] = own;
                for (size_t j = 0; before && j < costs.size(); ++j)
                    if (std::isfinite(costs[j]))
                        next[i] = std::min(next[i],
                                           costs[j] + own + sequence::changeBetween(part, (*before)[j], way));
                any |= std::isfinite(next[i]);
            }
            if (any) go(made | Made{1} << bend, &ways.of[bend], next);
        }
    }

    bool isFree(Made made, size_t bend, size_t way) {
        const auto key = std::tuple{made, bend, way};
        const auto found = known.find(key);
        if (found != known.end()) return found->second;
        const Way& own = ways.of[bend][way];
        return known[key] = !hits.inTheWay(own, made);
    }

    const part::Part& part;
    sequence::Hits hits;
    sequence::Ways ways;
    std::map<std::tuple<Made, size_t, size_t>, bool> known;
    double best = std::numeric_limits<double>::infinity();
};

/// Where no plan is, every order has to fail; where one is, none is cheaper, and each step is free when it is
/// looked at anew, half a degree at a time.
void judgeAgainstEveryOrder(const part::Job& job, const tool::Shop& shop) {
    const auto& material = test::materialOf(job);
    const part::Part part = part::solve(job, material);
    const sequence::Outcome outcome = sequence::plan(part, material, shop);
    const double least = EveryOrder(part, material, shop).least();
    if (!outcome.plan) {
        QVERIFY(std::isinf(least));
        QVERIFY(!outcome.stuck.empty());
        for (const sequence::Stuck& stuck : outcome.stuck)
            QVERIFY(!stuck.reasons.empty() || !stuck.notInTools.empty());
        return;
    }
    QVERIFY2(std::abs(outcome.plan->cost - least) < 1e-6,
             qPrintable(QString("%1, of all orders %2").arg(outcome.plan->cost).arg(least)));
    QVERIFY(outcome.plan->isBest);
    sequence::Hits anew(part);
    std::vector<Way> ways;
    for (const sequence::Step& step : outcome.plan->steps)
        ways.push_back(step.way);
    const sequence::Judged judged = sequence::judge(part, anew, ways);
    QVERIFY(!judged.obstacle);
    QVERIFY(std::abs(judged.plan.cost - least) < 1e-6);
}

/// Obstacles of a part that one tool cannot make.
std::set<Obstacle::Kind> obstacles(const part::Job& job, const tool::Shop& shop,
                                   std::string* says = nullptr) {
    const auto& material = test::materialOf(job);
    const part::Part part = part::solve(job, material);
    const sequence::Outcome outcome = sequence::plan(part, material, shop);
    if (outcome.plan) return {};
    std::set<Obstacle::Kind> kinds;
    for (const sequence::Stuck& stuck : outcome.stuck) {
        for (const auto& reason : stuck.reasons)
            kinds.insert(reason.obstacle.kind);
        if (says) *says += sequence::inWords(part, stuck, quantity::Reading::millimetres()) + "\n";
    }
    return kinds;
}

} // namespace

class SequenceTest : public QObject {
    Q_OBJECT
private slots:
    void planIsTheBestOfAllOrders_data();
    void planIsTheBestOfAllOrders();
    void demoJobsArePlanned_data();
    void demoJobsArePlanned();
    void demoJobsThatAskForMore();
    void legShorterThanHalfTheOpening();
    void returnFlangeUnderThePunch();
    void flangeDeeperThanTheFingers();
    void closedBoxOnAPlainBrake();
    void longLegHitsTheScrew();
    void wishesAreKept();
    void searchCanBeStopped();
    void manyBendsAreBounded();
    void stepsAreSaid();
    void wishesOfTheJobAreKept();
    void whatIsLeftOnIsInTheWayUntilItIsTrimmed();
    void tasksHaveTheirPlaces();
    void leaningBarsAreSet();
    void stopsAreSet();
    void radiiOfTheToolsAreTold();
    void toolsThatWouldDoAreTried();
    void lapsAreClosedLast();
};

void SequenceTest::planIsTheBestOfAllOrders_data() {
    QTest::addColumn<int>("bends");
    QTest::addColumn<int>("jobs");
    QTest::newRow("1 to 3 bends") << 0 << 430;
    QTest::newRow("4 bends") << 4 << 50;
    QTest::newRow("5 bends") << 5 << 14;
    QTest::newRow("6 bends") << 6 << 4;
    QTest::newRow("7 bends") << 7 << 2;
}

void SequenceTest::planIsTheBestOfAllOrders() {
    QFETCH(int, bends);
    QFETCH(int, jobs);
    test::RandomJobs random(500 + static_cast<unsigned>(bends));
    for (int n = 0; n < jobs; ++n) {
        const int count = bends ? bends : random.whole(1, 3);
        judgeAgainstEveryOrder(randomBar(random, count), tool::standardShop());
        if (QTest::currentTestFailed()) QFAIL(qPrintable(QString("job %1").arg(n)));
    }
}

void SequenceTest::demoJobsArePlanned_data() {
    QTest::addColumn<QString>("file");
    for (const char* file :
         {"bench-cover", "fan-standoff", "lamp-hanger", "thermostat-box", "tray-clip", "vent-stay"})
        QTest::newRow(file) << file;
}

void SequenceTest::demoJobsArePlanned() {
    QFETCH(QString, file);
    std::ifstream in((QStringLiteral(PROJECT_DATA "/demo/") + file + QStringLiteral(".gfold")).toStdString());
    const auto read = files::readJob(in);
    QVERIFY(read);
    const part::Part part = part::solve(read->job, test::materialOf(read->job));
    QVERIFY(sequence::plan(part, test::materialOf(read->job), tool::standardShop()).plan);
    judgeAgainstEveryOrder(read->job, tool::standardShop());
}

/// One can only be made with its last bend in a vise, one only with the dies spaced out, one not until a leg
/// is longer.
void SequenceTest::demoJobsThatAskForMore() {
    const auto load = [](const char* file) {
        std::ifstream in(std::string(PROJECT_DATA "/demo/") + file);
        return files::readJob(in)->job;
    };
    const auto planOf = [](const part::Job& job, const tool::Shop& shop) {
        return sequence::plan(part::solve(job, test::materialOf(job)), test::materialOf(job), shop);
    };
    const part::Job rail = load("light-rail.gfold");
    const auto withVise = planOf(rail, tool::standardShop());
    QVERIFY(withVise.plan);
    QVERIFY(withVise.plan->steps.back().way.setup.tool->kind == tool::Kind::Vise);
    tool::Shop noVise = tool::standardShop(), noSpacers = noVise;
    std::erase_if(noVise.tools, [](const tool::Tool& tool) { return tool.isInVise(); });
    QVERIFY(!planOf(rail, noVise).plan);

    const part::Job foot = load("frame-foot.gfold");
    const auto spaced = planOf(foot, tool::standardShop());
    QVERIFY(spaced.plan);
    QVERIFY(!spaced.plan->steps[0].way.setup.spacers.empty());
    for (tool::Tool& tool : noSpacers.tools)
        std::erase_if(tool.die.openings, [](const auto& row) { return !row.spacers.empty(); });
    QVERIFY(!planOf(foot, noSpacers).plan);

    const part::Job toe = load("bench-foot.gfold");
    const auto none = planOf(toe, tool::standardShop());
    QVERIFY(!none.plan);
    const auto ways = sequence::mends(toe, test::materialOf(toe), tool::standardShop(),
                                      hardware::standardBook(), quantity::Reading::millimetres(), none.stuck);
    QVERIFY(!ways.empty());
    QVERIFY(ways[0].says.starts_with("make leg B"));
    QVERIFY(planOf(ways[0].mended, tool::standardShop()).plan);
    part::Job shorter = ways[0].mended; // and it is the least that does
    shorter.findPlate("B")->length -= 0.5;
    QVERIFY(!planOf(shorter, tool::standardShop()).plan);
}

/// A leg is bent in the narrowest setting that takes the stock, and no shorter.
void SequenceTest::legShorterThanHalfTheOpening() {
    test::RandomJobs random(71);
    for (int n = 0; n < 25; ++n) {
        const double thickness = random.real(4, 9), width = random.real(20, 40), angle = random.real(60, 95);
        const auto job = [&](double leg) {
            return test::bar({90, leg}, {{.angleDeg = angle}}, thickness, width);
        };
        const part::Part part = part::solve(job(90), test::hotRolled());
        double least = std::numeric_limits<double>::infinity();
        for (const tool::Setup& setup :
             tool::fit(only("press").tools[0], sequence::workOf(part, 0), test::hotRolled()).setups)
            least = std::min(least, setup.leastLeg);
        QVERIFY(std::isfinite(least));
        std::string says;
        QCOMPARE(obstacles(job(random.real(0.75, 0.99) * least), only("press"), &says),
                 std::set{Obstacle::Kind::ShortLeg});
        QVERIFY2(says.find("slips into") != std::string::npos, says.c_str());
        QVERIFY(obstacles(job(least + 0.01), only("press")).empty());
    }
}

/// A coil whose last leg comes back over the first: in a press the last bend closes over the punch, or the
/// part over itself. Opened to a channel it is made.
void SequenceTest::returnFlangeUnderThePunch() {
    test::RandomJobs random(72);
    for (int n = 0; n < 15; ++n) {
        const double side = random.real(38, 60), thickness = random.real(2, 4), width = random.real(20, 40);
        const std::vector<part::Bend> square(4, {.angleDeg = 90});
        std::string says;
        const auto kinds = obstacles(test::bar(std::vector<double>(5, side), square, thickness, width),
                                     only("press"), &says);
        QVERIFY2(kinds.count(Obstacle::Kind::Hit) || kinds.count(Obstacle::Kind::SelfHit), says.c_str());
        QVERIFY2(says.find("punch") != std::string::npos || says.find("ram") != std::string::npos ||
                     says.find("meet") != std::string::npos,
                 says.c_str());
        const part::Job open =
            test::bar({side, 2.5 * side, side}, {{.angleDeg = 45}, {.angleDeg = 45}}, thickness, width);
        QVERIFY(obstacles(open, only("press")).empty());
    }
}

namespace {

part::Job randomBox(test::RandomJobs& random, double height, std::initializer_list<Edge> walls) {
    part::Job job = test::tray(walls, 90, height);
    job.thickness = 1;
    job.plates[0].length = std::round(random.real(160, 260));
    job.plates[0].width = std::round(random.real(140, 200));
    for (part::Bend& bend : job.bends)
        bend.insideRadius = 1;
    return job;
}

} // namespace

/// Four walls: as low as the clamp opens they come out of it; higher they are caught; higher than the fingers
/// they hit the beam above.
void SequenceTest::flangeDeeperThanTheFingers() {
    test::RandomJobs random(73);
    const auto all = {Edge::End, Edge::Start, Edge::Left, Edge::Right};
    for (int n = 0; n < 8; ++n) {
        std::string says;
        QVERIFY2(obstacles(randomBox(random, random.real(15, 42), all), only("finger-brake"), &says).empty(),
                 says.c_str());
        const part::Job high = randomBox(random, random.real(50, 70), all);
        QVERIFY(obstacles(high, only("finger-brake"), &says).count(Obstacle::Kind::Trapped));
        const part::Job deep = randomBox(random, random.real(110, 150), all);
        QVERIFY(obstacles(deep, only("finger-brake"), &says).count(Obstacle::Kind::Hit));
        QVERIFY2(says.find("beam") != std::string::npos, says.c_str());
    }
}

void SequenceTest::closedBoxOnAPlainBrake() {
    test::RandomJobs random(74);
    for (int n = 0; n < 8; ++n) {
        const double height = random.real(15, 80);
        std::string says;
        const part::Job box = randomBox(random, height, {Edge::End, Edge::Start, Edge::Left, Edge::Right});
        QVERIFY(obstacles(box, only("brake"), &says).count(Obstacle::Kind::Hit));
        QVERIFY2(says.find("clamp") != std::string::npos, says.c_str());
        const part::Job channel = randomBox(random, std::min(height, 50.0), {Edge::End, Edge::Start});
        QVERIFY(obstacles(channel, only("brake")).empty()); // two walls are no box
    }
}

/// Wide bar cannot be held beside the screw: what reaches below hits it, unless it goes in the other way.
void SequenceTest::longLegHitsTheScrew() {
    const part::Part part = part::solve(test::bar({200, 30}, {{.angleDeg = 90}}, 3, 60), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
    QVERIFY(outcome.plan);
    QVERIFY(outcome.plan->steps[0].way.holdsChild); // the short leg is in the jaws
    const part::Part both = part::solve(test::bar({200, 200}, {{.angleDeg = 90}}, 3, 60), test::hotRolled());
    const auto none = sequence::plan(both, test::hotRolled(), only("vise"));
    QVERIFY(!none.plan);
    QCOMPARE(none.stuck.size(), size_t{1});
    QCOMPARE(none.stuck[0].reasons[0].obstacle.what, std::string("the screw"));
    const part::Part narrow =
        part::solve(test::bar({200, 200}, {{.angleDeg = 90}}, 3, 30), test::hotRolled());
    const auto beside = sequence::plan(narrow, test::hotRolled(), only("vise"));
    QVERIFY(beside.plan);
    QVERIFY(beside.plan->steps[0].way.hold.beside);
}

void SequenceTest::wishesAreKept() {
    const part::Part part =
        part::solve(test::bar({40, 90, 40}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30), test::hotRolled());
    const auto free = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(free.plan);
    const int first = free.plan->steps[0].way.bend;
    sequence::Wishes wishes;
    wishes.order = {1 - first};
    wishes.tool[first] = "press";
    const auto wished = sequence::plan(part, test::hotRolled(), tool::standardShop(), wishes);
    QVERIFY(wished.plan);
    QCOMPARE(wished.plan->steps[0].way.bend, 1 - first);
    QCOMPARE(wished.plan->steps[1].way.setup.tool->id, std::string("press"));
    QVERIFY(wished.plan->cost > free.plan->cost);
}

void SequenceTest::searchCanBeStopped() {
    const std::vector<part::Bend> zigzag(9, {.angleDeg = 30});
    const part::Part part = part::solve(test::bar(std::vector<double>(10, 50), zigzag), test::hotRolled());
    const auto outcome =
        sequence::plan(part, test::hotRolled(), tool::standardShop(), {}, [](size_t) { return false; });
    QVERIFY(outcome.stopped);
    QVERIFY(!outcome.plan);
    QVERIFY(outcome.stuck.empty());
}

/// Beyond twelve bends a plan is judged to cost what it says, and the bound is below it.
void SequenceTest::manyBendsAreBounded() {
    const auto bar = [](int bends) {
        std::vector<part::Bend> all;
        for (int i = 0; i < bends; ++i)
            all.push_back(
                {.angleDeg = i % 2 ? 30.0 : 45.0, .turn = i % 2 ? part::Turn::Up : part::Turn::Down});
        return test::bar(std::vector<double>(static_cast<size_t>(bends) + 1, 45), all, 2, 25);
    };
    const part::Part part = part::solve(bar(14), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
    QVERIFY(outcome.plan);
    QVERIFY(!outcome.plan->isBest);
    QVERIFY(outcome.plan->bound > 0 && outcome.plan->bound < outcome.plan->cost);
    sequence::Hits anew(part);
    std::vector<Way> ways;
    for (const sequence::Step& step : outcome.plan->steps)
        ways.push_back(step.way);
    const auto judged = sequence::judge(part, anew, ways);
    QVERIFY(!judged.obstacle);
    QVERIFY(std::abs(judged.plan.cost - outcome.plan->cost) < 1e-6);
}

void SequenceTest::stepsAreSaid() {
    const part::Part part =
        part::solve(test::bar({50, 60, 50}, {{.angleDeg = 90}, {.angleDeg = 60}}, 3, 30), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
    QVERIFY(outcome.plan);
    for (const sequence::Step& step : outcome.plan->steps) {
        const std::string says = sequence::toDo(part, step, quantity::Reading::millimetres());
        for (const char* word : {"Clamp leg", "toward you", "jaw top", "comes back to"})
            QVERIFY2(says.find(word) != std::string::npos, says.c_str());
        QVERIFY(!sequence::toCheck(part, step, quantity::Reading::millimetres()).empty());
        // The line lies on the blank, a jaw's edge past the tangent line of the leg that is held.
        const sequence::StepMark mark = sequence::markOf(part, step);
        const part::PartBend& bend = part.bends[static_cast<size_t>(step.way.bend)];
        const double expected = step.way.holdsChild ? bend.far.middle().x() - 1 : bend.near.middle().x() + 1;
        QVERIFY(std::abs(mark.at - (expected - part.blank.corner.x())) < 1e-9);
    }
}

/// An order that cannot be names the step that fails, and a tool that is gone is said.
void SequenceTest::wishesOfTheJobAreKept() {
    part::Job job = test::bar({40, 90, 40}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
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
    const std::string says = sequence::inWords(part, outcome.stuck[0], quantity::Reading::millimetres());
    QVERIFY2(says.find("steam hammer") != std::string::npos, says.c_str());
    tool::Shop without = tool::standardShop();
    for (tool::Tool& tool : without.tools)
        tool.isThere = tool.id == "brake";
    const auto left = sequence::waysOf(part, test::hotRolled(), without);
    for (const auto& ways : left.of)
        for (const Way& way : ways)
            QCOMPARE(way.setup.tool->id, std::string("brake"));
}

/// A short leg is too short to pull on; left long it is not, and what is left on hits what the leg would not.
void SequenceTest::whatIsLeftOnIsInTheWayUntilItIsTrimmed() {
    part::Job job = test::bar({60, 45}, {{.angleDeg = 90}}, 3, 30);
    const auto reach = [&](double extra) {
        job.plates[1].ends[Edge::End].extra = extra;
        const part::Part part = part::solve(job, test::hotRolled());
        Way way = sequence::waysOf(part, test::hotRolled(), only("vise")).of[0].front();
        way.holdsChild = false;
        return sequence::flatReach(part, way, 0, true);
    };
    QVERIFY(std::abs(reach(100) - reach(0) - 100) < 1e-9);

    // In the press a leg of 30 stays on the bed; with 600 left on it swings up and meets the ram's column.
    const auto hits = [&](double extra) {
        job.plates[1].ends[Edge::End].extra = extra;
        const part::Part part = part::solve(job, test::hotRolled());
        sequence::Hits looked(part);
        size_t count = 0;
        const auto ways = sequence::waysOf(part, test::hotRolled(), only("vise"));
        for (const Way& way : ways.of[0])
            count += looked.inTheWay(way, 0).has_value();
        return count;
    };
    QVERIFY(hits(700) > hits(0));
}

void SequenceTest::tasksHaveTheirPlaces() {
    part::Job job = test::bar({60, 70, 50}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
    part::Hole flat{.id = "h1"}, later{.id = "h2"};
    for (part::Hole* hole : {&flat, &later}) {
        hole->diameter = 6;
        hole->x = 20;
    }
    flat.xFrom = part::Hole::XFrom::Start;
    later.xFrom = part::Hole::XFrom::End;
    later.afterBending = true;
    job.plates[0].holes = {flat};
    job.plates[2].holes = {later};
    job.plates[2].ends[Edge::End].extra = 80;
    const part::Part part = part::solve(job, test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(outcome.plan);
    const auto tasks = sequence::tasksRound(job, part, *outcome.plan, quantity::Reading::millimetres());
    const auto placeOf = [&](const std::string& begins) {
        for (const sequence::Task& task : tasks)
            if (task.says.starts_with(begins)) return static_cast<int>(task.afterStep);
        return -1;
    };
    QCOMPARE(placeOf("Cut the blank"), 0);
    QCOMPARE(placeOf("Drill h1"), 0);
    QCOMPARE(placeOf("Drill h2"), 2);
    size_t stepOfLast = 0; // of bend 2, on whose leg something was left
    while (outcome.plan->steps[stepOfLast].way.bend != 1)
        ++stepOfLast;
    QCOMPARE(placeOf("Trim leg"), static_cast<int>(stepOfLast) + 1);
    QVERIFY(placeOf("Deburr") == 0);
    QVERIFY(std::all_of(tasks.begin(), tasks.end(), [](const auto& task) { return !task.why.empty(); }));
}

/// The bar leans by the bend's skew, and to the other side when the other leg is held or its other face seen.
void SequenceTest::leaningBarsAreSet() {
    const part::Part part =
        part::solve(test::bar({80, 90}, {{.angleDeg = 60, .skewDeg = 15}}, 3, 30), test::hotRolled());
    const auto ways = sequence::waysOf(part, test::hotRolled(), only("vise"));
    for (const Way& way : ways.of[0]) {
        const double lean = sequence::leanDeg(part, way);
        QVERIFY(std::abs(std::abs(lean) - 15) < 1e-9);
        Way other = way;
        other.hold.toward = !way.hold.toward;
        QVERIFY(std::abs(sequence::leanDeg(part, other) + lean) < 1e-9);
        const auto set = sequence::toSet(part, {way, 0, {}}, quantity::Reading::millimetres());
        QVERIFY2(set[0].find(lean > 0 ? "15° to the right" : "15° to the left") != std::string::npos,
                 set[0].c_str());
    }
}

/// A stop in the die, a depth in the folder: both measure to the edge that goes against them.
void SequenceTest::stopsAreSet() {
    const auto setOf = [](const part::Part& part, const char* tool) {
        const auto outcome = sequence::plan(part, test::hotRolled(), only(tool));
        if (!outcome.plan) qFatal("no plan");
        std::string all;
        for (const std::string& line :
             sequence::toSet(part, outcome.plan->steps[0], quantity::Reading::millimetres()))
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

/// Laid out for its tools a part has nothing more to say of their radii, and its blank is as long as was
/// said.
void SequenceTest::radiiOfTheToolsAreTold() {
    part::Job job = test::bar({60, 70, 50}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30);
    for (part::Bend& bend : job.bends)
        bend.insideRadius = 6;
    const auto findingsOf = [](const part::Job& of) {
        const part::Part part = part::solve(of, test::hotRolled());
        const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
        return sequence::findingsOf(of, part, test::hotRolled(), outcome, {},
                                    quantity::Reading::millimetres());
    };
    const auto found = findingsOf(job);
    QCOMPARE(found.size(), size_t{1});
    QCOMPARE(found[0].rule, std::string("other-radius"));
    const part::Job laidOut = found[0].remedies.at(0).mended;
    for (const part::Bend& bend : laidOut.bends)
        QCOMPARE(bend.insideRadius.value(), 3.0); // over a jaw, its own thickness
    QVERIFY(findingsOf(laidOut).empty());
    const double longer = part::solve(laidOut, test::hotRolled()).blank.length -
                          part::solve(job, test::hotRolled()).blank.length;
    const std::string says =
        quantity::typeset(quantity::Length::mm(longer), quantity::Reading::millimetres()) + " longer";
    QVERIFY2(found[0].says.find(says) != std::string::npos, found[0].says.c_str());
}

/// Wide bar that hits the screw: the vise would do with its screw deeper, and with what is said it does.
void SequenceTest::toolsThatWouldDoAreTried() {
    const part::Job job = test::bar({200, 200}, {{.angleDeg = 90}}, 3, 60);
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
void SequenceTest::lapsAreClosedLast() {
    std::ifstream in(PROJECT_DATA "/demo/valve-tray.gfold");
    const part::Job job = files::readJob(in)->job;
    part::Part part = part::solve(job, test::materialOf(job));
    size_t laps = 0;
    for (const part::PartBend& bend : part.bends)
        laps += bend.closes.size();
    QCOMPARE(laps, size_t{4});
    const auto outcome = sequence::plan(part, test::materialOf(job), tool::standardShop());
    QVERIFY(outcome.plan);
    for (const sequence::Step& step : outcome.plan->steps)
        QCOMPARE(sequence::lapsShut(part, step.way.bend, step.before), 0);
    part::setOrder(part, sequence::orderOf(*outcome.plan));
    for (size_t i = 0; i < outcome.plan->steps.size(); ++i)
        QCOMPARE(part.bends[static_cast<size_t>(outcome.plan->steps[i].way.bend)].order, static_cast<int>(i));
}

QTEST_APPLESS_MAIN(SequenceTest)
#include "sequence.moc"
