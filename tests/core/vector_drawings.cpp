// SVG drawings that others made, as blanks: by hand, and broken.
#include "core/spoilt.h"
#include "drawing/blank.h"
#include "drawing/svg_path.h"

#include <numbers>

namespace goodfold::vector_drawings_test {

using namespace goodfold::drawing;
using test::RandomJobs;

namespace {

constexpr double kPi = std::numbers::pi;

std::string svg(const std::string& inside,
                const std::string& size = R"(width="100mm" viewBox="0 0 100 80")") {
    return "<?xml version='1.0'?><svg xmlns='http://www.w3.org/2000/svg' " + size + ">" + inside + "</svg>";
}

Result<Drawing> drawn(const std::string& text, quantity::Unit unit = quantity::Unit::Millimetre) {
    std::istringstream in(text);
    return readDrawing(in, unit);
}

part::Part blank(const std::string& text) {
    const auto drawing = drawn(text);
    if (!drawing) qFatal("%s", drawing.error().says.c_str());
    const auto brought = blankFrom(*drawing, {});
    if (!brought) qFatal("%s", brought.error().says.c_str());
    return part::solve(brought->job, test::materialOf(brought->job));
}

/// Of a path that is closed, by the shoelace and its arcs' segments.
double areaOfPath(const std::string& data, double off = 1e-4) {
    const auto stretches = readPath(data, off);
    if (!stretches) return std::nan("");
    double area = 0;
    for (const PathStretch& each : *stretches) {
        area += (each.from.x() * each.to.y() - each.to.x() * each.from.y()) / 2;
        if (each.bulge == 0) continue;
        const double angle = 4 * std::atan(each.bulge), chord = (each.to - each.from).norm();
        const double radius = chord / (2 * std::sin(angle / 2));
        area += radius * radius * (angle - std::sin(angle)) / 2;
    }
    return area;
}

} // namespace

class VectorDrawingsTest : public QObject {
    Q_OBJECT
private slots:
    void shapesBecomeABlank();
    void pathsAreRead_data();
    void pathsAreRead();
    void transformsAndSizes();
    void copiesStandWhereTheyArePut();
    void whatIsHiddenOrUnknownIsLeftOut();
    void brokenFilesGetASentence();
};

/// A plate with rounded corners, a hole, a slot by path and a window; y goes down in the file.
void VectorDrawingsTest::shapesBecomeABlank() {
    const part::Part part =
        blank(svg("<rect x='10' y='20' width='80' height='40' rx='5'/><circle cx='30' cy='30' r='4'/>"
                  "<path d='M50 36h12a4 4 0 0 1 0 8h-12a4 4 0 0 1 0-8z'/>"
                  "<polygon points='70,45 82,45 82,51 70,51'/>"));
    const double area = 3200 - (4 - kPi) * 25 - 16 * kPi - (96 + 16 * kPi) - 72;
    QVERIFY2(std::abs(part.blank.area - area) < 1e-6, qPrintable(QString::number(part.blank.area - area)));
    QCOMPARE(part.holes.size(), size_t(3));
    const auto round = std::find_if(part.holes.begin(), part.holes.end(),
                                    [](const part::PartHole& hole) { return hole.isRound(); });
    QVERIFY(round != part.holes.end() && std::abs(round->diameter - 8) < 1e-9);
    QVERIFY(
        std::any_of(part.holes.begin(), part.holes.end(), [](const auto& hole) { return hole.isSlot(); }));
    // 20 from the left edge, and as it is seen 10 under the upper one.
    QVERIFY(std::abs(round->centreInFlat.x() - part.blank.corner.x() - 20) < 1e-9);
    QVERIFY(std::abs(part.blank.corner.y() + 40 - round->centreInFlat.y() - 10) < 1e-9);
}

void VectorDrawingsTest::pathsAreRead_data() {
    QTest::addColumn<QString>("data");
    QTest::addColumn<double>("area"); // of what it closes, positive where it turns from x toward y
    QTest::newRow("lines") << "M0 0 L10 0 10 10 0 10Z" << 100.0;
    QTest::newRow("relative, run together") << "m0,0l10,0,0,10-10,0z" << 100.0;
    QTest::newRow("level and upright") << "M1 1H11V11H1V1" << 100.0;
    QTest::newRow("two in one") << "M0 0h10v10h-10z M20 0h5v5h-5z" << 125.0;
    QTest::newRow("half a disc") << "M0 0A5 5 0 0 1 10 0Z" << 12.5 * kPi;
    QTest::newRow("the large way round") << "M0 0A5 5 0 1 0 5 5Z" << -0.75 * 25 * kPi - 12.5;
    QTest::newRow("flags run together") << "M0 0a5 5 0 0110 0z" << 12.5 * kPi;
    QTest::newRow("too small a radius") << "M0 0A1 1 0 0 1 10 0Z" << 12.5 * kPi;
    QTest::newRow("half an ellipse") << "M0 0A10 5 0 0 0 20 0Z" << -25 * kPi;
    QTest::newRow("an ellipse on its side") << "M0 0A5 10 90 0 0 20 0Z" << -25 * kPi;
    QTest::newRow("cubic") << "M0 0C20 40 40 40 60 0Z" << -1200.0; // y is 120 t (1 - t) over x, 60 t
    QTest::newRow("quadratic") << "M0 0Q30 60 60 0Z" << -1200.0;   // two thirds of 60 by 30
    QTest::newRow("smooth on") << "M0 0Q10 20 20 0T40 0Z" << 0.0;  // one hill and one dale
    QTest::newRow("powers") << "M0 0h1e1v1.e1h-1E1z" << 100.0;
}

void VectorDrawingsTest::pathsAreRead() {
    QFETCH(QString, data);
    QFETCH(double, area);
    QVERIFY2(std::abs(areaOfPath(data.toStdString()) - area) < 0.02,
             qPrintable(QString::number(areaOfPath(data.toStdString()))));
    for (const char* wrong :
         {"", "L10 10", "M0", "M0 0 Q1 1", "M0 0 X 3", "M0 0 L1e999 0", "M0 0A1 1 0 2 0 3 3", "3 4"})
        QVERIFY2(!readPath(wrong, 0.1) || readPath(wrong, 0.1)->size() < 2, wrong);
}

/// Turned, moved and grown in groups; a size in inches, in pixels, and none.
void VectorDrawingsTest::transformsAndSizes() {
    const std::string square = "<rect width='20' height='10'/>";
    const auto lengths = [&](const std::string& text) {
        const part::Part part = blank(text);
        return std::pair(part.blank.length, part.blank.width);
    };
    const auto near = [](double a, double b) { return std::abs(a - b) < 1e-6; };
    const auto turned = lengths(
        svg("<g transform='translate(50 50) rotate(90)'><g transform='scale(2)'>" + square + "</g></g>"));
    QVERIFY(near(turned.first, 20) && near(turned.second, 40));
    QVERIFY(near(lengths(svg(square, "width='4in' viewBox='0 0 100 80'")).first, 20 * 101.6 / 100));
    QVERIFY(near(lengths(svg(square, "width='100px'")).first, 20 * 25.4 / 96));
    QVERIFY(near(lengths(svg(square, "")).first, 20));
    QVERIFY(!drawn(svg(square, ""))->saysUnit && drawn(svg(square))->saysUnit);
    // Stretched one way a circle is an ellipse: pi 10 5, in chords.
    const part::Part part = blank(svg("<circle transform='matrix(2 0 0 1 30 20)' r='5'/>"));
    QVERIFY2(std::abs(part.blank.area - 50 * kPi) < 1, qPrintable(QString::number(part.blank.area)));
    // Leaning: a parallelogram keeps its area.
    QVERIFY(near(blank(svg("<g transform='skewX(30)'>" + square + "</g>")).blank.area, 200));
}

/// What is drawn once and copied: moved, turned, out of a symbol that itself is not seen; and copies that
/// copy each other come to an end.
void VectorDrawingsTest::copiesStandWhereTheyArePut() {
    const auto drawing =
        drawn(svg("<defs><circle id='hole' cx='0' cy='0' r='3'/></defs>"
                  "<symbol id='pair'><use href='#hole'/><use xlink:href='#hole' x='10'/></symbol>"
                  "<rect width='60' height='40'/><use href='#hole' x='20' y='20'/>"
                  "<use href='#pair' transform='translate(30 10) rotate(90)'/>"));
    QVERIFY(drawing);
    QCOMPARE(drawing->circles.size(), size_t(3));
    const part::Part part = blank(svg("<defs><circle id='hole' r='3'/></defs>"
                                      "<rect width='60' height='40'/><use href='#hole' x='20' y='10'/>"));
    QCOMPARE(part.holes.size(), size_t(1));
    QVERIFY((part.holes[0].centreInFlat - Vec2(20, 30)).norm() < 1e-9); // y goes up
    const Vec2 apart = drawing->circles[2].at - drawing->circles[1].at;
    QVERIFY((apart - Vec2(0, -10)).norm() < 1e-9);
    std::string doubling = "<rect width='60' height='40'/>";
    for (int i = 0; i < 40; ++i)
        doubling += "<g id='g" + std::to_string(i) + "'><use href='#g" + std::to_string(i + 1) +
                    "'/><use href='#g" + std::to_string(i + 1) + "'/></g>";
    const auto ended = drawn(svg(doubling + "<g id='g40'><use href='#g0'/></g>"));
    QVERIFY(ended && ended->leftOut.count("copy by reference") == 1);
}

void VectorDrawingsTest::whatIsHiddenOrUnknownIsLeftOut() {
    const std::string plate = "<rect width='60' height='40'/>";
    const auto drawing =
        drawn(svg(plate + "<g style='display:none'><circle cx='20' cy='20' r='5'/></g>"
                          "<g display='none'><circle cx='40' cy='20' r='5'/></g>"
                          "<text x='3' y='9'>vent</text><use href='#a'/><image width='9' height='9'/>"
                          "<g id='bends'><line x1='30' y1='0' x2='30' y2='40'/></g>"));
    QVERIFY(drawing && drawing->circles.empty());
    QCOMPARE(drawing->leftOut.size(), size_t(2));
    QCOMPARE(layersOf(*drawing).count("bends"), size_t(1));
    const auto brought = blankFrom(*drawing, {.leaveOut = {"bends"}});
    QVERIFY(brought);
    QVERIFY(std::abs(part::solve(brought->job, test::materialOf(brought->job)).blank.area - 2400) < 1e-6);
    QVERIFY(drawn("<html/>").error().says.find("no SVG") != std::string::npos);
    QVERIFY(drawn("<svg><rect").error().says.find("no whole SVG") != std::string::npos);
}

void VectorDrawingsTest::brokenFilesGetASentence() {
    const std::string whole =
        svg("<g id='cut' transform='rotate(10 5 5)'><rect x='10' y='20' width='80' height='40' rx='5'/>"
            "<circle cx='30' cy='30' r='4'/><path d='M50 36h12a4 4 0 0 1 0 8h-12C48 40 48 38 50 36z'/>"
            "<ellipse cx='75' cy='40' rx='6' ry='3'/></g>");
    RandomJobs random(34);
    int blanks = 0, refused = 0;
    for (int i = 0; i < test::rounds(2000, 10000); ++i) {
        const auto drawing = drawn(test::spoilt(whole, random, {"9999999999", "<g>"}));
        const auto brought = drawing ? blankFrom(*drawing, {}) : Result<Brought>(drawing.error());
        if (!brought) QVERIFY(!brought.error().says.empty());
        if (brought) QVERIFY(part::solve(brought->job, test::materialOf(brought->job)).blank.area > 0);
        ++(brought ? blanks : refused);
    }
    const int tenth = (blanks + refused) / 10;
    QVERIFY2(blanks > tenth && refused > tenth, qPrintable(QString("%1 and %2").arg(blanks).arg(refused)));
}

GOODFOLD_TEST(VectorDrawingsTest)

} // namespace goodfold::vector_drawings_test

#include "vector_drawings.moc"
