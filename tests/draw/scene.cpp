// The scene without a window: its faces, their order, and how they are painted.
#include "draw/bolt.h"
#include "draw/formed_job.h"
#include "draw/formed_picture.h"
#include "part/solid.h"

#include <QtGui>

namespace goodfold::scene_test {

using job::Element;
using test::FormedJob;

namespace {

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

class SceneTest : public QObject {
    Q_OBJECT
private slots:
    void whatStaysIsWhatWouldBeMadeAnew();
    void facesComeBackToFront();
    void splittingKeepsTheVisibleArea();
    void nothingOfAPlateHidesItsHoles();
    void simplerByLessThanHalfAPixel();
    void everyFaceLooksOutward();
    void fittedPartFillsTheView();
    void countersinksLieOnTheirSide();
    void boltsAreWholeBodies();
    void roughPenKeepsTheOrder();
};

/// A job that is edited, looked at half formed and from near, left for another and gone back to: each scene
/// is the one that a maker without a past makes.
void SceneTest::whatStaysIsWhatWouldBeMadeAnew() {
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
        const FormedJob made(job, random.whole(0, 3) ? 1 : random.real(0, 1));
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

void SceneTest::facesComeBackToFront() {
    // Oracle: where two painted faces overlap on the screen, the later one is nearer at that point.
    test::RandomJobs random(41);
    int compared = 0;
    for (int i = 0; i < 40; ++i) {
        const FormedJob made(random.next());
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

void SceneTest::splittingKeepsTheVisibleArea() {
    test::RandomJobs random(42);
    for (int i = 0; i < 60; ++i) {
        const FormedJob made{random.next(), random.real(0, 1)};
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

void SceneTest::nothingOfAPlateHidesItsHoles() {
    // Whole or cut: where a hole is shown, neither its plate nor its countersink comes after it.
    test::RandomJobs random(43);
    int holes = 0;
    for (int i = 0; i < 60; ++i) {
        const FormedJob made{random.next(), random.real(0, 1)};
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
void SceneTest::simplerByLessThanHalfAPixel() {
    constexpr double kRadius = 8, kPi = std::numbers::pi;
    const FormedJob made(test::bar({60, 50}, {{.angleDeg = 90, .insideRadius = 4}}));
    job::Job job = made.job;
    job::Hole hole;
    hole.id = "h1";
    hole.diameter = 2 * kRadius;
    hole.xFrom = job::Hole::XFrom::Start;
    hole.x = 20;
    job.plates[0].holes.push_back(hole);
    const FormedJob holed(job);
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

void SceneTest::everyFaceLooksOutward() {
    const FormedJob made(test::bar({60, 50}, {{.angleDeg = 90, .insideRadius = 4}}));
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

void SceneTest::fittedPartFillsTheView() {
    test::RandomJobs random(43);
    const QRectF area(50, 40, 600, 400);
    for (int i = 0; i < 50; ++i) {
        const FormedJob made(random.next());
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

void SceneTest::countersinksLieOnTheirSide() {
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

/// A washer of 24 sides and a hexagon, each with two ends; every face looks out of its own body.
void SceneTest::boltsAreWholeBodies() {
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

/// By hand: a rim 100 long and 0.4 high is a row of ink, one of 4 has its own colour in the middle; what is
/// smaller than a pixel is hidden by what comes after it, and lies on what came before.
void SceneTest::roughPenKeepsTheOrder() {
    const auto face = [](draw::Face::Side side, const QRectF& box) {
        return draw::SeenFace{{box.topLeft(), box.topRight(), box.bottomRight(), box.bottomLeft()},
                              {true, true, true, true},
                              Element::plate("A"),
                              side,
                              -1,
                              1};
    };
    using Side = draw::Face::Side;
    const std::vector<draw::SeenFace> seen{
        face(Side::Hole, {30.2, 60.2, 0.3, 0.3}),                                           // under the plate
        face(Side::Face, {20, 50, 60, 30}),       face(Side::Hole, {50.2, 60.2, 0.3, 0.3}), // on it
        face(Side::Hole, {60.2, 60.2, 0.3, 0.3}), // under the rim that comes next
        face(Side::Rim, {20.2, 10.2, 100, 0.4}),  face(Side::Rim, {20.2, 20.2, 100, 4}),
        face(Side::Face, {58, 58, 5, 5})};
    QImage image(160, 100, QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    const draw::Palette palette = draw::Palette::light();
    draw::paintFormed(painter, seen, palette, {});
    painter.end();
    const QColor ink = image.pixelColor(70, 10);
    QVERIFY(ink.lightness() < 128);
    for (int x = 21; x < 120; ++x)
        QCOMPARE(image.pixelColor(x, 10), ink);
    QCOMPARE(image.pixelColor(70, 8), QColor(Qt::white));
    QCOMPARE(image.pixelColor(70, 12), QColor(Qt::white));
    QCOMPARE(image.pixelColor(70, 22), palette.rim);
    QCOMPARE(image.pixelColor(30, 60), palette.face);
    QCOMPARE(image.pixelColor(50, 60), ink);
    QCOMPARE(image.pixelColor(60, 60), palette.face);
}

GOODFOLD_TEST(SceneTest)

} // namespace goodfold::scene_test

#include "scene.moc"
