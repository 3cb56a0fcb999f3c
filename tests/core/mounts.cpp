// Mounts: read from a job, made from what is drawn, in any frame, for either hand, and whether one comes
// there.
#include "core/mount_support.h"
#include "lineup/asking.h"
#include "lineup/putting_on.h"
#include "sequence/settle.h"

namespace goodfold::mounts_test {

using namespace goodfold::lineup;
using test::only;
using test::Strap;

class MountsTest : public QObject {
    Q_OBJECT
private slots:
    void boltsAndTheirPlay();
    void drawnMountFitsAsDrawn();
    void mountInAnotherFrameIsTheSame();
    void otherHandIsTheSameBracket();
    void goesOnStraightOverItsStuds();
    void jobKeepsItsMount();
    void stiffLegsPressLess();
    void oddsOfAMeasuredDistance();
    void openTieIsAnError();
    void wrongMountsAreToldWhere_data();
    void wrongMountsAreToldWhere();
};

/// The hole's own, both of two holes, none in a thread or under a sunk head.
void MountsTest::boltsAndTheirPlay() {
    Strap strap;
    const auto playOf = [&] { return nominalFit(strap.making(only({}))).ties[0].play; };
    QVERIFY(std::abs(playOf() - 0.3) < 1e-9);
    strap.job.mount->points[0].kind = job::MountPoint::Kind::Hole;
    strap.job.mount->points[0].diameter = 7;
    strap.job.ties[0].bolt = 6;
    QVERIFY(std::abs(playOf() - 0.3 - 0.5) < 1e-9);
    strap.job.plates[0].holes[0].fastener = job::Fastener{job::Fastener::Use::RivetNut};
    strap.part = part::solve(strap.job, test::hotRolled());
    QVERIFY(std::abs(playOf() - 0.5) < 1e-9);
    strap.job.plates[0].holes[0].fastener.reset();
    strap.job.plates[0].holes[0].countersink = job::Countersink{.diameter = 12};
    strap.part = part::solve(strap.job, test::hotRolled());
    QVERIFY(std::abs(playOf() - 0.5) < 1e-9);
}

/// Clamped at h1, pulled at h2: the upright as a cantilever, and the foot turning under its moment. 25 x 3 of
/// steel: I = 25 27 / 12. Only where the job says what it carries, and nobody stated it.
void MountsTest::stiffLegsPressLess() {
    job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 1}}, 3, 25);
    job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 30, .xFrom = job::Hole::XFrom::Outside});
    const auto pressOf = [&] {
        const auto part = part::solve(job, test::hotRolled());
        const job::Job mounted = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
        const auto made = makingOf({mounted, part, test::hotRolled(), nullptr, only({})}, *mounted.mount,
                                   hardware::standardBook());
        return made->mounting.ties[1].press;
    };
    QCOMPARE(pressOf(), 0.3);
    job.load = job::Load{.held = "h1", .at = "h2", .newtons = 20};
    const double stiffness = test::hotRolled().elasticModulus * 25 * 27 / 12;
    const double height = 30 - 1.5, foot = 60 - 15 - 1.5;
    const double expected = 100 * (height * height * height / 3 + height * height * foot) / stiffness;
    const double press = pressOf();
    QVERIFY2(std::abs(press / expected - 1) < 0.05, qPrintable(QString::number(press / expected)));
    // Thinner stock would bend 27 times as far, if it did not yield at 9 times the stress.
    job.thickness = 1;
    QVERIFY(pressOf() < 5 * press);
}

