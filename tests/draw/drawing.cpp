// Drawing without a window: places of tags and figures, pages of templates, exports measured again, signs.
#include "draw/formed_job.h"
#include "draw/running_dimensions.h"
#include "draw/svg.h"
#include "draw/tags.h"
#include "draw/template_plan.h"
#include "draw/type.h"
#include "part/solid.h"

#include <QtGui>

#include <bit>

namespace goodfold::drawing_test {

using job::Element;
using test::FormedJob;

class DrawingTest : public QObject {
    Q_OBJECT
private slots:
    void tagsStandApartAndInside();
    void spreadKeepsOrderRoomAndEnds();
    void labelsThatHaveRoomStandAllAlong();
    void templatePagesCoverTheContent_data();
    void templatePagesCoverTheContent();
    void svgIsExact();
    void typefaceHasEverySign_data();
    void typefaceHasEverySign();
};

void DrawingTest::tagsStandApartAndInside() {
    const QRectF area(0, 0, 600, 480);
    const FormedJob made(test::bar(
        {62, 74, 48}, {{.angleDeg = 90, .skewDeg = 12}, {.angleDeg = 60, .turn = job::Turn::Down}}));
    const draw::Scene scene = draw::sceneOf(made.part, made.folded);
    for (double yaw = -180; yaw < 180; yaw += 15) {
        const auto camera = draw::fitted({.yawDeg = yaw}, scene.points, area.adjusted(70, 70, -70, -70));
        std::vector<draw::TagWish> wishes;
        for (const char* id : {"A", "B", "C"})
            wishes.push_back(
                {Element::plate(id),
                 id,
                 camera.toScreen(draw::anchorOf(made.part, made.folded, camera, Element::plate(id))),
                 {50, 26}});
        const auto tags = draw::placeTags(wishes, draw::look(scene, camera), area);
        for (size_t a = 0; a < tags.size(); ++a) {
            QVERIFY(area.contains(tags[a].box));
            for (size_t b = 0; b < a; ++b)
                QVERIFY(!tags[a].box.intersects(tags[b].box));
        }
    }
}

void DrawingTest::spreadKeepsOrderRoomAndEnds() {
    test::RandomJobs random(44);
    for (int i = 0; i < 2000; ++i) {
        std::vector<double> wanted, widths;
        for (int n = random.whole(1, 12); n > 0; --n) {
            wanted.push_back(random.real(0, 1000));
            widths.push_back(random.real(10, 60));
        }
        std::sort(wanted.begin(), wanted.end());
        const auto centres = draw::spread(wanted, widths, -20, 1020, 8);
        for (size_t k = 0; k < centres.size(); ++k) {
            QVERIFY(centres[k] - widths[k] / 2 > -20 - 1e-6 && centres[k] + widths[k] / 2 < 1020 + 1e-6);
            if (k > 0) QVERIFY(centres[k] - centres[k - 1] > (widths[k] + widths[k - 1]) / 2 + 8 - 1e-6);
        }
    }
    // Where there is room nothing moves.
    QCOMPARE(draw::spread({100, 300}, {40, 40}, 0, 500, 8), (std::vector<double>{100, 300}));
}

void DrawingTest::labelsThatHaveRoomStandAllAlong() {
    // Marks crowd at both ends, as bends and their holes do, with one lone mark between.
    std::vector<double> wanted;
    for (int i = 0; i < 40; ++i)
        wanted.push_back(i);
    wanted.push_back(500);
    for (int i = 0; i < 40; ++i)
        wanted.push_back(961 + i);
    const std::vector<double> extents(wanted.size(), 9.0);
    std::vector<int> ranks(wanted.size(), 3);
    ranks.front() = ranks.back() = 1;
    ranks[7] = 0; // in hand
    for (const int fit : {4, 7, 20}) {
        const auto kept = draw::withRoomInARow(wanted, extents, ranks, fit * 10 - 1, 1);
        QCOMPARE(std::count(kept.begin(), kept.end(), true), fit);
        QVERIFY(kept.front() && kept.back() && kept[7] && kept[40]);
        // By hand: the first after the lone one halves a crowd, so that both have some.
        const auto left = std::count(kept.begin(), kept.begin() + 40, true);
        QVERIFY2(fit < 7 || (left >= 3 && fit - 1 - left >= 2), qPrintable(QString::number(left)));
    }
    // What is in hand and the ends have room whatever there is.
    const auto least = draw::withRoomInARow(wanted, extents, ranks, 0, 1);
    QCOMPARE(std::count(least.begin(), least.end(), true), 3);
}

void DrawingTest::templatePagesCoverTheContent_data() {
    QTest::addColumn<QSizeF>("content");
    QTest::addColumn<int>("pages");
    QTest::newRow("small bar") << QSizeF(150, 60) << 1;
    QTest::newRow("turned on its side") << QSizeF(260, 60) << 1;
    QTest::newRow("long bar") << QSizeF(700, 60) << 3;
    QTest::newRow("very long bar") << QSizeF(2000, 60) << 8;
    QTest::newRow("wide blank") << QSizeF(500, 400) << 6;
}

void DrawingTest::templatePagesCoverTheContent() {
    QFETCH(QSizeF, content);
    QFETCH(int, pages);
    const auto plan = draw::planTemplate(content, QPageSize::size(QPageSize::A4, QPageSize::Millimeter));
    QCOMPARE(plan.pages(), pages);
    for (double x = 0; x <= content.width(); x += 7)
        for (double y = 0; y <= content.height(); y += 7) {
            int shown = 0;
            for (int page = 0; page < plan.pages(); ++page)
                shown += plan.shown(page).contains(QPointF(x, y));
            QVERIFY(shown >= 1);
        }
    for (const double x : plan.seamsX()) { // each seam's cross is on both pages
        int shown = 0;
        for (int page = 0; page < plan.columns; ++page)
            shown += plan.shown(page).left() < x && x < plan.shown(page).right();
        QCOMPARE(shown, 2);
    }
}

void DrawingTest::svgIsExact() {
    const FormedJob made(test::jobFromText([] {
        std::ifstream in(PROJECT_DATA "/demo/vent-stay.gfold");
        return std::string(std::istreambuf_iterator<char>(in), {});
    }()));
    QXmlStreamReader xml(draw::blankSvg(made.part, "Vent stay & more"));
    int circles = 0, outlines = 0;
    while (!xml.atEnd()) {
        if (xml.readNext() != QXmlStreamReader::StartElement) continue;
        const auto number = [&](const char* name) {
            return xml.attributes().value(QLatin1String(name)).toDouble();
        };
        if (xml.name() == QLatin1String("svg")) {
            QCOMPARE(xml.attributes().value("width").toString(), QString("176.002387mm"));
            QCOMPARE(xml.attributes().value("viewBox").toString(), QString("0 0 176.002387 30"));
        }
        if (xml.name() == QLatin1String("circle")) {
            const Vec2 centre = made.part.holes[static_cast<size_t>(circles++)].centreInFlat;
            QVERIFY(std::abs(number("cx") - centre.x()) < 1e-6 &&
                    std::abs(number("cy") - (30 - centre.y())) < 1e-6);
            QVERIFY(std::abs(number("r") - 3.3) < 1e-6);
        }
        outlines += xml.attributes().value("d").endsWith(QLatin1Char('Z'));
    }
    QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    QCOMPARE(circles, 2);
    QCOMPARE(outlines, 1);
}

void DrawingTest::typefaceHasEverySign_data() {
    QTest::addColumn<int>("weight");
    QTest::newRow("regular") << static_cast<int>(draw::Weight::Regular);
    QTest::newRow("semibold") << static_cast<int>(draw::Weight::SemiBold);
}

/// Signs that are written anywhere in the sources: for one that is missing another typeface would be looked
/// for among all there are, at every start.
void DrawingTest::typefaceHasEverySign() {
    QFETCH(int, weight);
    draw::loadTypeface();
    const QRawFont face = QRawFont::fromFont(draw::typeface(13, static_cast<draw::Weight>(weight)));
    int signs = 0;
    for (const char* room : {"app", "draw", "core", "store"}) {
        QDirIterator files(QStringLiteral(PROJECT_DATA "/../%1").arg(QLatin1String(room)), {"*.cpp", "*.h"},
                           QDir::Files, QDirIterator::Subdirectories);
        while (files.hasNext()) {
            QFile file(files.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            for (const QChar sign : QString::fromUtf8(file.readAll())) {
                if (sign.unicode() < 0x80) continue;
                ++signs;
                QVERIFY2(face.supportsCharacter(sign),
                         qPrintable(QString("%1 in %2").arg(sign).arg(file.fileName())));
            }
        }
    }
    QVERIFY(signs > 100);
}

GOODFOLD_TEST(DrawingTest)

} // namespace goodfold::drawing_test

#include "drawing.moc"
