// Where a job's errors come from: methods, chains of marks, tools, test bends; and mounts read from a job.
#include "core/support.h"
#include "lineup/causes.h"
#include "lineup/drawn_mount.h"
#include "lineup/putting_on.h"
#include "lineup/workshop.h"
#include "sequence/settle.h"

using namespace goodfold;
using namespace goodfold::lineup;

namespace {

/// A book whose figures are all nothing, but for those that are given.
ErrorBook only(std::map<SourceKind, double> sigmas) {
    ErrorBook book = standardErrors();
    for (int kind = 0; kind <= static_cast<int>(SourceKind::Target); ++kind)
        book.fixed[static_cast<SourceKind>(kind)] = 0;
    for (const auto& [kind, sigma] : sigmas)
        book.fixed[kind] = sigma;
    return book;
}

/// A strap 30 wide with a row of three holes 40 apart from 20 on, on threads where they are drawn.
struct Strap {
    explicit Strap(const char* marks = "datum") {
        job = test::bar({120}, {});
        job.plates[0].holes.push_back({.id = "h1",
                                       .diameter = 6.6,
                                       .x = 20,
                                       .xFrom = job::Hole::XFrom::Start,
                                       .pattern = job::Pattern{.count = 3, .pitch = 40}});
        job.making["marks"].method = marks;
        mount();
    }
    void mount() {
        part = part::solve(job, test::hotRolled());
        job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    }
    Making making(const ErrorBook& book) const {
        auto made =
            makingOf({job, part, test::hotRolled(), nullptr, book}, *job.mount, hardware::standardBook());
        if (!made) qFatal("%s", made.error().says.c_str());
        return *made;
    }
    job::Job job;
    part::Part part;
};

/// How far the place of one hole from another is out along the strap: one sigma, squared.
double varianceBetween(const Making& making, const std::string& from, const std::string& to) {
    double sum = 0;
    for (const Source& source : making.sources) {
        double by = 0;
        for (const Source::Of& of : source.of)
            by += of.id == to ? of.sigma : of.id == from ? -of.sigma : 0;
        sum += by * by;
    }
    return sum;
}

} // namespace

class MakingTest : public QObject {
    Q_OBJECT
private slots:
    void shippedBookIsWhole();
    void ownBookGoesOver();
    void wrongBooksAreToldWhere_data();
    void wrongBooksAreToldWhere();
    void testBendsTeachWhatTheyCan();
    void chainsOfMarksAddUp();
    void marksFromBothEndsMeetTheCut();
    void toolBeforeShopAndJobBeforeTool();
    void boltsAndTheirPlay();
    void drawnMountFitsAsDrawn();
    void mountInAnotherFrameIsTheSame();
    void otherHandIsTheSameBracket();
    void causesAreWhatMoves();
    void linearisedIsNearWhatIsCounted();
    void goesOnStraightOverItsStuds();
    void jobKeepsItsMount();
    void wrongMountsAreToldWhere_data();
    void wrongMountsAreToldWhere();
};

/// Every profile chooses a method for every operation, and every method says why.
void MakingTest::shippedBookIsWhole() {
    const ErrorBook& book = standardErrors();
    QCOMPARE(book.usualProfile().id, std::string("hand"));
    for (const Profile& profile : book.profiles)
        for (const Operation& operation : book.operations) {
            QVERIFY2(profile.making.contains(operation.id), operation.id.c_str());
            QVERIFY2(operation.find(profile.making.at(operation.id)), operation.id.c_str());
        }
    for (const Operation& operation : book.operations)
        for (const Method& method : operation.methods)
            QVERIFY2(!method.why.empty() && !method.says.empty(), method.id.c_str());
}

