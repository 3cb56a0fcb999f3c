// Outlines of lines and arcs: exact areas, boxes and nearest points against brute force.
#include "common/path.h"

#include "runner.h"

#include <random>

namespace goodfold::path_test {

namespace {

constexpr int kOutlines = 300;

/// A rectangle whose corners are rounded or not, one side a full half circle, turned anyhow.
Path randomOutline(std::mt19937& engine) {
    const auto real = [&](double low, double high) {
        return std::uniform_real_distribution(low, high)(engine);
    };
    const double l = real(20, 80), w = real(10, 30), r = real(0.5, 4.5);
    const double quarter = std::tan(std::numbers::pi / 8);
    Path path{{Vec2(r, 0), 0},
              {Vec2(l - w / 2, 0), 1},
              {Vec2(l - w / 2, w), 0},
              {Vec2(0, w), 0},
              {Vec2(0, r), quarter}};
    Pose2 pose = Pose2::Identity();
    pose.rotate(real(0, 6.28));
    pose.translation() = Vec2{real(-50, 50), real(-50, 50)};
    return moved(path, pose);
}

} // namespace

class PathTest : public QObject {
    Q_OBJECT
private slots:
    void arcFromItsBulge();
    void areaIsExact();
    void boxHoldsTheArcs();
    void nearestPointIsNearest();
    void repeatsAreLeftOut();
};

void PathTest::arcFromItsBulge() {
    // A quarter circle about (0, 10) from (0, 0) to (10, 10), counter-clockwise.
    const Arc arc = arcOf(Vec2(0, 0), Vec2(10, 10), std::tan(std::numbers::pi / 8));
    QVERIFY((arc.centre - Vec2(0, 10)).norm() < 1e-12);
    QVERIFY(std::abs(arc.radius - 10) < 1e-12);
    QVERIFY(std::abs(arc.sweepRad - std::numbers::pi / 2) < 1e-12);
    const Arc back = arcOf(Vec2(0, 0), Vec2(10, 10), -std::tan(std::numbers::pi / 8)); // the other way round
    QVERIFY((back.centre - Vec2(10, 0)).norm() < 1e-12);
}

void PathTest::areaIsExact() {
    const Path circle{{Vec2(5, 0), 1}, {Vec2(-5, 0), 1}};
    QVERIFY(std::abs(areaOf(circle) - 25 * std::numbers::pi) < 1e-12);
    std::mt19937 engine(3);
    for (int i = 0; i < kOutlines; ++i) {
        const Path path = randomOutline(engine);
        QVERIFY(std::abs(areaOf(path) / areaOf(flattened(path, 0.2)) - 1) < 1e-5);
        QVERIFY(areaOf(path) > areaOf(flattened(path, 20))); // chords lie inside
    }
}

void PathTest::boxHoldsTheArcs() {
    std::mt19937 engine(4);
    for (int i = 0; i < kOutlines; ++i) {
        const Path path = randomOutline(engine);
        Eigen::AlignedBox2d chords;
        for (const Vec2& point : flattened(path, 0.2))
            chords.extend(point);
        const auto box = boxOf(path);
        QVERIFY(box.contains(chords.min()) && box.contains(chords.max()));
        QVERIFY((box.sizes() - chords.sizes()).norm() < 1e-3);
    }
}

void PathTest::nearestPointIsNearest() {
    std::mt19937 engine(5);
    std::uniform_real_distribution<double> place(-120, 120);
    for (int i = 0; i < kOutlines; ++i) {
        const Path path = randomOutline(engine);
        const Vec2 point(place(engine), place(engine));
        const Polygon chords = flattened(path, 0.2);
        double least = 1e300;
        for (size_t k = 0; k < chords.size(); ++k)
            least = std::min(least, distance(point, {chords[k], chords[(k + 1) % chords.size()]}));
        QVERIFY(std::abs((nearestOn(path, point) - point).norm() - least) < 1e-3);
    }
}

void PathTest::repeatsAreLeftOut() {
    const Path twice{
        {Vec2(0, 0), 0}, {Vec2(10, 0), 0}, {Vec2(10, 1e-9), 0}, {Vec2(10, 10), 0}, {Vec2(0, 0), 0}};
    QCOMPARE(withoutRepeats(twice).size(), size_t{3});
}

GOODFOLD_TEST(PathTest)

} // namespace goodfold::path_test

#include "path.moc"
