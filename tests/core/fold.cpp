// Properties of solving and folding over random jobs, and skewed bends against vectors.
#include "core/support.h"
#include "part/mirror.h"
#include "part/solid.h"

namespace goodfold::fold_test {

namespace {

constexpr int kJobs = 300;

Pose3 byTheBook(const part::Part& part, int plate) {
    const int own = part.plates[static_cast<size_t>(plate)].parentBend;
    if (own < 0) return Pose3::Identity();
    const part::PartBend& b = part.bends[static_cast<size_t>(own)];
    const bool up = b.turn == job::Turn::Up;
    const double z = up ? part.thickness + b.shape.insideRadius : -b.shape.insideRadius;
    const Vec3 p(b.near.from.x(), b.near.from.y(), z);
    const Vec3 n(b.across.x(), b.across.y(), 0);
    const Vec3 d = Vec3::UnitZ().cross(n);
    Pose3 pose = byTheBook(part, b.parent);
    pose = pose * Eigen::Translation3d(p) * Eigen::AngleAxisd((up ? -1 : 1) * radians(b.shape.angleDeg), d) *
           Eigen::Translation3d(Vec3(-p)) * Eigen::Translation3d(Vec3(-n * b.allowance));
    return pose;
}

Vec3 mirroredPoint(const part::Part& part, const Vec3& p) {
    return {p.x(), part.plates[static_cast<size_t>(part.root)].width - p.y(), p.z()};
}

} // namespace

class FoldTest : public QObject {
    Q_OBJECT
private slots:
    void foldMapIsTheStatedOne();
    void distancesWithinAPlateSurvive();
    void flatIsFlat();
    void zonesMeetTheirPlatesAtEveryFormedness();
    void zonesKeepTheirNeutralLength();
    void mirrorOfTheFormedIsTheFormedMirror();
    void mirroringTwiceGivesTheJobBack();
    void skewedLegsStandAtTheStatedAngle();
    void skewedCentrelinesMissByDeductionTimesTangent();
    void sheetOutlineHoldsAllItsPieces();
    void largestJobsStayFinite();
    void clashes_data();
    void clashes();
};

void FoldTest::foldMapIsTheStatedOne() {
    test::RandomJobs random(1);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part);
        for (size_t p = 0; p < part.plates.size(); ++p) {
            const Pose3 expected = byTheBook(part, static_cast<int>(p));
            QVERIFY((folded.rootFromFlat[p].matrix() - expected.matrix()).cwiseAbs().maxCoeff() < 1e-7);
        }
    }
}

void FoldTest::distancesWithinAPlateSurvive() {
    test::RandomJobs random(2);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part, random.real(0, 1));
        for (size_t a = 0; a < part.holes.size(); ++a)
            for (size_t b = 0; b < a; ++b) {
                if (part.holes[a].plate != part.holes[b].plate) continue;
                const double flat = (part.holes[a].centreInFlat - part.holes[b].centreInFlat).norm();
                const double formed = (part::formedHole(part, folded, static_cast<int>(a)).point -
                                       part::formedHole(part, folded, static_cast<int>(b)).point)
                                          .norm();
                QVERIFY(std::abs(flat - formed) < 1e-9);
            }
    }
}

void FoldTest::flatIsFlat() {
    test::RandomJobs random(4);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part, 0);
        for (const Pose3& pose : folded.rootFromFlat)
            QVERIFY(pose.isApprox(Pose3::Identity(), 1e-12));
        // and next to flat there is no jump
        const part::Folded nearly = part::fold(part, 1e-9);
        for (const Pose3& pose : nearly.rootFromFlat)
            QVERIFY((pose.matrix() - Pose3::Identity().matrix()).norm() < 1e-4);
    }
}

void FoldTest::zonesMeetTheirPlatesAtEveryFormedness() {
    test::RandomJobs random(5);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part, random.real(0, 1));
        for (size_t b = 0; b < part.bends.size(); ++b) {
            const part::PartBend& bend = part.bends[b];
            if (bend.allowance <= 0) continue;
            for (const double z : {0.0, part.thickness}) {
                const auto lift = [&](const Vec2& p) { return Vec3(p.x(), p.y(), z); };
                const Vec3 nearEnd = part::inRoot(part, folded, static_cast<int>(b), bend.near.from, z);
                const Vec3 farEnd = part::inRoot(part, folded, static_cast<int>(b), bend.far.to, z);
                QVERIFY(
                    (nearEnd - folded.rootFromFlat[static_cast<size_t>(bend.parent)] * lift(bend.near.from))
                        .norm() < 1e-8);
                QVERIFY((farEnd - folded.rootFromFlat[static_cast<size_t>(bend.child)] * lift(bend.far.to))
                            .norm() < 1e-8);
            }
        }
    }
}

