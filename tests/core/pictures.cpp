// Holes found in pictures of a sheet: taken here by a pinhole camera that stands anywhere, with noise and a
// shade that falls across; what is found is held against where the holes were drawn.
#include "core/support.h"
#include "picture/holes.h"

namespace goodfold::pictures_test {

using namespace goodfold::picture;

namespace {

struct Drawn {
    Vec2 at;
    double diameter;
};

/// A sheet of A4 on a board, seen by a camera that looks at its middle.
struct Scene {
    Vec2 sheet{297, 210};
    std::vector<Drawn> holes{
        {{20, 30}, 6.6}, {{270, 25}, 9}, {{150, 100}, 5}, {{40, 180}, 12}, {{250, 170}, 6.6}};
    double noise = 4;
    int width = 1500, height = 1150;
    Vec3 eye{148, 105, 420};
    double roll = 0;
    std::uint8_t sheetGrey = 224, holeGrey = 45;

    Eigen::Matrix3d looks() const { // columns: right, down, ahead
        const Vec3 ahead = (Vec3(148, 105, 0) - eye).normalized();
        const Vec3 up = Eigen::AngleAxisd(roll, ahead) * Vec3(0, 1, 0);
        const Vec3 right = ahead.cross(up).normalized();
        Eigen::Matrix3d axes;
        axes << right, ahead.cross(right), ahead;
        return axes;
    }
    double focal() const { return 1.15 * width; }

    Vec2 seen(const Vec2& mm) const {
        const Vec3 at = looks().transpose() * (Vec3(mm.x(), mm.y(), 0) - eye);
        return {width / 2.0 + focal() * at.x() / at.z(), height / 2.0 + focal() * at.y() / at.z()};
    }

    double greyOf(const Vec2& mm) const {
        const double shade = 1 - 0.25 * mm.x() / 300;
        for (const Drawn& hole : holes)
            if ((mm - hole.at).norm() < hole.diameter / 2) return holeGrey;
        const bool isOn = mm.x() >= 0 && mm.y() >= 0 && mm.x() <= sheet.x() && mm.y() <= sheet.y();
        return shade * (isOn ? sheetGrey : 105 + 12 * std::sin(mm.y() / 3)); // a grained board
    }

    Raster taken(unsigned seed) const {
        Raster raster{width, height, {}};
        raster.grey.reserve(static_cast<size_t>(width) * static_cast<size_t>(height));
        std::mt19937 engine(seed);
        std::normal_distribution<double> grain(0, noise);
        const Eigen::Matrix3d axes = looks();
        for (int y = 0; y < height; ++y)
            for (int x = 0; x < width; ++x) {
                double sum = 0;
                for (const double dx : {0.25, 0.75})
                    for (const double dy : {0.25, 0.75}) {
                        const Vec3 ray = axes * Vec3((x + dx - width / 2.0) / focal(),
                                                     (y + dy - height / 2.0) / focal(), 1);
                        const Vec3 at = eye - eye.z() / ray.z() * ray;
                        sum += greyOf(at.head<2>()) / 4;
                    }
                raster.grey.push_back(static_cast<std::uint8_t>(std::clamp(sum + grain(engine), 0.0, 255.0)));
            }
        return raster;
    }