/// On random brackets: a mount made from what is drawn leaves every bolt its whole play, square to its hole.
void MountsTest::drawnMountFitsAsDrawn() {
    test::RandomJobs random(7);
    int tried = 0;
    for (int i = 0; i < test::rounds(200); ++i) {
        job::Job job = random.next();
        const auto solved = part::solve(job, test::materialOf(job));
        job = withDrawnMount(job, solved, part::fold(solved), hardware::standardBook());
        if (!job.mount) continue;
        ++tried;
        const auto wrong = job::whatIsWrong(job);
        QVERIFY2(!wrong, wrong ? wrong->says.c_str() : "");
        const auto making = makingOf({job, solved, test::materialOf(job), nullptr, only({})}, *job.mount,
                                     hardware::standardBook());
        QVERIFY(making);
        const NominalFit fit = nominalFit(*making);
        double least = 1e9;
        for (const NominalFit::OfTie& tie : fit.ties)
            least = std::min(least, tie.play);
        // Where one hole has less play than the others, those may still be moved within theirs.
        for (size_t t = 0; t < fit.ties.size(); ++t) {
            const int hole = solved.holeIndex(making->mounting.ties[t].hole);
            if (solved.holes[static_cast<size_t>(hole)].isSlot()) continue; // off its middle, along it
            QVERIFY2(fit.ties[t].offset.norm() <= fit.ties[t].play - fit.fitting.room + 1e-3,
                     qPrintable(QStringLiteral("%1 of %2: off by %3, play %4, room %5")
                                    .arg(t)
                                    .arg(fit.ties.size())
                                    .arg(fit.ties[t].offset.norm())
                                    .arg(fit.ties[t].play)
                                    .arg(fit.fitting.room)));
        }
        const double lifted = 2 * job.coat; // off its faces, which were drawn without
        QVERIFY(fit.fitting.room <= least + 1e-3 &&
                fit.fitting.room >= std::min(least, kUsualPress) - lifted - 1e-3);
        if (least < -1e-3 || least > lifted + 1e-3) QCOMPARE(oddsOf(*making, 200, 1), least > 0 ? 1.0 : 0.0);
    }
    QVERIFY(tried > test::rounds(200) / 2);
}

/// Odds do not hang on where the mount is told from.
void MountsTest::mountInAnotherFrameIsTheSame() {
    Strap strap;
    const ErrorBook book = only({{SourceKind::Mark, 0.2}, {SourceKind::Drill, 0.2}});
    const double odds = oddsOf(strap.making(book), 2000, 1);
    const Pose3 moved =
        Eigen::Translation3d(100, -40, 7) * Eigen::AngleAxisd(1.1, Vec3(1, 2, 3).normalized());
    for (job::MountFace& face : strap.job.mount->faces) {
        face.at = Vec3(moved * *face.at);
        face.normal = Vec3(moved.linear() * *face.normal);
    }
    for (job::MountPoint& point : strap.job.mount->points)
        point.at = Vec3(moved * *point.at);
    const Making making = strap.making(book);
    QVERIFY(odds > 0.3 && odds < 0.95);
    QVERIFY(std::abs(oddsOf(making, 2000, 1) - odds) < 0.04);
    const NominalFit fit = nominalFit(making);
    const Vec3 centre = fit.mountFromRoot * Vec3(20, 15, 0);
    QVERIFY((centre - *strap.job.mount->points[0].at).norm() < 1e-3);
}

/// On the mirrored mount as good; both together no better than the worse and no worse than by chance.
void MountsTest::otherHandIsTheSameBracket() {
    job::Job job = test::bar({60, 70}, {job::Bend{}});
    job.oppositeHand = true;
    job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start, .y = 4});
    job.plates[1].holes.push_back({.id = "h2", .x = 50, .xFrom = job::Hole::XFrom::Outside, .y = -3});
    const auto settled = sequence::settle(job, test::hotRolled(), tool::standardShop());
    QVERIFY(settled.outcome.plan);
    const job::Job mounted =
        withDrawnMount(settled.job, settled.part, part::fold(settled.part), hardware::standardBook());
    sequence::Settled own = settled;
    own.job = mounted;
    const sequence::Settled twin = sequence::settleOpposite(own, test::hotRolled(), tool::standardShop());
    QVERIFY(twin.outcome.plan);
    const auto made = [](const sequence::Settled& one, const job::Mount& mount) {
        return makingOf({one.job, one.part, test::hotRolled(), &*one.outcome.plan, standardErrors()}, mount,
                        hardware::standardBook());
    };
    const auto right = made(own, *mounted.mount), left = made(twin, mirrored(*mounted.mount));
    QVERIFY(right && left);
    QVERIFY(nominalFit(*left).fitting.room > 0.29);
    const double a = oddsOf(*right, 20000, 1), b = oddsOf(*left, 20000, 1);
    QVERIFY(std::abs(a - b) < 0.02);
    const double both = oddsOfBoth(*right, *left, 20000, 1);
    QVERIFY(both <= std::min(a, b) && both > a * b - 0.02);
}

