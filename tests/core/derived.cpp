// Where figures come from: each line as somebody with pencil and paper would write it.
#include "core/mount_support.h"
#include "cost/words.h"
#include "sequence/settle.h"
#include "text/derived_odds.h"

namespace goodfold::derived_test {

using namespace goodfold::text;
using test::RandomJobs;

namespace {

/// Legs of 60 and 40 outside, R 3, T 3, K 0.4: the bend takes 1.5708 (3 + 1.2) = 6.597, legs 54 and 34.
job::Job ell() {
    job::Job job = test::bar({60, 40}, {{.angleDeg = 90, .insideRadius = 3, .k = 0.4}});
    job.plates[0].holes.push_back({.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 10, .xFrom = job::Hole::XFrom::End});
    return job;
}

const quantity::Reading kMm = quantity::Reading::millimetres();

std::string lineWith(const Derivation& how, const std::string& begins) {
    for (const std::string& line : how.lines)
        if (line.starts_with(begins)) return line;
    return {};
}

} // namespace

class DerivedTest : public QObject {
    Q_OBJECT
private slots:
    void bends();
    void legsAndBlank();
    void holesFromEitherEnd();
    void pushes();
    void sumsAreWhole();
    void oddsCountTheirPieces();
    void strengthShowsItsSection();
    void minutesAddUp();
};

void DerivedTest::bends() {
    job::Job job = ell();
    part::Part part = part::solve(job, test::hotRolled());
    const Derivation how = howBent(part, part.bends[0], kMm);
    QCOMPARE(how.of, std::string("Bend 1"));
    QCOMPARE(how.lines[1], std::string("K 0.4: typed, R/T 1"));
    QCOMPARE(lineWith(how, "allowance"),
             std::string("allowance = A (R + K T) = 1.5708 × (3.00 + 0.4 × 3.00) = 6.60"));
    QCOMPARE(lineWith(how, "outside"),
             std::string("outside setback = (R + T) tan(A/2) = 6.00 × tan 45° = 6.00"));
    QCOMPARE(lineWith(how, "taken off"),
             std::string("taken off = 2 setbacks − allowance = 2 × 6.00 − 6.60 = 5.40"));
    // Past a right angle to the outer face; aslant by the cosine.
    job.bends[0].angleDeg = 120;
    job.bends[0].skewDeg = 60;
    part = part::solve(job, test::hotRolled());
    const Derivation aslant = howBent(part, part.bends[0], kMm);
    QVERIFY(lineWith(aslant, "outside").find("= R + T = 6.00") != std::string::npos);
    QVERIFY(lineWith(aslant, "Its line leans by 60°").ends_with("= 0.5000") ||
            lineWith(aslant, "Its line leans by 60°").ends_with("= 0.5"));
    // In inches to a thousandth.
    QVERIFY(
        lineWith(howBent(part::solve(ell(), test::hotRolled()),
                         part::solve(ell(), test::hotRolled()).bends[0], quantity::Reading::fractions(16)),
                 "taken off")
            .ends_with("= 0.213"));
}

void DerivedTest::legsAndBlank() {
    const job::Job job = ell();
    const part::Part part = part::solve(job, test::hotRolled());
    QCOMPARE(howFlat(job, part, 0, kMm).lines[0],
             std::string("60.00 as stated − 6.00 of setback at bend 1 = 54.00 flat"));
    QCOMPARE(howLong(part, kMm).lines[0], std::string("A 54.00 + bend 1 6.60 + B 34.00 = 94.60"));
    job::Job longer = job;
    longer.plates[1].ends[job::Edge::End].extra = 15;
    QCOMPARE(howLong(part::solve(longer, test::hotRolled()), kMm).lines[0],
             std::string("A 54.00 + bend 1 6.60 + B 34.00 + at the end, left on or aslant, 15.00 = 109.60"));
}

void DerivedTest::holesFromEitherEnd() {
    job::Job job = ell();
    const auto placed = [&](size_t hole) {
        const part::Part part = part::solve(job, test::hotRolled());
        return howPlaced(part, part.holes[hole], kMm).lines[0];
    };
    QCOMPARE(placed(0), std::string("from the left end: on A 20.00 = 20.00"));
    QCOMPARE(placed(1), std::string("from the left end: A 54.00 + bend 1 6.60 + on B 24.00 = 84.60"));
    job.datum = job::Edge::End;
    QCOMPARE(placed(1), std::string("from the right end: on B 10.00 = 10.00"));
    QCOMPARE(placed(0), std::string("from the right end: B 34.00 + bend 1 6.60 + on A 34.00 = 74.60"));
}

/// What comes back is what it is pushed further, and the pull times its lever is 1.3 moments.
void DerivedTest::pushes() {
    const auto settled = sequence::settle(ell(), test::hotRolled(), tool::standardShop());
    QVERIFY(settled.outcome.plan);
    const sequence::Step& step = settled.outcome.plan->steps[0];
    const Derivation how = howPushed(settled.part, step, test::hotRolled());
    const tool::Setup& setup = step.operation.setup;
    QCOMPARE(how.lines[0],
             "pushed to 90° + " + quantity::printNumber(setup.loadedAngleDeg - setup.restsAtDeg, 2) +
                 "° that it springs back = " + quantity::printNumber(setup.loadedAngleDeg, 2) + "°");
    QVERIFY(!how.source.empty());
}

/// On any bar the stretches come to the blank; only what was left on is beside them.
void DerivedTest::sumsAreWhole() {
    RandomJobs random(33);
    int bars = 0;
    for (int i = 0; bars < test::rounds(60, 600); ++i) {
        const job::Job job = random.next();
        if (job.stock.form != job::StockForm::Bar) continue;
        ++bars;
        const part::Part part = part::solve(job, test::materialOf(job));
        const bool isLeftOn = std::any_of(job.plates.begin(), job.plates.end(),
                                          [](const job::Plate& plate) { return !plate.ends.empty(); });
        const std::string says = howLong(part, kMm).lines[0];
        QVERIFY2(isLeftOn || says.find("at the end") == std::string::npos, says.c_str());
        for (const part::PartHole& hole : part.holes) {
            const std::string place = howPlaced(part, hole, kMm).lines[0];
            QVERIFY2(isLeftOn || place.find("at the end") == std::string::npos,
                     (place + " / " + says).c_str());
        }
    }
}

void DerivedTest::oddsCountTheirPieces() {
    const test::Strap strap;
    const auto making = strap.making(test::only({{lineup::SourceKind::Mark, 0.2}}));
    const lineup::Odds odds = lineup::count(making, 1000, 1);
    const Derivation how = howLikely(making, lineup::nominalFit(making), odds, kMm);
    // A thread of 6 in a hole of 6.6, where it is drawn.
    QCOMPARE(
        how.lines[0],
        std::string("h1: play (D cos(tilt) − d) / 2 = (6.6 cos 0° − 6) / 2 = 0.3; as drawn it is off by 0"));
    const auto fit = static_cast<int>(std::lround(odds.odds * 1000));
    QVERIFY(lineWith(how, "odds =").find(std::to_string(fit) + " / 1000") != std::string::npos);
    const Derivation sources = whatMovesIt(making, nullptr);
    QCOMPARE(sources.lines.size(), making.sources.size());
    QVERIFY(sources.lines[0].ends_with("0.2 mm"));
}

void DerivedTest::strengthShowsItsSection() {
    job::Job job = test::bar({100}, {}, 5, 30);
    for (const double x : {10.0, 90.0})
        job.plates[0].holes.push_back({.id = x < 50 ? "h1" : "h2", .x = x, .xFrom = job::Hole::XFrom::Start});
    job.load = job::Load{.held = "h1", .at = "h2", .hungKg = 5};
    const part::Part part = part::solve(job, test::hotRolled());
    const auto stands = strength::estimate(job, part, part::fold(part), test::hotRolled(), *job.load);
    QVERIFY(stands);
    const Derivation how = howStrong(job, *stands, test::hotRolled(), kMm);
    QCOMPARE(how.lines[0], std::string("load = 2 for a jolt × 9.81 × 5 kg = 98 N"));
    // 30 × 125 / 12 and 30 × 25 / 6
    QVERIFY2(how.lines[1].ends_with("= 312.5, section w T² / 6 = 125"), how.lines[1].c_str());
    QVERIFY(how.source.find("replaces no test and no engineer") != std::string::npos);
}

void DerivedTest::minutesAddUp() {
    const sequence::Settled settled = sequence::settle(ell(), test::hotRolled(), tool::standardShop());
    const auto items = cost::itemsOf(settled, cost::standardWork(), kMm);
    const Derivation how = cost::howTimed(items, 3);
    QCOMPARE(how.lines.size(), items.size() + 1);
    double sum = 0;
    for (size_t i = 0; i < items.size(); ++i) { // as somebody would add them up from the page
        const std::string& line = how.lines[i];
        const double minutes = std::stod(line.substr(line.rfind("= ") + 2));
        sum += minutes * (line.ends_with(" once") ? 1 : 3);
    }
    const double said = std::stod(how.lines.back().substr(std::string("together ").size()));
    QVERIFY2(std::abs(said - sum) < 0.05 * 3 * static_cast<double>(items.size()), how.lines.back().c_str());
}

GOODFOLD_TEST(DerivedTest)

} // namespace goodfold::derived_test

#include "derived.moc"
