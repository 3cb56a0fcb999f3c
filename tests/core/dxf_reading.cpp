// What else drawings hold: blocks, parts seen from below, what is no metal; and files that are broken.
#include "core/dxf_support.h"
#include "core/spoilt.h"

namespace goodfold::dxf_reading_test {

using namespace goodfold::drawing;
using namespace goodfold::test;

class DxfReadingTest : public QObject {
    Q_OBJECT
private slots:
    void blocksStandWhereTheyAreInserted();
    void partsSeenFromBelow();
    void mirroredBlocks();
    void blocksOfBlocksEnd();
    void whatIsLeftOutIsSaid();
    void whatMakesNoBlankIsSaid();
    void brokenFilesGetASentence();
};

void DxfReadingTest::blocksStandWhereTheyAreInserted() {
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

void DxfReadingTest::partsSeenFromBelow() {
    Pairs all = rectangle(-80, 0, 80, 40);
    Pairs hole = circle(20, 10, 3);
    add(hole, {{210, "0"}, {220, "0"}, {230, "-1"}});
    add(all, hole);
    const auto holes = blank(dxf(all)).job.plates[0].holes;
    QCOMPARE(holes.size(), size_t(1));
    QVERIFY(std::abs(holes[0].x - 60) < 1e-9);
}

void DxfReadingTest::mirroredBlocks() {
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

void DxfReadingTest::blocksOfBlocksEnd() {
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

void DxfReadingTest::whatIsLeftOutIsSaid() {
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

void DxfReadingTest::whatMakesNoBlankIsSaid() {
    const auto refused = [](const std::string& text) {
        std::istringstream in(text);
        const auto drawing = readDxf(in, quantity::Unit::Millimetre);
        if (!drawing) return drawing.error().says;
        const auto brought = blankFrom(*drawing, {});
        return brought ? std::string() : brought.error().says;
    };
    QVERIFY(refused("").find("no DXF") != std::string::npos);
    QVERIFY(refused(std::string("Binary DXF\r\n\x1a\0", 14)).find("binary") != std::string::npos);
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

void DxfReadingTest::brokenFilesGetASentence() {
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
        std::istringstream in(spoilt(whole, random, {"99999999999", "-1e308"}));
        const auto drawing = readDxf(in, quantity::Unit::Millimetre);
        const auto brought = drawing ? blankFrom(*drawing, {}) : Result<Brought>(drawing.error());
        if (!brought) QVERIFY(!brought.error().says.empty());
        if (brought) QVERIFY(solved(brought->job).blank.area > 0);
        ++(brought ? blanks : refused);
    }
    QVERIFY2(blanks > 100 && refused > 100, qPrintable(QString("%1 and %2").arg(blanks).arg(refused)));
}

GOODFOLD_TEST(DxfReadingTest)

} // namespace goodfold::dxf_reading_test

#include "dxf_reading.moc"
