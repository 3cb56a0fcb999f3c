// Convex bodies that meet or come near: by hand, against a second library, and by planes that part them.
#include "common/convex_body.h"
#include "core/convexes.h"
#include "core/support.h"

#include <fcl/narrowphase/collision.h>

namespace goodfold::meeting_test {

namespace {

ConvexBody box(const Vec3& from, const Vec3& to) {
    std::vector<Vec3> corners;
    for (const double z : {from.z(), to.z()}) {
        corners.emplace_back(from.x(), from.y(), z);
        corners.emplace_back(to.x(), from.y(), z);
        corners.emplace_back(to.x(), to.y(), z);
        corners.emplace_back(from.x(), to.y(), z);
    }
    return ConvexBody(corners);
}

Pose3 moved(const Vec3& by) {
    return Pose3(Eigen::Translation3d(by));
}

/// Turned by any angle about any axis, and moved by up to `reach`.
Pose3 anyPose(std::mt19937& random, double reach) {
    std::uniform_real_distribution<double> along(-1, 1);
    const Vec3 axis = Vec3(along(random), along(random), along(random)).normalized();
    return Eigen::Translation3d(reach * Vec3(along(random), along(random), along(random))) *
           Eigen::AngleAxisd(3 * along(random), axis);
}

/// A prism over a polygon of five to eight corners on a circle, from z 0 to its height.
std::vector<Vec3> anyPrism(std::mt19937& random) {
    std::uniform_real_distribution<double> size(2, 40);
    const double radius = size(random), height = size(random);
    const int corners = 5 + static_cast<int>(random() % 4);
    std::vector<Vec3> prism;
    for (const double z : {0.0, height})
        for (int i = 0; i < corners; ++i) {
            const double angle = 2 * std::numbers::pi * i / corners;
            prism.emplace_back(radius * std::cos(angle), radius * std::sin(angle), z);
        }
    return prism;
}

std::vector<Vec3> at(const Pose3& pose, std::vector<Vec3> corners) {
    for (Vec3& corner : corners)
        corner = pose * corner;
    return corners;
}

} // namespace

class MeetingTest : public QObject {
    Q_OBJECT
private slots:
    void boxesMeetWhereTheyOverlap();
    void barsMeetBoxes();
    void nearestPlacesByHand_data();
    void nearestPlacesByHand();
    void aSecondLibrarySaysTheSame();
    void nothingIsNearerThanTheNearest();
    void pointsOfBothLieInBoth();
};

void MeetingTest::boxesMeetWhereTheyOverlap() {
    const ConvexBody one = box({0, 0, 0}, {10, 10, 10});
    for (const double gap : {-5.0, -0.01, 0.01, 5.0}) {
        QCOMPARE(meet(one, one, moved({10 + gap, 0, 0})), gap < 0);
        QCOMPARE(meet(one, one, moved({0, 10 + gap, 3})), gap < 0);
        QCOMPARE(meet(one, one, moved({2, 3, -10 - gap})), gap < 0);
    }
    QVERIFY(meet(one, box({4, 4, 4}, {5, 5, 5}), Pose3::Identity())); // one within the other
    // On its edge, turned by 45 degrees about z, a box reaches its half diagonal: 5 sqrt 2 either way.
    const ConvexBody middled = box({-5, -5, -5}, {5, 5, 5});
    const Pose3 turned(Eigen::AngleAxisd(radians(45), Vec3::UnitZ()));
    const double reach = 5 + 5 * std::sqrt(2.0);
    QVERIFY(meet(middled, middled, moved({reach - 0.01, 0, 0}) * turned));
    QVERIFY(!meet(middled, middled, moved({reach + 0.01, 0, 0}) * turned));
}

void MeetingTest::barsMeetBoxes() {
    const ConvexBody plate = box({0, -20, -20}, {3, 20, 20});
    const RoundBar screw{4, 30};
    const Pose3 alongX(Eigen::AngleAxisd(radians(90), Vec3::UnitY()));
    QVERIFY(meet(plate, screw, moved({17.9, 0, 0}) * alongX)); // its end at 2.9
    QVERIFY(!meet(plate, screw, moved({18.1, 0, 0}) * alongX));
    QVERIFY(meet(plate, screw, moved({6.9, 0, 0}))); // its side
    QVERIFY(!meet(plate, screw, moved({7.1, 0, 0})));
    // Past a corner of the plate, on the diagonal: 4 of a radius.
    const double out = 4 / std::sqrt(2.0);
    QVERIFY(meet(plate, screw, moved({3 + out - 0.01, 20 + out - 0.01, 0})));
    QVERIFY(!meet(plate, screw, moved({3 + out + 0.01, 20 + out + 0.01, 0})));
}

void MeetingTest::nearestPlacesByHand_data() {
    QTest::addColumn<Vec3>("by");
    QTest::addColumn<double>("distance");
    QTest::newRow("face to face") << Vec3(13, 0, 0) << 3.0;
    QTest::newRow("edge to edge") << Vec3(13, 14, 0) << 5.0;
    QTest::newRow("corner to corner") << Vec3(12, 13, 16) << 7.0;
    QTest::newRow("far away") << Vec3(0, 4000, 3010) << std::hypot(3990, 3000);
    QTest::newRow("hardly apart") << Vec3(10 + 1e-6, 2, 0) << 1e-6;
    QTest::newRow("face on face") << Vec3(10, 2, 0) << 0.0;
    QTest::newRow("one in the other") << Vec3(1, 2, 3) << 0.0;
}

void MeetingTest::nearestPlacesByHand() {
    QFETCH(Vec3, by);
    QFETCH(double, distance);
    const ConvexBody one = box({0, 0, 0}, {10, 10, 10}), other = box(by, by + Vec3(10, 10, 10));
    const Approach found = nearestApproach(one, other);
    QVERIFY2(std::abs(found.distance - distance) < 1e-9,
             qPrintable(QString::number(found.distance, 'g', 15)));
    if (distance == 0) return;
    QVERIFY(std::abs((found.onOther - found.onOne).norm() - distance) < 1e-9);
    QVERIFY(one.box().exteriorDistance(found.onOne) < 1e-9);
    QVERIFY(other.box().exteriorDistance(found.onOther) < 1e-9);
}

void MeetingTest::aSecondLibrarySaysTheSame() {
    std::mt19937 random(17);
    int met = 0, apart = 0;
    for (int n = 0; n < test::rounds(4000); ++n) {
        const std::vector<Vec3> one = anyPrism(random), other = anyPrism(random);
        const Pose3 pose = anyPose(random, 60);
        fcl::CollisionRequestd request;
        fcl::CollisionResultd result;
        const fcl::Convexd first = test::fclConvexOf(one), second = test::fclConvexOf(other);
        const bool expected = fcl::collide(&first, Pose3::Identity(), &second, pose, request, result) > 0;
        // A hair apart or into each other neither library is held to anything.
        const double distance = nearestApproach(ConvexBody(one), ConvexBody(at(pose, other))).distance;
        if (distance > 0 && distance < 1e-4) continue;
        QCOMPARE(meet(ConvexBody(one), ConvexBody(other), pose), expected);
        QCOMPARE(distance == 0, expected);
        ++(expected ? met : apart);
    }
    QVERIFY2(met > test::rounds(400) && apart > test::rounds(400),
             qPrintable(QString("%1 %2").arg(met).arg(apart)));
}

/// The plane through either place, square to the way from one to the other, has its body behind it: then no
/// two points are nearer. And each place lies in its prism: it is no further out than the sides, by hand.
void MeetingTest::nothingIsNearerThanTheNearest() {
    std::mt19937 random(18);
    for (int n = 0; n < test::rounds(4000); ++n) {
        const std::vector<Vec3> one = anyPrism(random), flat = anyPrism(random);
        const Pose3 pose = anyPose(random, 120);
        const std::vector<Vec3> other = at(pose, flat);
        const Approach found = nearestApproach(ConvexBody(one), ConvexBody(other));
        if (found.distance == 0) continue;
        const Vec3 way = (found.onOther - found.onOne) / found.distance;
        for (const Vec3& corner : one)
            QVERIFY((corner - found.onOne).dot(way) < 1e-8);
        for (const Vec3& corner : other)
            QVERIFY((corner - found.onOther).dot(way) > -1e-8);
        QVERIFY(test::isInPrism(one, found.onOne, 1e-8));
        QVERIFY(test::isInPrism(flat, pose.inverse() * found.onOther, 1e-8));
    }
}

void MeetingTest::pointsOfBothLieInBoth() {
    std::mt19937 random(19);
    int met = 0;
    for (int n = 0; n < test::rounds(2000); ++n) {
        const std::vector<Vec3> one = anyPrism(random), other = anyPrism(random);
        const Pose3 pose = anyPose(random, 40);
        const auto point = pointOfBoth(ConvexBody(one), ConvexBody(other), pose);
        QCOMPARE(point.has_value(), meet(ConvexBody(one), ConvexBody(other), pose));
        if (!point) continue;
        ++met;
        constexpr double kBeside = 0.1; // mm: what is shown is seen no nearer
        QVERIFY(test::isInPrism(one, *point, kBeside));
        QVERIFY(test::isInPrism(other, pose.inverse() * *point, kBeside));
    }
    QVERIFY(met > test::rounds(400));
}

GOODFOLD_TEST(MeetingTest)

} // namespace goodfold::meeting_test

#include "meeting.moc"
