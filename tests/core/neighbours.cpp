// Parts that are bolted to each other: where the holes of the one are for the other, and how surely. Places
// and odds are worked out by hand.
#include "lineup/neighbours.h"

#include "core/mount_support.h"
#include "lineup/targets.h"

#include <cmath>

namespace goodfold::neighbours_test {

using namespace goodfold::lineup;

namespace {

/// A flat strap with holes of 6.6 at these places along it.
job::Job strap(const std::vector<double>& at, double length = 120) {
    job::Job job = test::bar({length}, {});
    for (size_t i = 0; i < at.size(); ++i)
        job.plates[0].holes.push_back({.id = "h" + std::to_string(i + 1),
                                       .diameter = 6.6,
                                       .x = at[i],
                                       .xFrom = job::Hole::XFrom::Start,
                                       .fastener = job::Fastener{.size = "M6"}});
    return job;
}

/// Legs 90 and 110 long, outside, of 8: holes 20 from the one end and 18 from the other.
job::Job foot() {
    job::Job job = test::bar({90, 110}, {{.id = "1", .from = "A", .to = "B"}}, 8, 40);
    job.plates[0].holes.push_back({.id = "h1", .diameter = 9, .x = 20, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .diameter = 9, .x = 18, .xFrom = job::Hole::XFrom::End});
    return job;
}

ErrorBook nothing() {
    return test::only(std::map<SourceKind, double>());
}

NeighbourBooks booksWith(const ErrorBook& errors) {
    static const hardware::Book hardware = hardware::standardBook();
    return {test::hotRolled(), tool::standardShop(), hardware, errors};
}

job::Job restingOn(job::Job job, const std::string& file, const std::string& plate, bool onFace = true) {
    const job::OfOther of{file, plate, onFace};
    job.mount.emplace().faces.push_back({.id = job::nameOf(of, true), .of = of});
    job.rests = job::Rest{.plate = "A", .on = job::nameOf(of, true)};
    return job;
}

void tie(job::Job& job, const std::string& hole, const job::OfOther& to) {
    const job::OfOther unknown{to.job, "", to.onFace};
    if (!job.mount->findFace(job::nameOf(unknown, true)))
        job.mount->faces.push_back({.id = job::nameOf(unknown, true), .of = unknown});
    job.mount->points.push_back({.id = job::nameOf(to), .face = job::nameOf(unknown, true), .of = to});
    job.ties.push_back({.hole = hole, .point = job::nameOf(to)});
}

job::Job placed(const job::Job& job, const std::string& file, const job::Job& other,
                const ErrorBook& errors) {
    const auto made = withNeighbour(job, file, other, booksWith(errors));
    if (!made) qFatal("%s", made.error().says.c_str());
    return *made;
}

bool isAt(const job::Job& job, const char* point, const Vec3& at) {
    const job::MountPoint* found = job.mount->findPoint(point);
    if (found && found->at && (*found->at - at).norm() < 1e-9) return true;
    if (found && found->at)
        qWarning("%s is at %g %g %g", point, found->at->x(), found->at->y(), found->at->z());
    return false;
}

} // namespace

class NeighboursTest : public QObject {
    Q_OBJECT
private slots:
    void holesAreWhereTheOtherPartHasThem();
    void itsBackLooksTheOtherWay();
    void onTheMountOfBoth();
    void theirErrorsComeAlong();
    void twoStrapsGoTogetherAsOftenAsTheSumOfTheirErrorsLets();
    void theMirroredOnesErrorsAreMirrored();
    void whatCannotBeHadIsSaid();
    void whatMovedIsTold();
    void aThreadThereTakesTheBolt();
    void fileRemembersThem();
    void holesAreOfferedByLegAndSide();
};

void NeighboursTest::holesAreWhereTheOtherPartHasThem() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h1"});
    tie(job, "h2", {"foot.gfold", "h2"});
    const job::Job made = placed(job, "foot.gfold", foot(), nothing());
    // On the inside of leg A: that of leg B stands at 90 - 8, its hole 110 - 18 over the outside of A.
    QVERIFY(isAt(made, "foot.h1", {20, 20, 0}));
    QVERIFY(isAt(made, "foot.h2", {82, 20, 84}));
    const job::MountFace* wall = made.mount->findFace("foot.B");
    QVERIFY(wall && (*wall->normal - Vec3(-1, 0, 0)).norm() < 1e-9);
    QCOMPARE(made.mount->findPoint("foot.h2")->face, std::string("foot.B"));
    QCOMPARE(made.rests->on, std::string("foot.A"));
    QCOMPARE(*made.mount->findPoint("foot.h2")->diameter, 9.0);
    QVERIFY(!made.mount->findFace("foot")); // what stood for a leg that was not known yet
    QVERIFY(!job::whatIsWrong(made));
}

