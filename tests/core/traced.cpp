// Patterns of card pointed out by eye: what comes of them, of sizes that are known.
#include "drawing/traced.h"

#include "core/support.h"

#include <cmath>

namespace goodfold::traced_test {

using namespace goodfold::drawing;

namespace {

/// A strip of 30 by 40 + 60 + 25, folds at 40 and 100, two holes of 5; turned by so much, each place off by
/// up to `off`.
Traced strip(test::RandomJobs& random, double turnDeg, double off) {
    const Eigen::Rotation2Dd turn(radians(turnDeg));
    const auto at = [&](double x, double y) -> Vec2 {
        return turn * Vec2(x + random.real(-off, off), y + random.real(-off, off)) + Vec2(50, 30);
    };
    Traced traced;
    traced.corners = {at(0, 0), at(125, 0), at(125, 30), at(0, 30)};
    traced.folds = {{at(40, 0), at(40, 30), {90, job::Turn::Up}},
                    {at(100, 30), at(100, 0), {45, job::Turn::Down}}};
    traced.holes = {{at(20, 15), 5, {}}, {at(115, 15), 5, {}}};
    return traced;
}

Result<Brought> metal(const Traced& traced) {
    const auto drawing = drawingOf(traced);
    if (!drawing) return drawing.error();
    return blankFrom(*drawing, {.thickness = 2, .folds = foldsOfTraced(traced), .drawn = Drawn::OuterFaces});
}

} // namespace

class TracedTest : public QObject {
    Q_OBJECT
private slots:
    void whatIsExactStaysSo();
    void whatIsALittleOffIsSquared();
    void slantedSidesStay();
    void withoutFoldsItIsFlat();
    void whatIsNoPatternIsSaid();
};

void TracedTest::whatIsExactStaysSo() {
    test::RandomJobs random(3);
    for (const double turn : {0.0, 37.0, 90.0, -160.0}) {
        const auto brought = metal(strip(random, turn, 0));
        QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
        const job::Job& job = brought->job;
        QCOMPARE(job.plates.size(), size_t{3});
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part);
        // Outer faces: 40, 60 and 25 long, in this order or from the other end, up and down as it is turned.
        std::vector<double> lengths;
        for (int i = 0; i < 3; ++i)
            lengths.push_back(part::lengthTo(part, i, job::DimensionTo::Outside));
        if (lengths.front() < lengths.back()) std::reverse(lengths.begin(), lengths.end());
        QVERIFY2(std::abs(lengths[0] - 40) < 1e-6 && std::abs(lengths[1] - 60) < 2.1 &&
                     std::abs(lengths[2] - 25) < 2.1,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(lengths[0]).arg(lengths[1]).arg(lengths[2])));
        QCOMPARE(part.holes.size(), size_t{2});
        double angles = 0;
        for (const job::Bend& bend : job.bends)
            angles += bend.angleDeg;
        QCOMPARE(angles, 135.0);
        QVERIFY(job.bends[0].turn != job.bends[1].turn);
        QVERIFY(std::abs(part.blank.width - 30) < 1e-6);
    }
}

void TracedTest::whatIsALittleOffIsSquared() {
    test::RandomJobs random(5);
    for (int i = 0; i < test::rounds(30, 300); ++i) {
        const auto exact = metal(strip(random, 25, 0)),
                   off = metal(strip(random, 25 + random.real(-180, 180), 0.4));
        QVERIFY2(off, off ? "" : off.error().says.c_str());
        QCOMPARE(off->job.plates.size(), size_t{3});
        const part::Part one = part::solve(exact->job, test::materialOf(exact->job)),
                         other = part::solve(off->job, test::materialOf(off->job));
        QVERIFY(std::abs(one.blank.length - other.blank.length) < 1 &&
                std::abs(one.blank.width - other.blank.width) < 1);
        QVERIFY(other.holes.size() == 2 && std::abs(other.holes[0].diameter - 5) < 1e-9);
        // Its sides run square: the blank is as large as its corners say.
        QVERIFY(std::abs(other.blank.area - (other.blank.length * other.blank.width - 2 * M_PI * 6.25)) < 1);
    }
}

void TracedTest::slantedSidesStay() {
    Traced traced;
    traced.corners = {{0, 0}, {100.2, 0.3}, {80, 40}, {0.3, 39.8}};
    const auto drawing = drawingOf(traced);
    QVERIFY(drawing && drawing->stretches.size() == 4);
    int slanted = 0;
    for (const Stretch& each : drawing->stretches) {
        const Vec2 way = (each.to - each.from).cwiseAbs();
        slanted += way.x() > 1e-9 && way.y() > 1e-9;
    }
    QCOMPARE(slanted, 1);
}

void TracedTest::withoutFoldsItIsFlat() {
    Traced traced;
    traced.corners = {{0, 0}, {0, 50}, {40, 50}, {40, 25}, {40.2, 0}};
    traced.holes = {{{10, 10}, 6.6, {}}};
    const auto brought = metal(traced);
    QVERIFY(brought && brought->job.plates.size() == 1 && brought->job.bends.empty());
    QCOMPARE(brought->job.plates[0].holes.size(), size_t{1});
    QVERIFY(std::abs(brought->job.plates[0].length * *brought->job.plates[0].width - 2000) < 20);
}

void TracedTest::whatIsNoPatternIsSaid() {
    QVERIFY(!drawingOf({}));
    Traced traced;
    traced.corners = {{0, 0}, {50, 0}, {100, 0.1}};
    QVERIFY(!drawingOf(traced) && drawingOf(traced).error().says.find("corners") != std::string::npos);
    test::RandomJobs random(7);
    Traced crossed = strip(random, 0, 0);
    crossed.folds[1] = {{60, 45}, {140, 45}, {90, job::Turn::Up}}; // along it
    QVERIFY(!metal(crossed));
}

GOODFOLD_TEST(TracedTest)

} // namespace goodfold::traced_test

#include "traced.moc"
