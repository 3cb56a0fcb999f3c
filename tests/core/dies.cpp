// The openings of a die: what each asks and makes by the formulas of the trade, and settling one.
#include "text/dies.h"

#include "core/forming_support.h"
#include "edit/edit.h"
#include "files/job_file.h"
#include "text/reasons.h"

namespace goodfold::dies_test {

using test::near;

namespace {

/// The shop's press with a die of 89 degrees, in which a bend of 90 can be driven home.
const tool::Shop& shop() {
    static const tool::Shop shop = [] {
        tool::Tool press = *tool::standardShop().find("press");
        press.die.angleDeg = 89;
        press.mostAngleDeg = 95;
        return tool::Shop{{press}};
    }();
    return shop;
}

const tool::Tool& press() {
    return shop().tools.front();
}

const tool::DieOption* optionOf(const std::vector<tool::DieOption>& options, double opening, bool bottomed) {
    for (const tool::DieOption& option : options)
        if (std::abs(option.setup.opening - opening) < 1e-9 && option.setup.bottomed == bottomed)
            return &option;
    return nullptr;
}

/// Two legs of 30 x 3, and one bend that is settled for this die.
job::Job settledFor(double opening, bool bottomed) {
    job::Job job = test::bar({60, 80}, {{.angleDeg = 90}}, 3, 25);
    job.bends[0].tool = "press";
    job.bends[0].die = job::DieChoice{opening, bottomed};
    return job;
}

sequence::Settled settle(const job::Job& job, const tool::Shop& in = tool::standardShop()) {
    return sequence::settle(job, test::stockOf(job.material), in);
}

} // namespace

class DiesTest : public QObject {
    Q_OBJECT
private slots:
    void eachOpeningByTheFormulas_data();
    void eachOpeningByTheFormulas();
    void whatWillNotDoSaysWhy();
    void theOneThatIsSettledIsTaken();
    void whyTheSettledOneWillNotDo();
    void fileKeepsIt();
    void anotherToolForgetsIt();
};

void DiesTest::eachOpeningByTheFormulas_data() {
    QTest::addColumn<double>("opening");
    QTest::addColumn<bool>("bottomed");
    QTest::addColumn<double>("force");    // 1.42 UTS w T^2 / V, four times as much driven home
    QTest::addColumn<double>("radius");   // 0.16 V, no less than the punch's 3; bottomed the punch's
    QTest::addColumn<double>("leastLeg"); // 0.707 V + T
    QTest::newRow("16") << 16.0 << false << 1.42 * 420 * 25 * 9 / 16 << 3.0 << 0.7071 * 16 + 3;
    QTest::newRow("16, home") << 16.0 << true << 4 * 1.42 * 420 * 25 * 9 / 16 << 3.0 << 0.7071 * 16 + 3;
    QTest::newRow("40") << 40.0 << false << 1.42 * 420 * 25 * 9 / 40 << 6.4 << 0.7071 * 40 + 3;
    QTest::newRow("45") << 45.0 << false << 1.42 * 420 * 25 * 9 / 45 << 7.2 << 0.7071 * 45 + 3;
}

void DiesTest::eachOpeningByTheFormulas() {
    QFETCH(double, opening);
    QFETCH(bool, bottomed);
    const auto options = tool::dieOptions(press(), test::freeWork(25, 3), test::hotRolled());
    const tool::DieOption* option = optionOf(options, opening, bottomed);
    QVERIFY(option && !option->refusal);
    QFETCH(double, force);
    QFETCH(double, radius);
    QFETCH(double, leastLeg);
    QVERIFY(near(option->setup.force, force, 0.01));
    QVERIFY(near(option->setup.insideRadius, radius, 1e-9));
    QVERIFY(near(option->setup.leastPlateLength, leastLeg, 0.01));
    if (opening == 16 && !bottomed) {
        const std::string says = text::dieInWords(*option, test::kReading);
        QVERIFY2(says.find("8.4 kN (0.86 t)") != std::string::npos, says.c_str());
    }
}

void DiesTest::whatWillNotDoSaysWhy() {
    // 100 mm of 5 mm driven home over 40: 4 x 37 kN, more than 70 % of 100; 16 is 3.2 T, too narrow for it.
    const auto options = tool::dieOptions(press(), test::freeWork(100, 5), test::hotRolled());
    const tool::DieOption* home = optionOf(options, 40, true);
    QVERIFY(home && home->refusal && home->refusal->kind == tool::Refusal::Kind::Force);
    const tool::DieOption* narrow = optionOf(options, 16, false);
    QVERIFY(narrow && narrow->refusal && narrow->refusal->kind == tool::Refusal::Kind::Opening);
    QVERIFY(text::dieInWords(*narrow, test::kReading).find("3.2 thicknesses") != std::string::npos);
    // Too long for the tool: each opening says so.
    for (const tool::DieOption& option : tool::dieOptions(press(), test::freeWork(400, 3), test::hotRolled()))
        QVERIFY(option.refusal && option.refusal->kind == tool::Refusal::Kind::TooShort);
}

void DiesTest::theOneThatIsSettledIsTaken() {
    for (const auto& [opening, bottomed] : {std::pair{16.0, false}, {16.0, true}, {40.0, false}}) {
        const auto settled = settle(settledFor(opening, bottomed), bottomed ? shop() : tool::standardShop());
        QVERIFY(settled.outcome.plan);
        const tool::Setup& setup = settled.outcome.plan->steps[0].operation.setup;
        QCOMPARE(setup.opening, opening);
        QCOMPARE(setup.bottomed, bottomed);
        QVERIFY(near(settled.part.bends[0].shape.insideRadius, opening == 40 ? 6.4 : 3, 1e-9));
    }
}

void DiesTest::whyTheSettledOneWillNotDo() {
    for (const auto& [opening, kind] :
         {std::pair{120.0, tool::Refusal::Kind::NoSuchOpening}, {60.0, tool::Refusal::Kind::Opening}}) {
        const auto settled = settle(settledFor(opening, false));
        QVERIFY(!settled.outcome.plan);
        bool isSaid = false;
        for (const sequence::Stuck& stuck : settled.outcome.stuck)
            for (const tool::Refusal& refusal : stuck.refusals)
                isSaid |= refusal.kind == kind;
        QVERIFY2(isSaid, qPrintable(QString::number(opening)));
    }
}

void DiesTest::fileKeepsIt() {
    const job::Job job = settledFor(40, true);
    std::ostringstream out;
    files::writeJob(out, job);
    std::istringstream in(out.str());
    const auto read = files::readJob(in);
    QVERIFY(read);
    QCOMPARE(read->job.bends[0].die, job.bends[0].die);
}

void DiesTest::anotherToolForgetsIt() {
    const auto other = edit::withTool(settledFor(40, true), "1", "vise");
    QVERIFY(other && !other->job.bends[0].die);
    const auto freed = edit::withDie(settledFor(40, true), "1", "press", {});
    QVERIFY(freed && !freed->job.bends[0].die && freed->job.bends[0].tool == "press");
    job::Job free = settledFor(40, true);
    job::freeBending(free);
    QVERIFY(!free.bends[0].die && free.bends[0].tool.empty());
}

GOODFOLD_TEST(DiesTest)

} // namespace goodfold::dies_test

#include "dies.moc"
