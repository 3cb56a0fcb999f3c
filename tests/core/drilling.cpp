// Before or after bending, hole by hole; and what stands on the bracket when it is bolted on: figures by
// hand.
#include "lineup/drilling.h"

#include "core/mount_support.h"
#include "core/shop_support.h"
#include "lineup/bolts.h"
#include "lineup/putting_on.h"
#include "text/lineup_words.h"

namespace goodfold::drilling_test {

using namespace goodfold::lineup;
using Why = Drilling::Why;
using When = Drilling::When;

namespace {

/// An angle of 60 and 60, a bolt in each leg, on studs where they are drawn; errors as given.
struct Angle {
    explicit Angle(std::map<SourceKind, double> sigmas, double farAt = 35)
        : book(test::only(std::move(sigmas))) {
        job::Job job = test::bar({60, 60}, {job::Bend{}});
        job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start});
        job.plates[1].holes.push_back({.id = "h2", .x = farAt, .xFrom = job::Hole::XFrom::Outside});
        made = sequence::settle(job, test::hotRolled(), tool::standardShop());
        made.job = withDrawnMount(made.job, made.part, part::fold(made.part), hardware::standardBook());
    }
    std::vector<Drilling> advice() const {
        return drillingFor(made, {test::hotRolled(), tool::standardShop(), hardware::standardBook(), book,
                                  quantity::Reading::millimetres(), 1000, 1});
    }
    ErrorBook book;
    sequence::Settled made;
};

} // namespace

class DrillingTest : public QObject {
    Q_OBJECT
private slots:
    void whatTheBendIsOutByMovesNoLaterHole();
    void flatIsBetterWhereBothAreAlike();
    void inItsPlaceItIsSurest();
    void nearTheBendItWaits();
    void headsStandWhereTheBoltsGo();
    void ellipseIsOfTheCloud();
    void boltsAreStartedWhereTheyHoldMost();
};

/// Only K is out. Measured from the bend as it came out, the far hole is where it has to be; marked in the
/// flat it is off by all that the bend is longer.
void DrillingTest::whatTheBendIsOutByMovesNoLaterHole() {
    const Angle angle({{SourceKind::K, 0.3}});
    const std::vector<Drilling> advice = angle.advice();
    QCOMPARE(advice.size(), size_t(2));
    QCOMPARE(advice[1].hole, std::string("h2"));
    QVERIFY(advice[1].why == Why::Surer && advice[1].advised == When::After && advice[1].now == When::Before);
    QCOMPARE(advice[1].oddsAfter, 1.0);
    QVERIFY(advice[1].oddsBefore < 0.9);
    QVERIFY(text::inWords(advice[1]).starts_with("Better after bending: 100"));
}

void DrillingTest::flatIsBetterWhereBothAreAlike() {
    const std::vector<Drilling> advice = Angle({{SourceKind::Drill, 0.1}}).advice();
    for (const Drilling& each : advice) {
        QVERIFY(each.why == Why::AsGood && each.advised == When::Before);
        QVERIFY(text::inWords(each).starts_with("Better before bending"));
    }
}

/// Marks are out by 0.4 whenever they are made; through the mount the far hole is not out at all. What is
/// left is the near hole: it may push the far leg 0.3 + 0.3 into its face, 1.5 sigma.
void DrillingTest::inItsPlaceItIsSurest() {
    Angle angle({{SourceKind::Mark, 0.4}});
    job::Hole& far = *angle.made.job.findHole("h2");
    far.afterBending = far.throughMount = true;
    const std::vector<Drilling> advice = angle.advice();
    QVERIFY(advice[1].now == When::InPlace && advice[1].advised == When::InPlace &&
            advice[1].why == Why::Surest);
    QVERIFY(std::abs(advice[1].oddsInPlace - 0.933) < 0.02);
    QVERIFY(advice[1].oddsBefore < 0.9);
    QVERIFY(text::inWords(advice[1]).starts_with("Surest as it is, drilled in its place: 9"));
}

/// 8 from the outside of a bend with R 3 in stock 3 it begins 2 from the curve: bending pulls it out of
/// round.
void DrillingTest::nearTheBendItWaits() {
    const std::vector<Drilling> advice = Angle({}, 11).advice();
    QVERIFY(advice[1].why == Why::Harmed && advice[1].advised == When::After);
    QVERIFY2(text::inWords(advice[1]).find("h2 is close to bend 1") != std::string::npos,
             text::inWords(advice[1]).c_str());
}

