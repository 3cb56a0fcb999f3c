// Where figures come from: each line as somebody with pencil and paper would write it.
#include "core/support.h"
#include "sequence/settle.h"
#include "text/derivation.h"

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

GOODFOLD_TEST(DerivedTest)

} // namespace goodfold::derived_test

#include "derived.moc"