/// Two studs on one face: straight off. One on each leg of a corner: neither way; with a bolt in one of them
/// along the other's stud.
void MountsTest::goesOnStraightOverItsStuds() {
    Strap strap;
    for (job::MountPoint& point : strap.job.mount->points)
        point.kind = job::MountPoint::Kind::Stud;
    QVERIFY(wayOn(strap.making(only({}))).isStraight);
    job::Job job = test::bar({60, 60}, {job::Bend{}});
    job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 45});
    const part::Part solved = part::solve(job, test::hotRolled());
    job = withDrawnMount(job, solved, part::fold(solved), hardware::standardBook());
    const auto way = [&](job::MountPoint::Kind first, job::MountPoint::Kind second) {
        job.mount->points[0].kind = first;
        job.mount->points[1].kind = second;
        return wayOn(*makingOf({job, solved, test::hotRolled(), nullptr, only({})}, *job.mount,
                               hardware::standardBook()));
    };
    using Kind = job::MountPoint::Kind;
    const WayOn both = way(Kind::Stud, Kind::Stud);
    QVERIFY(!both.isStraight);
    QVERIFY(both.stud != both.against && !both.against.empty());
    const WayOn one = way(Kind::Stud, Kind::Tapped);
    QVERIFY(one.isStraight);
    QVERIFY(one.off.dot(Vec3(0, 0, 1)) > 0.99);
    QVERIFY(way(Kind::Tapped, Kind::Tapped).isStraight);
}

void MountsTest::jobKeepsItsMount() {
    Strap strap;
    job::Job& job = strap.job;
    job.mount->points[1].sigma = 0.2;
    job.mount->points[1].axis = Vec3(0, 0.1, 1);
    job.mount->kept["seen"] = R"(["through the glass"])";
    job.mount->points[2].sketch = Vec3(80, 1, 0);
    job.mount->faces.push_back({.id = "G", .sketchAt = Vec3(80, 0, 40), .sketchNormal = Vec3(-1, 0, 0)});
    job.mount->points.push_back({.id = "p", .face = "G", .sketch = Vec3(78, 5, 44)});
    job.mount->edges.push_back({.id = "e", .face = "G", .sketch = {{Vec3(0, -10, 0), Vec3(100, -10, 0)}}});
    job::MountReading reading{.id = "r1",
                              .kind = job::MountReading::Kind::FromEdge,
                              .of = {"p", "e"},
                              .how = job::MountReading::How::Far,
                              .value = 12.5,
                              .with = "rule",
                              .sigma = 0.3,
                              .isKept = true};
    job.mount->readings = {reading};
    reading = {
        .id = "r2", .kind = job::MountReading::Kind::Rise, .of = {"G", "on A"}, .value = -3, .over = 200};
    job.mount->readings.push_back(reading);
    job.ties[0].press = 0;
    job.ties[1].gapMost = 0.5;
    job.making["punch"] = {"felt", 0.12};
    job.filedToFit = true;
    job.plates[0].holes[0].afterBending = job.plates[0].holes[0].throughMount = true;
    std::ostringstream out;
    files::writeJob(out, job);
    QVERIFY(test::jobFromText(out.str()) == job);
    // A hole that goes takes its bolts along; the last one of a pattern too.
    job.plates[0].holes[0].pattern->count = 2;
    QVERIFY(job::whatIsWrong(job));
    job.tidyTies();
    QVERIFY(!job::whatIsWrong(job));
    QCOMPARE(job.ties.size(), size_t(2));
}

