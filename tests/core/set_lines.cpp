// The line that is set in the tool: where it lies, in words, on the blank, in every file, and for the other
// hand. Figures are worked by hand.
#include "core/shop_support.h"
#include "files/csv.h"
#include "files/dxf.h"
#include "files/job_file.h"
#include "files/plan.h"
#include "part/mark.h"
#include "part/mirror.h"
#include "sequence/settle.h"
#include "sequence/step_mark.h"
#include "text/step.h"

#include <nlohmann/json.hpp>

#include <fstream>

namespace goodfold::set_lines_test {

using test::near;
using test::only;

namespace {

const quantity::Reading kReading = quantity::Reading::millimetres();

std::vector<part::Mark> marksOf(const part::Part& part, part::Mark::Kind kind) {
    auto marks = part::marksOf(part);
    std::erase_if(marks, [&](const part::Mark& mark) { return mark.kind != kind; });
    return marks;
}

job::Job leaning(double skewDeg, double legB = 90) {
    return test::bar({60, legB}, {{.angleDeg = 90, .skewDeg = skewDeg}}, 3, 30);
}

} // namespace

class SetLinesTest : public QObject {
    Q_OBJECT
private slots:
    void leaningLinesAreToldAtBothEdges_data();
    void leaningLinesAreToldAtBothEdges();
    void heldLinesAreTold();
    void slopingLinesOnSheetHaveTwoPlaces();
    void theBlankHasThem();
    void otherHandHasItsOwnSteps();
    void pairsStandOnEitherSideOfTheScrew();
    void randomPairsLeanOppositeWays();
};

void SetLinesTest::leaningLinesAreToldAtBothEdges_data() {
    QTest::addColumn<QString>("tool");
    QTest::addColumn<double>("fromTangent"); // square to the line
    QTest::addColumn<double>("radius");
    // Over a jaw with an edge of 1 bar of 3 comes out R 3. In the press K is 0.407 at R/T 1: R 3 over the
    // punch of 3 and BA = pi/2 (3 + 0.407 3) = 6.630.
    QTest::newRow("vise") << "vise" << 1.0 << 3.0;
    QTest::newRow("press") << "press" << 6.630 / 2 << 3.0;
}

/// Along the centreline every distance square to the line grows by 1 / cos g; at the edges it stands off by
/// w/2 tan g. Leg A is 60 to its outside: its tangent line is at 60 - (R + T) / cos g.
void SetLinesTest::leaningLinesAreToldAtBothEdges() {
    QFETCH(QString, tool);
    QFETCH(double, fromTangent);
    QFETCH(double, radius);
    for (const double skew : {22.0, -22.0, 0.0}) {
        const auto settled = sequence::settle(leaning(skew), test::hotRolled(), only(tool.toStdString()));
        QVERIFY(settled.outcome.plan);
        const sequence::Step& step = settled.outcome.plan->steps[0];
        QVERIFY(near(step.operation.setup.insideRadius, radius, 1e-9));
        const sequence::StepMark mark = sequence::markOf(settled.part, step);
        const double g = radians(skew), tangent = 60 - (radius + 3) / std::cos(g);
        const double allowance = std::numbers::pi / 2 * (radius + settled.part.bends[0].k * 3);
        const double square =
            tool == "vise" && step.operation.holdsChild ? allowance - fromTangent : fromTangent;
        const double at = tangent + square / std::cos(g), aside = 15 * std::tan(std::abs(g));
        QVERIFY(near(mark.at, at, 2e-3));
        QVERIFY(near(std::min(mark.atRight, mark.atLeft), at - aside, 2e-3));
        QVERIFY(near(std::max(mark.atRight, mark.atLeft), at + aside, 2e-3));
        QCOMPARE(mark.leans, skew != 0);
        const std::string says = text::instruction(settled.part, step, kReading);
        const auto figure = [](double mm) { return quantity::printMm(mm, kReading); };
        if (skew == 0)
            QVERIFY(says.find("line at " + figure(mark.at) + " from the left end") != std::string::npos);
        else
            QVERIFY2(says.find(figure(mark.atRight) + " at the near edge to " + figure(mark.atLeft) +
                               " at the far edge") != std::string::npos,
                     says.c_str());
        // Where the Blank stage, the template and the files have it.
        const auto marks = marksOf(settled.part, part::Mark::Kind::SetLine);
        QCOMPARE(marks.size(), size_t{1});
        QVERIFY(near(marks[0].along, mark.at, 1e-9) && near(marks[0].alongAtRight, mark.atRight, 1e-9) &&
                near(marks[0].alongAtLeft, mark.atLeft, 1e-9));
        QCOMPARE(marks[0].onBack, !mark.onFace);
    }
}

void SetLinesTest::heldLinesAreTold() {
    const auto heldIn = [](const char* tool, double thickness) {
        job::Job job = test::bar({60, 90}, {{.angleDeg = 90}}, thickness, 30);
        const auto settled = sequence::settle(job, test::hotRolled(), only(tool));
        std::ostringstream out;
        files::writePlan(out, "x", settled, {}, test::hotRolled());
        const auto plan = nlohmann::json::parse(out.str());
        const auto step = plan["steps"][0];
        [&] { QCOMPARE(step["held_line"]["at"], step["mark"]["at"]); }();
        return step["held_line"];
    };
    for (const char* tool : {"vise", "brake", "finger-brake"}) {
        const auto held = heldIn(tool, 1);
        QVERIFY(held["which"] == "near" || held["which"] == "far");
        QVERIFY(held["follows"]);
        QVERIFY(near(held["from_tangent"], only(tool).tools[0].radii[0], 1e-9)); // the edge's own
    }
    for (const char* tool : {"pin-bender", "round-former"}) {
        const auto held = heldIn(tool, 3);
        QVERIFY(held["which"] != "centre" && !held["follows"]);
        QVERIFY(near(held["from_tangent"], 0, 1e-9));
    }
    const auto pressed = heldIn("press", 3);
    QVERIFY(pressed["which"] == "centre" && !pressed["follows"]);
    QVERIFY(near(pressed["from_tangent"], std::numbers::pi / 4 * (3 + 0.407 * 3), 1e-3));
}

/// A tapered panel's side flange: its line runs up the slope, and is told by both of its ends.
void SetLinesTest::slopingLinesOnSheetHaveTwoPlaces() {
    job::Job job;
    job.material = "steel-cold-rolled";
    job.thickness = 1;
    job.stock.form = job::StockForm::Sheet;
    job.plates = {{.id = "A", .length = 120, .width = 100.0, .inset = {{job::Edge::Left, 30.0}}},
                  {.id = "B", .length = 25}};
    job.bends = {{.id = "1", .from = "A", .edge = job::Edge::Left, .to = "B"}};
    const auto& steel = *material::standardMaterials().find(job.material);
    const auto settled = sequence::settle(job, steel, only("brake"));
    QVERIFY(settled.outcome.plan);
    const sequence::Step& step = settled.outcome.plan->steps[0];
    const sequence::StepMark mark = sequence::markOf(settled.part, step);
    QVERIFY(mark.isAcross && mark.leans);
    QVERIFY(near(std::abs(mark.atRight - mark.atLeft), 30, 1)); // as far as the side runs in
    QVERIFY(near(std::abs(mark.besideRight - mark.besideLeft), 120, 8));
    const std::string says = text::instruction(settled.part, step, kReading);
    for (const double mm : {mark.atRight, mark.atLeft, mark.besideRight, mark.besideLeft})
        QVERIFY2(says.find(quantity::printMm(mm, kReading)) != std::string::npos, says.c_str());
}

/// Told apart from the bend's start, middle and end; nothing of it before there is a plan, nor of small
/// bends.
void SetLinesTest::theBlankHasThem() {
    const job::Job job = leaning(12);
    QVERIFY(marksOf(part::solve(job, test::hotRolled()), part::Mark::Kind::SetLine).empty());
    const auto settled = sequence::settle(job, test::hotRolled(), only("vise"));
    QCOMPARE(marksOf(settled.part, part::Mark::Kind::SetLine).size(), size_t{1});
    QCOMPARE(marksOf(settled.part, part::Mark::Kind::BendCentre).size(), size_t{1});
    std::ostringstream csv, dxf;
    files::writeCsv(csv, settled.part, part::fold(settled.part));
    QVERIFY(csv.str().find("\nset line,1,") != std::string::npos);
    files::writeDxf(dxf, settled.part);
    const std::string drawing = dxf.str();
    size_t lines = 0;
    for (size_t at = drawing.find("\nLINE"); at != std::string::npos; at = drawing.find("\nLINE", at + 1))
        lines += drawing.substr(at, 200).find("\nSET\n") != std::string::npos;
    QCOMPARE(lines, size_t{1});
    job::Job small = test::bar({90, 90}, {{.angleDeg = 90, .insideRadius = 60}}, 2, 30);
    small.bends[0].bumps = 7;
    const auto hits = sequence::settle(small, test::hotRolled(), tool::standardShop());
    QVERIFY(marksOf(hits.part, part::Mark::Kind::SetLine).empty());
}

void SetLinesTest::otherHandHasItsOwnSteps() {
    job::Job job = leaning(12);
    job.oppositeHand = true;
    job.hand = job::Hand::Left;
    const auto own = sequence::settle(job, test::hotRolled(), only("vise"));
    const auto other = sequence::settleOpposite(own, test::hotRolled(), only("vise"));
    QVERIFY(own.outcome.plan && other.outcome.plan);
    const auto lean = [](const sequence::Settled& hand) {
        return sequence::leanDeg(hand.part, hand.outcome.plan->steps[0].operation);
    };
    QVERIFY(near(std::abs(lean(own)), 12, 1e-9));
    QVERIFY(near(lean(own), -lean(other), 1e-9));
    const auto mark = [](const sequence::Settled& hand) {
        return sequence::markOf(hand.part, hand.outcome.plan->steps[0]);
    };
    QVERIFY(near(mark(own).atRight, mark(other).atLeft, 1e-9));
    std::ostringstream out;
    files::writePlan(out, "x", own, other, test::hotRolled());
    const auto plan = nlohmann::json::parse(out.str());
    QCOMPARE(plan["hand"], "left hand");
    QCOMPARE(plan["opposite"]["hand"], "right hand");
    QCOMPARE(plan["opposite"]["steps"].size(), plan["steps"].size());
    const auto saysOf = [](const nlohmann::json& steps) {
        return steps[0]["set"].dump() + steps[0]["says"].get<std::string>();
    };
    const bool isRight = saysOf(plan["steps"]).find("to the right") != std::string::npos;
    QVERIFY(saysOf(plan["opposite"]["steps"]).find(isRight ? "to the left" : "to the right") !=
            std::string::npos);
}

/// A leaning bar beside the screw goes by it on one side only: the other hand goes by it on the other.
void SetLinesTest::pairsStandOnEitherSideOfTheScrew() {
    std::ifstream in(PROJECT_DATA "/demo/vent-stay.gfold");
    const job::Job job = files::readJob(in)->job;
    const auto own = sequence::settle(job, test::materialOf(job), tool::standardShop());
    const auto other = sequence::settleOpposite(own, test::materialOf(job), tool::standardShop());
    QVERIFY(own.outcome.plan && other.outcome.plan);
    QCOMPARE(sequence::orderOf(*other.outcome.plan), sequence::orderOf(*own.outcome.plan));
    for (size_t i = 0; i < own.outcome.plan->steps.size(); ++i) {
        const auto& a = own.outcome.plan->steps[i];
        const auto& b = other.outcome.plan->steps[i];
        QVERIFY(a.operation.hold.besideScrew && b.operation.hold.besideScrew);
        QVERIFY(a.operation.hold.otherSide != b.operation.hold.otherSide);
        const bool isRight =
            text::instruction(own.part, a, kReading).find("right of the screw") != std::string::npos;
        QVERIFY(text::instruction(other.part, b, kReading)
                    .find(isRight ? "left of the screw" : "right of the screw") != std::string::npos);
    }
}

/// Both hands of random bars: the same order and tools, as long a blank, leans and edges exchanged.
void SetLinesTest::randomPairsLeanOppositeWays() {
    test::RandomJobs random(143);
    int made = 0, leaned = 0;
    for (int n = 0; n < 60; ++n) {
        const job::Job job = test::randomBar(random, random.whole(1, 3));
        const auto own = sequence::settle(job, test::hotRolled(), tool::standardShop());
        if (!own.outcome.plan) continue;
        const auto other = sequence::settleOpposite(own, test::hotRolled(), tool::standardShop());
        QVERIFY(other.outcome.plan);
        ++made;
        QVERIFY(near(other.part.blank.length, own.part.blank.length, 1e-9));
        QCOMPARE(sequence::orderOf(*other.outcome.plan), sequence::orderOf(*own.outcome.plan));
        for (size_t i = 0; i < own.outcome.plan->steps.size(); ++i) {
            const sequence::Step &a = own.outcome.plan->steps[i], &b = other.outcome.plan->steps[i];
            QCOMPARE(a.operation.setup.tool->id, b.operation.setup.tool->id);
            if (a.operation.holdsChild != b.operation.holdsChild || !(a.operation.hold == b.operation.hold))
                continue;
            const double lean = sequence::leanDeg(own.part, a.operation);
            leaned += std::abs(lean) > 1;
            QVERIFY(near(lean, -sequence::leanDeg(other.part, b.operation), 1e-6));
            const auto x = sequence::markOf(own.part, a), y = sequence::markOf(other.part, b);
            QVERIFY(near(x.atRight, y.atLeft, 1e-6) && near(x.atLeft, y.atRight, 1e-6));
        }
    }
    QVERIFY(made > 25 && leaned > 4);
}

GOODFOLD_TEST(SetLinesTest)

} // namespace goodfold::set_lines_test

#include "set_lines.moc"
