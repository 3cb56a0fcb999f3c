// Holes and their copies that the program places by itself keep the rules: their distances are measured here
// from the outline and the tangent lines alone.
#include "check/placing.h"

#include "core/support.h"

namespace goodfold::placing_test {

using job::Pattern;

namespace {

check::Placing placing(const job::Job& job) {
    return {job, test::hotRolled(), quantity::Reading::millimetres()};
}

/// Every hole of the plate: 1.2 d from its middle to a free edge, 2 T from its edge to a bend, and a web of
/// T, or 2, between any two.
void keepsTheRules(const job::Job& job, size_t least) {
    const part::Part part = part::solve(job, test::hotRolled());
    QVERIFY(part.holes.size() >= least);
    for (const part::PartHole& hole : part.holes) {
        const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
        const Vec2 at = plate.flatFromPlate.inverse() * hole.centreInFlat;
        const double toBend = hole.diameter / 2 + 2 * part.thickness, toEdge = 1.2 * hole.diameter;
        const double atStart = plate.parentBend >= 0 ? toBend : toEdge;
        const double atEnd = plate.childBends.empty() ? toEdge : toBend;
        QVERIFY2(at.x() >= atStart - 1e-6 && at.x() <= plate.length - atEnd + 1e-6 &&
                     at.y() >= toEdge - 1e-6 && at.y() <= plate.width - toEdge + 1e-6,
                 qPrintable(QString("%1 at %2, %3 of %4 x %5")
                                .arg(QString::fromStdString(hole.id))
                                .arg(at.x())
                                .arg(at.y())
                                .arg(plate.length)
                                .arg(plate.width)));
        for (const part::PartHole& other : part.holes) {
            const double apart = (other.centreInFlat - hole.centreInFlat).norm();
            QVERIFY(&other == &hole || apart >= hole.diameter + std::max(2.0, part.thickness) - 1e-6);
        }
    }
}

/// A leg between two bends, wide and long enough for a hole in its middle, and the hole.
job::Job strap(double leg, double width) {
    job::Job job = test::bar({60, leg, 60}, {{.angleDeg = 90}, {.angleDeg = 90}}, 3, width);
    return job;
}

} // namespace

class PlacingTest : public QObject {
    Q_OBJECT
private slots:
    void holeWhereItFits();
    void patternsKeepTheRules_data();
    void patternsKeepTheRules();
    void noRoomIsSaid();
};

void PlacingTest::holeWhereItFits() {
    job::Hole hole;
    hole.diameter = 6.6;
    hole.x = 12;
    for (const double leg : {34.0, 40.0, 80.0})
        for (const char* plate : {"A", "B", "C"}) {
            const job::Job before = strap(leg, 25);
            const auto made = check::withHoleWhereItFits(placing(before), plate, hole);
            QVERIFY(made);
            keepsTheRules(made->job, 1);
        }
}

void PlacingTest::patternsKeepTheRules_data() {
    QTest::addColumn<int>("kind");
    QTest::newRow("row") << int(Pattern::Kind::Row);
    QTest::newRow("grid") << int(Pattern::Kind::Grid);
    QTest::newRow("circle") << int(Pattern::Kind::Circle);
}

/// Plates of any size, the hole anywhere that a hole may be.
void PlacingTest::patternsKeepTheRules() {
    QFETCH(int, kind);
    test::RandomJobs random(77 + static_cast<unsigned>(kind));
    int made = 0;
    for (int n = 0; n < 40; ++n) {
        const double length = random.real(60, 140), width = random.real(30, 90);
        job::Job job = strap(length, width);
        job::Hole hole;
        hole.diameter = random.real(4, 8);
        hole.x = random.real(20, 50);
        hole.yFrom = job::Hole::YFrom::Right;
        hole.y = random.real(1.3 * hole.diameter, job.stock.width - 1.3 * hole.diameter);
        const std::string plate = job.plates[static_cast<size_t>(random.whole(0, 2))].id;
        job = edit::withHole(job, plate, hole)->job;
        const auto repeated =
            check::withPatternThatFits(placing(job), "h1", static_cast<Pattern::Kind>(kind));
        if (!repeated) continue;
        ++made;
        // Whatever was wrong with the hole's own place before may stay.
        const auto before = test::findingsOf(job);
        if (!test::findRule(before, "hole-near-bend") && !test::findRule(before, "hole-off-plate"))
            keepsTheRules(repeated->job, 2);
    }
    QVERIFY2(made >= 20, qPrintable(QString::number(made)));
}

void PlacingTest::noRoomIsSaid() {
    job::Job job = strap(34, 16);
    job::Hole hole;
    hole.diameter = 6.6;
    hole.x = 17;
    job = edit::withHole(job, "B", hole)->job;
    const auto row = check::withPatternThatFits(placing(job), "h1", Pattern::Kind::Row);
    QVERIFY(!row);
    QVERIFY(row.error().says.find("no room beside h1") != std::string::npos);
}

GOODFOLD_TEST(PlacingTest)

} // namespace goodfold::placing_test

#include "placing.moc"
