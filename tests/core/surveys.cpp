// Measured mounts: solved to where things really are, and what is open recognised and settled.
#include "core/survey_support.h"
#include "mount/words.h"

#include <Eigen/SVD>

#include <set>

namespace goodfold::surveys_test {

using namespace goodfold::mount;
using test::add;
using test::instruments;
using test::measure;
using test::Place;
using test::Reads;

namespace {

/// A reading of the truth changes with every way in which the place may differ: how many of them none tells.
/// By differences over a thousandth, of the test's own geometry.
int untoldOf(const Place& place, const job::Mount& mount) {
    std::vector<Place> changed;
    const auto change = [&](const auto& how) {
        changed.push_back(place);
        how(changed.back());
    };
    constexpr double kStep = 1e-3;
    for (size_t p = 1; p < place.points.size(); ++p)
        for (int axis = 0; axis < 2; ++axis) {
            if (p == 1 && axis == 1) continue; // the frame's
            change([&](Place& other) {
                Place::Point& point = other.points[p];
                point.at = other.on(point.face, kStep * (axis == 0), kStep * (axis == 1)) -
                           other.faces[point.face].at + point.at;
            });
        }
    change([&](Place& other) {
        other.faces[1].at += kStep * other.faces[1].normal;
        for (Place::Point& point : other.points)
            if (point.face == 1) point.at += kStep * other.faces[1].normal;
    });
    const Vec3 along = (place.on(1, 1, 0) - place.on(1, 0, 0)).eval();
    for (const Vec3& axis : {along, Vec3(place.faces[1].normal.cross(along))})
        change([&](Place& other) {
            const Eigen::AngleAxisd turn(kStep / 100, axis);
            for (Place::Point& point : other.points)
                if (point.face == 1) point.at = other.faces[1].at + turn * (point.at - other.faces[1].at);
            other.faces[1].normal = turn * other.faces[1].normal;
        });
    Eigen::MatrixXd slopes(static_cast<Eigen::Index>(mount.readings.size()),
                           static_cast<Eigen::Index>(changed.size()));
    for (Eigen::Index r = 0; r < slopes.rows(); ++r)
        for (Eigen::Index c = 0; c < slopes.cols(); ++c) {
            const Reads& reading = mount.readings[static_cast<size_t>(r)];
            slopes(r, c) = (changed[static_cast<size_t>(c)].read(reading) - place.read(reading)) / kStep;
        }
    if (slopes.rows() == 0) return static_cast<int>(slopes.cols());
    Eigen::JacobiSVD<Eigen::MatrixXd> of(slopes);
    of.setThreshold(1e-5);
    return static_cast<int>(slopes.cols() - of.rank());
}

double worstOff(const Measured& known, const Place& place) {
    double worst = 0;
    for (size_t p = 0; p < place.points.size(); ++p)
        worst = std::max(worst, (*known.placed.points[p].at - place.points[p].at).norm());
    return worst;
}

} // namespace

class SurveysTest : public QObject {
    Q_OBJECT
private slots:
    void cornerByHand();
    void rimsOfHolesOnTwoFaces();
    void exactReadingsGiveThePlace();
    void whatIsOpenIsSettled();
    void frameIsNotListedOrder();
    void seenFromTheFaceItRestsOn();
};

/// A corner of 90 degrees, 80 away: two holes 60 apart on the ground, one on the wall 40 up, 100 and
/// sqrt(80^2
/// + 40^2) from them. All by hand.
void SurveysTest::cornerByHand() {
    job::Mount mount;
    mount.faces = {{.id = "F"}, {.id = "G", .sketchAt = Vec3(75, 0, 30), .sketchNormal = Vec3(-1, 0.1, 0)}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(55, 3, 0)},
                    {.id = "c", .face = "G", .sketch = Vec3(78, 5, 44)},
                    {.id = "d", .face = "F", .sketch = Vec3(4, 26, 0)}};
    const auto read = [&](Reads::Kind kind, std::vector<std::string> of, double value) {
        Reads reading;
        reading.id = "r" + std::to_string(mount.readings.size() + 1);
        reading.kind = kind;
        reading.of = std::move(of);
        reading.value = value;
        reading.sigma = 0.1;
        mount.readings.push_back(reading);
    };
    read(Reads::Kind::Between, {"a", "c"}, std::hypot(80, 40));
    read(Reads::Kind::Between, {"a", "b"}, 60);
    read(Reads::Kind::Between, {"a", "d"}, 30);
    read(Reads::Kind::Between, {"b", "d"}, std::hypot(60, 30));
    read(Reads::Kind::Height, {"a", "G"}, 80);
    read(Reads::Kind::Height, {"b", "G"}, 20);
    read(Reads::Kind::Height, {"c", "F"}, 40);
    const auto turns = measured(mount, instruments());
    QVERIFY(turns);
    QCOMPARE(turns->told.untold.cols(), Eigen::Index(2)); // G about z, and c sideways
    read(Reads::Kind::Height, {"d", "G"}, 80);
    read(Reads::Kind::Turn, {"F", "G"}, 90);
    const auto known = measured(mount, instruments());
    QCOMPARE(known->told.untold.cols(), Eigen::Index(1)); // c sideways: no distance changes with it
    const auto open = openOf(mount, known->problem, known->solution, known->told, instruments());
    QCOMPARE(open.size(), size_t(1));
    QCOMPARE(open[0].about, std::string("c"));
    QVERIFY(open[0].wants && inWords(*open[0].wants, mount) == "how far c and d are apart, centre to centre");
    read(Reads::Kind::Between, {"c", "d"}, std::hypot(80, 40, 25));
    mount.readings[0].value = std::hypot(80, 40, 5);
    const auto settled = measured(mount, instruments());
    QVERIFY((*settled->placed.points[2].at - Vec3(80, 5, 40)).norm() < 1e-6);
    QVERIFY((*settled->placed.faces[1].normal - Vec3(-1, 0, 0)).norm() < 1e-6);
    QCOMPARE(settled->adjusted.degreesOfFreedom, 2); // 10 readings; b 1, d 2, G 3, c 2
}