void MakingTest::ownBookGoesOver() {
    std::istringstream in(R"({"operations": [{"id": "punch", "kind": "punch", "methods": [
            {"id": "felt", "says": "felt, by Ada", "sigma": 0.07}, {"id": "jig", "sigma": 0.02}]}],
        "profiles": [{"id": "ours", "says": "the glasshouse", "making": {"punch": "jig", "drill": "laser"}}],
        "usual": "ours", "fixed": {"square": 0.2}})");
    const auto own = readErrors(in);
    QVERIFY(own);
    const ErrorBook book = withOwn(standardErrors(), *own);
    const job::Job job;
    QCOMPARE(methodOf(book, job, "punch").id, std::string("jig"));
    QCOMPARE(*book.find("punch")->find("felt")->sigma, 0.07);
    QVERIFY(book.find("punch")->find("by-eye"));
    QCOMPARE(methodOf(book, job, "drill").id, std::string("press")); // there is no laser
    QCOMPARE(book.fixed.at(SourceKind::Square), 0.2);
}

void MakingTest::wrongBooksAreToldWhere_data() {
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QString>("where");
    QTest::newRow("negative") << QByteArray(R"({"fixed": {"mark": -1}})") << "fixed.mark";
    QTest::newRow("no kind") << QByteArray(R"({"fixed": {"guess": 1}})") << "fixed.guess";
    QTest::newRow("method")
        << QByteArray(
               R"({"operations": [{"id": "punch", "kind": "punch", "methods": [{"id": "felt", "sigma": "x"}]}]})")
        << "operations[0].methods[0].sigma";
    QTest::newRow("no JSON") << QByteArray("{") << "line 1, column 1";
}

void MakingTest::wrongBooksAreToldWhere() {
    QFETCH(QByteArray, text);
    QFETCH(QString, where);
    std::istringstream in(text.toStdString());
    const auto read = readErrors(in);
    QVERIFY(!read);
    QCOMPARE(QString::fromStdString(read.error().where), where);
}

/// Worked out apart: a deduction read to 0.15 and repeating to 0.06, against 0.05 of K from the table.
void MakingTest::testBendsTeachWhatTheyCan() {
    const TestBendErrors& errors = standardErrors().testBend;
    const double expected[][3] = {
        {1, 0.045, 0.038}, {2, 0.036, 0.026}, {3, 0.029, 0.019}, {5, 0.020, 0.012}, {8, 0.015, 0.009}};
    for (const auto& [thickness, one, three] : expected) {
        QVERIFY(std::abs(kSigmaAfter(errors, 1, thickness, 0.05) - one) < 6e-4);
        QVERIFY(std::abs(kSigmaAfter(errors, 3, thickness, 0.05) - three) < 6e-4);
    }
    QCOMPARE(kSigmaAfter(errors, 0, 3, 0.05), 0.05);
}

/// Three holes at 0.2: from one end each is out by its own; stepped hole by hole the third by three; through
/// a template all by one.
void MakingTest::chainsOfMarksAddUp() {
    const ErrorBook book = only({{SourceKind::Mark, 0.2}});
    const auto between = [&](const char* marks, const char* from, const char* to) {
        return varianceBetween(Strap(marks).making(book), from, to) / 0.04;
    };
    QVERIFY(std::abs(between("datum", "h1", "h1.2") - 2) < 1e-9);
    QVERIFY(std::abs(between("datum", "h1", "h1.3") - 2) < 1e-9);
    QVERIFY(std::abs(between("from-hole", "h1", "h1.2") - 1) < 1e-9);
    QVERIFY(std::abs(between("from-hole", "h1", "h1.3") - 2) < 1e-9);
    QVERIFY(std::abs(between("from-hole", "", "h1.3") - 3) < 1e-9);
    QVERIFY(between("template", "h1", "h1.3") < 1e-9);
    QVERIFY(std::abs(between("template", "", "h1.3") - 1) < 1e-9);
    // What is carried is what was drawn: the covariance of the third from the middle of the plate's frame.
    QVERIFY(std::abs(covarianceOf(Strap("from-hole").making(book), 2)(0, 0) - 3 * 0.04) < 1e-9);
}

