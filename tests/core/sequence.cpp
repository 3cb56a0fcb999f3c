// The order of bending: the plan found against every order there is, and its steps replayed.
#include "core/sheet_support.h"
#include "core/shop_support.h"
#include "files/job_file.h"
#include "sequence/mend.h"
#include "sequence/settle.h"
#include "tool/parameters.h"

#include <bit>
#include <fstream>

namespace goodfold::sequence_test {

using job::Edge;
using sequence::BendSet;
using sequence::Obstacle;
using sequence::Operation;
using test::only;
using test::randomBar;

namespace {

/// Every order, every way: the costs of all last ways are carried through each order.
class EveryOrder {
public:
    EveryOrder(const part::Part& part, const material::Material& material, const tool::Shop& shop,
               const sequence::Wishes& wishes)
        : part(part), collisions(part), wishes(wishes),
          operations(sequence::operationsOf(part, material, shop)) {
        for (const auto& [bend, tool] : wishes.tool)
            std::erase_if(operations.of[static_cast<size_t>(bend)], [&id = tool](const Operation& operation) {
                return operation.setup.tool->id != id;
            });
    }

    double least() {
        go(0, nullptr, {});
        return best;
    }
    /// Bends that some order comes to make; once the least is known.
    BendSet everMade() const { return reached; }

private:
    void go(BendSet made, const std::vector<Operation>* before, const std::vector<double>& costs) {
        reached |= made;
        if (made == (BendSet{1} << part.bends.size()) - 1) {
            for (const double cost : costs)
                best = std::min(best, cost);
            return;
        }
        for (size_t bend = 0; bend < part.bends.size(); ++bend) {
            if (made >> bend & 1) continue;
            const auto placed = static_cast<size_t>(std::popcount(made));
            if (placed < wishes.order.size() && wishes.order[placed] != static_cast<int>(bend)) continue;
            std::vector<double> next(operations.of[bend].size(), std::numeric_limits<double>::infinity());
            bool any = false;
            for (size_t i = 0; i < next.size(); ++i) {
                const Operation& operation = operations.of[bend][i];
                if (!isFree(made, bend, i)) continue;
                const double own = sequence::costOf(part, operation, made).sum();
                if (!before) next[i] = own;
                for (size_t j = 0; before && j < costs.size(); ++j)
                    if (std::isfinite(costs[j]))
                        next[i] = std::min(
                            next[i], costs[j] + own + sequence::changeBetween(part, (*before)[j], operation));
                any |= std::isfinite(next[i]);
            }
            if (any) go(made | BendSet{1} << bend, &operations.of[bend], next);
        }
    }

    bool isFree(BendSet made, size_t bend, size_t operation) {
        const auto key = std::tuple{made, bend, operation};
        const auto found = known.find(key);
        if (found != known.end()) return found->second;
        const Operation& own = operations.of[bend][operation];
        return known[key] = !collisions.inTheWay(own, made);
    }