/// Two holes of 10 whose axes meet at 90 degrees, centres at (0, 0, 0) and (30, 0, 40): the nearest places of
/// their rims are (5, 0, 0) and (30, 0, 35), the farthest (-5, 0, 0) and (30, 0, 45).
void SurveysTest::rimsOfHolesOnTwoFaces() {
    job::Mount mount;
    mount.faces = {{.id = "F", .at = Vec3(0, 0, 0), .normal = Vec3(0, 0, 1)},
                   {.id = "G", .at = Vec3(30, 0, 0), .normal = Vec3(-1, 0, 0)}};
    mount.points = {{.id = "a", .face = "F", .diameter = 10, .at = Vec3(0, 0, 0)},
                    {.id = "b", .face = "G", .diameter = 10, .at = Vec3(30, 0, 40)}};
    for (const auto how : {Reads::How::Near, Reads::How::Far, Reads::How::Centres}) {
        Reads reading;
        reading.id = std::to_string(static_cast<int>(how));
        reading.of = {"a", "b"};
        reading.how = how;
        mount.readings.push_back(reading);
    }
    const auto known = measured(mount, instruments());
    QVERIFY(std::abs(known->adjusted.residuals[0].computed - std::hypot(25, 35)) < 1e-9);
    QVERIFY(std::abs(known->adjusted.residuals[1].computed - std::hypot(35, 45)) < 1e-9);
    QVERIFY(std::abs(known->adjusted.residuals[2].computed - 50) < 1e-9);
}

/// Without errors the places come out to a thousandth, from sketches a centimetre off.
void SurveysTest::exactReadingsGiveThePlace() {
    test::RandomJobs random(18);
    int solved = 0, elsewhere = 0;
    for (int i = 0; i < test::rounds(300); ++i) {
        const Place place = Place::random(random);
        job::Mount mount = place.sketched(random);
        if (!measure(mount, place, random, 2, 0)) continue;
        const auto known = measured(mount, instruments());
        QVERIFY(known);
        if (known->told.untold.cols() > 0) continue;
        ++solved;
        // There may be two places that read the same: then it is one of them.
        QVERIFY2(known->solution.chiSquare < 1e-6, qPrintable(QString::number(known->solution.chiSquare)));
        elsewhere += worstOff(*known, place) > 1e-3;
    }
    QVERIFY2(solved > test::rounds(200) && elsewhere <= solved / 50,
             qPrintable(QString("%1 of %2").arg(elsewhere).arg(solved)));
}

