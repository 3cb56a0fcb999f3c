// Round faces, and what a spirit level tells: readings computed here from where things are, by other ways
// than the product's.
#include "core/survey_support.h"
#include "lineup/mounting.h"
#include "mount/ask.h"
#include "mount/words.h"

#include <cmath>

namespace goodfold::tubes_test {

using namespace goodfold::mount;
using Reads = job::MountReading;
using Kind = Reads::Kind;

namespace {

/// A pipe somewhere; where around it is counted from, and the way that goes.
struct Pipe {
    Vec3 at, along, from, toward;
    double radius;
    Vec3 on(double x, double around) const {
        const double angle = around / radius;
        return at + x * along + radius * (std::cos(angle) * from + std::sin(angle) * toward);
    }
};

void read(job::Mount& mount, Kind kind, std::vector<std::string> of, double value, double sigma = 0.1,
          double over = 100) {
    Reads reading;
    reading.id = "r" + std::to_string(mount.readings.size() + 1);
    reading.kind = kind;
    reading.of = std::move(of);
    reading.value = value;
    reading.sigma = sigma;
    reading.over = over;
    mount.readings.push_back(reading);
}

Vec3 placeOf(const Measured& measured, const std::string& point) {
    return *measured.placed.findPoint(point)->at;
}

/// A pipe of 48 with three holes in it: a at the top, b further along and round, c on its side.
job::Mount pipe() {
    job::Mount mount;
    mount.faces = {{.id = "P", .tube = 48}};
    mount.points = {{.id = "a", .face = "P", .diameter = 6.6, .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "P", .diameter = 6.6, .sketch = Vec3(95, 15, -3)},
                    {.id = "c", .face = "P", .diameter = 6.6, .sketch = Vec3(44, -20, -20)}};
    return mount;
}

} // namespace

class TubesTest : public QObject {
    Q_OBJECT
private slots:
    void alongAndAroundPlaceAPoint();
    void aReadingAroundCountsTheSkinAndAChordDoesNot();
    void itsDiameterIsRead();
    void aTubeBesideAFace();
    void whatIsOpenIsAskedFor();
    void slopesAreThoseOfDifferences();
    void aBracketLiesAgainstIt();
    void itsOwnLeanIsNoErrorOfItsHoles();
    void levelAndPlumbMakeACorner();
    void aLeaningWallLeansTheCorner();
    void upAloneIsNotAskedFor();
    void whatIsNoReadingOfATubeIsSaid();
};

void TubesTest::alongAndAroundPlaceAPoint() {
    job::Mount mount = pipe();
    read(mount, Kind::Along, {"a", "b", "P"}, 100);
    read(mount, Kind::Square, {"a", "b", "P"}, 20);
    read(mount, Kind::Along, {"a", "c", "P"}, 40);
    read(mount, Kind::Square, {"a", "c", "P"}, 24 * M_PI / 2);
    const auto known = measured(mount, test::instruments());
    QVERIFY(known);
    QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
    const double angle = 20.0 / 24;
    QVERIFY((placeOf(*known, "b") - Vec3(100, 24 * std::sin(angle), 24 * std::cos(angle) - 24)).norm() <
            1e-6);
    QVERIFY((placeOf(*known, "c") - Vec3(40, -24, -24)).norm() < 1e-6); // the sketch says on which side
    const job::MountFace& face = known->placed.faces.front();
    QVERIFY((*face.at - Vec3(0, 0, -24)).norm() < 1e-9 && (*face.along - Vec3(1, 0, 0)).norm() < 1e-9);
}

void TubesTest::aReadingAroundCountsTheSkinAndAChordDoesNot() {
    job::Mount mount = pipe();
    read(mount, Kind::Along, {"a", "b", "P"}, 100);
    // Straight across, 0.8 rad apart on a radius of 24.
    read(mount, Kind::Between, {"a", "b"}, std::hypot(100, 2 * 24 * std::sin(0.4)));
    const auto known = measured(mount, test::instruments());
    const Observation around = observationOf(
        known->placed, {.id = "x", .kind = Kind::Square, .of = {"a", "b", "P"}}, test::instruments());
    QVERIFY(std::abs(computed(known->solution.scene, around) - 0.8 * 24) < 1e-4);
    QCOMPARE(inWords(Reads{.kind = Kind::Square, .of = {"a", "b", "P"}}, mount),
             std::string("how far a and b are apart, on its skin, around tube P"));
}

void TubesTest::itsDiameterIsRead() {
    job::Mount mount = pipe();
    read(mount, Kind::Diameter, {"P"}, 50, 0.1);
    read(mount, Kind::Along, {"a", "b", "P"}, 100);
    read(mount, Kind::Square, {"a", "b", "P"}, 20);
    const auto known = measured(mount, test::instruments());
    QVERIFY(known);
    QVERIFY(std::abs(*known->placed.faces[0].tube - 50) < 1e-6);
    QVERIFY((*known->placed.faces[0].at - Vec3(0, 0, -25)).norm() <
            1e-6); // its skin stays at the first point
    QVERIFY((placeOf(*known, "b") - Vec3(100, 25 * std::sin(0.8), 25 * std::cos(0.8) - 25)).norm() < 1e-6);
}

void TubesTest::aTubeBesideAFace() {
    test::RandomJobs random(7);
    for (int i = 0; i < 40; ++i) {
        // A pipe over a wall: heights over the wall and straight distances tell where it is.
        const double lean = random.real(-0.3, 0.3), rise = random.real(-0.3, 0.3);
        const Vec3 along = Vec3(rise, 1, lean).normalized();
        Vec3 from = Vec3(0, 0, 1) - along.z() * along;
        from.normalize();
        const Pipe truth{Vec3(random.real(60, 90), 0, random.real(50, 80)), along, from, from.cross(along),
                         random.real(10, 30)};
        job::Mount mount;
        mount.faces = {{.id = "F"}, {.id = "P", .tube = 2 * truth.radius}};
        mount.faces[1].sketchAt = truth.at + Vec3(4, -3, 5);
        mount.faces[1].sketchAlong = along + Vec3(0.05, 0, -0.06);
        mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                        {.id = "b", .face = "F", .sketch = Vec3(45, 0, 0)},
                        {.id = "d", .face = "F", .sketch = Vec3(5, 55, 0)}};
        std::map<std::string, Vec3> at{{"a", {0, 0, 0}}, {"b", {50, 0, 0}}, {"d", {3, 60, 0}}};
        for (const char* id : {"p", "q"}) {
            const Vec3 place = truth.on(random.real(-60, -10) + (id[0] == 'q' ? 70 : 0), random.real(-8, 8));
            at[id] = place;
            mount.points.push_back({.id = id, .face = "P", .sketch = place + Vec3(3, -4, 4)});
        }
        for (const auto& [one, first] : at)
            for (const auto& [other, second] : at)
                if (one < other) read(mount, Kind::Between, {one, other}, (first - second).norm());
        const auto squareTo = [&](const Vec3& place) {
            const Vec3 way = place - truth.at;
            return (way - way.dot(along) * along).norm() - truth.radius;
        };
        for (const char* id : {"a", "b", "d"})
            read(mount, Kind::Height, {id, "P"}, squareTo(at[id]));
        read(mount, Kind::Height, {"p", "F"}, at["p"].z());
        const double apart = std::abs((at["p"] - at["q"]).dot(along));
        read(mount, Kind::Along, {"p", "q", "P"}, apart);
        const auto known = measured(mount, test::instruments());
        QVERIFY(known);
        QVERIFY2(known->solution.chiSquare < 1e-6, std::to_string(known->solution.chiSquare).c_str());
        for (const auto& [id, place] : at)
            QVERIFY2((placeOf(*known, id) - place).norm() < 1e-3, id.c_str());
        QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
    }
}

