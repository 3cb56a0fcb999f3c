// Drawing without a window: order of faces, places of tags, pages of templates, exports measured again.
#include "core/support.h"
#include "draw/bolt.h"
#include "draw/formed_picture.h"
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

namespace {

struct Made {
    job::Job job;
    part::Part part;
    part::Folded folded;
    explicit Made(job::Job j, double formedness = 1)
        : job(std::move(j)), part(part::solve(job, test::materialOf(job))),
          folded(part::fold(part, formedness)) {}
};

Vec3 viewFrom(test::RandomJobs& random) {
    return draw::Camera{.yawDeg = random.real(-180, 180), .pitchDeg = random.real(-88, 88)}.towardViewer();
}

double depthAt(const draw::Face& face, const Vec3& eye, const Vec3& through) {
    // The ray from far behind through `through` toward the viewer meets the face's plane here.
    return face.normal.dot(face.corners[0] - through) / face.normal.dot(eye);
}

std::vector<draw::Face> shown(const draw::Scene& scene, const Vec3& eye) {
    std::vector<draw::Face> all;
    draw::backToFront(scene, eye, [&](const draw::Face& face) { all.push_back(face); });
    return all;
}

} // namespace

class DrawingTest : public QObject {
    Q_OBJECT
private slots:
    void boltsAreWholeBodies();
    void facesComeBackToFront();
    void whatStaysIsWhatWouldBeMadeAnew();
    void splittingKeepsTheVisibleArea();
    void nothingOfAPlateHidesItsHoles();
    void simplerByLessThanHalfAPixel();
    void everyFaceLooksOutward();
    void fittedPartFillsTheView();
    void countersinksLieOnTheirSide();
    void tagsStandApartAndInside();
    void spreadKeepsOrderRoomAndEnds();
    void labelsThatHaveRoomStandAllAlong();
    void templatePagesCoverTheContent_data();
    void templatePagesCoverTheContent();
    void svgIsExact();
    void typefaceHasEverySign_data();
    void typefaceHasEverySign();
};

/// A job that is edited, looked at half formed and from near, left for another and gone back to: each scene
/// is the one that a maker without a past makes.
void DrawingTest::whatStaysIsWhatWouldBeMadeAnew() {
    test::RandomJobs random(47);
    draw::SceneMaker maker;
    job::Job job = random.next();
    int inPlace = 0;
    const draw::Face* first = nullptr;
    for (int i = 0; i < 400; ++i) {
        job::Job next = job;
        const int what = random.whole(0, 9);
        job::Plate& plate =
            next.plates[static_cast<size_t>(random.whole(0, static_cast<int>(next.plates.size()) - 1))];
        if (what == 0)
            next = random.next();
        else if (what < 5)
            plate.length *= random.real(0.9, 1.2);
        else if (what == 5 && !next.bends.empty())
            next.bends.back().angleDeg = random.real(20, 120);
        else if (what == 6 && !plate.holes.empty())
            plate.holes.pop_back();
        else if (what == 7 && !plate.holes.empty())
            plate.holes.back().diameter *= 1.1;
        else if (what == 8 && !plate.holes.empty())
            plate.holes.back().y += 0.5;
        if (job::whatIsWrong(next)) continue;
        job = next;
        const Made made(job, random.whole(0, 3) ? 1 : random.real(0, 1));
        const double finest = random.whole(0, 3) ? 0.25 : 3;
        const draw::Scene &kept = maker.make(made.part, made.folded, finest),
                          anew = draw::sceneOf(made.part, made.folded, finest);
        QCOMPARE(kept.faces.size(), anew.faces.size());
        QVERIFY(kept.points == anew.points);
        for (size_t f = 0; f < kept.faces.size(); ++f) {
            const draw::Face &own = kept.faces[f], &other = anew.faces[f];
            QVERIFY(own.corners == other.corners && own.inked == other.inked && own.normal == other.normal);
            QVERIFY(own.about == other.about && own.side == other.side && own.bendOrder == other.bendOrder &&
                    own.liesOn == other.liesOn);
        }
        inPlace += std::exchange(first, kept.faces.data()) == kept.faces.data();
    }
    QVERIFY2(inPlace > 100, qPrintable(QString::number(inPlace)));
}