/// On the first leg's inside, 3 up, a nut M6 10 by 5.2 on a washer 12 by 1.6; on the second leg, which stands
/// 60 off, inside as well.
void DrillingTest::headsStandWhereTheBoltsGo() {
    Angle angle({});
    const auto boltsNow = [&] {
        const auto making = makingOf(
            {angle.made.job, angle.made.part, test::hotRolled(), &*angle.made.outcome.plan, angle.book},
            *angle.made.job.mount, hardware::standardBook());
        return boltsOf(*making, nominalFit(*making), hardware::standardBook());
    };
    for (job::MountPoint& point : angle.made.job.mount->points)
        point.kind = job::MountPoint::Kind::Stud;
    const auto nuts = boltsNow();
    QCOMPARE(nuts.size(), size_t(2));
    const double turn = angle.made.part.bends[0].shape.angleDeg;
    QCOMPARE(turn, 90.0);
    for (const auto& nut : nuts) {
        QVERIFY(nut);
        QCOMPARE(nut->acrossFlats, 10.0);
        QCOMPARE(nut->height, 5.2);
        QCOMPARE(nut->washerDiameter, 12.0);
    }
    QVERIFY((nuts[0]->at - Vec3(15, 15, 3)).norm() < 1e-3);
    QVERIFY((nuts[0]->outward - Vec3(0, 0, 1)).norm() < 1e-9);
    QVERIFY2((nuts[1]->at - Vec3(57, 15, 35)).norm() < 1e-3,
             qPrintable(QString("%1 %2 %3").arg(nuts[1]->at.x()).arg(nuts[1]->at.y()).arg(nuts[1]->at.z())));
    QVERIFY((nuts[1]->outward - Vec3(-1, 0, 0)).norm() < 1e-9);
    job::Hole& first = *angle.made.job.findHole("h1");
    first.fastener = job::Fastener{.size = "M6", .washers = 0};
    QCOMPARE(boltsNow()[0]->washerDiameter, 0.0);
    first.countersink = job::Countersink{13.4, 90};
    QVERIFY(!boltsNow()[0]);
}

/// Four pieces, 2 either way along and 1 across: variances 8/3 and 2/3.
void DrillingTest::ellipseIsOfTheCloud() {
    const Spread spread = spreadOf({{7, 5}, {3, 5}, {5, 6}, {5, 4}});
    QVERIFY((spread.middle - Vec2(5, 5)).norm() < 1e-12);
    QVERIFY(std::abs(spread.covariance(0, 0) - 8.0 / 3) < 1e-12);
    QVERIFY(std::abs(spread.covariance(1, 1) - 2.0 / 3) < 1e-12);
    for (const double deg : {0.0, 40.0, 200.0}) {
        const Vec2 off = spread.onEllipse(2, deg) - spread.middle;
        QVERIFY(std::abs(off.x() * off.x() * 3 / 8 + off.y() * off.y() * 3 / 2 - 4) < 1e-9);
    }
}

/// 0.3 of play before 0.5, a slot's 2 last on the leg that rests; then the leg that is pulled to its face.
void DrillingTest::boltsAreStartedWhereTheyHoldMost() {
    using Hole = job::Hole;
    job::Job job = test::bar({120, 60}, {job::Bend{}});
    job.plates[0].holes = {{.id = "h1", .kind = Hole::Kind::Slot, .diameter = 6.6, .length = 10.6, .x = 15},
                           {.id = "h2", .diameter = 7, .x = 45},
                           {.id = "h3", .diameter = 6.6, .x = 75}};
    for (Hole& hole : job.plates[0].holes)
        hole.xFrom = Hole::XFrom::Start;
    job.plates[1].holes = {{.id = "h4", .diameter = 6.4, .x = 35, .xFrom = Hole::XFrom::Outside}};
    const auto orderOf = [&](const job::Job& of) {
        const part::Part part = part::solve(of, test::hotRolled());
        const ErrorBook book = test::only(std::map<SourceKind, double>{});
        const auto making =
            makingOf({of, part, test::hotRolled(), nullptr, book}, *of.mount, hardware::standardBook());
        std::string order;
        for (const size_t index : boltsInOrder(*making))
            order += making->mounting.ties[index].hole + " ";
        return std::pair(order, text::boltsInWords(*making));
    };
    const part::Part part = part::solve(job, test::hotRolled());
    job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    for (job::Tie& tie : job.ties)
        tie.bolt = 6;
    QCOMPARE(orderOf(job).first, std::string("h3 h2 h1 h4 "));
    QCOMPARE(orderOf(job).second,
             std::string("Start the bolts loose: h3, then h2, then h1, then h4; tighten when all are in."));
    job.findHole("h3")->afterBending = job.findHole("h3")->throughMount = true;
    QCOMPARE(orderOf(job).second,
             std::string("Start the bolts loose: h2, then h1, then h4; tighten when all are in. "
                         "Then drill h3 where it lies."));
    for (job::MountPoint& point : job.mount->points)
        point.kind = job::MountPoint::Kind::Stud;
    job.findHole("h3")->throughMount = false;
    QVERIFY(orderOf(job).second.empty());
}

GOODFOLD_TEST(DrillingTest)

} // namespace goodfold::drilling_test

#include "drilling.moc"