void TubesTest::whatIsOpenIsAskedFor() {
    job::Mount mount = pipe();
    mount.points.resize(2);
    read(mount, Kind::Along, {"a", "b", "P"}, 100);
    const auto known = measured(mount, test::instruments());
    const auto open = openOf(mount, known->problem, known->solution, known->told, test::instruments());
    QCOMPARE(open.size(), size_t(1));
    QCOMPARE(open[0].about, std::string("b"));
    QVERIFY(open[0].wants && open[0].wants->of == (std::vector<std::string>{"a", "b", "P"}));
    QVERIFY(open[0].wants->kind == Kind::Square); // around it
}

/// Every kind of reading: its derivatives against differences.
void TubesTest::slopesAreThoseOfDifferences() {
    job::Mount mount = pipe();
    mount.faces.push_back(
        {.id = "Q", .sketchAt = Vec3(70, 30, 60), .tube = 30, .sketchAlong = Vec3(0.2, 1, 0.1)});
    mount.faces.push_back({.id = "G", .sketchAt = Vec3(90, 0, 50), .sketchNormal = Vec3(-1, 0.2, 0.1)});
    mount.points.push_back({.id = "q", .face = "Q", .diameter = 9, .sketch = Vec3(72, 20, 76)});
    mount.points.push_back({.id = "g", .face = "G", .diameter = 9, .sketch = Vec3(90, 20, 50)});
    mount.edges.push_back({.id = "end", .face = "Q", .sketch = {{Vec3(60, -10, 60), Vec3(80, -10, 60)}}});
    read(mount, Kind::Diameter, {"P"}, 48);
    read(mount, Kind::Diameter, {"Q"}, 30);
    read(mount, Kind::Along, {"a", "b", "P"}, 95);
    read(mount, Kind::Square, {"a", "c", "P"}, 30);
    read(mount, Kind::Height, {"g", "Q"}, 10);
    read(mount, Kind::Height, {"b", "Q"}, 10);
    read(mount, Kind::FromEdge, {"q", "end"}, 30);
    read(mount, Kind::Between, {"b", "q"}, 80);
    read(mount, Kind::Between, {"q", "g"}, 30);
    mount.readings.back().how = Reads::How::Near;
    read(mount, Kind::Between, {"a", "b"}, 90);
    mount.readings.back().how = Reads::How::Far;
    read(mount, Kind::Plumb, {"G"}, 4, 0.3, 600);
    read(mount, Kind::Level, {"G"}, 4, 0.3, 600);
    const auto problem = problemOf(mount, test::instruments());
    QVERIFY2(problem, problem ? "" : problem.error().says.c_str());
    const Solution solution = solveFrom(*problem, problem->sketch);
    for (const Observation& seen : problem->seen) {
        const Eigen::MatrixXd slopes = slopesOf(seen, *problem, solution);
        for (int i = 0; i < problem->unknowns.count; ++i) {
            Eigen::VectorXd by = Eigen::VectorXd::Zero(problem->unknowns.count);
            constexpr double kStep = 1e-4;
            by[i] = kStep;
            const double more = computed(moved(solution.scene, problem->unknowns, by), seen);
            by[i] = -kStep;
            const double less = computed(moved(solution.scene, problem->unknowns, by), seen);
            const double slope = (more - less) / (2 * kStep) / seen.sigma;
            QVERIFY2(std::abs(slope - slopes(0, i)) < 1e-4 * (1 + std::abs(slope)),
                     (mount.readings[static_cast<size_t>(seen.reading)].id + ": " + std::to_string(slope) +
                      " " + std::to_string(slopes(0, i)))
                         .c_str());
        }
    }
}

