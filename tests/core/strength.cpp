// Beam theory against closed forms, and the estimate of whole brackets.
#include "core/support.h"
#include "strength/estimate.h"

using namespace goodfold;
using strength::Chain;
using strength::PointLoad;

namespace {

constexpr double kE = 210000, kWidth = 30, kThickness = 3;
constexpr double kFlat = kWidth * kThickness * kThickness * kThickness / 12;

/// A cantilever along x in pieces, its width along y.
Chain cantilever(double length, int pieces) {
    Chain chain{{}, kWidth, kThickness, kE};
    for (int i = 0; i <= pieces; ++i)
        chain.stations.push_back({Vec3(length * i / pieces, 0, 0), Vec3::UnitY(), 0});
    return chain;
}

bool near(double value, double expected, double share = 1e-9) {
    return std::abs(value - expected) <= share * std::abs(expected);
}

/// Two legs of bar with one hole in each, screwed down at h1.
job::Job loaded(double angleDeg, double skewDeg, job::Load::Toward toward) {
    job::Job job = test::bar({80, 100}, {{.angleDeg = angleDeg, .skewDeg = skewDeg, .insideRadius = 3.0}});
    job.plates[0].holes = {{.id = "h1", .diameter = 6, .x = 15, .xFrom = job::Hole::XFrom::Start}};
    job.plates[1].holes = {{.id = "h2", .diameter = 6, .x = 10, .xFrom = job::Hole::XFrom::End}};
    job.load = job::Load{"h1", "h2", 20, toward, 0};
    return job;
}

std::optional<strength::Estimate> estimated(const job::Job& job) {
    const part::Part part = part::solve(job, test::materialOf(job));
    return strength::estimate(job, part, part::fold(part), test::materialOf(job));
}

} // namespace

class StrengthTest : public QObject {
    Q_OBJECT
private slots:
    void cantileverBendsByTheBook();
    void cantileverStretchesAndTwists();
    void bentOutOfItsPlane();
    void offsetLoadTwists();
    void torsionOfARectangle();
    void holesRaiseStressAlone();
    void wholeBracketsAreNearTheirSharpCorneredForm_data();
    void wholeBracketsAreNearTheirSharpCorneredForm();
    void tipMassSwings();
    void oppositeHandIsAsStrong();
    void findingMindsYield();
    void noAnswerWhereThereIsNone();
};

void StrengthTest::cantileverBendsByTheBook() {
    for (const int pieces : {1, 7}) {
        const Chain chain = cantilever(100, pieces);
        const PointLoad load{chain.stations.size() - 1, Vec3(100, 0, 0), Vec3(0, 0, 10)};
        const auto bent = strength::bend(chain, load);
        QVERIFY(near(bent.movedAt(chain, load).z(), 10 * 1e6 / (3 * kE * kFlat))); // F L^3 / 3 E I
        QVERIFY(near(-bent.turned.back().y(), 10 * 1e4 / (2 * kE * kFlat)));       // F L^2 / 2 E I
        QVERIFY(near(bent.stress.front(), 10 * 100 * 6 / (kWidth * kThickness * kThickness)));
        // Edgewise it is (w/t)^2 stiffer.
        const PointLoad edgewise{load.station, load.at, Vec3(0, 10, 0)};
        QVERIFY(near(strength::bend(chain, edgewise).movedAt(chain, edgewise).y(),
                     bent.movedAt(chain, load).z() / 100));
    }
}

void StrengthTest::cantileverStretchesAndTwists() {
    const Chain chain = cantilever(100, 3);
    const PointLoad pull{3, Vec3(100, 0, 0), Vec3(900, 0, 0)};
    const auto bent = strength::bend(chain, pull);
    QVERIFY(near(bent.movedAt(chain, pull).x(), 900.0 * 100 / (kE * kWidth * kThickness)));
    QVERIFY(near(bent.stress.front(), 10));
}

void StrengthTest::bentOutOfItsPlane() {
    // An L lying flat: L1 along x, then L2 along y; a force square to both bends both legs and twists the
    // first.
    const double l1 = 80, l2 = 60, f = 5;
    Chain chain{{{Vec3(0, 0, 0), Vec3::UnitY(), 0},
                 {Vec3(l1, 0, 0), Vec3::UnitY(), 0},
                 {Vec3(l1, 1e-9, 0), -Vec3::UnitX(), 0},
                 {Vec3(l1, l2, 0), -Vec3::UnitX(), 0}},
                kWidth,
                kThickness,
                kE};
    const PointLoad load{3, Vec3(l1, l2, 0), Vec3(0, 0, f)};
    const double give = strength::bend(chain, load).movedAt(chain, load).z();
    const double gj = chain.shearModulus() * strength::torsionConstant(kWidth, kThickness);
    const double expected = f * (l1 * l1 * l1 + l2 * l2 * l2) / (3 * kE * kFlat) + f * l1 * l2 * l2 / gj;
    QVERIFY2(near(give, expected, 1e-6), qPrintable(QStringLiteral("%1 %2").arg(give).arg(expected)));
}

void StrengthTest::offsetLoadTwists() {
    const Chain chain = cantilever(100, 4);
    const PointLoad load{4, Vec3(100, 10, 0), Vec3(0, 0, 10)};
    const double gj = chain.shearModulus() * strength::torsionConstant(kWidth, kThickness);
    const double expected = 10 * 1e6 / (3 * kE * kFlat) + 10 * 10 * 10 * 100 / gj;
    QVERIFY(near(strength::bend(chain, load).movedAt(chain, load).z(), expected));
}

