// Drawings that others made, as blanks: by hand, there and back, and broken.
#include "core/support.h"
#include "drawing/blank.h"
#include "drawing/curves.h"
#include "drawing/outlines.h"
#include "files/dxf.h"

#include <numbers>

namespace goodfold::drawings_test {

using namespace goodfold::drawing;
using test::RandomJobs;

namespace {

/// Pairs of a code and a value, as a DXF has them.
using Pairs = std::vector<std::pair<int, std::string>>;

std::string dxf(const Pairs& entities, const Pairs& blocks = {}, int unit = 4) {
    Pairs all{{0, "SECTION"}, {2, "HEADER"}, {9, "$INSUNITS"}, {70, std::to_string(unit)}, {0, "ENDSEC"}};
    const auto section = [&](const char* name, const Pairs& of) {
        all.push_back({0, "SECTION"});
        all.push_back({2, name});
        all.insert(all.end(), of.begin(), of.end());
        all.push_back({0, "ENDSEC"});
    };
    if (!blocks.empty()) section("BLOCKS", blocks);
    section("ENTITIES", entities);
    all.push_back({0, "EOF"});
    std::string text;
    for (const auto& [code, value] : all)
        text += "  " + std::to_string(code) + "\n" + value + "\n";
    return text;
}

void add(Pairs& to, const Pairs& more) {
    to.insert(to.end(), more.begin(), more.end());
}

std::string figure(double value) {
    return QString::number(value, 'f', 12).toStdString();
}

Pairs line(double x1, double y1, double x2, double y2, const char* layer = "0") {
    return {{0, "LINE"}, {8, layer},       {10, figure(x1)}, {20, figure(y1)},
            {30, "0"},   {11, figure(x2)}, {21, figure(y2)}, {31, "0"}};
}

Pairs circle(double x, double y, double radius, const char* layer = "0") {
    return {{0, "CIRCLE"}, {8, layer}, {10, figure(x)}, {20, figure(y)}, {30, "0"}, {40, figure(radius)}};
}

Pairs arc(double x, double y, double radius, double from, double to) {
    return {{0, "ARC"},           {8, "0"},           {10, figure(x)}, {20, figure(y)}, {30, "0"},
            {40, figure(radius)}, {50, figure(from)}, {51, figure(to)}};
}

Pairs polyline(const Path& path) {
    Pairs all{{0, "LWPOLYLINE"}, {8, "0"}, {90, std::to_string(path.size())}, {70, "1"}};
    for (const PathVertex& vertex : path)
        add(all,
            {{10, figure(vertex.point.x())}, {20, figure(vertex.point.y())}, {42, figure(vertex.bulge)}});
    return all;
}

Pairs rectangle(double x, double y, double length, double width, const char* layer = "0") {
    Pairs all;
    add(all, line(x, y, x + length, y, layer));
    add(all, line(x + length, y, x + length, y + width, layer));
    add(all, line(x + length, y + width, x, y + width, layer));
    add(all, line(x, y + width, x, y, layer));
    return all;
}

Drawing drawn(const std::string& text, quantity::Unit unit = quantity::Unit::Millimetre) {
    std::istringstream in(text);
    const auto drawing = readDxf(in, unit);
    if (!drawing) qFatal("%s", drawing.error().says.c_str());
    return *drawing;
}

Brought blank(const std::string& text, const Wanted& wanted = {}) {
    const auto brought = blankFrom(drawn(text), wanted);
    if (!brought) qFatal("%s", brought.error().says.c_str());
    return *brought;
}

part::Part solved(const job::Job& job) {
    return part::solve(job, test::materialOf(job));
}

/// Farthest that one outline stands off the other, both ways.
double apart(const Path& one, const Path& other) {
    double most = 0;
    for (const auto& [from, to] : {std::pair(&one, &other), {&other, &one}})
        for (const Vec2& point : flattened(*from, 2))
            most = std::max(most, (nearestOn(*to, point) - point).norm());
    return most;
}

/// The other moved so that their corners are one.
Path atOrigin(const Path& path) {
    Pose2 moved = Pose2::Identity();
    moved.translation() = -boxOf(path).min();
    return goodfold::moved(path, moved);
}

} // namespace

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
    void blocksStandWhereTheyAreInserted();
    void partsSeenFromBelow();
    void mirroredBlocks();
    void blocksOfBlocksEnd();
    void whatIsLeftOutIsSaid();
    void whatMakesNoBlankIsSaid();
    void brokenFilesGetASentence();
};