void DrawingTest::facesComeBackToFront() {
    // Oracle: where two painted faces overlap on the screen, the later one is nearer at that point.
    test::RandomJobs random(41);
    int compared = 0;
    for (int i = 0; i < 40; ++i) {
        const Made made(random.next());
        // Bodies that cut each other have no such order until they are split; those jobs are for the next
        // test.
        if (!part::selfClashes(made.part, made.folded).empty()) continue;
        const Vec3 eye = viewFrom(random);
        const draw::Scene scene = draw::sceneOf(made.part, made.folded);
        const auto ordered = shown(scene, eye);
        const Vec3 right = Vec3::UnitZ().cross(eye).normalized(), up = eye.cross(right);
        const auto flat = [&](const draw::Face& face) {
            QPolygonF polygon;
            for (const Vec3& c : face.corners)
                polygon << QPointF(c.dot(right), c.dot(up));
            return polygon;
        };
        for (size_t a = 0; a < ordered.size(); ++a)
            for (size_t b = a + 1; b < ordered.size(); ++b) {
                const QPolygonF both = flat(ordered[a]).intersected(flat(ordered[b]));
                if (both.size() < 3) continue;
                QPointF middle(0, 0);
                for (int c = 0; c + 1 < both.size(); ++c)
                    middle += both[c] / (both.size() - 1);
                const QRectF extent = both.boundingRect();
                if (extent.width() < 0.2 || extent.height() < 0.2) continue; // grazing, not over each other
                if (!flat(ordered[a]).containsPoint(middle, Qt::OddEvenFill) ||
                    !flat(ordered[b]).containsPoint(middle, Qt::OddEvenFill))
                    continue;
                const Vec3 through = middle.x() * right + middle.y() * up;
                const double behind = depthAt(ordered[a], eye, through),
                             before = depthAt(ordered[b], eye, through);
                ++compared;
                QVERIFY2(before > behind - 0.05, qPrintable(QString("%1 over %2").arg(before).arg(behind)));
            }
    }
    QVERIFY(compared > 1000);
}

void DrawingTest::splittingKeepsTheVisibleArea() {
    test::RandomJobs random(42);
    for (int i = 0; i < 60; ++i) {
        const Made made{random.next(), random.real(0, 1)};
        const Vec3 eye = viewFrom(random);
        const draw::Scene scene = draw::sceneOf(made.part, made.folded);
        const auto areaOf = [&](const draw::Face& face) {
            Vec3 sum(0, 0, 0);
            for (qsizetype c = 0; c < face.corners.size(); ++c)
                sum += face.corners[c].cross(face.corners[(c + 1) % face.corners.size()]);
            return 0.5 * sum.dot(face.normal);
        };
        double before = 0, after = 0;
        for (const draw::Face& face : scene.faces)
            if (face.normal.dot(eye) > 1e-9) before += areaOf(face);
        for (const draw::Face& face : shown(scene, eye)) {
            after += areaOf(face);
            QCOMPARE(face.inked.size(), face.corners.size());
        }
        QVERIFY2(std::abs(before - after) < 1e-3 * before,
                 qPrintable(QString("%1 %2").arg(before).arg(after)));
    }
}

void DrawingTest::nothingOfAPlateHidesItsHoles() {
    // Whole or cut: where a hole is shown, neither its plate nor its countersink comes after it.
    test::RandomJobs random(43);
    int holes = 0;
    for (int i = 0; i < 60; ++i) {
        const Made made{random.next(), random.real(0, 1)};
        const Vec3 eye = viewFrom(random);
        const Vec3 right = Vec3::UnitZ().cross(eye).normalized(), up = eye.cross(right);
        const auto flat = [&](const Vec3& point) { return QPointF(point.dot(right), point.dot(up)); };
        const auto all = shown(draw::sceneOf(made.part, made.folded), eye);
        for (size_t k = 0; k < all.size(); ++k) {
            if (all[k].side != draw::Face::Side::Hole) continue;
            ++holes;
            Vec3 middle(0, 0, 0);
            for (const Vec3& corner : all[k].corners)
                middle += corner / static_cast<double>(all[k].corners.size());
            for (size_t later = k + 1; later < all.size(); ++later) {
                const draw::Face& face = all[later];
                const bool isCoplanar = std::abs(face.normal.dot(middle - face.corners[0])) < 1e-4 &&
                                        face.normal.dot(all[k].normal) > 0.999;
                if (face.side == draw::Face::Side::Hole || !isCoplanar) continue;
                QPolygonF outline;
                for (const Vec3& corner : face.corners)
                    outline << flat(corner);
                QVERIFY2(!outline.containsPoint(flat(middle), Qt::OddEvenFill), face.about.id.c_str());
            }
        }
    }
    QVERIFY(holes > 100);
}

/// By hand: n chords of a circle of radius r leave r^2 (pi - n/2 sin(2 pi/n)) of it out, and stand
/// r (1 - cos(pi/n)) off it.
void DrawingTest::simplerByLessThanHalfAPixel() {
    constexpr double kRadius = 8, kPi = std::numbers::pi;
    const Made made(test::bar({60, 50}, {{.angleDeg = 90, .insideRadius = 4}}));
    job::Job job = made.job;
    job::Hole hole;
    hole.id = "h1";
    hole.diameter = 2 * kRadius;
    hole.xFrom = job::Hole::XFrom::Start;
    hole.x = 20;
    job.plates[0].holes.push_back(hole);
    const Made holed(job);
    for (const double finest : {0.0, 0.1, 1.0, 5.0, 40.0}) {
        qsizetype chords = 0;
        for (const draw::Face& face : draw::sceneOf(holed.part, holed.folded, finest).faces)
            if (face.side == draw::Face::Side::Hole) chords = std::max(chords, face.corners.size());
        const double off = kRadius * (1 - std::cos(kPi / static_cast<double>(chords)));
        QVERIFY2(chords >= 4, qPrintable(QString::number(chords)));
        QVERIFY2(off <= std::max(0.04, finest / 2), qPrintable(QString("%1: %2").arg(finest).arg(off)));
        const double fewer =
            kRadius * (1 - std::cos(kPi / static_cast<double>(chords - 2))); // each half its own
        if (chords > 4) QVERIFY(fewer > std::max(0.04, finest / 4));         // no more of them than it takes
    }
}