void NeighboursTest::itsBackLooksTheOtherWay() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "B", false);
    tie(job, "h1", {"foot.gfold", "h2", false});
    const job::Job made = placed(job, "foot.gfold", foot(), nothing());
    const job::MountFace* back = made.mount->findFace("foot.B.back");
    QVERIFY(back && (*back->normal - Vec3(0, 0, 1)).norm() < 1e-9);
    QVERIFY(std::abs(made.mount->findPoint("foot.h2")->at->z()) < 1e-9);
}

void NeighboursTest::onTheMountOfBoth() {
    job::Job other = foot();
    other.mount.emplace();
    other.mount->faces = {{.id = "F", .at = Vec3(0, 0, 0), .normal = Vec3(0, 0, 1)},
                          {.id = "G", .at = Vec3(70, 0, 0), .normal = Vec3(-1, 0, 0)}};
    other.mount->points = {
        {.id = "a", .face = "F", .kind = job::MountPoint::Kind::Tapped, .diameter = 8, .at = Vec3(0, 0, 0)},
        {.id = "b",
         .face = "G",
         .kind = job::MountPoint::Kind::Tapped,
         .diameter = 8,
         .at = Vec3(70, 0, 92)}};
    other.rests = job::Rest{.plate = "A", .on = "F"};
    other.ties = {{.hole = "h1", .point = "a"}, {.hole = "h2", .point = "b"}};
    job::Job job = strap({20, 60});
    job.mount = other.mount;
    job.rests = job::Rest{.plate = "A", .on = "F"};
    tie(job, "h1", {"foot.gfold", "h2"});
    const job::Job made = placed(job, "foot.gfold", other, nothing());
    // Leg B lies on the wall at 70, and where it has most room 0.1 in it: as much as the bolts then lack of
    // their 0.5 to be even with the 0.3 that it is pulled by. What is bolted to its inside is 8 before that.
    const Vec3 at = *made.mount->findPoint("foot.h2")->at;
    QVERIFY2((at - Vec3(61.9, 0, 92)).norm() < 0.02, std::to_string(at.x()).c_str());
    QVERIFY((*made.mount->findFace("foot.B")->normal - Vec3(-1, 0, 0)).norm() < 1e-6);
    job.mount->points[1].at->z() += 1;
    const auto elsewhere = withNeighbour(job, "foot.gfold", other, booksWith(nothing()));
    QVERIFY(!elsewhere && elsewhere.error().says.starts_with("foot.gfold goes on another mount"));
    other.ties.clear();
    const auto loose = withNeighbour(job, "foot.gfold", other, booksWith(nothing()));
    QVERIFY(!loose && loose.error().says.find("bolted to no mount") != std::string::npos);
}