/// Too few readings: what is open is recognised, and what is asked for settles it.
void SurveysTest::whatIsOpenIsSettled() {
    test::RandomJobs random(21);
    int open = 0, elsewhere = 0;
    for (int i = 0; i < test::rounds(300); ++i) {
        const Place place = Place::random(random);
        job::Mount mount = place.sketched(random);
        if (!measure(mount, place, random, random.real(0.3, 1), 0)) continue;
        auto known = measured(mount, instruments());
        const int untold = untoldOf(place, mount);
        QVERIFY2(known->told.untold.cols() >= untold,
                 qPrintable(QString("%1: %2 of %3").arg(i).arg(known->told.untold.cols()).arg(untold)));
        if (untold == 0) continue;
        ++open;
        for (int round = 0; round < 3 && known->told.untold.cols() > 0; ++round) {
            std::set<std::string> asked;
            for (const Open& each :
                 openOf(mount, known->problem, known->solution, known->told, instruments())) {
                QVERIFY(each.wants);
                if (asked.insert(inWords(*each.wants, mount)).second) add(mount, *each.wants, place);
            }
            known = measured(mount, instruments());
        }
        QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
        elsewhere += worstOff(*known, place) > 1e-3;
    }
    QVERIFY2(open > test::rounds(100) && elsewhere <= open / (test::rounds(8) < 8 ? 5 : 20),
             qPrintable(QString("%1 of %2").arg(elsewhere).arg(open)));
}

/// The same place with its points listed the other way round: the same distances, as surely known.
void SurveysTest::frameIsNotListedOrder() {
    test::RandomJobs random(23);
    for (int i = 0; i < test::rounds(40); ++i) {
        const Place place = Place::random(random);
        job::Mount mount = place.sketched(random, 2);
        if (!measure(mount, place, random, 2, 1)) continue;
        job::Mount other = mount;
        std::reverse(other.points.begin(), other.points.end());
        const auto one = measured(mount, instruments()), two = measured(other, instruments());
        if (one->told.untold.cols() + two->told.untold.cols() > 0) continue;
        QVERIFY(std::abs(one->solution.chiSquare - two->solution.chiSquare) < 1e-3);
        const auto spread = [](const Measured& of, const char* a, const char* b) {
            const auto index = [&](const char* id) {
                return of.placed.findPoint(id) - of.placed.points.data();
            };
            const auto from = index(a), to = index(b);
            const Vec3 between = *of.placed.points[size_t(to)].at - *of.placed.points[size_t(from)].at;
            Eigen::RowVectorXd slope = Eigen::RowVectorXd::Zero(3 * Eigen::Index(of.placed.points.size()));
            slope.segment<3>(3 * from) = -between.normalized();
            slope.segment<3>(3 * to) = between.normalized();
            const double variance = slope * jointCovariance(of) * slope.transpose();
            return std::pair(between.norm(), std::sqrt(variance));
        };
        const auto [longOne, sureOne] = spread(*one, "b", "d");
        const auto [longTwo, sureTwo] = spread(*two, "b", "d");
        QVERIFY(std::abs(longOne - longTwo) < 1e-3);
        QVERIFY2(std::abs(sureOne / sureTwo - 1) < 1e-3,
                 qPrintable(QString("%1 %2").arg(sureOne).arg(sureTwo)));
    }
}

/// Seen from a face, how high a point is over it is as sure as that height can be told.
void SurveysTest::seenFromTheFaceItRestsOn() {
    test::RandomJobs random(24);
    for (int i = 0; i < test::rounds(40); ++i) {
        const Place place = Place::random(random);
        job::Mount mount = place.sketched(random);
        if (!measure(mount, place, random, 2, 1)) continue;
        const auto known = measured(mount, instruments());
        if (known->told.untold.cols() > 0) continue;
        const Eigen::MatrixXd seen = jointCovariance(*known, 1);
        const Vec3 outward = *known->placed.faces[1].normal;
        for (size_t p = 0; p < mount.points.size(); ++p) {
            Reads height;
            height.kind = Reads::Kind::Height;
            height.of = {mount.points[p].id, "G"};
            height.sigma = 1;
            const Eigen::MatrixXd slope =
                slopesOf(observationOf(mount, height, instruments()), known->problem, known->solution);
            const double told = (slope * known->told.covariance * slope.transpose())(0, 0);
            const auto row = 3 * static_cast<Eigen::Index>(p);
            const double variance = outward.dot(seen.block<3, 3>(row, row) * outward);
            QVERIFY2(std::abs(variance - told) < 1e-6 * (1 + told),
                     qPrintable(QString("%1 %2").arg(variance).arg(told)));
        }
    }
}

GOODFOLD_TEST(SurveysTest)

} // namespace goodfold::surveys_test

#include "surveys.moc"
