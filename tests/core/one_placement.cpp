// One placement for all bolts: against searches that share nothing with the solver.
#include "core/mount_support.h"

#include <random>

namespace goodfold::one_placement_test {

using namespace goodfold::lineup;

namespace {

/// Radius of the smallest circle round some points: over each two or each three of them.
double smallestCircle(const std::vector<Vec2>& points) {
    double least = 1e9;
    const auto take = [&](const Vec2& middle) {
        double radius = 0;
        for (const Vec2& point : points)
            radius = std::max(radius, (point - middle).norm());
        least = std::min(least, radius);
    };
    for (size_t a = 0; a < points.size(); ++a)
        for (size_t b = a + 1; b < points.size(); ++b) {
            take((points[a] + points[b]) / 2);
            for (size_t c = b + 1; c < points.size(); ++c) {
                Eigen::Matrix2d m;
                m << (points[b] - points[a]).transpose(), (points[c] - points[a]).transpose();
                const Vec2 right((points[b].squaredNorm() - points[a].squaredNorm()) / 2,
                                 (points[c].squaredNorm() - points[a].squaredNorm()) / 2);
                if (std::abs(m.determinant()) > 1e-12) take(m.inverse() * right);
            }
        }
    return least;
}

/// How far the worst hole is off where the plate is shifted and turned best: every turn has its circle, and
/// what is left is convex in the turn.
double leastReach(const std::vector<Vec2>& corners, const std::vector<Vec2>& off) {
    const auto at = [&](double turn) {
        std::vector<Vec2> all(corners.size());
        for (size_t i = 0; i < corners.size(); ++i)
            all[i] = off[i] + turn * Vec2(-corners[i].y(), corners[i].x());
        return smallestCircle(all);
    };
    double low = -0.05, high = 0.05;
    while (high - low > 1e-7) {
        const double a = low + (high - low) / 3, b = high - (high - low) / 3;
        (at(a) < at(b) ? high : low) = at(a) < at(b) ? b : a;
    }
    return at((low + high) / 2);
}

/// The most room over shifts and turns, searched by ever finer steps at random.
template <class RoomAt> double mostRoom(const RoomAt& roomAt, std::mt19937& random) {
    double x = 0, y = 0, turn = 0, most = roomAt(0, 0, 0);
    for (double step = 0.5; step > 1e-6; step *= 0.7) {
        std::uniform_real_distribution<double> off(-step, step);
        for (int tries = 0; tries < 400; ++tries) {
            const double itsX = x + off(random), itsY = y + off(random), itsTurn = turn + off(random) / 60;
            const double room = roomAt(itsX, itsY, itsTurn);
            if (room <= most) continue;
            most = room;
            x = itsX, y = itsY, turn = itsTurn;
        }
    }
    return most;
}

} // namespace

class OnePlacementTest : public QObject {
    Q_OBJECT
private slots:
    void patternsNeedOnePlacement_data();
    void patternsNeedOnePlacement();
    void roomIsTheBestThereIs();
    void roomAlongAnArcIsTheBestThereIs();
    void boltsGlideInOpenings_data();
    void boltsGlideInOpenings();
    void coatsTakeRoom();
};

void OnePlacementTest::patternsNeedOnePlacement_data() {
    QTest::addColumn<std::vector<Vec2>>("at");
    QTest::addColumn<double>("sigma");
    // Hole by hole a fifth would fit, truly three in four.
    QTest::newRow("four, 60 by 30") << std::vector<Vec2>{{-30, -15}, {30, -15}, {-30, 15}, {30, 15}} << 0.2;
    QTest::newRow("row of three") << std::vector<Vec2>{{-40, 0}, {0, 0}, {40, 0}} << 0.2;
    QTest::newRow("grid of six") << std::vector<Vec2>{{-40, -20}, {0, -20}, {40, -20},
                                                      {-40, 20},  {0, 20},  {40, 20}}
                                 << 0.18;
    std::vector<Vec2> ring;
    for (int i = 0; i < 5; ++i)
        ring.push_back(35 * Vec2(std::cos(radians(72.0 * i)), std::sin(radians(72.0 * i))));
    QTest::newRow("ring of five") << ring << 0.22;
}

void OnePlacementTest::patternsNeedOnePlacement() {
    QFETCH(std::vector<Vec2>, at);
    QFETCH(double, sigma);
    const int trials = test::rounds(3000);
    const Odds odds = count(test::MarkedPlate(at, sigma).making(), trials, 11);
    std::mt19937 random(23);
    std::normal_distribution<double> off(0, sigma);
    int fits = 0;
    for (int i = 0; i < trials; ++i) {
        std::vector<Vec2> moved(at.size());
        for (Vec2& each : moved)
            each = Vec2{off(random), off(random)};
        fits += leastReach(at, moved) <= 0.3;
    }
    const double tried = static_cast<double>(fits) / trials;
    QVERIFY2(std::abs(odds.odds - tried) < 4 * std::numbers::sqrt2 * odds.oddsSigma,
             qPrintable(QString("%1, not %2").arg(odds.odds).arg(tried)));
    QVERIFY(odds.odds > 0.4 && odds.odds < 0.9); // far from both ends, where any answer is right
    if (at.size() == 4) QVERIFY(odds.odds > 0.7 && odds.odds < 0.8);
}

/// Against a search by ever finer steps from many starts, that shares nothing with the solver.
void OnePlacementTest::roomIsTheBestThereIs() {
    std::mt19937 random(19);
    const auto real = [&](double from, double to) {
        return std::uniform_real_distribution(from, to)(random);
    };
    for (int round = 0; round < 40; ++round) {
        std::vector<Tie> ties;
        const int count = 2 + static_cast<int>(real(0, 4));
        for (int i = 0; i < count; ++i) {
            const Vec3 at{real(0, 100), real(0, 60), 0};
            const Vec3 centre = at + Vec3{real(-0.4, 0.4), real(-0.4, 0.4), 0};
            Tie tie;
            tie.play = real(0.1, 0.5);
            const Vec3 half = i == 0 ? Vec3{real(0, 2), real(0, 2), 0} : Vec3{0, 0, 0};
            for (Tie::Rim& rim : tie.rims)
                rim = {centre - half, centre + half, at};
            ties.push_back(tie);
        }
        const auto roomAt = [&](double x, double y, double turn) {
            double least = 1e9;
            for (const Tie& tie : ties) {
                const Eigen::Rotation2Dd by(turn);
                const Vec2 a = by * tie.rims[0].from.head<2>() + Vec2(x, y),
                           b = by * tie.rims[0].to.head<2>() + Vec2(x, y), p = tie.rims[0].target.head<2>();
                const Vec2 along = b - a;
                const double s = along.squaredNorm() > 0
                                     ? std::clamp((p - a).dot(along) / along.squaredNorm(), 0.0, 1.0)
                                     : 0;
                least = std::min(least, tie.play - (a + s * along - p).norm());
            }
            return least;
        };
        const double most = mostRoom(roomAt, random);
        const double got = fit(ties, {}).room;
        QVERIFY2(got > most - 2e-3 && got < most + 2e-2, qPrintable(QString("%1 %2").arg(got).arg(most)));
    }
}

/// The same with an arc slot about one of the holes, its bolt anywhere along it and past its ends.
void OnePlacementTest::roomAlongAnArcIsTheBestThereIs() {
    std::mt19937 random(29);
    const auto real = [&](double from, double to) {
        return std::uniform_real_distribution(from, to)(random);
    };
    for (int round = 0; round < 60; ++round) {
        std::vector<Tie> ties;
        const int others = 1 + static_cast<int>(real(0, 2.99));
        for (int i = 0; i < others; ++i) {
            const Vec3 at{real(0, 30), real(0, 60), 0};
            Tie tie;
            tie.play = real(0.1, 0.5);
            tie.rims[0] = tie.rims[1] = {at, at, at + Vec3{real(-0.3, 0), 0, 0}};
            ties.push_back(tie);
        }
        const Vec3 pivot = ties[0].rims[0].from;
        const double radius = real(20, 70), half = real(0.1, 1.7), middle = real(-3, 3);
        const auto onArc = [&](double angle) -> Vec3 {
            return pivot + radius * Vec3(std::cos(middle + angle), std::sin(middle + angle), 0);
        };
        const double where = real(-1.1, 1.1) * half;
        Tie tie;
        tie.play = real(0.1, 0.5);
        tie.bow = Tie::Bow{half, {onArc(0), onArc(0)}};
        tie.rims[0] = tie.rims[1] = {onArc(-half), onArc(half),
                                     onArc(where) + Vec3{real(-0.3, 0.3), real(-0.3, 0.3), 0}};
        ties.push_back(tie);
        const auto roomAt = [&](double x, double y, double turn) {
            double least = 1e9;
            const Eigen::Rotation2Dd by(turn);
            for (const Tie& each : ties) {
                const Vec2 target = by.inverse() * (each.rims[0].target.head<2>() - Vec2(x, y)); // as made
                double off = (each.rims[0].from.head<2>() - target).norm();
                if (each.bow) {
                    const Vec2 out = target - pivot.head<2>();
                    const double angle =
                        std::remainder(std::atan2(out.y(), out.x()) - middle, 2 * std::numbers::pi);
                    off = std::abs(angle) <= half
                              ? std::abs(out.norm() - radius)
                              : std::min(off, (each.rims[0].to.head<2>() - target).norm());
                }
                least = std::min(least, each.play - off);
            }
            return least;
        };
        const double most = mostRoom(roomAt, random);
        const Fitting found = fit(ties, {});
        QVERIFY2(found.room > most - 5e-3,
                 qPrintable(QString("%1: %2, not %3").arg(round).arg(found.room).arg(most)));
        const Vec3 turned = found.placed.linear().col(0);
        const double reached = roomAt(found.placed.translation().x(), found.placed.translation().y(),
                                      std::atan2(turned.y(), turned.x()));
        QVERIFY2(std::abs(found.room - reached) < 2e-3, "it is where it says");
    }
}

/// Two holes on M6 in threads, h1 a round one of 6.6, h2 an opening; where the second point is, counted from
/// the first, and the room there is: 0.3 where it lies as drawn, less half of what the point is off across
/// the opening.
void OnePlacementTest::boltsGlideInOpenings_data() {
    using Kind = job::Hole::Kind;
    QTest::addColumn<job::Hole>("opening");
    QTest::addColumn<Vec2>("second");
    QTest::addColumn<double>("room");
    const job::Hole rectangle{.kind = Kind::Rectangle, .diameter = 6.6, .length = 16.6};
    QTest::newRow("rectangle, as drawn") << rectangle << Vec2(50, 0) << 0.3;
    QTest::newRow("rectangle, 4.9 along it") << rectangle << Vec2(54.9, 0) << 0.3;
    QTest::newRow("rectangle, 0.2 past its end") << rectangle << Vec2(55.2, 0) << 0.2;
    job::Hole upright = rectangle;
    upright.angleDeg = 90;
    QTest::newRow("upright, the bracket turns")
        << upright << Vec2(50 * std::cos(0.08), 50 * std::sin(0.08)) << 0.3;
    QTest::newRow("upright, 0.4 beyond its ends") << upright << Vec2(std::hypot(50, 5) + 0.4, 0) << 0.1;
    // About h1, so that the bracket may turn as well.
    const job::Hole arc{.kind = Kind::ArcSlot, .diameter = 6.6, .radius = 50, .swingDeg = 40};
    QTest::newRow("arc about h1") << arc << Vec2(50, 0) << 0.3;
    QTest::newRow("arc about h1, 15 degrees on")
        << arc << Vec2(50 * std::cos(0.26), 50 * std::sin(0.26)) << 0.3;
    QTest::newRow("arc about h1, 0.4 too far")
        << arc << Vec2(50.4 * std::cos(0.26), 50.4 * std::sin(0.26)) << 0.1;
    const job::Hole square{.kind = Kind::CutOut,
                           .outline = {{.at = {-4, -4}}, {.at = {4, -4}}, {.at = {4, 4}}, {.at = {-4, 4}}}};
    QTest::newRow("cut out 8 by 8") << square << Vec2(50.7, 0) << 0.3; // it has 1.0 itself
}

void OnePlacementTest::boltsGlideInOpenings() {
    QFETCH(job::Hole, opening);
    QFETCH(Vec2, second);
    QFETCH(double, room);
    test::MarkedPlate plate({{0, 0}, {50, 0}}, 0);
    const job::Hole drawn = plate.job.plates[0].holes[1];
    job::Hole& hole = plate.job.plates[0].holes[1];
    hole = opening;
    hole.id = drawn.id;
    hole.x = opening.kind == job::Hole::Kind::ArcSlot ? drawn.x - 50 : drawn.x; // its pivot
    hole.xFrom = drawn.xFrom;
    hole.y = drawn.y;
    plate.part = part::solve(plate.job, test::hotRolled());
    const Vec3 first = plate.mounting.ties[0].at;
    plate.mounting.ties[1].at = first + Vec3(second.x(), second.y(), 0);
    const double found = nominalFit(plate.making()).fitting.room;
    QVERIFY2(std::abs(found - room) < 2e-3, qPrintable(QString::number(found)));
}

/// 0.08 of powder on each side: of 0.3 of play 0.22 are left.
void OnePlacementTest::coatsTakeRoom() {
    test::MarkedPlate plate({{0, 0}, {50, 0}}, 0);
    QVERIFY(std::abs(nominalFit(plate.making()).fitting.room - 0.3) < 1e-4);
    plate.job.coat = 0.08;
    QVERIFY(std::abs(nominalFit(plate.making()).fitting.room - 0.22) < 1e-4);
}

GOODFOLD_TEST(OnePlacementTest)

} // namespace goodfold::one_placement_test

#include "one_placement.moc"
