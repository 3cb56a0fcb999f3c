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

} // namespace

class OnePlacementTest : public QObject {
    Q_OBJECT
private slots:
    void patternsNeedOnePlacement_data();
    void patternsNeedOnePlacement();
    void roomIsTheBestThereIs();
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
        double best[3] = {0, 0, 0}, most = roomAt(0, 0, 0);
        for (double step = 0.5; step > 1e-6; step *= 0.7)
            for (int tries = 0; tries < 400; ++tries) {
                const double x = best[0] + real(-step, step), y = best[1] + real(-step, step),
                             turn = best[2] + real(-step, step) / 60;
                if (const double room = roomAt(x, y, turn); room > most) {
                    most = room;
                    best[0] = x, best[1] = y, best[2] = turn;
                }
            }
        const double got = fit(ties, {}).room;
        QVERIFY2(got > most - 2e-3 && got < most + 2e-2, qPrintable(QString("%1 %2").arg(got).arg(most)));
    }
}

GOODFOLD_TEST(OnePlacementTest)

} // namespace goodfold::one_placement_test

#include "one_placement.moc"
