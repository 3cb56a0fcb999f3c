// What a bend takes by hand or in a press: levers, pipes, what there has to be to bring over, and what is
// said of leaving stock on. Figures are worked by hand.
#include "core/forming_support.h"
#include "sequence/mend.h"
#include "sequence/pull.h"
#include "sequence/step_mark.h"
#include "text/reasons.h"

namespace goodfold::pulling_test {

using test::cautionsOf;
using test::findingsOf;
using test::freeWork;
using test::kReading;
using test::near;
using test::only;
using test::setupsOf;
using tool::Setup;

class PullingTest : public QObject {
    Q_OBJECT
private slots:
    void ratingsAgreeWithWhatTheToolCanDo_data();
    void ratingsAgreeWithWhatTheToolCanDo();
    void leversAreTheToolsOwn();
    void pipesGoOverNarrowFreeLegs();
    void leavingOnIsForFreeEnds();
    void somethingHasToBeThereToBringOver();
    void drivenHomeOnlyWhereItCanBe();
};

void PullingTest::ratingsAgreeWithWhatTheToolCanDo_data() {
    QTest::addColumn<QString>("id");
    for (const tool::Tool& tool : tool::standardShop().tools)
        QTest::newRow(tool.id.c_str()) << QString::fromStdString(tool.id);
}

/// The thickness a tool is rated for, over its whole length: somebody can pull it, or the die stands it.
void PullingTest::ratingsAgreeWithWhatTheToolCanDo() {
    QFETCH(QString, id);
    const tool::Tool& tool = *tool::standardShop().find(id.toStdString());
    const auto fit = tool::fit(tool, freeWork(tool.length, tool.thickest), test::hotRolled());
    QVERIFY(!fit.setups.empty());
    if (tool.isDie()) return; // within its force, or there would be none
    double least = 1e9;
    for (const Setup& setup : fit.setups)
        least = std::min(least, 1.3 * setup.moment / tool.lever);
    QVERIFY2(least <= 500, qPrintable(QString::number(least)));
}

/// A brake's handle is as long whatever is folded in it; so are a folder's and a pin bender's.
void PullingTest::leversAreTheToolsOwn() {
    for (const char* id : {"brake", "finger-brake", "hand-seamer", "pin-bender"}) {
        const tool::Shop& shop = only(id);
        const tool::Tool& tool = shop.tools[0];
        for (const double leg : {25.0, 200.0, 800.0}) {
            const part::Part part =
                part::solve(test::bar({40, leg}, {{.angleDeg = 90}}, 0.8, 30), test::hotRolled());
            const auto operations = sequence::operationsOf(part, test::hotRolled(), shop);
            QVERIFY2(!operations.of[0].empty(), id);
            for (const auto& operation : operations.of[0]) {
                const sequence::Pull pull = sequence::pullOf(part, operation, 0);
                QCOMPARE(pull.lever, tool.lever);
                QVERIFY(!pull.withPipe);
            }
        }
    }
    // A metre of 1.2 in the brake: 1.3 145 1000 1.44 / 700 = 388 N, with a panel of 500 as of 1000.
    const material::Material& steel = test::hotRolled();
    for (const double reach : {500.0, 1000.0}) {
        job::Job job;
        job.material = steel.id;
        job.thickness = 1.2;
        job.stock.form = job::StockForm::Sheet;
        job.plates = {{.id = "A", .length = reach, .width = 1000.0}, {.id = "B", .length = 30}};
        job.bends = {{.id = "1", .from = "A", .to = "B"}};
        const auto settled = sequence::settle(job, steel, only("brake"));
        QVERIFY(settled.outcome.plan);
        const auto& step = settled.outcome.plan->steps[0];
        QVERIFY(near(sequence::pullOf(settled.part, step.operation, 0).force,
                     1.3 * step.operation.setup.moment / 700, 1e-6));
    }
}

/// Over bar, no wider than a pipe takes, that ends free and carries it.
void PullingTest::pipesGoOverNarrowFreeLegs() {
    const auto pullAt = [](const job::Job& job, sequence::BendSet made, bool holdsChild) {
        const part::Part part = part::solve(job, test::hotRolled());
        const auto operations = sequence::operationsOf(part, test::hotRolled(), only("vise"));
        for (const auto& operation : operations.of[0])
            if (operation.holdsChild == holdsChild && !operation.setup.isHammered)
                return sequence::pullOf(part, operation, made);
        return sequence::Pull{};
    };
    const job::Job heavy = test::bar({80, 80}, {{.angleDeg = 90}}, 3, 40); // 52 N m: 850 N at the leg's 80
    QVERIFY(pullAt(heavy, 0, false).withPipe);
    QCOMPARE(pullAt(heavy, 0, false).lever, 500.0);
    QVERIFY(!pullAt(test::bar({80, 80}, {{.angleDeg = 90}}, 3, 60), 0, false).withPipe); // too wide
    QVERIFY(!pullAt(test::bar({80, 30}, {{.angleDeg = 90}}, 3, 40), 0, false).withPipe); // too short
    QVERIFY(!pullAt(test::bar({80, 80}, {{.angleDeg = 90}}, 1, 20), 0, false).withPipe); // bare hands do
    // A middle leg carries none once what is past it is bent.
    const job::Job middle = test::bar({80, 80, 40}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, 40);
    QVERIFY(pullAt(middle, 0, false).withPipe);
    QVERIFY(!pullAt(middle, 0b10, false).withPipe);
    QVERIFY(!pullAt(middle, 0b10, false).canLeaveOn());
    QVERIFY(pullAt(middle, 0b10, true).canLeaveOn());
}

/// What is said of leaving stock on names what there is more and what that comes to, and only of a leg that
/// ends free: in every step of random bars and in their findings alike.
void PullingTest::leavingOnIsForFreeEnds() {
    test::RandomJobs random(142);
    int said = 0, found = 0;
    for (int n = 0; n < test::rounds(120); ++n) {
        job::Job job = test::randomBar(random, random.whole(1, 4));
        job.thickness = random.real(2.5, 5);
        const tool::Shop& shop = only("vise");
        const auto settled = sequence::settle(job, test::hotRolled(), shop);
        if (!settled.outcome.plan) continue;
        const auto& steps = settled.outcome.plan->steps;
        const auto findings = findingsOf(settled, shop, "heavy-by-hand");
        for (size_t i = 0; i < steps.size(); ++i) {
            const auto& operation = steps[i].operation;
            const std::string says = cautionsOf(settled, i);
            const std::string& id = settled.part.bends[static_cast<size_t>(operation.bend)].id;
            const int free = sequence::freePlate(settled.part, operation);
            // By hand: bar goes on past the bend to a free end where nothing of it is bent yet.
            bool isBent = false;
            for (size_t before = 0; before < i; ++before) {
                const int other = steps[before].operation.bend;
                isBent |= operation.holdsChild ? other < operation.bend : other > operation.bend;
            }
            QVERIFY(free >= 0);
            if (says.find(" longer (") != std::string::npos) {
                ++said;
                QVERIFY(!isBent);
                const double total = 1.3 * operation.setup.moment / 250;
                const std::string wanted = quantity::printMm(total, kReading) + " from the bend)";
                QVERIFY2(says.find(wanted) != std::string::npos, says.c_str());
            }
            for (const check::Finding& finding : findings)
                if (finding.about.id == id && finding.remedy()) {
                    ++found;
                    QVERIFY(!isBent);
                    QVERIFY(says.find(" longer (") != std::string::npos);
                }
        }
    }
    QVERIFY2(said > test::share(10) && found > test::share(3),
             qPrintable(QString("%1 said, %2 found").arg(said).arg(found)));
}

/// A tenth of a millimetre past the bend is nothing to hammer, to grip or to sweep.
void PullingTest::somethingHasToBeThereToBringOver() {
    for (const char* id : {"vise", "brake"}) {
        const auto& tool = only(id).tools[0];
        const double needs = std::max(tool.clamp.leastFree, 2 * 1.0);
        for (const double straight : {0.1, needs - 0.1, needs + 0.1}) {
            // The leg's straight past its tangent line, not its outside length.
            job::Job job = test::bar({25, straight}, {{.angleDeg = 90}}, 1, 25);
            job.plates[0].ends.clear();
            job.plates[1].dimensionTo = {{job::Edge::Start, job::DimensionTo::Tangent}};
            const auto settled = sequence::settle(job, test::hotRolled(), only(id));
            // The long leg is in the jaws, the short one is brought over, or it is too short for the grip
            // too.
            QCOMPARE(settled.outcome.plan.has_value(), straight > needs);
            if (settled.outcome.plan) continue;
            const std::string says = text::reasonsInWords(settled.outcome.stuck[0], kReading);
            QVERIFY2(says.find("needed to") != std::string::npos, says.c_str());
        }
    }
    // Left longer and trimmed it can be made.
    const job::Job tiny = test::bar({60, 9}, {{.angleDeg = 90}}, 3, 30);
    const auto none = sequence::settle(tiny, test::hotRolled(), only("vise"));
    QVERIFY(!none.outcome.plan);
    const auto mends = sequence::mends(tiny, test::hotRolled(), only("vise"), hardware::standardBook(),
                                       kReading, none.outcome.stuck, {});
    QVERIFY(std::any_of(mends.begin(), mends.end(),
                        [](const auto& mend) { return mend.says.find("to trim") != std::string::npos; }));
}

/// A bend that stops short of the die's own angle never reaches its walls.
void PullingTest::drivenHomeOnlyWhereItCanBe() {
    tool::Tool press = *tool::standardShop().find("press");
    for (const auto& [die, angle, can] :
         {std::tuple{80.0, 90.0, false}, {88.0, 92.0, true}, {90.0, 90.0, true}, {90.0, 45.0, false}}) {
        press.die.angleDeg = die;
        QCOMPARE(tool::canBottom(press, freeWork(30, 3, angle)), can);
        bool isBottomed = false;
        for (const Setup& setup : setupsOf(press, freeWork(20, 2, angle), test::hotRolled()))
            isBottomed |= setup.bottomed;
        QCOMPARE(isBottomed, can);
    }
}

GOODFOLD_TEST(PullingTest)

} // namespace goodfold::pulling_test

#include "pulling.moc"