    const part::Part& part;
    sequence::Collisions collisions;
    const sequence::Wishes& wishes;
    sequence::Operations operations;
    std::map<std::tuple<BendSet, size_t, size_t>, bool> known;
    double best = std::numeric_limits<double>::infinity();
    BendSet reached = 0;
};

/// Where no plan is, every order has to fail; where one is, none is cheaper, and each step is free when it is
/// looked at anew, half a degree at a time.
void judgeAgainstEveryOrder(const job::Job& job, const tool::Shop& shop) {
    const auto& material = test::materialOf(job);
    const part::Part part = part::solve(job, material);
    const sequence::Wishes wishes = sequence::wishesOf(job);
    const sequence::Outcome outcome = sequence::plan(part, material, shop, wishes);
    EveryOrder orders(part, material, shop, wishes);
    const double least = orders.least();
    if (!outcome.plan) {
        QVERIFY(std::isinf(least));
        QVERIFY(!outcome.stuck.empty());
        for (const sequence::Stuck& stuck : outcome.stuck) {
            QVERIFY(!stuck.reasons.empty() || !stuck.refusals.empty());
            if (wishes.order.empty()) QCOMPARE(stuck.never, !(orders.everMade() >> stuck.bend & 1));
        }
        return;
    }
    QVERIFY2(std::abs(outcome.plan->cost - least) < 1e-6,
             qPrintable(QString("%1, of all orders %2").arg(outcome.plan->cost).arg(least)));
    QVERIFY(outcome.plan->isBest);
    sequence::Collisions anew(part);
    std::vector<Operation> operations;
    for (const sequence::Step& step : outcome.plan->steps)
        operations.push_back(step.operation);
    const sequence::Judged judged = sequence::judge(part, anew, operations);
    QVERIFY(!judged.obstacle);
    QVERIFY(std::abs(judged.plan.cost - least) < 1e-6);
}

} // namespace

class SequenceTest : public QObject {
    Q_OBJECT
private slots:
    void planIsTheBestOfAllOrders_data();
    void planIsTheBestOfAllOrders();
    void planIsTheBestInAnyShop();
    void planIsTheBestOfWhatWasSettled();
    void planIsTheBestWithSomethingLeftOn();
    void demoJobsArePlanned_data();
    void demoJobsArePlanned();
    void demoJobsThatAskForMore();
    void wishesAreKept();
    void worksAlongTheBar();
    void anotherToolHasItsReason();
    void searchCanBeStopped();
};

void SequenceTest::planIsTheBestOfAllOrders_data() {
    QTest::addColumn<int>("bends");
    QTest::addColumn<int>("jobs");
    QTest::newRow("1 to 3 bends") << 0 << test::rounds(90, 430);
    QTest::newRow("4 bends") << 4 << test::rounds(12, 50);
    QTest::newRow("5 bends") << 5 << test::rounds(4, 14);
    QTest::newRow("6 bends") << 6 << test::rounds(1, 4);
    QTest::newRow("7 bends") << 7 << test::rounds(1, 2);
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

/// Every figure of every tool up to a quarter more or less; some tools are not there.
void SequenceTest::planIsTheBestInAnyShop() {
    test::RandomJobs random(901);
    for (int n = 0; n < test::rounds(14, 40); ++n) {
        tool::Shop shop = tool::standardShop();
        for (tool::Tool& tool : shop.tools) {
            const tool::Tool was = tool;
            for (const tool::Parameter& figure : tool::parameters())
                figure.in(tool) *= random.real(0.75, 1.25);
            if (tool::whatIsWrong(tool)) tool = was;
            tool.isThere = random.whole(0, 3) > 0;
        }
        judgeAgainstEveryOrder(randomBar(random, random.whole(1, 3)), shop);
        if (QTest::currentTestFailed()) QFAIL(qPrintable(QString("shop %1").arg(n)));
    }
}

/// Some tools and the first steps settled: none that keeps to it is cheaper, and it costs no less than
/// freely.
void SequenceTest::planIsTheBestOfWhatWasSettled() {
    test::RandomJobs random(902);
    for (int n = 0; n < test::rounds(20, 60); ++n) {
        job::Job job = randomBar(random, random.whole(2, 4));
        const auto freely = sequence::plan(part::solve(job, test::materialOf(job)), test::materialOf(job),
                                           tool::standardShop());
        for (job::Bend& bend : job.bends)
            if (random.whole(0, 2) == 0)
                bend.tool = std::array{"vise", "press", "brake",
                                       "pin-bender"}[static_cast<size_t>(random.whole(0, 3))];
        for (const job::Bend& bend : job.bends)
            if (random.whole(0, 1)) job.bendOrder.insert(job.bendOrder.begin(), bend.id);
        judgeAgainstEveryOrder(job, tool::standardShop());
        if (QTest::currentTestFailed()) QFAIL(qPrintable(QString("job %1").arg(n)));
        const part::Part part = part::solve(job, test::materialOf(job));
        const auto settled =
            sequence::plan(part, test::materialOf(job), tool::standardShop(), sequence::wishesOf(job));
        if (!settled.plan) continue;
        QVERIFY(freely.plan);
        QVERIFY(settled.plan->cost > freely.plan->cost - 1e-9);
        for (size_t i = 0; i < job.bendOrder.size(); ++i)
            QCOMPARE(part.bends[static_cast<size_t>(settled.plan->steps[i].operation.bend)].id,
                     job.bendOrder[i]);
        for (const sequence::Step& step : settled.plan->steps) {
            const std::string& tool = job.bends[static_cast<size_t>(step.operation.bend)].tool;
            QVERIFY(tool.empty() || tool == step.operation.setup.tool->id);
        }
    }
}

/// What is left on either end is a lever first, and in the way; a trimmed part is never harder to hit.
void SequenceTest::planIsTheBestWithSomethingLeftOn() {
    test::RandomJobs random(903);
    for (int n = 0; n < test::rounds(20, 60); ++n) {
        job::Job job = randomBar(random, random.whole(1, 3));
        if (random.whole(0, 1)) job.plates.front().ends[job::Edge::Start].extra = random.real(20, 300);
        job.plates.back().ends[job::Edge::End].extra = random.real(20, 300);
        judgeAgainstEveryOrder(job, tool::standardShop());
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

/// One can only be made with its last bend out of the brake, one only with the dies spaced out, one not until
/// a leg is longer.
void SequenceTest::demoJobsThatAskForMore() {
    const auto load = [](const char* file) {
        std::ifstream in(std::string(PROJECT_DATA "/demo/") + file);
        return files::readJob(in)->job;
    };
    const auto planOf = [](const job::Job& job, const tool::Shop& shop) {
        return sequence::plan(part::solve(job, test::materialOf(job)), test::materialOf(job), shop);
    };
    const job::Job rail = load("light-rail.gfold");
    const auto withVise = planOf(rail, tool::standardShop());
    QVERIFY(withVise.plan);
    QVERIFY(withVise.plan->steps.back().operation.setup.tool->kind->key != "leaf-brake");
    tool::Shop noVise = tool::standardShop(), noSpacers = noVise;
    std::erase_if(noVise.tools,
                  [](const tool::Tool& tool) { return tool.isUpright() || tool.isPickedByRadius(); });
    QVERIFY(!planOf(rail, noVise).plan);

    const job::Job foot = load("frame-foot.gfold");
    const auto spaced = planOf(foot, tool::standardShop());
    QVERIFY(spaced.plan);
    QVERIFY(!spaced.plan->steps[0].operation.setup.stack.empty());
    for (tool::Tool& tool : noSpacers.tools)
        tool.die.spacers.clear();
    QVERIFY(!planOf(foot, noSpacers).plan);

    const job::Job toe = load("bench-foot.gfold");
    const auto none = planOf(toe, tool::standardShop());
    QVERIFY(!none.plan);
    const auto operations =
        sequence::mends(toe, test::materialOf(toe), tool::standardShop(), hardware::standardBook(),
                        quantity::Reading::millimetres(), none.stuck);
    QVERIFY(!operations.empty());
    QVERIFY(operations[0].says.starts_with("make leg B"));
    QVERIFY(planOf(operations[0].mended, tool::standardShop()).plan);
    job::Job shorter = operations[0].mended; // and it is the least that does
    shorter.findPlate("B")->length -= 0.5;
    QVERIFY(!planOf(shorter, tool::standardShop()).plan);
}

void SequenceTest::wishesAreKept() {
    const part::Part part =
        part::solve(test::bar({40, 90, 40}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 30), test::hotRolled());
    const auto free = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(free.plan);
    const int first = free.plan->steps[0].operation.bend;
    sequence::Wishes wishes;
    wishes.order = {1 - first};
    wishes.tool[first] = "pin-bender";
    const auto wished = sequence::plan(part, test::hotRolled(), tool::standardShop(), wishes);
    QVERIFY(wished.plan);
    QCOMPARE(wished.plan->steps[0].operation.bend, 1 - first);
    QCOMPARE(wished.plan->steps[1].operation.setup.tool->id, std::string("pin-bender"));
    QVERIFY(wished.plan->cost > free.plan->cost);
}

/// A zigzag is bent one way along the bar, then the other way along it, and not to and fro.
void SequenceTest::worksAlongTheBar() {
    std::vector<job::Bend> zigzag;
    for (int i = 0; i < 7; ++i)
        zigzag.push_back({.angleDeg = 30, .turn = i % 2 ? job::Turn::Down : job::Turn::Up});
    const part::Part part =
        part::solve(test::bar(std::vector<double>(8, 60), zigzag, 3, 25), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), test::only("vise"));
    QVERIFY(outcome.plan);
    const std::vector<int> order = sequence::orderOf(*outcome.plan);
    QString said;
    int turns = 0; // of the direction of travel
    for (size_t i = 0; i < order.size(); ++i) {
        said += QString::number(order[i] + 1) + ' ';
        if (i >= 2) turns += (order[i] - order[i - 1] > 0) != (order[i - 1] - order[i - 2] > 0);
    }
    QVERIFY2(turns <= 2, qPrintable(said));
}

void SequenceTest::anotherToolHasItsReason() {
    std::ifstream file(PROJECT_DATA "/demo/light-rail.gfold");
    const job::Job job = files::readJob(file)->job;
    const auto settled = sequence::settle(job, test::materialOf(job), tool::standardShop());
    QVERIFY(settled.outcome.plan);
    const auto& steps = settled.outcome.plan->steps;
    size_t changes = 0;
    for (size_t i = 0; i < steps.size(); ++i) {
        const bool isOther = i > 0 && steps[i].operation.setup.tool != steps[i - 1].operation.setup.tool;
        QCOMPARE(steps[i].change.has_value(), isOther);
        if (!isOther) continue;
        ++changes;
        QCOMPARE(steps[i].change->from, steps[i - 1].operation.setup.tool);
        // In the tool before it the bend is in the way of something, by the collisions themselves.
        sequence::Collisions anew(settled.part);
        const auto operations =
            sequence::operationsOf(settled.part, test::materialOf(job), tool::standardShop());
        bool goes = false;
        for (const auto& operation : operations.of[static_cast<size_t>(steps[i].operation.bend)])
            goes |= operation.setup.tool->id == steps[i].change->from->id &&
                    !anew.inTheWay(operation, steps[i].before);
        QCOMPARE(goes, !steps[i].change->obstacle && !steps[i].change->refusal);
    }
    QVERIFY(changes > 0);
}

void SequenceTest::searchCanBeStopped() {
    const std::vector<job::Bend> zigzag(9, {.angleDeg = 30});
    const part::Part part = part::solve(test::bar(std::vector<double>(10, 50), zigzag), test::hotRolled());
    const auto outcome =
        sequence::plan(part, test::hotRolled(), tool::standardShop(), {}, [](size_t) { return false; });
    QVERIFY(outcome.stopped);
    QVERIFY(!outcome.plan);
    QVERIFY(outcome.stuck.empty());
}

GOODFOLD_TEST(SequenceTest)

} // namespace goodfold::sequence_test

#include "sequence.moc"