void FoldTest::zonesKeepTheirNeutralLength() {
    const job::Job job =
        test::bar({80, 60}, {{.angleDeg = 120, .turn = job::Turn::Down, .skewDeg = 15, .insideRadius = 4}});
    const part::Part part = part::solve(job, test::hotRolled());
    const part::PartBend& bend = part.bends[0];
    for (const double formedness : {0.1, 0.5, 1.0}) {
        const part::Folded folded = part::fold(part, formedness);
        constexpr int kSteps = 2000;
        double length = 0;
        Vec3 before = part::inRoot(part, folded, 0, bend.near.from, bend.k * part.thickness);
        for (int i = 1; i <= kSteps; ++i) {
            const Vec2 at = bend.near.from + bend.across * (bend.allowance * i / kSteps);
            const Vec3 here = part::inRoot(part, folded, 0, at, bend.k * part.thickness);
            length += (here - before).norm();
            before = here;
        }
        QVERIFY(std::abs(length - bend.allowance) < 1e-5);
    }
}

void FoldTest::mirrorOfTheFormedIsTheFormedMirror() {
    test::RandomJobs random(6);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const job::Job twinJob = part::mirrored(job, part);
        if (const auto wrong = job::whatIsWrong(twinJob)) QFAIL(wrong->says.c_str());
        const part::Part twin = part::solve(twinJob, test::materialOf(job));
        const part::Folded folded = part::fold(part), twinFolded = part::fold(twin);
        for (size_t h = 0; h < part.holes.size(); ++h) {
            const auto one = part::formedHole(part, folded, static_cast<int>(h));
            const auto other = part::formedHole(twin, twinFolded, static_cast<int>(h));
            QVERIFY2((mirroredPoint(part, one.point) - other.point).norm() < 1e-8, test::textOf(job).c_str());
            QVERIFY((Vec3(one.axis.x(), -one.axis.y(), one.axis.z()) - other.axis).norm() < 1e-9);
        }
        QVERIFY(std::abs(part.blank.area - twin.blank.area) < 1e-6 * part.blank.area);
    }
}

void FoldTest::mirroringTwiceGivesTheJobBack() {
    test::RandomJobs random(7);
    for (int i = 0; i < kJobs; ++i) {
        job::Job job = random.next();
        const job::Job twin = part::mirrored(job, part::solve(job, test::materialOf(job)));
        job::Job back = part::mirrored(twin, part::solve(twin, test::materialOf(job)));
        for (size_t b = 0; b < job.bends.size(); ++b) {
            QVERIFY(std::abs(back.bends[b].offset - job.bends[b].offset) < 1e-9);
            back.bends[b].offset = job.bends[b].offset;
        }
        QVERIFY(back == job);
    }
}

void FoldTest::skewedLegsStandAtTheStatedAngle() {
    for (const double skew : {0.0, 12.0, -20.0, 35.0})
        for (const double angle : {30.0, 90.0, 135.0}) {
            const job::Job job = test::bar({90, 80}, {{.angleDeg = angle, .skewDeg = skew}});
            const part::Part part = part::solve(job, test::hotRolled());
            const Vec3 leg = part::fold(part).rootFromFlat[1].linear() * Vec3::UnitX();
            QVERIFY(std::abs(degrees(std::acos(leg.x())) - part::angleBetweenPlatesDeg(part.bends[0])) <
                    1e-9);
        }
    // The worked figure: 90 degrees on a line skewed by 20 leaves 83.2823 between the legs.
    const job::Job job = test::bar({90, 80}, {{.angleDeg = 90, .skewDeg = 20}});
    QVERIFY(std::abs(part::angleBetweenPlatesDeg(part::solve(job, test::hotRolled()).bends[0]) - 83.2823) <
            1e-4);
}

void FoldTest::skewedCentrelinesMissByDeductionTimesTangent() {
    const job::Job job =
        test::bar({70, 50}, {{.angleDeg = 90, .skewDeg = 20, .insideRadius = 3, .k = 0.4}}, 3, 40);
    const part::Part part = part::solve(job, test::hotRolled());
    QVERIFY(std::abs(part::centrelineMiss(part.bends[0]) - 1.9664) < 1e-4);
    // Both legs' outer faces carry the mold line; each centreline meets it somewhere, and not in one point.
    const part::Folded folded = part::fold(part);
    const double setback = part.bends[0].outsideSetback / std::cos(radians(20));
    const double nearX = part.plates[0].length, farX = part.plates[1].flatFromPlate.translation().x();
    const Vec3 first(nearX + setback, 20, 0);
    const Vec3 second = folded.rootFromFlat[1] * Vec3(farX - setback, 20, 0);
    QVERIFY(std::abs((first - second).norm() - 1.9664) < 1e-4);
    QVERIFY(std::abs(part.blank.length - 114.2506) < 1e-4);
}