void NeighboursTest::theirErrorsComeAlong() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h1"});
    tie(job, "h2", {"foot.gfold", "h2"});
    const auto covarianceOf = [&](const ErrorBook& book) {
        const job::Job made = placed(job, "foot.gfold", foot(), book);
        return Eigen::MatrixXd(
            Eigen::Map<const Eigen::MatrixXd>(made.mount->neighbours.at(0).covariance.data(), 6, 6));
    };
    // Marks: each hole along its leg and across it, by itself.
    const Eigen::MatrixXd marks = covarianceOf(test::only({{SourceKind::Mark, 0.2}}));
    Eigen::VectorXd expected(6);
    expected << 1, 1, 0, 0, 1, 1; // h1 along x and y; h2 along y and z
    QVERIFY((marks - Eigen::MatrixXd(0.04 * expected.asDiagonal())).norm() < 1e-6);
    // An angle half a degree out swings h2, 84 over the inside of A, about the bend: by 0.73 in x and by what
    // it stands beside the bend's centre in z.
    const Eigen::MatrixXd angle = covarianceOf(test::only({{SourceKind::Angle, 0.5}}));
    const double swing = std::sqrt(angle(3, 3));
    QVERIFY2(std::abs(swing - 84 * 0.5 * M_PI / 180) < 0.12, std::to_string(swing).c_str());
    QVERIFY(angle.topLeftCorner(3, 3).norm() < 1e-9); // h1 is on the leg that lies still
    // A thicker bar lifts nothing that lies on its inside; B's inside comes nearer by it.
    const Eigen::MatrixXd thickness = covarianceOf(test::only({{SourceKind::Thickness, 0.1}}));
    QVERIFY(thickness.topLeftCorner(3, 3).norm() < 1e-9);
    QVERIFY(thickness(3, 3) > 0.001);
}

void NeighboursTest::twoStrapsGoTogetherAsOftenAsTheSumOfTheirErrorsLets() {
    // Two bolts of 6 through holes of 6.6 in either: 0.6 each way at each. What the four marks along are off
    // by adds: sigma 2 s. It goes on where that is within 1.2; across, the strap turns.
    constexpr double kMark = 0.5;
    const ErrorBook book = test::only({{SourceKind::Mark, kMark}});
    job::Job job = restingOn(strap({20, 100}), "strap.gfold", "A");
    tie(job, "h1", {"strap.gfold", "h1"});
    tie(job, "h2", {"strap.gfold", "h2"});
    const job::Job made = placed(job, "strap.gfold", strap({20, 100}), book);
    const part::Part part = part::solve(made, test::hotRolled());
    const auto making =
        makingOf({made, part, test::hotRolled(), nullptr, book}, *made.mount, hardware::standardBook());
    QVERIFY2(making, making ? "" : making.error().says.c_str());
    const Odds odds = count(*making, 40000, 1);
    const double expected = std::erf(1.2 / (2 * kMark) / std::sqrt(2));
    QVERIFY2(std::abs(odds.odds - expected) < 0.01, std::to_string(odds.odds).c_str());
}

void NeighboursTest::theMirroredOnesErrorsAreMirrored() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h1"});
    tie(job, "h2", {"foot.gfold", "h2"});
    const job::Job made =
        placed(job, "foot.gfold", foot(), test::only({{SourceKind::Angle, 0.5}, {SourceKind::Square, 1}}));
    const job::Mount twin = mirrored(*made.mount);
    const Eigen::Map<const Eigen::MatrixXd> one(made.mount->neighbours[0].covariance.data(), 6, 6);
    const Eigen::Map<const Eigen::MatrixXd> other(twin.neighbours[0].covariance.data(), 6, 6);
    Eigen::VectorXd turned(6);
    turned << 1, -1, 1, 1, -1, 1;
    QVERIFY((Eigen::MatrixXd(turned.asDiagonal() * one * turned.asDiagonal()) - other).norm() < 1e-12);
    QVERIFY(one.norm() > 0.1);
    QVERIFY((*twin.findPoint("foot.h2")->at - Vec3(82, -20, 84)).norm() < 1e-9);
}

void NeighboursTest::whatCannotBeHadIsSaid() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h9"});
    const auto gone = withNeighbour(job, "foot.gfold", foot(), booksWith(nothing()));
    QVERIFY(!gone && gone.error().says == "foot.gfold has no hole h9 any more.");
    job = restingOn(strap({20, 60}), "foot.gfold", "Z");
    tie(job, "h1", {"foot.gfold", "h1"});
    const auto leg = withNeighbour(job, "foot.gfold", foot(), booksWith(nothing()));
    QVERIFY(!leg && leg.error().says == "foot.gfold has no leg Z any more.");
    job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h1"});
    tie(job, "h2", {"strap.gfold", "h1"});
    const auto two = withNeighbour(job, "foot.gfold", foot(), booksWith(nothing()));
    QVERIFY(!two && two.error().says.find("stands to the other part is not said") != std::string::npos);
    // Not looked at yet, it is no place to bolt to, and said so.
    const part::Part part = part::solve(job, test::hotRolled());
    const auto mounting = mountingOf(job, *job.mount, part, hardware::standardBook());
    QVERIFY(!mounting && mounting.error().says.find("was not looked at yet") != std::string::npos);
}

