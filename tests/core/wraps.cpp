// Hems, and bends over pipes: straps and saddles; in the flat and formed.
#include "core/sheet_support.h"

namespace goodfold::wraps_test {

using job::Edge;
using job::Plate;
using job::Turn;
using test::made;
using test::Made;
using test::tray;

namespace {

job::Job bar20() {
    job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    job.thickness = 2;
    job.stock.width = 20;
    job.plates[0].length = 25;
    return job;
}

} // namespace

class WrapsTest : public QObject {
    Q_OBJECT
private slots:
    void hems_data();
    void hems();
    void strapGoesRoundItsPipe_data();
    void strapGoesRoundItsPipe();
    void saddleStandsOverItsPipe_data();
    void saddleStandsOverItsPipe();
};

void WrapsTest::hems_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<double>("blank"); // of a 100 mm plate of T 1.5 with K 0.33
    const double t = 1.5, k = 0.33, pi = std::numbers::pi;
    // Outside dimensions of both, less what is counted twice: 2 T closed, 2 (R + T) open.
    QTest::newRow("closed") << int(edit::Hem::Kind::Closed) << 100 + 8 - 2 * t + pi * k * t;
    QTest::newRow("open") << int(edit::Hem::Kind::Open) << 100 + 8 - 2 * (1 + t) + pi * (1 + k * t);
    QTest::newRow("rolled") << int(edit::Hem::Kind::Rolled) << 100 - (1 + t) + 0.5 + 1.5 * pi * (1 + k * t);
}

void WrapsTest::hems() {
    QFETCH(int, kind);
    QFETCH(double, blank);
    job::Job job = tray({});
    job.allowance.kind = bend::AllowanceRule::Kind::Constant;
    job.allowance.constantK = 0.33;
    const auto hemmed = edit::withHem(job, "A", Edge::End, {static_cast<edit::Hem::Kind>(kind)});
    QVERIFY(hemmed);
    const Made m = made(hemmed->job);
    QVERIFY2(std::abs(m.part.blank.length - blank) < 1e-9,
             qPrintable(QString::number(m.part.blank.length, 'f', 6)));
    QVERIFY(!cutsItself(m));
    // What is stated is what calipers read over the fold.
    double most = -1e300;
    for (double share = 0; share <= 1; share += 0.01)
        most = std::max(
            most, part::inRoot(m.part, m.folded, 0,
                               m.bend("1").near.middle() + share * m.bend("1").allowance * Vec2(1, 0), 0)
                      .x());
    QVERIFY(std::abs(most - 100) < 1e-3);
}

void WrapsTest::strapGoesRoundItsPipe_data() {
    QTest::addColumn<double>("pipe");
    QTest::addColumn<double>("gap");
    QTest::addColumn<bool>("sheet");
    QTest::newRow("bar") << 60.0 << 8.0 << false;
    QTest::newRow("sheet") << 60.0 << 8.0 << true;
    QTest::newRow("no gap") << 48.3 << 0.0 << false;
    QTest::newRow("wide gap") << 40.0 << 30.0 << false;
}

void WrapsTest::strapGoesRoundItsPipe() {
    QFETCH(double, pipe);
    QFETCH(double, gap);
    QFETCH(bool, sheet);
    job::Job job = bar20();
    if (sheet) job = *edit::asSheet(job);
    const auto strap = edit::withWrap(job, "A", {job::Wrap::Kind::Strap, pipe, gap}, 25);
    QVERIFY(strap);
    const Made m = made(strap->job);
    // The ears lie parallel, their inner faces the gap apart: A's face, and the last ear's.
    const auto ear = static_cast<size_t>(m.part.plateIndex(strap->about.id));
    const Vec3 normal = m.folded.rootFromFlat[ear].linear() * Vec3::UnitZ();
    QVERIFY((normal + Vec3::UnitZ()).norm() < 1e-9);
    const Vec3 face = m.formed(strap->about.id, m.part.plates[ear].outlineInFlat[0], job.thickness);
    QVERIFY2(std::abs(face.z() - job.thickness - gap) < 1e-9, qPrintable(QString::number(face.z())));
    // All along the wrap the inside is the pipe: one centre, half the pipe away.
    const part::PartBend& round = m.bend("2");
    QCOMPARE(round.shape.insideRadius, pipe / 2);
    const auto inside = [&](double share) {
        return part::inRoot(m.part, m.folded, m.part.bendIndex("2"),
                            Vec2(round.near.from + share * round.allowance * round.across), job.thickness);
    };
    const Vec3 a = inside(0), b = inside(0.5), c = inside(1);
    const double height = (a + c).z() / 2;
    QVERIFY(std::abs(height - (job.thickness + gap / 2)) < 1e-9); // the pipe lies between the ears
    QVERIFY(std::abs((b - a).norm() - (b - c).norm()) < 1e-9);
    QVERIFY(!cutsItself(m));
    QVERIFY(!check::hasStop(test::findingsOf(strap->job)));
}

void WrapsTest::saddleStandsOverItsPipe_data() {
    QTest::addColumn<double>("pipe");
    QTest::addColumn<double>("gap");
    QTest::newRow("straight legs") << 48.0 << 2.0;
    QTest::newRow("flat on the mount") << 48.0 << 0.0;
    QTest::newRow("thin pipe, no legs") << 8.0 << 1.0;
}

void WrapsTest::saddleStandsOverItsPipe() {
    QFETCH(double, pipe);
    QFETCH(double, gap);
    const job::Job job = bar20();
    const auto saddle = edit::withWrap(job, "A", {job::Wrap::Kind::Saddle, pipe, gap}, 25, Turn::Down);
    QVERIFY(saddle);
    const Made m = made(saddle->job);
    // Both feet in one plane, the crown's inside a pipe and a gap over the mount: it lies T under A's face...
    const auto foot = static_cast<size_t>(m.part.plateIndex(saddle->about.id));
    QVERIFY((m.folded.rootFromFlat[foot].linear() * Vec3::UnitZ() - Vec3::UnitZ()).norm() < 1e-9);
    QVERIFY(std::abs(m.formed(saddle->about.id, m.part.plates[foot].outlineInFlat[0], 0).z()) < 1e-9);
    const part::PartBend& round = m.bend("2");
    const Vec3 crown = part::inRoot(m.part, m.folded, m.part.bendIndex("2"), round.centre.middle(), 0);
    QVERIFY2(std::abs(crown.z() - (pipe - gap)) < 1e-9, qPrintable(QString::number(crown.z())));
    QVERIFY(!cutsItself(m));
}

GOODFOLD_TEST(WrapsTest)

} // namespace goodfold::wraps_test

#include "wraps.moc"