/// 80 by 40 with a hole of 9, a slot of 20 by 8, a window of 12 by 6 and a triangle.
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

/// A square of 40 with corners of 10 rounded, by lines and arcs and as one polyline: 1600 - 4 (100 - 25 pi).
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

/// A slot by lines and arcs is a slot, and a circle by four quarters is round.
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

/// As before 2000: a POLYLINE and its vertices.
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

/// Whatever the outline, the blank is it.
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

/// What is written for a cutting machine is read again: same outline, same holes.
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

/// An ellipse of 30 by 20 has 150 pi; a cubic from (0, 0) by (20, 40) and (40, 40) to (60, 0) spans 0.6 of
/// its box's height by hand: 3/20 (...) = 1440.
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

/// A hole's block twice in a plate, once turned and twice as large; in a block of its own, and in a row.
void DrawingsTest::blocksStandWhereTheyAreInserted() {
    Pairs blocks{{0, "BLOCK"}, {8, "0"},  {2, "HOLE"}, {70, "0"},
                 {10, "1"},    {20, "0"}, {30, "0"},   {3, "HOLE"}};
    add(blocks, circle(1, 3, 2));
    add(blocks, {{0, "ENDBLK"}});
    const auto insert = [](double x, double y, double scale, double angle) {
        return Pairs{{0, "INSERT"},      {8, "0"},  {2, "HOLE"},         {10, figure(x)},
                     {20, figure(y)},    {30, "0"}, {41, figure(scale)}, {42, figure(scale)},
                     {50, figure(angle)}};
    };
    Pairs all = rectangle(0, 0, 100, 60);
    add(all, insert(20, 20, 1, 0));
    add(all, insert(60, 30, 2, 90)); // three to the left of it, twice as far
    Pairs row = insert(20, 45, 1, 0);
    add(row, {{70, "3"}, {71, "1"}, {44, "10"}, {45, "0"}});
    add(all, row);
    const auto holes = blank(dxf(all, blocks)).job.plates[0].holes;
    QCOMPARE(holes.size(), size_t(5));
    const auto has = [&](double x, double y, double diameter) {
        return std::any_of(holes.begin(), holes.end(), [&](const job::Hole& hole) {
            return std::abs(hole.x - x) < 1e-6 && std::abs(hole.y - y) < 1e-6 &&
                   std::abs(hole.diameter - diameter) < 1e-6;
        });
    };
    QVERIFY(has(20, 23, 4));
    QVERIFY(has(54, 30, 8));
    for (const double x : {20.0, 30.0, 40.0})
        QVERIFY(has(x, 48, 4));
}

/// Mirrored parts are stored with their normal turned down, and their x the other way.
void DrawingsTest::partsSeenFromBelow() {
    Pairs all = rectangle(-80, 0, 80, 40);
    Pairs hole = circle(20, 10, 3);
    add(hole, {{210, "0"}, {220, "0"}, {230, "-1"}});
    add(all, hole);
    const auto holes = blank(dxf(all)).job.plates[0].holes;
    QCOMPARE(holes.size(), size_t(1));
    QVERIFY(std::abs(holes[0].x - 60) < 1e-9);
}

