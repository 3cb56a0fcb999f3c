// Outlines that others drew, as blanks: by hand, there and back.
#include "core/dxf_support.h"
#include "drawing/curves.h"
#include "files/dxf.h"

#include <numbers>

namespace goodfold::drawings_test {

using namespace goodfold::drawing;
using namespace goodfold::test;

class DrawingsTest : public QObject {
    Q_OBJECT
private slots:
    void rectangleWithHoles();
    void unitsAreTheFiles();
    void arcsAndPolylinesAreKept();
    void piecesOfOneArcAreOne();
    void oldPolylines();
    void outlinesWithoutUprightSides_data();
    void outlinesWithoutUprightSides();
    void ownBlanksComeBack();
    void ellipsesAndSplines();
};

void DrawingsTest::rectangleWithHoles() {
    Pairs all = rectangle(10, 5, 80, 40);
    add(all, circle(30, 25, 4.5));
    add(all, polyline({{{50, 11}, 0}, {{62, 11}, 1}, {{62, 19}, 0}, {{50, 19}, 1}}));
    add(all, rectangle(50, 30, 12, 6));
    add(all, polyline({{{70, 20}, 0}, {{80, 20}, 0}, {{70, 30}, 0}}));
    const job::Job job = blank(dxf(all)).job;
    QCOMPARE(job.plates.size(), size_t(1));
    const job::Plate& plate = job.plates[0];
    QVERIFY(std::abs(plate.length - 80) < 1e-9 && std::abs(*plate.width - 40) < 1e-9);
    QVERIFY(plate.edges.empty() && plate.inset.empty());
    QCOMPARE(plate.holes.size(), size_t(4));
    using Kind = job::Hole::Kind;
    const auto find = [&](Kind kind) {
        return *std::find_if(plate.holes.begin(), plate.holes.end(),
                             [&](const job::Hole& hole) { return hole.kind == kind; });
    };
    const job::Hole round = find(Kind::Round), slot = find(Kind::Slot), window = find(Kind::Rectangle);
    QVERIFY(std::abs(round.diameter - 9) < 1e-9 && std::abs(round.x - 20) < 1e-9 &&
            std::abs(round.y - 20) < 1e-9);
    QVERIFY(std::abs(slot.diameter - 8) < 1e-6 && std::abs(slot.length - 20) < 1e-6);
    QVERIFY(std::abs(slot.x - 46) < 1e-6 && std::abs(slot.y - 10) < 1e-6 && slot.angleDeg == 0);
    QVERIFY(std::abs(window.length - 12) < 1e-9 && std::abs(window.diameter - 6) < 1e-9);
    // Cut, they take what they should: 3200 less the hole, the slot, the window and the triangle.
    const double left =
        3200 - std::numbers::pi * 4.5 * 4.5 - (12 * 8 + std::numbers::pi * 16) - 12 * 6 - 10 * 10 / 2.0;
    QVERIFY2(std::abs(solved(job).blank.area - left) < 1e-6,
             qPrintable(QString::number(solved(job).blank.area - left)));
}

void DrawingsTest::unitsAreTheFiles() {
    const Pairs square = rectangle(0, 0, 2, 1);
    QVERIFY(std::abs(blank(dxf(square, {}, 1)).job.plates[0].length - 50.8) < 1e-9);
    QVERIFY(std::abs(blank(dxf(square, {}, 5)).job.plates[0].length - 20) < 1e-9);
    QVERIFY(drawn(dxf(square, {}, 1)).saysUnit);
    const Drawing unsaid = drawn(dxf(square, {}, 0), quantity::Unit::Inch);
    QVERIFY(!unsaid.saysUnit);
    QVERIFY(std::abs(blankFrom(unsaid, {})->job.plates[0].length - 50.8) < 1e-9);
    QVERIFY(blankFrom(unsaid, {})->says.back().starts_with("The file does not say its unit"));
}

void DrawingsTest::arcsAndPolylinesAreKept() {
    const double area = 1600 - 4 * (100 - 25 * std::numbers::pi);
    Pairs pieces;
    add(pieces, line(10, 0, 30, 0));
    add(pieces, arc(30, 10, 10, 270, 360));
    add(pieces, line(40, 10, 40, 30));
    add(pieces, arc(30, 30, 10, 0, 90));
    add(pieces, line(30, 40, 10, 40));
    add(pieces, arc(10, 30, 10, 90, 180));
    add(pieces, line(0, 30, 0, 10));
    add(pieces, arc(10, 10, 10, 180, 270));
    const double quarter = std::tan(std::numbers::pi / 8);
    const Path rounded{{{10, 0}, 0},  {{30, 0}, quarter},  {{40, 10}, 0}, {{40, 30}, quarter},
                       {{30, 40}, 0}, {{10, 40}, quarter}, {{0, 30}, 0},  {{0, 10}, quarter}};
    for (const std::string& text : {dxf(pieces), dxf(polyline(rounded)), dxf(polyline(reversed(rounded)))}) {
        const part::Part part = solved(blank(text).job);
        QVERIFY2(std::abs(part.blank.area - area) < 1e-6,
                 qPrintable(QString::number(part.blank.area - area)));
        QVERIFY(apart(atOrigin(part.blank.outline), rounded) < 1e-6);
    }
}

void DrawingsTest::piecesOfOneArcAreOne() {
    Pairs all = rectangle(0, 0, 100, 60);
    add(all, line(30, 20, 50, 20));
    add(all, arc(50, 25, 5, 270, 360));
    add(all, arc(50, 25, 5, 0, 90));
    add(all, line(50, 30, 30, 30));
    add(all, arc(30, 25, 5, 90, 270));
    for (const double from : {0.0, 90.0, 180.0, 270.0})
        add(all, arc(75, 30, 8, from, from + 90));
    const auto holes = blank(dxf(all)).job.plates[0].holes;
    QCOMPARE(holes.size(), size_t(2));
    QVERIFY(holes[0].kind == job::Hole::Kind::Slot && std::abs(holes[0].length - 30) < 1e-6);
    QVERIFY(holes[1].kind == job::Hole::Kind::Round && std::abs(holes[1].diameter - 16) < 1e-6);
}

void DrawingsTest::oldPolylines() {
    Pairs all{{0, "POLYLINE"}, {8, "0"}, {66, "1"}, {70, "1"}, {10, "0"}, {20, "0"}, {30, "0"}};
    for (const auto& [x, y] : {std::pair(0, 0), {50, 0}, {50, 20}, {0, 20}})
        add(all, {{0, "VERTEX"}, {8, "0"}, {10, figure(x)}, {20, figure(y)}, {30, "0"}});
    add(all, {{0, "SEQEND"}});
    QVERIFY(std::abs(solved(blank(dxf(all)).job).blank.area - 1000) < 1e-6);
}

void DrawingsTest::outlinesWithoutUprightSides_data() {
    QTest::addColumn<QList<double>>("figures"); // x, y, bulge
    QTest::addColumn<double>("area");
    const double pi = std::numbers::pi;
    QTest::newRow("disc") << QList<double>{-30, 0, 1, 30, 0, 1} << 900 * pi;
    QTest::newRow("triangle") << QList<double>{0, 0, 0, 60, 20, 0, 0, 40, 0} << 1200.0;
    QTest::newRow("triangle on its tip") << QList<double>{30, 0, 0, 60, 50, 0, 0, 45, 0} << -1.0;
    QTest::newRow("lens") << QList<double>{0, 0, 0.4, 80, 0, 0.4} << -1.0;
    QTest::newRow("hexagon on its corner")
        << QList<double>{20, 0,  0, 37.3205080757, 10, 0, 37.3205080757, 30, 0,
                         20, 40, 0, 2.6794919243,  30, 0, 2.6794919243,  10, 0}
        << 600 * std::sqrt(3.0);
    QTest::newRow("open to the left")
        << QList<double>{0, 0, 0, 60, 0, 0, 60, 50, 0, 0, 50, 0, 0, 35, 0, 40, 35, 0, 40, 15, 0, 0, 15, 0}
        << 60.0 * 50 - 40 * 20;
    QTest::newRow("slanting, open to the left")
        << QList<double>{5, 0, 0, 60, 3, 0, 57, 50, 0, 0, 52, 0, 3, 35, 0, 40, 33, 0, 42, 15, 0, 1, 12, 0}
        << -1.0;
}

void DrawingsTest::outlinesWithoutUprightSides() {
    QFETCH(QList<double>, figures);
    QFETCH(double, area); // by hand, of those where it is easily had
    Path path;
    for (qsizetype i = 0; i < figures.size(); i += 3)
        path.push_back({{figures[i], figures[i + 1]}, figures[i + 2]});
    const job::Job job = blank(dxf(polyline(path))).job;
    const part::Part part = solved(job);
    QVERIFY(area < 0 || std::abs(part.blank.area - area) < 1e-5);
    QVERIFY2(std::abs(part.blank.area - areaOf(path)) < 1e-5,
             qPrintable(QString("%1, not %2").arg(part.blank.area).arg(areaOf(path))));
    QVERIFY2(apart(atOrigin(part.blank.outline), atOrigin(path)) < 1e-5,
             qPrintable(QString::number(apart(atOrigin(part.blank.outline), atOrigin(path)))));
}

void DrawingsTest::ownBlanksComeBack() {
    RandomJobs random(31);
    int sheets = 0;
    for (int i = 0; sheets < test::rounds(60, 400); ++i) {
        const job::Job job = random.next();
        const part::Part part = solved(job);
        const bool isAllCut =
            std::none_of(part.holes.begin(), part.holes.end(),
                         [](const part::PartHole& hole) { return hole.afterBending || hole.isThere; });
        const bool isWithin =
            std::all_of(part.holes.begin(), part.holes.end(), [&](const part::PartHole& hole) {
                const Polygon around = flattened(hole.shapeInFlat);
                return std::all_of(around.begin(), around.end(),
                                   [&](const Vec2& point) { return contains(part.blank.outline, point); });
            });
        if (!isAllCut || !isWithin) continue; // what is drilled later is not in the drawing
        ++sheets;
        std::ostringstream text;
        files::writeDxf(text, part);
        const auto brought =
            blankFrom(drawn(text.str()), {.leaveOut = {"BEND_UP", "BEND_DOWN", "TRIM", "SINK"}});
        QVERIFY2(brought, qPrintable(QString("%1: %2").arg(i).arg(
                              QString::fromStdString(brought ? "" : brought.error().says))));
        const part::Part again = solved(brought->job);
        QVERIFY2(std::abs(again.blank.area - part.blank.area) < 1e-3,
                 qPrintable(QString("%1: %2, not %3").arg(i).arg(again.blank.area).arg(part.blank.area)));
        QVERIFY(apart(atOrigin(again.blank.outline), atOrigin(part.blank.outline)) < 1e-3);
        QCOMPARE(again.holes.size(), part.holes.size());
    }
}

void DrawingsTest::ellipsesAndSplines() {
    Pairs ellipse{{0, "ELLIPSE"},
                  {8, "0"},
                  {10, "50"},
                  {20, "30"},
                  {30, "0"},
                  {11, "15"},
                  {21, "0"},
                  {31, "0"},
                  {40, "0.6666666666667"},
                  {41, "0"},
                  {42, "6.283185307179586"}};
    const part::Part part = solved(blank(dxf(ellipse)).job);
    QVERIFY2(std::abs(part.blank.area - 150 * std::numbers::pi) < 0.02 * 80,
             qPrintable(QString::number(part.blank.area)));
    QVERIFY(part.blank.area < 150 * std::numbers::pi); // chords lie inside
    const std::vector<Vec2> cubic =
        chordsOf(Spline{3, {{0, 0}, {20, 40}, {40, 40}, {60, 0}}, {0, 0, 0, 0, 1, 1, 1, 1}}, 0.02);
    for (const Vec2& point : cubic) { // its points by Bernstein: x is 60 t, y is 120 t (1 - t)
        const double t = point.x() / 60;
        QVERIFY(std::abs(point.y() - 120 * t * (1 - t)) < 1e-9);
    }
    for (size_t i = 1; i < cubic.size(); ++i) { // and between them the parabola stands off by no more
        const double t = (cubic[i - 1].x() + cubic[i].x()) / 120, y = 120 * t * (1 - t);
        QVERIFY(std::abs((cubic[i - 1].y() + cubic[i].y()) / 2 - y) < 0.03);
    }
    QVERIFY(chordsOf(Spline{3, {{0, 0}, {1, 1}}, {0, 1}}, 0.02).empty());
    // Closed by a line, through the file: two thirds of 60 by 30, less what the chords take.
    Pairs closed{{0, "SPLINE"}, {8, "0"}, {70, "8"}, {71, "3"}, {72, "8"}, {73, "4"}, {74, "0"}};
    for (const char* knot : {"0", "0", "0", "0", "1", "1", "1", "1"})
        closed.push_back({40, knot});
    for (const auto& [x, y] : {std::pair(0, 0), {20, 40}, {40, 40}, {60, 0}})
        add(closed, {{10, figure(x)}, {20, figure(y)}, {30, "0"}});
    add(closed, line(0, 0, 60, 0));
    const double area = solved(blank(dxf(closed)).job).blank.area;
    QVERIFY2(area < 1200 && area > 1200 - 0.02 * 90, qPrintable(QString::number(area)));
}

GOODFOLD_TEST(DrawingsTest)

} // namespace goodfold::drawings_test

#include "drawings.moc"
