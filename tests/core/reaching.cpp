// Solve: brackets whose figures were changed are brought back onto their mount; what cannot be met is told.
#include "lineup/reaching.h"

#include "core/mount_support.h"
#include "text/reached.h"

#include <fstream>

using namespace goodfold;
using namespace goodfold::lineup;
using What = Dimension::What;

namespace {

/// An angle of 60 and 60 with a bolt in each leg, and a mount where those are drawn.
job::Job angle() {
    job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 35, .xFrom = job::Hole::XFrom::Outside});
    const auto part = part::solve(job, test::hotRolled());
    return withDrawnMount(job, part, part::fold(part), hardware::standardBook());
}

Result<Reached> reached(const job::Job& job, std::set<std::string> held = {}) {
    return reach(job, {*job.mount, {}}, test::hotRolled(), hardware::standardBook(),
                 {quantity::Reading::millimetres(), std::move(held)});
}

std::map<std::string, double> changesOf(const Reached& reached) {
    std::map<std::string, double> all;
    for (const Reached::Change& change : reached.changed)
        all[nameOf(change.of)] = change.now;
    return all;
}

/// Where a hole's centre comes on the back, seen from another: the fold, without anything of the product's
/// that places a bracket.
double apart(const job::Job& job, const char* one, const char* other) {
    const auto part = part::solve(job, test::hotRolled());
    const auto folded = part::fold(part);
    const auto at = [&](const char* id) {
        const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(id))];
        return Vec3(folded.rootFromFlat[static_cast<size_t>(hole.plate)] *
                    Vec3(hole.centreInFlat.x(), hole.centreInFlat.y(), 0));
    };
    return (at(one) - at(other)).norm();
}

} // namespace

class ReachingTest : public QObject {
    Q_OBJECT
private slots:
    void asDrawnNothingChanges();
    void higherHoleMovesAlongItsLeg();
    void fartherWallTakesALongerLeg();
    void wallThatLeansTakesAnotherAngle();
    void whatIsHeldStays();
    void figuresAreRound();
    void whatCannotBeMetIsTold();
    void fromAnywhereBack_data();
    void fromAnywhereBack();
};

void ReachingTest::asDrawnNothingChanges() {
    const auto same = reached(angle());
    QVERIFY(same && same->isReached && same->changed.empty());
}

/// The wall's hole is 2.5 higher: its own leg's hole goes 2.5 up, and nothing else changes.
void ReachingTest::higherHoleMovesAlongItsLeg() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    const auto higher = reached(job);
    QVERIFY(higher && higher->isReached);
    QCOMPARE(changesOf(*higher), (std::map<std::string, double>{{"h2.x", 37.5}}));
    QCOMPARE(text::inWords(*higher, quantity::Reading::millimetres()),
             std::string("Changed how far along h2 is from 35 to 37.5."));
}

/// The wall is 4 farther off: the near hole alone cannot do it where its place is held, the leg can.
void ReachingTest::fartherWallTakesALongerLeg() {
    job::Job job = angle();
    job.mount->points[1].at->x() += 4;
    job.mount->faces[1].at->x() += 4;
    const auto nearHole = reached(job);
    QVERIFY(nearHole && nearHole->isReached);
    QCOMPARE(changesOf(*nearHole), (std::map<std::string, double>{{"h1.x", 11}}));
    const auto leg = reached(job, {"h1"});
    QVERIFY(leg && leg->isReached);
    QCOMPARE(changesOf(*leg), (std::map<std::string, double>{{"A.length", 64}}));
}

/// The wall leans out by 7 degrees about its foot: the bend turns by that much less.
void ReachingTest::wallThatLeansTakesAnotherAngle() {
    job::Job job = angle();
    const Vec3 foot(job.mount->points[1].at->x(), 0, 0);
    const Eigen::AngleAxisd lean(7 * M_PI / 180, Vec3::UnitY());
    for (auto* place : {&job.mount->points[1].at, &job.mount->faces[1].at})
        *place = foot + lean * (**place - foot);
    job.mount->faces[1].normal = lean * *job.mount->faces[1].normal;
    const auto leaning = reached(job);
    QVERIFY2(leaning && leaning->isReached, leaning ? text::inWords(*leaning, {}).c_str() : "");
    QVERIFY(std::abs(changesOf(*leaning).at("1.angle") - 83) < 0.05);
}

void ReachingTest::whatIsHeldStays() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    const auto none = reached(job, {"h2", "B", "1", "h1", "A"});
    QVERIFY(none && !none->isReached && none->changed.empty());
    QVERIFY(std::abs(none->ties[1].off - 2.5) < 1e-3); // no shift or turn on the ground lifts it
}

/// 2.503 higher: a hundredth is met by the half millimetre, and that is what is drawn.
void ReachingTest::figuresAreRound() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.503;
    const auto higher = reached(job);
    QCOMPARE(changesOf(*higher), (std::map<std::string, double>{{"h2.x", 37.5}}));
}

/// With both holes, the legs and the bend held, a wall that is askew by 5 degrees cannot be met; and it is
/// said.
void ReachingTest::whatCannotBeMetIsTold() {
    job::Job job = angle();
    job.stock.form = job::StockForm::Bar;
    job.mount->points[1].at->y() += 8;
    const auto none = reached(job, {"h1", "h2", "1"});
    QVERIFY(none && !none->isReached);
    const std::string says = text::inWords(*none, quantity::Reading::millimetres());
    QVERIFY2(says.find("h2 ") != std::string::npos || says.find("H2 ") != std::string::npos, says.c_str());
}

void ReachingTest::fromAnywhereBack_data() {
    QTest::addColumn<QString>("demo");
    for (const char* demo : {"foot-on-base", "hanger-on-beam"})
        QTest::newRow(demo) << QString(demo);
}

/// Every figure that may change is put elsewhere, by up to 8 mm and 12 degrees: the holes come back to a
/// hundredth, by the distance of the two in the formed part.
void ReachingTest::fromAnywhereBack() {
    QFETCH(QString, demo);
    std::ifstream in(PROJECT_DATA "/demo/" + demo.toStdString() + ".gfold");
    const job::Job drawn = files::readJob(in)->job;
    const std::string one = drawn.ties[0].hole, other = drawn.ties[1].hole;
    const double wanted = (*drawn.mount->points[0].at - *drawn.mount->points[1].at).norm();
    test::RandomJobs random(25);
    for (int i = 0; i < test::rounds(100); ++i) {
        job::Job job = drawn;
        for (job::Plate& plate : job.plates)
            if (!plate.joggle) plate.length += random.real(-8, 8);
        for (job::Bend& bend : job.bends)
            if (bend.angleDeg > 60 && bend.angleDeg < 140) bend.angleDeg += random.real(-12, 12);
        for (const job::Tie& tie : job.ties) {
            job.findHole(tie.hole)->x += random.real(-3, 3);
            job.findHole(tie.hole)->y += random.real(-3, 3);
        }
        const auto back = reached(job);
        QVERIFY2(back, back ? "" : back.error().says.c_str());
        QVERIFY2(back->isReached, text::inWords(*back, quantity::Reading::millimetres(0.01)).c_str());
        QVERIFY2(std::abs(apart(back->job, one.c_str(), other.c_str()) - wanted) < 0.03,
                 qPrintable(QString::number(apart(back->job, one.c_str(), other.c_str()) - wanted)));
    }
}

GOODFOLD_TEST(ReachingTest)
#include "reaching.moc"