void FoldTest::sheetOutlineHoldsAllItsPieces() {
    test::RandomJobs random(8);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        double pieces = 0;
        for (const part::PartPlate& plate : part.plates)
            pieces += areaOf(plate.shapeInFlat);
        for (const part::PartBend& bend : part.bends)
            pieces += areaOf(bend.zoneInFlat);
        QVERIFY(std::abs(areaOf(part.blank.finished) - pieces) < 1e-6 * std::abs(pieces));
    }
}

void FoldTest::largestJobsStayFinite() {
    test::RandomJobs random(9);
    for (const double thickness : {0.01, 3.0, 100.0})
        for (const auto kind : {bend::AllowanceRule::Kind::Material, bend::AllowanceRule::Kind::Deduction}) {
            std::vector<job::Bend> bends(25);
            for (job::Bend& bend : bends)
                bend = {.angleDeg = random.real(1, 180),
                        .skewDeg = random.real(-60, 60),
                        .insideRadius = random.real(0, 10000)};
            job::Job job = test::bar(std::vector<double>(26, 1e5), bends, thickness, 10000);
            job.allowance.kind = kind;
            QVERIFY(!job::whatIsWrong(job));
            const part::Part part = part::solve(job, test::hotRolled());
            for (const Pose3& pose : part::fold(part).rootFromFlat)
                QVERIFY(pose.matrix().allFinite());
            QVERIFY(std::isfinite(part.blank.area) && std::isfinite(part.blank.mass));
            test::findingsOf(job);
        }
    // As many plates as a job may have, in one chain, traced and folded without running out of stack.
    job::Job chain = test::bar({}, {});
    chain.stock = {job::StockForm::Sheet, 0, {}};
    for (size_t i = 0; i < job::kMostPlates; ++i) {
        chain.plates.push_back({.id = std::to_string(i), .length = 30});
        if (i > 0)
            chain.bends.push_back({.id = std::to_string(i),
                                   .from = std::to_string(i - 1),
                                   .to = std::to_string(i),
                                   .angleDeg = 40});
    }
    chain.plates[0].width = 20;
    QVERIFY(!job::whatIsWrong(chain));
    QVERIFY(part::solve(chain, test::hotRolled()).blank.length > 200 * 20);
    QVERIFY(test::findRule(test::findingsOf(chain), "cuts-itself"));
}

void FoldTest::clashes_data() {
    QTest::addColumn<QVector<double>>("legs");
    QTest::addColumn<QVector<double>>("angles"); // up; negative down
    QTest::addColumn<bool>("expected");
    QTest::newRow("U") << QVector<double>{40, 60, 40} << QVector<double>{90, 90} << false;
    QTest::newRow("Z") << QVector<double>{40, 60, 40} << QVector<double>{90, -90} << false;
    QTest::newRow("closed ring hits its first leg")
        << QVector<double>{60, 40, 60, 60} << QVector<double>{90, 90, 90} << true;
    QTest::newRow("ring left open") << QVector<double>{60, 40, 60, 30} << QVector<double>{90, 90, 90}
                                    << false;
    QTest::newRow("spiral inward") << QVector<double>{80, 80, 70, 60, 50} << QVector<double>{90, 90, 90, 90}
                                   << false;
    QTest::newRow("legs cross") << QVector<double>{80, 30, 80} << QVector<double>{120, 120} << true;
    // 60 outside less 2 T between faces: the tips of two 135 degree legs pass each other or do not.
    QTest::newRow("long tips meet") << QVector<double>{60, 60, 60} << QVector<double>{125, 125} << true;
    QTest::newRow("short tips clear") << QVector<double>{40, 60, 40} << QVector<double>{125, 125} << false;
}

void FoldTest::clashes() {
    QFETCH(QVector<double>, legs);
    QFETCH(QVector<double>, angles);
    QFETCH(bool, expected);
    std::vector<job::Bend> bends;
    for (const double angle : angles)
        bends.push_back({.angleDeg = std::abs(angle), .turn = angle > 0 ? job::Turn::Up : job::Turn::Down});
    const job::Job job = test::bar({legs.begin(), legs.end()}, bends);
    const part::Part part = part::solve(job, test::hotRolled());
    QCOMPARE(!part::selfClashes(part, part::fold(part)).empty(), expected);
}

GOODFOLD_TEST(FoldTest)

} // namespace goodfold::fold_test

#include "fold.moc"