void TubesTest::aBracketLiesAgainstIt() {
    // Stated: a pipe of 40 along y, a thread on its top and one on its side.
    job::Job job = test::bar({60, 40}, {{.id = "1", .from = "A", .to = "B"}});
    job.plates[0].holes.push_back({.id = "h1", .diameter = 6.6, .x = 20, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .diameter = 6.6, .x = 15, .xFrom = job::Hole::XFrom::End});
    job.mount.emplace();
    job.mount->faces = {{.id = "P", .at = Vec3(0, 0, 0), .tube = 40, .along = Vec3(0, 1, 0)}};
    job.mount->points = {{.id = "a", .face = "P", .diameter = 6, .at = Vec3(0, 10, 20)},
                         {.id = "b", .face = "P", .diameter = 6, .at = Vec3(20, 10, 0)}};
    job.rests = job::Rest{.plate = "A", .on = "P"};
    job.ties = {{.hole = "h1", .point = "a"}, {.hole = "h2", .point = "b"}};
    QVERIFY(!job::whatIsWrong(job));
    const part::Part part = part::solve(job, test::hotRolled());
    const auto mounting = lineup::mountingOf(job, *job.mount, part, hardware::standardBook());
    QVERIFY(mounting);
    // It touches at a: there is its frame; b's axis lies square to a's.
    QVERIFY((mounting->mountFromFace * mounting->ties[0].at - Vec3(0, 10, 20)).norm() < 1e-9);
    QVERIFY(std::abs(mounting->ties[0].at.z()) < 1e-9);
    QVERIFY((mounting->ties[0].axis - Vec3(0, 0, 1)).norm() < 1e-9);
    QVERIFY((mounting->mountFromFace.linear() * mounting->ties[1].axis - Vec3(1, 0, 0)).norm() < 1e-9);
    QVERIFY(std::abs(mounting->ties[1].at.z() + 20) < 1e-9);
}