void DrawingTest::everyFaceLooksOutward() {
    const Made made(test::bar({60, 50}, {{.angleDeg = 90, .insideRadius = 4}}));
    const draw::Scene scene = draw::sceneOf(made.part, made.folded);
    for (const draw::Face& face : scene.faces) {
        if (face.about == Element::plate("A") && face.side == draw::Face::Side::Face)
            QVERIFY(face.normal.z() > 0.99);
        if (face.about == Element::plate("A") && face.side == draw::Face::Side::Back)
            QVERIFY(face.normal.z() < -0.99);
        // Bent toward the viewer by 90 degrees, the second leg's face looks back along x.
        if (face.about == Element::plate("B") && face.side == draw::Face::Side::Face)
            QVERIFY(face.normal.x() < -0.99);
    }
}

void DrawingTest::fittedPartFillsTheView() {
    test::RandomJobs random(43);
    const QRectF area(50, 40, 600, 400);
    for (int i = 0; i < 50; ++i) {
        const Made made(random.next());
        const draw::Scene scene = draw::sceneOf(made.part, made.folded);
        if (scene.points.empty()) continue;
        const auto camera = draw::fitted({.yawDeg = random.real(-180, 180), .pitchDeg = random.real(-80, 80)},
                                         scene.points, area);
        QRectF box;
        for (const Vec3& point : scene.points) {
            const QPointF p = camera.toScreen(point);
            box = box.isNull() ? QRectF(p, QSizeF(1e-9, 1e-9)) : box.united(QRectF(p, QSizeF(1e-9, 1e-9)));
        }
        QVERIFY(area.adjusted(-1e-6, -1e-6, 1e-6, 1e-6).contains(box));
        QVERIFY(box.width() > 0.999 * area.width() || box.height() > 0.999 * area.height());
    }
}

void DrawingTest::countersinksLieOnTheirSide() {
    for (const bool onBack : {false, true}) {
        job::Job job = test::bar({80}, {}, 4, 40);
        job::Hole hole{.id = "h1", .diameter = 6, .x = 30, .xFrom = job::Hole::XFrom::Start};
        hole.countersink = job::Countersink{14, 90, onBack};
        job.plates[0].holes = {hole};
        const part::Part part = part::solve(job, test::hotRolled());
        double area = 0;
        for (const draw::Face& face : draw::sceneOf(part, part::fold(part)).faces) {
            if (face.about != job::Element::hole("h1") || face.side != draw::Face::Side::Rim) continue;
            QVERIFY(std::abs(face.normal.z() - (onBack ? -1 : 1)) < 1e-9);
            for (qsizetype i = 1; i + 1 < face.corners.size(); ++i)
                area +=
                    (face.corners[i] - face.corners[0]).cross(face.corners[i + 1] - face.corners[0]).norm() /
                    2;
            for (const Vec3& corner : face.corners)
                QVERIFY(std::abs(corner.z() - (onBack ? 0 : 4)) < 1e-9);
        }
        const double disc = std::numbers::pi * 49;
        QVERIFY(area < disc && area > 0.98 * disc);
    }
}

void DrawingTest::tagsStandApartAndInside() {
    const QRectF area(0, 0, 600, 480);
    const Made made(test::bar({62, 74, 48},
                              {{.angleDeg = 90, .skewDeg = 12}, {.angleDeg = 60, .turn = job::Turn::Down}}));
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
    const Made made(test::jobFromText([] {
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

/// A washer of 24 sides and a hexagon, each with two ends; every face looks out of its own body.
void DrawingTest::boltsAreWholeBodies() {
    draw::Scene scene;
    draw::addBolt(scene, {Vec3(5, 0, 3), Vec3(1, 0, 0), 10, 5.2, 12, 1.6});
    QCOMPARE(scene.faces.size(), size_t(24 + 2 + 6 + 2));
    Eigen::AlignedBox3d box;
    for (size_t i = 0; i < scene.faces.size(); ++i) {
        const Vec3 inside(i < 26 ? 5.8 : 9.2, 0, 3);
        for (const Vec3& corner : scene.faces[i].corners) {
            QVERIFY(scene.faces[i].normal.dot(corner - inside) > 0);
            box.extend(corner);
        }
    }
    QVERIFY(std::abs(box.min().x() - 5.02) < 1e-9 && std::abs(box.max().x() - 11.82) < 1e-9);
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