/// From both ends, what is cut off is out lies between the two groups.
void MakingTest::marksFromBothEndsMeetTheCut() {
    const ErrorBook book = only({{SourceKind::Cut, 0.5}});
    QVERIFY(varianceBetween(Strap("datum").making(book), "h1", "h1.3") < 1e-9);
    const Strap strap("ends");
    const Making making = strap.making(book);
    QVERIFY(std::abs(varianceBetween(making, "h1", "h1.3") - 0.25) < 1e-9);
    QVERIFY(std::abs(covarianceOf(making, 2)(0, 0) - 0.25) < 1e-9);
    QVERIFY(covarianceOf(making, 2)(1, 1) < 1e-9);
    // Two holes of 6.6 on M6: 0.3 of play each, 0.6 between them, at 0.5: erf(0.6 / (0.5 root 2)).
    Strap two("ends");
    two.job.plates[0].holes[0].pattern = job::Pattern{.count = 2, .pitch = 80};
    two.mount();
    const double odds = oddsOf(two.making(book), 20000, 1);
    QVERIFY(std::abs(odds - std::erf(0.6 / 0.5 / std::sqrt(2))) < 3 * 0.003);
}

/// The tool's own figure, unless the job chooses a method; a fixed one before all.
void MakingTest::toolBeforeShopAndJobBeforeTool() {
    job::Job job = test::bar({60, 60}, {job::Bend{}});
    const tool::Shop& shop = tool::standardShop();
    const auto settled = sequence::settle(job, test::hotRolled(), shop);
    QVERIFY(settled.outcome.plan);
    const tool::Tool& tool = *settled.outcome.plan->steps[0].operation.setup.tool;
    const auto sigma = [&](const job::Job& of, const ErrorBook& book, SourceKind kind) {
        for (const Source& source :
             sourcesOf({of, settled.part, test::hotRolled(), &*settled.outcome.plan, book}))
            if (source.kind == kind) return source.of[0].sigma;
        return -1.0;
    };
    const ErrorBook& book = standardErrors();
    QCOMPARE(sigma(job, book, SourceKind::Place), tool.placeSigma);
    QCOMPARE(sigma(job, book, SourceKind::Angle), tool.angleSigma);
    QCOMPARE(sigma(job, book, SourceKind::Square), 0.3); // not known of the tool
    job.making["place"].method = "stop";
    QCOMPARE(sigma(job, book, SourceKind::Place), 0.07);
    job.making["place"].sigma = 0.11;
    QCOMPARE(sigma(job, book, SourceKind::Place), 0.11);
    QCOMPARE(sigma(job, only({{SourceKind::Place, 0.4}}), SourceKind::Place), 0.4);
    QCOMPARE(sigma(job, book, SourceKind::Springback), -1.0); // each bend is checked
    job.making["angle"].method = "stop";
    const auto& setup = settled.outcome.plan->steps[0].operation.setup;
    QVERIFY(std::abs(sigma(job, book, SourceKind::Springback) -
                     0.25 * (setup.loadedAngleDeg - setup.restsAtDeg)) < 1e-9);
    job.making["line"].method = "stop";
    QCOMPARE(sigma(job, book, SourceKind::Line), -1.0); // nothing is marked
}

/// The hole's own, both of two holes, none in a thread or under a sunk head.
void MakingTest::boltsAndTheirPlay() {
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

/// On random brackets: a mount made from what is drawn leaves every bolt its whole play, square to its hole.
void MakingTest::drawnMountFitsAsDrawn() {
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
        QVERIFY(fit.fitting.room <= least + 1e-3 && fit.fitting.room >= std::min(least, kUsualPress) - 1e-3);
        if (std::abs(least) > 1e-3) QCOMPARE(oddsOf(*making, 200, 1), least > 0 ? 1.0 : 0.0);
    }
    QVERIFY(tried > test::rounds(200) / 2);
}