void StrengthTest::torsionOfARectangle() {
    QVERIFY(near(strength::torsionConstant(10, 10), 0.1406 * 1e4, 3e-3)); // a square: 0.1406 a^4
    QVERIFY(near(strength::torsionConstant(1000, 1), 1000.0 / 3, 1e-3));  // thin: a b^3 / 3
    QCOMPARE(strength::torsionConstant(3, 30), strength::torsionConstant(30, 3));
}

void StrengthTest::holesRaiseStressAlone() {
    Chain chain = cantilever(100, 2);
    const PointLoad load{2, Vec3(100, 0, 0), Vec3(0, 0, 10)};
    const auto whole = strength::bend(chain, load);
    chain.stations[0].holeAcross = 10;
    const auto drilled = strength::bend(chain, load);
    QVERIFY(near(drilled.stress[0], whole.stress[0] * 30 / 20));
    QCOMPARE(drilled.movedAt(chain, load), whole.movedAt(chain, load));
}

void StrengthTest::wholeBracketsAreNearTheirSharpCorneredForm_data() {
    QTest::addColumn<int>("toward");
    QTest::addColumn<double>("expected");
    const job::Job job = loaded(90, 0, job::Load::Toward::End);
    // Legs to mid thickness, from hole to corner; the arc of R 3 takes a little off.
    const double a = 80 - 1.5 - 15, b = 100 - 1.5 - 10, f = job.load->newtons;
    const double ei = kE * kFlat;
    // Along the held leg: the second leg bends, and the first is turned by it.
    QTest::newRow("along the held leg") << int(job::Load::Toward::End) << f * b * b * (b / 3 + a) / ei;
    // Away from the mount: the first leg bends; the second only stretches.
    const double drop = f * a * a * a / (3 * ei), turn = f * a * a / (2 * ei) * b;
    QTest::newRow("off the mount") << int(job::Load::Toward::Face) << std::hypot(drop, turn);
}

void StrengthTest::wholeBracketsAreNearTheirSharpCorneredForm() {
    QFETCH(int, toward);
    QFETCH(double, expected);
    const auto e = estimated(loaded(90, 0, static_cast<job::Load::Toward>(toward)));
    QVERIFY(e);
    const double give = e->deflection.norm();
    QVERIFY2(std::abs(give / expected - 1) < 0.06,
             qPrintable(QStringLiteral("%1 %2").arg(give).arg(expected)));
}

void StrengthTest::tipMassSwings() {
    // One straight bar, a heavy mass at its end: f = sqrt(3 E I / (L^3 (M + 33/140 m))) / 2 pi.
    job::Job job = test::bar({200}, {});
    job.plates[0].holes = {{.id = "h1", .diameter = 5, .x = 10, .xFrom = job::Hole::XFrom::Start},
                           {.id = "h2", .diameter = 5, .x = 199, .xFrom = job::Hole::XFrom::Start}};
    for (const double hung : {0.0, 2.0}) {
        job.load = job::Load{"h1", "h2", 1, job::Load::Toward::Back, hung};
        const double length = 189, mass = length * kWidth * kThickness * 7850e-9;
        const double expected =
            std::sqrt(3 * kE * kFlat * 1000 / (length * length * length * (hung + 33.0 / 140 * mass))) /
            (2 * std::numbers::pi);
        const auto e = estimated(job);
        QVERIFY2(std::abs(e->frequency / expected - 1) < 0.03,
                 qPrintable(QStringLiteral("%1 %2").arg(e->frequency).arg(expected)));
    }
}

void StrengthTest::oppositeHandIsAsStrong() {
    const auto one = estimated(loaded(70, 15, job::Load::Toward::Left));
    const auto other = estimated(loaded(70, -15, job::Load::Toward::Right));
    QVERIFY(near(one->deflection.norm(), other->deflection.norm(), 1e-9));
    QVERIFY(near(one->frequency, other->frequency, 1e-9));
}

void StrengthTest::findingMindsYield() {
    job::Job job = loaded(90, 0, job::Load::Toward::End);
    auto findings = test::findingsOf(job);
    const auto* light = test::findRule(findings, "strength");
    QVERIFY(light && light->severity == check::Severity::Note);
    job.load->newtons = 400;
    findings = test::findingsOf(job);
    const auto* heavy = test::findRule(findings, "strength");
    QVERIFY(heavy && heavy->severity == check::Severity::Mind && *heavy->value > *heavy->limit);
    QVERIFY(heavy->says.find("estimate") != std::string::npos);
}

void StrengthTest::noAnswerWhereThereIsNone() {
    job::Job job = loaded(90, 0, job::Load::Toward::End);
    job.load.reset();
    QVERIFY(!estimated(job));
    job.load = job::Load{"h1", "h9", 20, job::Load::Toward::End, 0};
    QVERIFY(job::whatIsWrong(job));
    job = loaded(90, 0, job::Load::Toward::End);
    job.plates[1].length = 4; // all setback
    QVERIFY(!estimated(job));
}

QTEST_APPLESS_MAIN(StrengthTest)
#include "strength.moc"