/// A hole 10 to the right and 3 up in its block. Its x the other way: 10 to the left; in a row of three that
/// goes on to the right all the same. Seen from below all of that is mirrored: it stands at -80 + 10 to the
/// left.
void DrawingsTest::mirroredBlocks() {
    Pairs blocks{{0, "BLOCK"}, {8, "0"}, {2, "B"}, {70, "0"}, {10, "0"}, {20, "0"}, {30, "0"}};
    add(blocks, circle(10, 3, 2));
    add(blocks, {{0, "ENDBLK"}});
    const auto placed = [&](const Pairs& insert) {
        Pairs all = rectangle(-100, -60, 200, 120);
        add(all, insert);
        std::vector<Vec2> at;
        const job::Job made = blank(dxf(all, blocks)).job;
        for (const job::Hole& hole : made.plates[0].holes)
            at.emplace_back(hole.x - 100, hole.y - 60);
        std::sort(at.begin(), at.end(), [](const Vec2& a, const Vec2& b) { return a.x() < b.x(); });
        return at;
    };
    const auto insert = [](double x, double y, double sx, double sy, double angle) {
        return Pairs{{0, "INSERT"}, {8, "0"},         {2, "B"},         {10, figure(x)},    {20, figure(y)},
                     {30, "0"},     {41, figure(sx)}, {42, figure(sy)}, {50, figure(angle)}};
    };
    const auto isAt = [](const std::vector<Vec2>& found, const std::vector<Vec2>& wanted) {
        return found.size() == wanted.size() &&
               std::equal(found.begin(), found.end(), wanted.begin(),
                          [](const Vec2& a, const Vec2& b) { return (a - b).norm() < 1e-6; });
    };
    QVERIFY(isAt(placed(insert(20, 5, -1, 1, 0)), {{10, 8}}));
    QVERIFY(isAt(placed(insert(20, 5, 1, -1, 0)), {{30, 2}}));
    QVERIFY(isAt(placed(insert(20, 5, -1, -1, 0)), {{10, 2}}));
    QVERIFY(isAt(placed(insert(20, 5, -1, 1, 90)), {{17, -5}})); // (-10, 3) turned by 90: (-3, -10)
    Pairs row = insert(20, 5, -1, 1, 0);
    add(row, {{70, "3"}, {71, "1"}, {44, "15"}, {45, "0"}});
    QVERIFY(isAt(placed(row), {{10, 8}, {25, 8}, {40, 8}}));
    const Pairs below{{210, "0"}, {220, "0"}, {230, "-1"}};
    Pairs plain = insert(20, 5, 1, 1, 0), turned = insert(20, 5, 1, 1, 90), under = row;
    for (Pairs* each : {&plain, &turned, &under})
        add(*each, below);
    QVERIFY(isAt(placed(plain), {{-30, 8}}));
    QVERIFY(isAt(placed(turned), {{-17, 15}})); // (10, 3) turned: (-3, 10), at (17, 15), its x the other way
    QVERIFY(isAt(placed(under), {{-40, 8}, {-25, 8}, {-10, 8}}));
}

/// A thousand by a thousand of nothing, eight deep, is said to be too much, at once.
void DrawingsTest::blocksOfBlocksEnd() {
    const Pairs array{{70, "1000"}, {71, "1000"}, {44, "1"}, {45, "1"}};
    Pairs insert{{0, "INSERT"}, {8, "0"}, {2, "B"}, {10, "1"}, {20, "1"}, {30, "0"}};
    add(insert, array);
    Pairs blocks{{0, "BLOCK"}, {2, "B"}, {10, "0"}, {20, "0"}, {30, "0"}};
    add(blocks, insert);
    add(blocks, {{0, "ENDBLK"}});
    std::istringstream in(dxf(insert, blocks));
    const auto drawing = readDxf(in, quantity::Unit::Millimetre);
    QVERIFY(!drawing && drawing.error().says.find("more than 20000") != std::string::npos);
}

void DrawingsTest::whatIsLeftOutIsSaid() {
    Pairs all = rectangle(0, 0, 100, 60);
    add(all, line(30, 0, 30, 60, "BENDS")); // meets the outline, at no corner of it
    add(all, line(0, 0, 100, 60, "BENDS")); // and at corners
    add(all, rectangle(200, 0, 10, 10));
    add(all, line(100, 0, 100, 60));
    add(all, {{0, "TEXT"}, {8, "0"}, {10, "5"}, {20, "5"}, {30, "0"}, {40, "3"}, {1, "1 off"}});
    add(all, {{0, "3DFACE"},
              {8, "0"},
              {10, "0"},
              {20, "0"},
              {30, "0"},
              {11, "1"},
              {21, "0"},
              {31, "0"},
              {12, "1"},
              {22, "1"},
              {32, "0"},
              {13, "0"},
              {23, "1"},
              {33, "0"}});
    const Brought brought = blank(dxf(all));
    const auto says = [&](const std::string& words) {
        return std::any_of(brought.says.begin(), brought.says.end(),
                           [&](const std::string& each) { return each.find(words) != std::string::npos; });
    };
    QVERIFY(std::abs(solved(brought.job).blank.area - 6000) < 1e-6);
    QVERIFY(says("1 outline lies outside") && says("1 line is drawn twice") && says("1 3D face is left out"));
    QCOMPARE(brought.says.size(), size_t(3));
    // Told what is no metal, no line is in the way; on one layer with the outline it is not clear what is
    // meant.
    QVERIFY(blankFrom(drawn(dxf(all)), {.leaveOut = {"BENDS"}}));
    Pairs forked = rectangle(0, 0, 100, 60);
    add(forked, line(0, 0, 100, 60));
    const auto fork = blankFrom(drawn(dxf(forked)), {});
    QVERIFY(!fork && fork.error().says.find("More than two lines meet at 0.0, 0.0") != std::string::npos);
}