/// Odds do not hang on where the mount is told from.
void MakingTest::mountInAnotherFrameIsTheSame() {
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
void MakingTest::otherHandIsTheSameBracket() {
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

/// A source that moves nothing that matters is no cause; without the only one all go on.
void MakingTest::causesAreWhatMoves() {
    const Strap strap;
    const Making making = strap.making(only({{SourceKind::Drill, 0.3}, {SourceKind::Thickness, 0.1}}));
    const std::vector<Cause> causes = causesOf(making, 2000, 1);
    double shares = 0;
    for (const Cause& cause : causes)
        shares += cause.share;
    QVERIFY(std::abs(shares - 1) < 1e-9);
    const Cause& least = causes.back();
    QVERIFY(making.sources[least.source].kind == SourceKind::Thickness);
    QVERIFY(least.share < 1e-6);
    QCOMPARE(least.oddsWithout, oddsOf(making, 2000, 1));
    QVERIFY(causes.front().oddsWithout > least.oddsWithout);
}

/// On random bars and sheets, made carefully by hand: what linearised figures say each hole is out by,
/// against ten thousand pieces that are folded whole. No bend is near 90, where setbacks have a kink.
void MakingTest::linearisedIsNearWhatIsCounted() {
    test::RandomJobs random(11);
    std::mt19937 engine(3);
    std::normal_distribution<double> normal;
    int compared = 0;
    for (int i = 0; i < test::rounds(60); ++i) {
        job::Job job = random.next();
        for (job::Bend& bend : job.bends)
            if (std::abs(bend.angleDeg - 90) < 8) bend.angleDeg = 75;
        if (job::whatIsWrong(job)) continue;
        const auto solved = part::solve(job, test::materialOf(job));
        job = withDrawnMount(job, solved, part::fold(solved), hardware::standardBook());
        if (!job.mount) continue;
        const auto making = makingOf({job, solved, test::materialOf(job), nullptr, standardErrors()},
                                     *job.mount, hardware::standardBook());
        QVERIFY(making);
        Workshop workshop(*making);
        std::vector<double> drawn(static_cast<size_t>(workshop.normals()));
        const size_t ties = making->mounting.ties.size();
        std::vector<Vec3> sum(ties, Vec3(0, 0, 0)), squares(ties, Vec3(0, 0, 0));
        constexpr int kPieces = 10000;
        for (int piece = 0; piece < kPieces; ++piece) {
            for (double& each : drawn)
                each = normal(engine);
            workshop.make(drawn.data());
            for (size_t t = 0; t < ties; ++t) {
                sum[t] += workshop.centreOf(t);
                squares[t] += workshop.centreOf(t).cwiseAbs2();
            }
        }
        for (size_t t = 0; t < ties; ++t) {
            const Vec3 counted =
                (squares[t] / kPieces - (sum[t] / kPieces).cwiseAbs2()).cwiseMax(0).cwiseSqrt();
            const Vec3 linear = covarianceOf(*making, t).diagonal().cwiseSqrt();
            for (int axis = 0; axis < 3; ++axis) {
                if (counted[axis] < 0.02) continue; // second order is all there is
                ++compared;
                QVERIFY2(std::abs(linear[axis] - counted[axis]) < 0.07 * counted[axis],
                         qPrintable(QStringLiteral("%1: %2, counted %3")
                                        .arg(QString::fromStdString(making->mounting.ties[t].hole))
                                        .arg(linear[axis])
                                        .arg(counted[axis])));
            }
        }
    }
    qInfo("%d figures compared", compared);
    QVERIFY(compared > test::rounds(100));
}

/// Two studs on one face: straight off. One on each leg of a corner: neither way; with a bolt in one of them
/// along the other's stud.
void MakingTest::goesOnStraightOverItsStuds() {
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

void MakingTest::jobKeepsItsMount() {
    Strap strap;
    job::Job& job = strap.job;
    job.mount->points[1].sigma = 0.2;
    job.mount->points[1].axis = Vec3(0, 0.1, 1);
    job.mount->kept["readings"] = R"([{"id":"r1"}])";
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

void MakingTest::wrongMountsAreToldWhere_data() {
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
    row("making", R"("making": {"punch": {"sigma": -1}})", "making.punch");
}

void MakingTest::wrongMountsAreToldWhere() {
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

QTEST_GUILESS_MAIN(MakingTest)
#include "making.moc"