/// A strap with holes of 6.6 on two threads of 6 whose distance was taped: it goes on where the tape is out
/// by no more than 0.3 at either end, P(|N(0, 0.5)| < 0.6). Calipers would make it all but sure.
void MountsTest::oddsOfAMeasuredDistance() {
    job::Job job = test::bar({100}, {});
    for (const double x : {20.0, 80.0})
        job.plates[0].holes.push_back(
            {.id = x < 50 ? "h1" : "h2", .diameter = 6.6, .x = x, .xFrom = job::Hole::XFrom::Start});
    job.mount.emplace();
    job.mount->faces = {{.id = "F"}};
    for (const char* id : {"a", "b"})
        job.mount->points.push_back({.id = id,
                                     .face = "F",
                                     .kind = job::MountPoint::Kind::Tapped,
                                     .diameter = 6,
                                     .sketch = Vec3(*id == 'a' ? 0 : 55, 2, 0)});
    job::MountReading taped;
    taped.id = "r1";
    taped.of = {"a", "b"};
    taped.value = 60;
    taped.with = "tape";
    job.mount->readings = {taped};
    job.rests = job::Rest{.plate = "A", .on = "F"};
    job.ties = {{.hole = "h1", .point = "a"}, {.hole = "h2", .point = "b"}};
    const auto part = part::solve(job, test::hotRolled());
    const ErrorBook book = test::only({});
    const auto oddsOf = [&](const job::Mount& mount) {
        const auto making =
            makingOf({job, part, test::hotRolled(), nullptr, book}, mount, hardware::standardBook());
        return lineup::oddsOf(*making, 20000, 1);
    };
    const double expected = std::erf(0.6 / 0.5 / std::sqrt(2.0));
    QVERIFY2(std::abs(oddsOf(*job.mount) - expected) < 0.01, qPrintable(QString::number(oddsOf(*job.mount))));
    job::Mount other = *job.mount;
    std::swap(other.points[0], other.points[1]);
    QVERIFY(std::abs(oddsOf(other) - expected) < 0.01);
    const auto asked =
        askNext({job, part, test::hotRolled(), nullptr, book}, *job.mount, hardware::standardBook(), 4000, 1);
    QVERIFY(!asked.empty());
    QCOMPARE(asked.front().reading.with, std::string("calipers"));
    QVERIFY(asked.front().odds > 0.999);
}

/// What a tie needs has to be told: the error says what to measure.
void MountsTest::openTieIsAnError() {
    job::Mount mount;
    mount.faces = {{.id = "F"}};
    mount.points = {{.id = "a", .face = "F", .sketch = Vec3(0, 0, 0)},
                    {.id = "b", .face = "F", .sketch = Vec3(60, 0, 0)},
                    {.id = "c", .face = "F", .sketch = Vec3(30, 40, 0)}};
    job::MountReading reading;
    reading.id = "r1";
    reading.of = {"a", "b"};
    reading.value = 60;
    mount.readings = {reading};
    job::Job job = test::bar({100}, {}, 3, 60);
    job.plates[0].holes = {{.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start},
                           {.id = "h2", .x = 50, .xFrom = job::Hole::XFrom::Start, .y = 20}};
    const auto part = part::solve(job, test::hotRolled());
    job.rests = job::Rest{.plate = "A", .on = "F"};
    job.ties = {{.hole = "h1", .point = "a"}, {.hole = "h2", .point = "c"}};
    const auto making =
        makingOf({job, part, test::hotRolled(), nullptr, test::only({})}, mount, hardware::standardBook());
    QVERIFY(!making);
    QCOMPARE(
        QString::fromStdString(making.error().says),
        QString(
            "Where c is cannot be told from the readings yet. Measure how far a and c are apart, centre to "
            "centre, with a steel rule."));
}

