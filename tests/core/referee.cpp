// Tool bodies and ways out against coordinates worked by hand, kind by kind, not by the product's own solids:
// how deep a throat is, where a screw lies, what a lip meets, and that a clamp that opens further takes no
// less.
#include "check/finding.h"
#include "core/shop_support.h"
#include "sequence/mend.h"
#include "sequence/settle.h"
#include "text/plan_facts.h"
#include "text/reasons.h"
#include "text/step.h"

namespace goodfold::referee_test {

using job::Edge;
using test::only;

namespace {

const quantity::Reading kReading = quantity::Reading::millimetres();

/// A panel with flanges up on these edges, all `height` high.
job::Job sheet(double length, double width, double height, const std::vector<Edge>& edges,
               double thickness = 1) {
    job::Job job;
    job.material = "steel-cold-rolled";
    job.thickness = thickness;
    job.stock.form = job::StockForm::Sheet;
    job.plates = {{.id = "A", .length = length, .width = width}};
    for (const Edge edge : edges) {
        const std::string id(1, static_cast<char>('A' + job.plates.size()));
        job.plates.push_back({.id = id, .length = height});
        job.bends.push_back(
            {.id = std::to_string(job.bends.size() + 1), .from = "A", .edge = edge, .to = id});
    }
    return job;
}

bool isMade(const job::Job& job, const tool::Tool& tool) {
    const tool::Shop shop{{tool}};
    return sequence::settle(job, test::materialOf(job), shop).outcome.plan.has_value();
}

tool::Tool shipped(const char* id) {
    tool::Tool tool = *tool::standardShop().find(id);
    tool.isThere = true;
    return tool;
}

} // namespace

class RefereeTest : public QObject {
    Q_OBJECT
private slots:
    void clampThatOpensFurtherRefusesNoMore();
    void channelIsTakenOutOfTheLeafBrake();
    void legHangsToTheScrew();
    void viseDiesTakeEitherEnd();
    void legBetweenDiesHangsToTheScrew();
    void lipMeetsThePunch();
    void deepNarrowChannelComesOutOfAWiderClamp();
    void clampDepthIsMeasuredFromItsEdge();
    void foldsBeyondReachArePressedShut();
    void moreBendsThanAreLookedFor();
    void everyToolSaysItsOwnReason();
};

/// Opened by 4 it comes out, so it does where the clamp opens further.
void RefereeTest::deepNarrowChannelComesOutOfAWiderClamp() {
    const job::Job job = sheet(43.8915, 58.4475, 52.4233, std::vector{Edge::End, Edge::Start});
    tool::Tool brake = shipped("brake");
    brake.clamp.lift = 4;
    QVERIFY(isMade(job, brake));
    for (const double lift : {10.0, 30.0, 45.0, 90.0}) {
        brake.clamp.lift = lift;
        QVERIFY(isMade(job, brake));
    }
}

/// Random channels and boxes: what comes out at some opening comes out at every wider one.
void RefereeTest::clampThatOpensFurtherRefusesNoMore() {
    test::RandomJobs random(144);
    int made = 0, not_ = 0;
    for (int n = 0; n < 40; ++n) {
        const bool isBox = random.whole(0, 2) == 0;
        const double deep = random.real(12, 60), width = random.real(40, 140), length = random.real(35, 140);
        const job::Job job = sheet(length, width, deep,
                                   isBox ? std::vector{Edge::End, Edge::Start, Edge::Left}
                                         : std::vector{Edge::End, Edge::Start});
        tool::Tool brake = shipped(isBox ? "finger-brake" : "brake");
        bool was = false;
        for (const double lift : {1.0, 4.0, 10.0, 30.0, 45.0, 90.0}) {
            brake.clamp.lift = lift;
            const bool is = isMade(job, brake);
            QVERIFY2(is || !was, qPrintable(QString("%1 x %2 x %3, box %4: refused at %5")
                                                .arg(length)
                                                .arg(width)
                                                .arg(deep)
                                                .arg(isBox)
                                                .arg(lift)));
            was = is;
        }
        ++(was ? made : not_);
    }
    QVERIFY(made > 10 && not_ > 0);
}

/// A U of this base with 30 high walls is slid out along the brake: no opening is needed for that.
void RefereeTest::channelIsTakenOutOfTheLeafBrake() {
    for (const double base : {47.0, 55.0, 70.0, 86.0})
        for (const double lift : {1.0, 10.0, 45.0}) {
            tool::Tool brake = shipped("brake");
            brake.clamp.lift = lift;
            QVERIFY(isMade(sheet(base, 100, 30, {Edge::End, Edge::Start}), brake));
        }
    // A panel nearly as long as the brake is slid as far.
    QVERIFY(isMade(sheet(60, 900, 30, {Edge::End, Edge::Start}), shipped("brake")));
}

/// Bar of 60 is too wide to pass the screw of 46 in jaws of 125. With an edge of 1 the tangent line lies 1
/// under the jaw top: of straight s a leg reaches s + 1 below it, and the screw lies 75 below.
void RefereeTest::legHangsToTheScrew() {
    for (const double straight : {70.0, 73.0, 75.0, 82.0}) {
        job::Job job = test::bar({straight, straight}, {{.angleDeg = 90}}, 3, 60);
        for (job::Plate& plate : job.plates)
            plate.dimensionTo = {{Edge::Start, job::DimensionTo::Tangent},
                                 {Edge::End, job::DimensionTo::Tangent}};
        QCOMPARE(isMade(job, shipped("vise")), straight < 74);
        const auto none = sequence::settle(job, test::hotRolled(), only("vise"));
        if (none.outcome.plan) continue;
        QVERIFY(text::reasonsInWords(none.outcome.stuck[0], kReading).find("screw") != std::string::npos);
    }
}

void RefereeTest::viseDiesTakeEitherEnd() {
    for (const auto& [first, second] : {std::pair{20.0, 60.0}, {60.0, 20.0}, {35.0, 200.0}, {200.0, 35.0}})
        for (const double angle : {45.0, 90.0}) {
            const job::Job job = test::bar({first, second}, {{.angleDeg = angle}}, 1.5, 25);
            const auto settled = sequence::settle(job, test::hotRolled(), only("vise-dies"));
            QVERIFY(settled.outcome.plan);
            const std::string says =
                text::instruction(settled.part, settled.outcome.plan->steps[0], kReading);
            const std::string down = first < second ? "leg A down" : "leg B down"; // the short one
            QVERIFY2(says.find(down) != std::string::npos, says.c_str());
            QVERIFY(says.find("toward the punch on the fixed jaw") != std::string::npos);
        }
}

/// The bend is 25 under the jaw top, the screw 75 under it: a leg that hangs more than 50 meets it. Measured
/// from the middle of the bend, flat: the straight and half of BA.
void RefereeTest::legBetweenDiesHangsToTheScrew() {
    for (const double hangs : {44.0, 48.0, 52.0, 58.0}) {
        tool::Tool dies = shipped("vise-dies");
        dies.die.punchHeight = 100; // the jaws are out of its way
        job::Job job = test::bar({200, 60}, {{.angleDeg = 30}}, 1.5, 25);
        job.plates[1].dimensionTo = {{Edge::Start, job::DimensionTo::Tangent}};
        job.plates[0].dimensionTo = {{Edge::End, job::DimensionTo::Tangent}};
        const double allowance = part::solve(job, test::hotRolled()).bends[0].allowance;
        job.plates[1].length = hangs - allowance / 2;
        QCOMPARE(isMade(job, dies), hangs < 50);
        dies.bench.screwDepth += 10;
        QCOMPARE(isMade(job, dies), hangs < 60);
    }
}

/// A channel's second bend in the press: at 90 its base rises at 45 degrees on one side, and the leg that
/// stands already leans back over it, its tip at (h - b) / sqrt 2 from the middle of the punch, which is 8
/// wide on either side. So of a base of 60 legs of 44 pass, a little less for what is pushed past and the
/// stock, and 52 do not.
void RefereeTest::lipMeetsThePunch() {
    for (const auto& [leg, passes] : {std::pair{36.0, true}, {42.0, true}, {53.0, false}, {58.0, false}}) {
        const job::Job job =
            test::bar({leg, 60, leg},
                      {{.angleDeg = 90, .insideRadius = 3.0}, {.angleDeg = 90, .insideRadius = 3.0}}, 2, 25);
        tool::Tool press = shipped("press");
        QCOMPARE(isMade(job, press), passes);
        if (passes) continue;
        const auto none = sequence::settle(job, test::hotRolled(), only("press"));
        QVERIFY(text::reasonsInWords(none.outcome.stuck[0], kReading).find("punch") != std::string::npos);
    }
}

/// From the front of its edge to its back, as a rule reads: with an edge of 1.5 a clamp 20 deep ends 18.5
/// behind the tangent line, and a wall stands free behind it that much nearer.
void RefereeTest::clampDepthIsMeasuredFromItsEdge() {
    tool::Tool brake = shipped("brake");
    brake.clamp.innerDepth = 20;
    const tool::Work work{.insideRadius = 1.5, .thickness = 1, .length = 50, .allowance = 3};
    const auto fit = tool::fit(brake, work, test::hotRolled());
    double back = 0, front = 0;
    for (const tool::Solid& solid : tool::solidsOf(fit.setups.at(0), {}, work))
        if (solid.clamps)
            for (const Vec2& corner : solid.section) {
                back = std::min(back, corner.x());
                front = std::max(front, corner.x());
            }
    QVERIFY(std::abs(back + 18.5) < 1e-9);
    QVERIFY(std::abs(front - 1.5) < 0.1);
}

/// The brake reaches 135 under load: 140 and 160 are folded so far and pressed shut, 120 is not.
void RefereeTest::foldsBeyondReachArePressedShut() {
    for (const auto& [angle, isShut] :
         {std::pair{120.0, false}, {140.0, true}, {160.0, true}, {180.0, true}}) {
        job::Job job = sheet(100, 80, 15, {Edge::End});
        job.bends[0].angleDeg = angle;
        if (angle >= 160) job.bends[0].insideRadius = 1.5;
        const auto settled = sequence::settle(job, test::materialOf(job), only("brake"));
        QVERIFY2(settled.outcome.plan, qPrintable(QString::number(angle)));
        const sequence::Step& step = settled.outcome.plan->steps[0];
        QCOMPARE(step.operation.setup.closed, isShut);
        std::string checks;
        for (const std::string& line : text::inspections(settled.part, step, kReading))
            checks += line + "\n";
        QCOMPARE(checks.find("the same all along") != std::string::npos, angle == 180);
        if (angle != 160) continue;
        // Inner faces: 1.5 (1 - cos 160) = 2.91 where the fold ends; over 10.5 of straight sin 160 more, 6.5.
        const double straight = settled.part.plates[1].length, mouth = 2.9095 + straight * 0.34202;
        QVERIFY2(checks.find(quantity::printMm(2.9095, kReading) + " where the fold ends, " +
                             quantity::printMm(mouth, kReading)) != std::string::npos,
                 checks.c_str());
    }
}

void RefereeTest::moreBendsThanAreLookedFor() {
    std::vector<double> legs{30};
    std::vector<job::Bend> bends;
    for (int i = 0; i < 21; ++i) {
        legs.push_back(30);
        bends.push_back({.angleDeg = 10});
    }
    const job::Job job = test::bar(legs, bends, 2, 20);
    const auto settled = sequence::settle(job, test::hotRolled(), tool::standardShop());
    QVERIFY(!settled.outcome.plan && settled.outcome.tooMany);
    const auto facts = text::factsOf(settled, test::hotRolled(), tool::standardShop(), kReading);
    const auto found = check::check({settled.job, settled.part, part::fold(settled.part), test::hotRolled(),
                                     kReading, hardware::standardBook(), &facts});
    const auto* finding = test::findRule(found, "no-order");
    QVERIFY(finding && finding->says.find("more than 20 bends") != std::string::npos);
}

/// One tool's refusal does not silence another's.
void RefereeTest::everyToolSaysItsOwnReason() {
    const job::Job job = test::bar({30, 30}, {{.angleDeg = 90}}, 8, 40);
    const auto none = sequence::settle(job, test::hotRolled(), tool::standardShop());
    QVERIFY(!none.outcome.plan);
    const std::string says = text::reasonsInWords(none.outcome.stuck[0], kReading);
    size_t told = 0;
    for (const tool::Tool& tool : tool::standardShop().tools)
        told += tool.isThere && says.find("he " + tool.name) != std::string::npos;
    const size_t there = static_cast<size_t>(
        std::count_if(tool::standardShop().tools.begin(), tool::standardShop().tools.end(),
                      [](const tool::Tool& tool) { return tool.isThere; }));
    QCOMPARE(told, there);
}

GOODFOLD_TEST(RefereeTest)

} // namespace goodfold::referee_test

#include "referee.moc"