void DrawingsTest::whatMakesNoBlankIsSaid() {
    const auto refused = [](const std::string& text) {
        std::istringstream in(text);
        const auto drawing = readDxf(in, quantity::Unit::Millimetre);
        if (!drawing) return drawing.error().says;
        const auto brought = blankFrom(*drawing, {});
        return brought ? std::string() : brought.error().says;
    };
    QVERIFY(refused("").find("no DXF") != std::string::npos);
    QVERIFY(refused(std::string("AutoCAD Binary DXF\r\n\x1a\0", 22)).find("binary") != std::string::npos);
    QVERIFY(refused(dxf({})).find("No closed outline") != std::string::npos);
    QVERIFY(refused(dxf(line(0, 0, 10, 0))).find("No closed outline") != std::string::npos);
    Pairs gap = line(0, 0, 50, 0);
    add(gap, line(50, 0.2, 50, 30));
    add(gap, line(50, 30, 0, 0));
    QVERIFY(refused(dxf(gap)).find("have to meet") != std::string::npos);
    Pairs promised = polyline({{{0, 0}, 0}, {{1, 0}, 0}, {{1, 1}, 0}});
    promised[2].second = "2000000000";
    QVERIFY(refused(dxf(promised)).find("promises") != std::string::npos);
}

/// A file that somebody's disk, mailer or hand has been at: a blank or a sentence.
void DrawingsTest::brokenFilesGetASentence() {
    Pairs all = rectangle(10, 5, 80, 40);
    add(all, circle(30, 25, 4.5));
    add(all, arc(40, 20, 5, 10, 300));
    add(all, polyline({{{50, 11}, 0}, {{62, 11}, 1}, {{62, 19}, 0}, {{50, 19}, 1}}));
    Pairs spline{{0, "SPLINE"}, {8, "0"}, {70, "8"}, {71, "2"}, {72, "6"}, {73, "3"}};
    for (const char* knot : {"0", "0", "0", "1", "1", "1"})
        spline.push_back({40, knot});
    for (const auto& [x, y] : {std::pair(0, 0), {20, 40}, {60, 0}})
        add(spline, {{10, figure(x)}, {20, figure(y)}, {30, "0"}});
    add(all, spline);
    add(all, {{0, "INSERT"}, {8, "0"}, {2, "B"}, {10, "1"}, {20, "1"}, {30, "0"}});
    Pairs blocks{{0, "BLOCK"}, {2, "B"}, {10, "0"}, {20, "0"}, {30, "0"}};
    add(blocks, circle(1, 3, 2));
    add(blocks, {{0, "INSERT"}, {8, "0"}, {2, "B"}, {10, "1"}, {20, "1"}, {30, "0"}, {0, "ENDBLK"}});
    const std::string whole = dxf(all, blocks);
    RandomJobs random(32);
    int blanks = 0, refused = 0;
    for (int i = 0; i < test::rounds(2000, 10000); ++i) {
        std::string text = whole;
        const int times = random.whole(1, 6);
        for (int n = 0; n < times && !text.empty(); ++n) {
            const auto at = static_cast<size_t>(random.whole(0, static_cast<int>(text.size()) - 1));
            switch (random.whole(0, 4)) {
            case 0:
                text[at] = static_cast<char>(random.whole(1, 255));
                break;
            case 1:
                text.erase(at, static_cast<size_t>(random.whole(1, 60)));
                break;
            case 2:
                text.insert(at, text.substr(text.size() / 2, static_cast<size_t>(random.whole(1, 60))));
                break;
            case 3:
                text.insert(at, random.whole(0, 1) ? "99999999999" : "-1e308");
                break;
            default:
                text.resize(at + 1);
            }
        }
        std::istringstream in(text);
        const auto drawing = readDxf(in, quantity::Unit::Millimetre);
        const auto brought = drawing ? blankFrom(*drawing, {}) : Result<Brought>(drawing.error());
        if (!brought) QVERIFY(!brought.error().says.empty());
        if (brought) QVERIFY(solved(brought->job).blank.area > 0);
        ++(brought ? blanks : refused);
    }
    QVERIFY2(blanks > 100 && refused > 100, qPrintable(QString("%1 and %2").arg(blanks).arg(refused)));
}

GOODFOLD_TEST(DrawingsTest)

} // namespace goodfold::drawings_test

#include "drawings.moc"