void MountsTest::wrongMountsAreToldWhere_data() {
    QTest::addColumn<QByteArray>("lineUp");
    QTest::addColumn<QString>("where");
    const auto row = [](const char* name, const char* lineUp, const char* where) {
        QTest::newRow(name) << QByteArray(lineUp) << where;
    };
    const char* mount =
        R"("mount": {"faces": [{"id": "F"}], "points": [{"id": "a", "face": "F", "at": [0, 0, 0]}]},
        "rests": {"plate": "A", "on": "F"}, )";
    static const std::string noHole = std::string(mount) + R"("ties": [{"hole": "h9", "point": "a"}])";
    static const std::string noPoint = std::string(mount) + R"("ties": [{"hole": "h1", "point": "b"}])";
    static const std::string far = std::string(mount) + R"("ties": [{"hole": "h1.3", "point": "a"}])";
    row("no such hole", noHole.c_str(), "ties[0].hole");
    row("no such point", noPoint.c_str(), "ties[0].point");
    row("beyond the pattern", far.c_str(), "ties[0].hole");
    row("no face", R"("mount": {"faces": [{"id": "F"}], "points": [{"id": "a", "face": "G"}]})",
        "mount.points[0].face");
    row("two numbers", R"("mount": {"faces": [{"id": "F", "at": [1, 2]}]})", "mount.faces[0].at");
    row("nowhere", R"("mount": {"faces": [{"id": "F", "normal": [0, 0, 0]}]})", "mount.faces[0].normal");
    row("no mount", R"("ties": [{"hole": "h1", "point": "a"}])", "ties");
    row("no leg", R"("mount": {"faces": [{"id": "F"}]}, "rests": {"plate": "Q", "on": "F"})", "rests.plate");
    static const std::string measured =
        R"("mount": {"faces": [{"id": "F"}, {"id": "G"}], "points": [{"id": "a", "face": "F", "sketch": [0, 0]}],
        "edges": [{"id": "e", "face": "G", "sketch": [[0, 0], [1, 0]]}], "readings": [{"id": "r", )";
    static std::vector<std::string> kept;
    const auto reading = [&](const char* name, const char* rest, const char* where) {
        kept.push_back(measured + rest + "}]}");
        QTest::newRow(name) << QByteArray::fromStdString(kept.back()) << where;
    };
    reading("of what is not there", R"("kind": "between", "of": ["a", "b"], "value": 3)",
            "mount.readings[0].of");
    reading("of one", R"("kind": "between", "of": ["a"], "value": 3)", "mount.readings[0].of");
    reading("of itself", R"("kind": "between", "of": ["a", "a"], "value": 3)", "mount.readings[0].of");
    reading("another face's edge", R"("kind": "from-edge", "of": ["a", "e"], "value": 3)",
            "mount.readings[0].of");
    reading("a face for a point", R"("kind": "height", "of": ["a", "a"], "value": 3)",
            "mount.readings[0].of");
    reading("no distance", R"("kind": "diameter", "of": ["a"], "value": -3)", "mount.readings[0].value");
    reading("more than a half turn", R"("kind": "turn", "of": ["F", "G"], "value": 181)",
            "mount.readings[0].value");
    reading("no error at all", R"("kind": "diameter", "of": ["a"], "value": 3, "sigma": 0)",
            "mount.readings[0].sigma");
    reading("a kind of its own", R"("kind": "smell", "of": ["a"], "value": 3)", "mount.readings[0].kind");
    row("an edge that is a point", R"("mount": {"faces": [{"id": "F"}], "edges": [{"id": "e", "face": "F",
        "sketch": [[1, 1], [1, 1]]}]})",
        "mount.edges[0]");
    row("making", R"("making": {"punch": {"sigma": -1}})", "making.punch");
}

void MountsTest::wrongMountsAreToldWhere() {
    QFETCH(QByteArray, lineUp);
    QFETCH(QString, where);
    std::istringstream in(R"({"format": "good-fold-job", "version": 1, "title": "Gutter strap", "units": "mm",
        "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30},
        "plates": [{"id": "A", "length": 120, "holes": [{"id": "h1", "diameter": 6.6, "x": 20,
            "pattern": {"kind": "row", "count": 2, "pitch": 40}}]}], )" +
                          lineUp.toStdString() + "}");
    const auto read = files::readJob(in);
    QVERIFY(!read);
    QCOMPARE(QString::fromStdString(read.error().where), where);
}

GOODFOLD_TEST(MountsTest)

} // namespace goodfold::mounts_test

#include "mounts.moc"