    Corners corners() const {
        return {seen({0, 0}), seen({sheet.x(), 0}), seen(sheet), seen({0, sheet.y()})};
    }
};

Vec2 about(const Vec2& at, test::RandomJobs& random, double by) {
    return at + Vec2{random.real(-by, by), random.real(-by, by)};
}

/// Far off: how the holes lie to one another, which is what is read. mm
double worstDistance(const std::vector<Vec2>& found, const std::vector<Drawn>& holes) {
    double worst = 0;
    for (size_t i = 0; i < found.size(); ++i)
        for (size_t j = i + 1; j < found.size(); ++j)
            worst =
                std::max(worst, std::abs((found[i] - found[j]).norm() - (holes[i].at - holes[j].at).norm()));
    return worst;
}

} // namespace

class PicturesTest : public QObject {
    Q_OBJECT
private slots:
    void cornersMapBothWays();
    void eitherWayRoundIsTheSameHand();
    void wrongCornersAreTold_data();
    void wrongCornersAreTold();
    void holesAreFoundFromAnywhere();
    void brightStudOnDarkIsFound();
    void nothingIsFoundWhereNothingIs();
    void hardlyAPictureAtAll();
};

/// A unit of the camera's own projection, far from square: the homography is exact.
void PicturesTest::cornersMapBothWays() {
    Scene scene;
    scene.eye = Vec3(420, -150, 380);
    const auto plane = planeOf(scene.corners(), scene.sheet);
    QVERIFY(plane);
    for (const Drawn& hole : scene.holes) {
        QVERIFY((plane->inPicture(hole.at) - scene.seen(hole.at)).norm() < 1e-6);
        QVERIFY((plane->onPlane(scene.seen(hole.at)) - hole.at).norm() < 1e-6);
    }
}

/// Round to the right or to the left: three holes that turn to the left on the sheet do so in what is found.
void PicturesTest::eitherWayRoundIsTheSameHand() {
    const Scene scene;
    Corners corners = scene.corners();
    for (const bool isBack : {false, true}) {
        if (isBack) std::swap(corners[0], corners[1]), std::swap(corners[2], corners[3]);
        const auto plane = planeOf(corners, scene.sheet);
        QVERIFY(plane);
        const Vec2 a = plane->onPlane(scene.seen({20, 30})), b = plane->onPlane(scene.seen({270, 25})),
                   c = plane->onPlane(scene.seen({150, 100}));
        QVERIFY((b - a).x() * (c - a).y() - (b - a).y() * (c - a).x() > 0);
        QVERIFY(std::abs((b - a).norm() - Vec2(250, -5).norm()) < 1e-6);
    }
}

void PicturesTest::wrongCornersAreTold_data() {
    QTest::addColumn<QList<double>>("at");
    QTest::addColumn<QString>("says");
    QTest::newRow("crossed") << QList<double>{100, 100, 500, 500, 500, 100, 100, 500} << "go round it";
    QTest::newRow("in a line") << QList<double>{100, 100, 300, 100, 500, 100, 100, 500} << "go round it";
    QTest::newRow("on a heap") << QList<double>{100, 100, 101, 100, 500, 500, 100, 500} << "too near";
}

void PicturesTest::wrongCornersAreTold() {
    QFETCH(QList<double>, at);
    QFETCH(QString, says);
    Corners corners;
    for (int i = 0; i < 4; ++i)
        corners[static_cast<size_t>(i)] = Vec2(at[2 * i], at[2 * i + 1]);
    const auto plane = planeOf(corners, {297, 210});
    QVERIFY(!plane);
    QVERIFY2(plane.error().says.find(says.toStdString()) != std::string::npos, plane.error().says.c_str());
}

/// Corners pointed at to 6 pixels, holes to 2 mm: every distance to 0.3 mm, diameters to half a millimetre.
void PicturesTest::holesAreFoundFromAnywhere() {
    test::RandomJobs random(5);
    double worst = 0, worstDiameter = 0;
    for (int i = 0; i < test::rounds(8, 40); ++i) {
        Scene scene;
        scene.eye = Vec3{148 + random.real(-220, 220), 105 + random.real(-220, 220), random.real(380, 520)};
        scene.roll = random.real(-0.6, 0.6);
        const Raster raster = scene.taken(static_cast<unsigned>(i));
        Corners rough = scene.corners();
        for (Vec2& corner : rough)
            corner = about(corner, random, 6);
        const auto plane = planeOf(refined(raster, rough), scene.sheet);
        QVERIFY(plane);
        std::vector<Vec2> found;
        for (const Drawn& hole : scene.holes) {
            const auto rim = holeNear(raster, *plane, about(hole.at, random, 2));
            QVERIFY2(rim, qPrintable(QString::number(i)));
            found.push_back(rim->at);
            worstDiameter = std::max(worstDiameter, std::abs(rim->diameter - hole.diameter));
            QVERIFY2((rim->at - hole.at).norm() < 0.3,
                     qPrintable(QString::number((rim->at - hole.at).norm())));
        }
        worst = std::max(worst, worstDistance(found, scene.holes));
    }
    qInfo("worst distance %.3f mm, worst diameter %.3f mm", worst, worstDiameter);
    QVERIFY(worst < 0.3);
    QVERIFY(worstDiameter < 0.5);
}

void PicturesTest::brightStudOnDarkIsFound() {
    Scene scene;
    scene.sheetGrey = 70;
    scene.holeGrey = 210;
    scene.noise = 8;
    scene.width = 900;
    scene.height = 700;
    const Raster raster = scene.taken(3);
    const auto plane = planeOf(scene.corners(), scene.sheet);
    const auto stud = holeNear(raster, *plane, Vec2(41, 178));
    QVERIFY(stud);
    QVERIFY((stud->at - Vec2(40, 180)).norm() < 0.3 && std::abs(stud->diameter - 12) < 0.5);
}

void PicturesTest::nothingIsFoundWhereNothingIs() {
    Scene scene;
    scene.width = 900;
    scene.height = 700;
    const Raster raster = scene.taken(4);
    const auto plane = planeOf(scene.corners(), scene.sheet);
    for (const Vec2& at : {Vec2(100, 60), Vec2(200, 60), Vec2(90, 130), Vec2(-900, 40), Vec2(60000, 60000)}) {
        const auto none = holeNear(raster, *plane, at);
        QVERIFY2(!none, qPrintable(QString::number(none ? none->diameter : 0)));
        QVERIFY(none.error().says.find("No round rim") == 0);
    }
}

void PicturesTest::hardlyAPictureAtAll() {
    const Raster dot{1, 1, {128}};
    QCOMPARE(dot.at({0.5, 0.5}), 128.0);
    QCOMPARE(dot.at({-5, 900}), 128.0);
    const auto plane = planeOf({Vec2(0, 0), Vec2(100, 0), Vec2(100, 100), Vec2(0, 100)}, {100, 100});
    QVERIFY(plane && !holeNear(dot, *plane, {50, 50}));
    refined(dot, {Vec2(0, 0), Vec2(100, 0), Vec2(100, 100), Vec2(0, 100)});
}

GOODFOLD_TEST(PicturesTest)

} // namespace goodfold::pictures_test

#include "pictures.moc"