void TubesTest::itsOwnLeanIsNoErrorOfItsHoles() {
    // A pipe over a wall, known only roughly; two holes in a row along it, known well to each other.
    job::Mount mount;
    mount.faces = {{.id = "F"},
                   {.id = "P", .sketchAt = Vec3(30, 0, 60), .tube = 40, .sketchAlong = Vec3(0, 1, 0)}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(60, 0, 0)},
                    {.id = "p", .face = "P", .sketch = Vec3(30, -40, 80)},
                    {.id = "q", .face = "P", .sketch = Vec3(30, 40, 80)}};
    for (const char* from : {"a", "b"})
        for (const char* to : {"p", "q"})
            read(mount, Kind::Between, {from, to}, Vec3(30, 40, 80).norm(), 2);
    read(mount, Kind::Between, {"a", "b"}, 60, 2);
    for (const char* of : {"p", "q"})
        read(mount, Kind::Height, {of, "F"}, 80, 2);
    for (const char* of : {"a", "b"})
        read(mount, Kind::Height, {of, "P"}, std::hypot(30, 60) - 20, 2);
    read(mount, Kind::Along, {"p", "q", "P"}, 80, 0.05);
    read(mount, Kind::Square, {"p", "q", "P"}, 0.0001, 0.05);
    const auto known = measured(mount, test::instruments());
    QVERIFY(known);
    QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
    const auto spread = [&](const Eigen::MatrixXd& of) { // of q from p, out of the plane and across
        const Eigen::Matrix3d apart =
            of.block<3, 3>(9, 9) + of.block<3, 3>(6, 6) - of.block<3, 3>(9, 6) - of.block<3, 3>(6, 9);
        return apart;
    };
    const Eigen::Matrix3d there = spread(jointCovariance(*known, 0));
    const Eigen::Matrix3d onIt = spread(jointCovariance(*known, 1, 2));
    QVERIFY(there(2, 2) > 0.5);                                      // the pipe may lean
    QVERIFY2(onIt(2, 2) < 1e-6, std::to_string(onIt(2, 2)).c_str()); // a bracket on it leans along
    QVERIFY(std::abs(onIt(1, 1) - 0.05 * 0.05) < 2e-4);
}