void NeighboursTest::whatMovedIsTold() {
    job::Job job = restingOn(strap({20, 60}), "foot.gfold", "A");
    tie(job, "h1", {"foot.gfold", "h1"});
    tie(job, "h2", {"foot.gfold", "h2"});
    const job::Job was = placed(job, "foot.gfold", foot(), nothing());
    QCOMPARE(movedMost(was, placed(was, "foot.gfold", foot(), nothing()), "foot.gfold").by, 0.0);
    job::Job longer = foot();
    longer.plates[1].length += 2.5;
    const Moved moved = movedMost(was, placed(was, "foot.gfold", longer, nothing()), "foot.gfold");
    QCOMPARE(moved.point, std::string("foot.h2"));
    QVERIFY(std::abs(moved.by - 2.5) < 1e-9);
}

void NeighboursTest::aThreadThereTakesTheBolt() {
    job::Job other = strap({20, 60});
    other.plates[0].holes[0].fastener = job::Fastener{.use = job::Fastener::Use::RivetNut, .size = "M5"};
    other.plates[0].holes[0].diameter = 7;
    job::Job job = restingOn(strap({20, 60}), "strap.gfold", "A");
    tie(job, "h1", {"strap.gfold", "h1"});
    const job::Job made = placed(job, "strap.gfold", other, nothing());
    const job::MountPoint& point = *made.mount->findPoint("strap.h1");
    QVERIFY(point.kind == job::MountPoint::Kind::Tapped);
    QCOMPARE(*point.diameter, 5.0);
}

void NeighboursTest::fileRemembersThem() {
    job::Job job = strap({20, 60});
    std::ostringstream plain;
    files::writeJob(plain, job);
    std::string text = plain.str();
    const size_t end = text.rfind('}');
    text.insert(end, R"(, "rests": {"plate": "A", "on": {"job": "foot.gfold", "plate": "A"}},
        "ties": [{"hole": "h1", "point": {"job": "foot.gfold", "hole": "h1"}},
                 {"hole": "h2", "point": {"job": "foot.gfold", "hole": "h2"}}])");
    const job::Job read = test::jobFromText(text);
    QCOMPARE(neighboursOf(read), std::vector<std::string>{"foot.gfold"});
    const job::Job made = placed(read, "foot.gfold", foot(), test::only({{SourceKind::Mark, 0.2}}));
    QVERIFY(isAt(made, "foot.h2", {82, 20, 84}));
    std::ostringstream out;
    files::writeJob(out, made);
    QVERIFY(test::jobFromText(out.str()) == made);
    QVERIFY(out.str().find("\"hole\": \"h2\"") != std::string::npos);
}

void NeighboursTest::holesAreOfferedByLegAndSide() {
    const auto offered = offeredBy("foot.gfold", foot(), test::hotRolled());
    QCOMPARE(offered.size(), size_t(4));
    QVERIFY(offered[2].plate == (job::OfOther{"foot.gfold", "B", true}));
    QCOMPARE(offered[2].holes, std::vector<std::string>{"h2"});
    const job::Job with = withPointsOf(strap({20}), offered[2]);
    QCOMPARE(with.mount->points.front().id, std::string("foot.h2"));
    QVERIFY(with.rests && with.rests->on == "foot.B");
    QVERIFY(withPointsOf(with, offered[2]) == with); // twice is once
    QVERIFY(isAt(placed(with, "foot.gfold", foot(), nothing()), "foot.h2",
                 *placed(with, "foot.gfold", foot(), nothing()).mount->findPoint("foot.h2")->at));
}

GOODFOLD_TEST(NeighboursTest)

} // namespace goodfold::neighbours_test

#include "neighbours.moc"
