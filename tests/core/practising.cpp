// The virtual shop: a bend layer by layer, and pieces made by it.
#include "bench/layers.h"
#include "bench/practice.h"
#include "core/bench_support.h"
#include "core/shop_support.h"

namespace goodfold::practising_test {

using namespace goodfold::bench;
using test::near;

class PractisingTest : public QObject {
    Q_OBJECT
private slots:
    void layersAreAsWorkedElsewhere_data();
    void layersAreAsWorkedElsewhere();
    void elasticBendsSpringBackWhole();
    void sameSeedIsTheSameShop();
    void measuringHelps();
};

/// Mild steel of 235 and 360 MPa by a model made independently of this one: K and degrees at 90.
void PractisingTest::layersAreAsWorkedElsewhere_data() {
    QTest::addColumn<double>("ratio");
    QTest::addColumn<bool>("isWide");
    QTest::addColumn<double>("k");
    QTest::newRow("sheet, half T") << 0.5 << true << 0.431;
    QTest::newRow("sheet, T") << 1.0 << true << 0.451;
    QTest::newRow("sheet, 2 T") << 2.0 << true << 0.466;
    QTest::newRow("sheet, 5 T") << 5.0 << true << 0.479;
    QTest::newRow("sheet, 20 T") << 20.0 << true << 0.494;
    QTest::newRow("bar, half T") << 0.5 << false << 0.411;
    QTest::newRow("bar, T") << 1.0 << false << 0.440;
    QTest::newRow("bar, 2 T") << 2.0 << false << 0.461;
    QTest::newRow("bar, 10 T") << 10.0 << false << 0.488;
}

void PractisingTest::layersAreAsWorkedElsewhere() {
    QFETCH(double, ratio);
    QFETCH(bool, isWide);
    QFETCH(double, k);
    material::Material steel = test::hotRolled();
    steel.yield = 235;
    steel.ultimate = 360;
    steel.elasticModulus = 210'000;
    const LayeredBend bend = layeredBend(steel, 3 * ratio, 3, isWide);
    const bool isFirstOrder = !isWide && ratio < 1; // how far radial stress changes what flows
    QVERIFY(near(bend.k, k, isFirstOrder ? 0.01 : 0.006));
    // 1.1, 1.7, 2.7 and 4.7 degrees at 1, 2, 4 and 8 T
    if (isWide && ratio == 1) QVERIFY(near(bend.springbackDeg, 1.1, 0.25));
    if (isWide && ratio == 2) QVERIFY(near(bend.springbackDeg, 1.7, 0.35));
}

/// Bent so wide that nothing yields, it springs back all the way, and its middle keeps its length.
void PractisingTest::elasticBendsSpringBackWhole() {
    material::Material steel = test::hotRolled();
    steel.elasticModulus = 210'000;
    const LayeredBend bend = layeredBend(steel, 5000, 3, false);
    QVERIFY(near(bend.springbackDeg, 90, 0.5));
    QVERIFY(near(bend.k, 0.5, 0.001));
}

void PractisingTest::sameSeedIsTheSameShop() {
    const test::Shopfloor floor(test::boltedBar({60, 50, 40}, {{.angleDeg = 90}, {.angleDeg = 60}}));
    QVERIFY(floor.settled.outcome.plan);
    const Practice one = practise(floor.work(200), 4, 3), again = practise(floor.work(200), 4, 3);
    const Practice other = practise(floor.work(200), 4, 4);
    QCOMPARE(one.truth.thickness, again.truth.thickness);
    QVERIFY(one.truth.thickness != other.truth.thickness);
    for (const auto& [way, tally] : one.ways) {
        QCOMPARE(tally.atOnce, again.ways.at(way).atOnce);
        QCOMPARE(tally.reworked, again.ways.at(way).reworked);
        int missed = 0;
        for (const auto& [hole, times] : tally.misses)
            missed += times;
        QCOMPARE(tally.atOnce + tally.reworked + missed, tally.pieces);
    }
    QCOMPARE(one.ways.at(Way::AsPlanned).reworked, 0);
}

/// Of what does not go on as planned a third and more is saved, though the metal is not as the planner has
/// it.
void PractisingTest::measuringHelps() {
    test::RandomJobs random(31);
    int pieces = 0, planned = 0, measured = 0, tested = 0, atOnce = 0;
    for (int jobs = 0; jobs < test::rounds(8, 200);) {
        const test::Shopfloor floor(test::randomBoltedBar(random));
        if (!floor.settled.outcome.plan) continue;
        ++jobs;
        const Practice practice = practise(floor.work(300), 3, static_cast<unsigned>(jobs));
        const auto wentOn = [&](Way way) {
            return practice.ways.at(way).atOnce + practice.ways.at(way).reworked;
        };
        pieces += 3;
        planned += wentOn(Way::AsPlanned);
        measured += wentOn(Way::Measured);
        tested += wentOn(Way::TestBends);
        atOnce += practice.ways.at(Way::Measured).atOnce;
    }
    qInfo("of %d pieces %d go on as planned, %d measured (%d at once), %d after test bends", pieces, planned,
          measured, atOnce, tested);
    QVERIFY(measured - planned >= (pieces - planned) / 3);
    QVERIFY(tested - planned >= (pieces - planned) / 3);
}

GOODFOLD_TEST(PractisingTest)

} // namespace goodfold::practising_test

#include "practising.moc"