void TubesTest::levelAndPlumbMakeACorner() {
    // A wall with three points, and a shelf from it that is only read to be level: the wall plumb, they stand
    // square to each other.
    job::Mount mount;
    mount.faces = {{.id = "F"}, {.id = "G", .sketchAt = Vec3(20, 30, 40), .sketchNormal = Vec3(0.1, 1, 0.1)}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(60, 0, 0)}};
    read(mount, Kind::Between, {"a", "b"}, 60);
    read(mount, Kind::Height, {"a", "G"}, -30);
    read(mount, Kind::Height, {"b", "G"}, -30);
    read(mount, Kind::Plumb, {"F"}, 0, 0.3, 600);
    read(mount, Kind::Level, {"G"}, 0, 0.3, 600);
    const auto known = measured(mount, test::instruments());
    QVERIFY(known);
    QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
    QVERIFY((*known->placed.faces[1].normal - Vec3(0, 1, 0)).norm() < 1e-6);
    // 0.3 on 600 twice: 0.04 degrees.
    QVERIFY2(leanSigmaDeg(*known, 1) < 0.12, std::to_string(leanSigmaDeg(*known, 1)).c_str());
}

void TubesTest::aLeaningWallLeansTheCorner() {
    job::Mount mount;
    mount.faces = {{.id = "F"}, {.id = "G", .sketchAt = Vec3(20, 30, 40), .sketchNormal = Vec3(0, 1, 0)}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(60, 0, 0)}};
    read(mount, Kind::Between, {"a", "b"}, 60);
    read(mount, Kind::Height, {"a", "G"}, -30);
    read(mount, Kind::Height, {"b", "G"}, -30);
    read(mount, Kind::Plumb, {"F"}, 6, 0.3, 600); // it leans outward: its outward side looks down a little
    read(mount, Kind::Level, {"G"}, 0, 0.3, 600);
    const auto known = measured(mount, test::instruments());
    const double lean = std::atan(0.01); // F's z against what is level
    const Vec3 up(0, std::cos(lean), -std::sin(lean));
    QVERIFY((*known->placed.faces[1].normal - up).norm() < 1e-6);
    QVERIFY((known->solution.scene.up - up).norm() < 1e-6);
}

void TubesTest::upAloneIsNotAskedFor() {
    job::Mount mount;
    mount.faces = {{.id = "F"}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(60, 0, 0)}};
    read(mount, Kind::Between, {"a", "b"}, 60);
    read(mount, Kind::Plumb, {"F"}, 0, 0.3, 600);
    const auto known = measured(mount, test::instruments());
    QCOMPARE(known->told.untold.cols(), Eigen::Index(0));
    QCOMPARE(known->adjusted.degreesOfFreedom, 0); // nothing says anything twice
    QVERIFY(openPoints(*known).empty());
}

void TubesTest::whatIsNoReadingOfATubeIsSaid() {
    job::Job job = test::bar({60}, {});
    job.mount = pipe();
    job.mount->faces.push_back({.id = "G", .sketchAt = Vec3(0, 0, 40), .sketchNormal = Vec3(0, 0, -1)});
    job.mount->points.push_back({.id = "g", .face = "G", .sketch = Vec3(0, 0, 40)});
    const auto wrongWith = [&](Kind kind, std::vector<std::string> of) {
        job.mount->readings.clear();
        read(*job.mount, kind, std::move(of), 10);
        const auto wrong = job::whatIsWrong(job);
        return wrong ? wrong->says : std::string();
    };
    QCOMPARE(wrongWith(Kind::Turn, {"P", "G"}),
             std::string("Reading r1 is of tube P, which looks outward all around."));
    QCOMPARE(wrongWith(Kind::Square, {"a", "g", "P"}),
             std::string("Reading r1 goes around tube P, and g is not on it."));
    QCOMPARE(wrongWith(Kind::Between, {"a", "P"}),
             std::string("Reading r1 is of \"P\", which is no point of the mount."));
    QCOMPARE(wrongWith(Kind::Along, {"a", "b", "P"}), std::string());
    job.mount->faces[0].tube = -3;
    QVERIFY(wrongWith(Kind::Along, {"a", "b", "P"}).starts_with("The diameter of tube P"));
}

GOODFOLD_TEST(TubesTest)

} // namespace goodfold::tubes_test

#include "tubes.moc"
