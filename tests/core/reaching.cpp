// Solve: brackets whose figures were changed are brought back onto their mount; what cannot be met is told.
#include "lineup/reaching.h"

#include "core/mount_support.h"
#include "text/reached.h"
#include "text/tasks.h"

#include <fstream>

namespace goodfold::reaching_test {

using namespace goodfold::lineup;
using What = Dimension::What;

namespace {

/// An angle of 60 and 60 with a bolt in each leg, and a mount where those are drawn.
job::Job angle() {
    job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back({.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 35, .xFrom = job::Hole::XFrom::Outside});
    const auto part = part::solve(job, test::hotRolled());
    return withDrawnMount(job, part, part::fold(part), hardware::standardBook());
}

Result<Reached> reached(const job::Job& job, std::set<std::string> held = {}) {
    return reach(job, {*job.mount, {}}, test::hotRolled(), hardware::standardBook(),
                 {quantity::Reading::millimetres(), std::move(held)});
}

std::map<std::string, double> changesOf(const Reached& reached) {
    std::map<std::string, double> all;
    for (const Reached::Change& change : reached.changed)
        all[nameOf(change.of)] = change.now;
    return all;
}

/// Where a hole's centre comes on the back, seen from another: the fold, without anything of the product's
/// that places a bracket.
double apart(const job::Job& job, const char* one, const char* other) {
    const auto part = part::solve(job, test::hotRolled());
    const auto folded = part::fold(part);
    const auto at = [&](const char* id) {
        const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(id))];
        return Vec3(folded.rootFromFlat[static_cast<size_t>(hole.plate)] *
                    Vec3(hole.centreInFlat.x(), hole.centreInFlat.y(), 0));
    };
    return (at(one) - at(other)).norm();
}

} // namespace

class ReachingTest : public QObject {
    Q_OBJECT
private slots:
    void asDrawnNothingChanges();
    void higherHoleMovesAlongItsLeg();
    void fartherWallTakesALongerLeg();
    void wallThatLeansTakesAnotherAngle();
    void whatIsHeldStays();
    void figuresAreRound();
    void whatCannotBeMetIsTold();
    void limitsAreKept();
    void whatIsHeldIsNamed();
    void aLimitIsNamed();
    void boltsThatExcludeEachOtherAreNamed();
    void wallAskewTakesAWedge();
    void aStripWithHolesIsBentToFit();
    void aStripThatCannotIsTold();
    void holesThatAreThereAreNotMade();
    void whatMayChangeIsKeptInTheFile();
    void stripIsLaidTheWayThatItsHolesCome();
    void fromAnywhereBack_data();
    void fromAnywhereBack();
};

void ReachingTest::asDrawnNothingChanges() {
    const auto same = reached(angle());
    QVERIFY(same && same->isReached && same->changed.empty());
}

/// The wall's hole is 2.5 higher: its own leg's hole goes 2.5 up, and nothing else changes.
void ReachingTest::higherHoleMovesAlongItsLeg() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    const auto higher = reached(job);
    QVERIFY(higher && higher->isReached);
    QCOMPARE(changesOf(*higher), (std::map<std::string, double>{{"h2.x", 37.5}}));
    QCOMPARE(text::inWords(*higher, quantity::Reading::millimetres()),
             std::string("Changed how far along h2 is from 35 to 37.5."));
}

/// The wall is 4 farther off: the near hole alone cannot do it where its place is held, the leg can.
void ReachingTest::fartherWallTakesALongerLeg() {
    job::Job job = angle();
    job.mount->points[1].at->x() += 4;
    job.mount->faces[1].at->x() += 4;
    const auto nearHole = reached(job);
    QVERIFY(nearHole && nearHole->isReached);
    QCOMPARE(changesOf(*nearHole), (std::map<std::string, double>{{"h1.x", 11}}));
    const auto leg = reached(job, {"h1"});
    QVERIFY(leg && leg->isReached);
    QCOMPARE(changesOf(*leg), (std::map<std::string, double>{{"A.length", 64}}));
}

/// The wall leans out by 7 degrees about its foot: the bend turns by that much less.
void ReachingTest::wallThatLeansTakesAnotherAngle() {
    job::Job job = angle();
    const Vec3 foot(job.mount->points[1].at->x(), 0, 0);
    const Eigen::AngleAxisd lean(7 * M_PI / 180, Vec3::UnitY());
    for (auto* place : {&job.mount->points[1].at, &job.mount->faces[1].at})
        *place = foot + lean * (**place - foot);
    job.mount->faces[1].normal = lean * *job.mount->faces[1].normal;
    const auto leaning = reached(job);
    QVERIFY2(leaning && leaning->isReached, leaning ? text::inWords(*leaning, {}).c_str() : "");
    QVERIFY(std::abs(changesOf(*leaning).at("1.angle") - 83) < 0.05);
}

void ReachingTest::whatIsHeldStays() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    const auto none = reached(job, {"h2", "B", "1", "h1", "A"});
    QVERIFY(none && !none->isReached && none->changed.empty());
    QVERIFY(std::abs(none->ties[1].off - 2.5) < 1e-3); // no shift or turn on the ground lifts it
}

/// 2.503 higher: a hundredth is met by the half millimetre, and that is what is drawn.
void ReachingTest::figuresAreRound() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.503;
    const auto higher = reached(job);
    QCOMPARE(changesOf(*higher), (std::map<std::string, double>{{"h2.x", 37.5}}));
}

/// With both holes, the legs and the bend held, a wall that is askew by 5 degrees cannot be met; and it is
/// said.
void ReachingTest::whatCannotBeMetIsTold() {
    job::Job job = angle();
    job.stock.form = job::StockForm::Bar;
    job.mount->points[1].at->y() += 8;
    const auto none = reached(job, {"h1", "h2", "1"});
    QVERIFY(none && !none->isReached);
    const std::string says = text::inWords(*none, quantity::Reading::millimetres());
    QVERIFY2(says.find("h2 ") != std::string::npos || says.find("H2 ") != std::string::npos, says.c_str());
}

/// The wall is 4 farther off, and the near hole may give 2 of it: the leg gives the rest.
void ReachingTest::limitsAreKept() {
    job::Job job = angle();
    job.mount->points[1].at->x() += 4;
    job.mount->faces[1].at->x() += 4;
    job.mayChange["h1.x"] = {.least = 13};
    const auto both = reached(job);
    QVERIFY(both && both->isReached);
    const double hole = both->job.findHole("h1")->x, leg = both->job.findPlate("A")->length;
    QVERIFY(hole >= 13 && hole <= 15);
    QVERIFY(std::abs(leg - 60 + 15 - hole - 4) < 0.02);
    job.mayChange["h1.x"] = {.stays = true};
    QCOMPARE(changesOf(*reached(job)), (std::map<std::string, double>{{"A.length", 64}}));
}

void ReachingTest::whatIsHeldIsNamed() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    const auto none = reached(job, {"h2", "B", "1", "h1", "A"});
    QCOMPARE(none->wouldTake.size(), size_t{1});
    QCOMPARE(nameOf(none->wouldTake[0].of), std::string("h2.x"));
    QCOMPARE(none->wouldTake[0].was, 35.0);
    QVERIFY(std::abs(none->wouldTake[0].now - 37.5) < 0.01);
    const std::string says = text::inWords(*none, quantity::Reading::millimetres());
    QVERIFY2(says.find("how far along h2 is would have to be 37.5") != std::string::npos, says.c_str());
}

void ReachingTest::aLimitIsNamed() {
    job::Job job = angle();
    job.mount->points[1].at->z() += 2.5;
    job.mayChange["h2.x"] = {.most = 36};
    job.mayChange["1.skew"] = {.stays = true}; // leaning, the leg would reach it
    const auto none = reached(job);
    QVERIFY2(none && !none->isReached,
             none ? text::inWords(*none, quantity::Reading::millimetres()).c_str() : "");
    QVERIFY(none->job.findHole("h2")->x <= 36);
    QCOMPARE(nameOf(none->wouldTake.at(0).of), std::string("h2.x"));
    QCOMPARE(none->wouldTake[0].was, 36.0);
    QVERIFY(std::abs(none->wouldTake[0].now - 37.5) < 0.01);
}

/// Two bolts on one leg whose faces lie 5 apart: either could be met, both cannot.
void ReachingTest::boltsThatExcludeEachOtherAreNamed() {
    job::Job job = test::bar({60, 90}, {job::Bend{.insideRadius = 3}});
    for (const auto& [id, x] : {std::pair{"h1", 10.0}, {"h4", 25.0}, {"h5", 40.0}}) // A rests
        job.plates[0].holes.push_back({.id = id, .x = x, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 35, .xFrom = job::Hole::XFrom::Outside});
    job.plates[1].holes.push_back({.id = "h3", .x = 70, .xFrom = job::Hole::XFrom::Outside});
    const auto part = part::solve(job, test::hotRolled());
    job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    QVERIFY(reached(job)->isReached);
    const auto tie = std::find_if(job.ties.begin(), job.ties.end(),
                                  [](const job::Tie& each) { return each.hole == "h3"; });
    job::MountPoint& high =
        *std::find_if(job.mount->points.begin(), job.mount->points.end(),
                      [&](const job::MountPoint& point) { return point.id == tie->point; });
    job::MountFace off = *job.mount->findFace(high.face);
    off.id = high.face = "off";
    const Vec3 by = 5 * off.normal.value_or(Vec3::UnitZ());
    off.at = Vec3(off.at.value_or(Vec3::Zero()) + by);
    high.at = Vec3(high.at.value_or(Vec3::Zero()) + by);
    job.mount->faces.push_back(off);
    const auto none = reached(job);
    QVERIFY2(none && !none->isReached, text::inWords(*none, quantity::Reading::millimetres()).c_str());
    QVERIFY(none->wouldTake.empty());
    QVERIFY2((none->alone == std::vector<std::string>{"h2", "h3"}),
             text::inWords(*none, quantity::Reading::millimetres()).c_str());
    const std::string says = text::inWords(*none, quantity::Reading::millimetres());
    QVERIFY2(says.find("with one bolt less, in h2 or h3, the others come") != std::string::npos,
             says.c_str());
}

/// The wall is turned by 4 degrees about a plumb line, and two bolts on the ground keep the bracket from
/// turning along: a wedge of 0.5 at one edge of the leg, which is 30 wide, and 30 sin 4 more at the other,
/// square to the wall.
void ReachingTest::wallAskewTakesAWedge() {
    job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back({.id = "h1", .x = 12, .xFrom = job::Hole::XFrom::Start});
    job.plates[0].holes.push_back({.id = "h3", .x = 42, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .x = 35, .xFrom = job::Hole::XFrom::Outside});
    const auto part = part::solve(job, test::hotRolled());
    job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    for (const char* name : {"h1.y", "h3.y"}) // lying across the bar they would take it too
        job.mayChange[name] = {.stays = true};
    const Eigen::AngleAxisd askew(radians(4), Vec3::UnitZ());
    job.mount->faces[1].normal = askew * *job.mount->faces[1].normal;
    const auto turned = reached(job);
    QVERIFY(turned);
    qInfo("%s", text::inWords(*turned, quantity::Reading::millimetres()).c_str());
    QCOMPARE(turned->shims.size(), size_t{1});
    const Shim& shim = turned->shims[0];
    QCOMPARE(shim.plate, std::string("B"));
    const double thin = std::min(shim.nearLeft, shim.nearRight),
                 thick = std::max(shim.nearLeft, shim.nearRight);
    QVERIFY2(std::abs(thin - 0.5) < 0.01, qPrintable(QString::number(thin)));
    QVERIFY2(std::abs(thick - thin - 30 * std::sin(radians(4))) < 0.01, qPrintable(QString::number(thick)));
    QVERIFY(std::abs(shim.farLeft - shim.nearLeft) < 0.01 && std::abs(shim.farRight - shim.nearRight) < 0.01);
    QCOMPARE(shim.width, 30.0);
    QVERIFY(std::abs(shim.length - 30) < 1e-6); // 15 either way of its bolt
    QVERIFY(
        text::inWords(*turned, quantity::Reading::millimetres()).find("a bevelled shim 30.0 along leg B") !=
        std::string::npos);
}

/// A scrap strip with holes at 20 and 95 from its end, and a corner whose bolts are 35 from it along the
/// ground and 52.9 up the wall: where it has to be bent by hand. BA of 90 degrees at R 3, T 3, K as the book
/// has it; the ground's leg reaches to the wall, 38 from its bolt inside, so that its outside length is 20 +
/// 38 + 0.
void ReachingTest::aStripWithHolesIsBentToFit() {
    job::Job job = test::bar({50, 70}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back({.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start, .isThere = true});
    job.plates[1].holes.push_back({.id = "h2", .x = 0, .xFrom = job::Hole::XFrom::Outside, .isThere = true});
    const auto flatOf = [](const job::Job& of, const char* id) {
        const auto part = part::solve(of, test::hotRolled());
        return part.holes[static_cast<size_t>(part.holeIndex(id))].centreInFlat.x();
    };
    job.plates[1].holes[0].x = 95 - flatOf(job, "h2");
    QVERIFY(std::abs(flatOf(job, "h2") - 95) < 1e-9);
    // Where the bolts are when the leg is 58 long: the wall is 38 off h1; h2 stands as high as the rest of
    // the 95 reaches, which is 95 - 58 + the bend's deduction.
    const auto part = part::solve(job, test::hotRolled());
    const double high = 95 - 58 + part.bends[0].deduction;
    job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    job.mount->points[0].at = Vec3(0, 0, 0);
    job.mount->points[1].at = Vec3(38, 0, high);
    job.mount->faces[1].at = Vec3(38, 0, high);
    const auto bent = reached(job);
    QVERIFY(bent);
    QVERIFY2(bent->isReached, text::inWords(*bent, quantity::Reading::millimetres()).c_str());
    QVERIFY(std::abs(bent->job.findPlate("A")->length - 58) < 0.02);
    QVERIFY(std::abs(flatOf(bent->job, "h1") - 20) < 1e-6);
    QVERIFY(std::abs(flatOf(bent->job, "h2") - 95) < 1e-6);
    for (const Reached::Change& change : bent->changed)
        QVERIFY(nameOf(change.of) != "h1.x" && nameOf(change.of) != "h2.x");
}

/// The same strip where the wall's bolt is 6 higher: no line brings both, and the best is off by some of it.
void ReachingTest::aStripThatCannotIsTold() {
    job::Job job = test::bar({58, 70}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back({.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start, .isThere = true});
    job.plates[1].holes.push_back({.id = "h2", .x = 40, .xFrom = job::Hole::XFrom::Outside, .isThere = true});
    const auto part = part::solve(job, test::hotRolled());
    job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    QVERIFY(reached(job)->isReached);
    job.mount->points[1].at->z() += 6;
    const auto none = reached(job);
    QVERIFY(none && !none->isReached);
    QVERIFY(none->ties[1].off + std::abs(none->ties[1].gap) + none->ties[0].off > 0.5);
    const auto flat = part::solve(none->job, test::hotRolled());
    for (size_t i = 0; i < 2; ++i)
        QVERIFY((flat.holes[i].centreInFlat - part.holes[i].centreInFlat).norm() < 1e-6);
}

/// A strip with one hole in it and one to be drilled: only that one is drilled, punched and drilled wrong;
/// where the other stands tells which way the strip lies.
void ReachingTest::holesThatAreThereAreNotMade() {
    job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 3}});
    job.plates[0].holes.push_back(
        {.id = "h1", .diameter = 7, .x = 20, .xFrom = job::Hole::XFrom::Start, .isThere = true});
    job.plates[1].holes.push_back({.id = "h2", .diameter = 9, .x = 35, .xFrom = job::Hole::XFrom::Outside});
    QCOMPARE(test::jobFromText(test::textOf(job)), job);
    const auto settled = sequence::settle(job, test::hotRolled(), tool::standardShop());
    QVERIFY(settled.outcome.plan);
    std::string all;
    for (const text::Task& task :
         text::tasksOf(settled.job, settled.part, *settled.outcome.plan, quantity::Reading::millimetres()))
        all += task.says + "\n";
    QVERIFY2(all.find("stand from its left end: h1 20") != std::string::npos, all.c_str());
    QVERIFY2(all.find("1 hole of 9") != std::string::npos && all.find("of 7") == std::string::npos,
             all.c_str());
    std::map<std::string, int> made;
    for (const Source& source :
         sourcesOf({settled.job, settled.part, test::hotRolled(), nullptr, standardErrors()}))
        if (source.kind == SourceKind::Punch || source.kind == SourceKind::Drill)
            ++made[source.of.front().id];
    QCOMPARE(made, (std::map<std::string, int>{{"h2", 2}}));
    job.plates[0].holes[0].afterBending = true;
    QVERIFY(job::whatIsWrong(job));
}

void ReachingTest::whatMayChangeIsKeptInTheFile() {
    job::Job job = angle();
    job.mayChange["h1.x"] = {.stays = true};
    job.mayChange["A.length"] = {.least = 50};
    job.mayChange["1.angle"] = {.least = 80, .most = 95};
    job.mayChange["B.length"] = {};
    QCOMPARE(test::jobFromText(test::textOf(job)), job);
    job.mayChange["C.length"] = {};
    QVERIFY(job::whatIsWrong(job));
    job.tidyTies();
    QVERIFY(!job::whatIsWrong(job));
    job.mayChange["1.angle"] = {.least = 95, .most = 80};
    QCOMPARE(job::whatIsWrong(job)->where, std::string("may_change.1.angle"));
}

/// A strip with two holes, near one end and over to one side: the mount wants them at the other end, or on
/// the other side.
void ReachingTest::stripIsLaidTheWayThatItsHolesCome() {
    const auto stripWith = [](const std::array<Vec2, 2>& at) {
        job::Job job = test::bar({60, 60}, {job::Bend{.insideRadius = 3}});
        job.plates[0].holes.push_back(
            {.id = "h1", .x = at[0].x(), .xFrom = job::Hole::XFrom::Start, .y = at[0].y(), .isThere = true});
        job.plates[1].holes.push_back(
            {.id = "h2", .x = at[1].x(), .xFrom = job::Hole::XFrom::End, .y = at[1].y(), .isThere = true});
        return job;
    };
    const auto wantedAt = [&](const std::array<Vec2, 2>& at) {
        const job::Job right = stripWith(at);
        const auto part = part::solve(right, test::hotRolled());
        return withDrawnMount(right, part, part::fold(part), hardware::standardBook());
    };
    const auto brought = [&](const std::array<Vec2, 2>& strip, const std::array<Vec2, 2>& wanted,
                             const std::set<std::string>& held = {}) {
        job::Job job = stripWith(strip);
        const job::Job at = wantedAt(wanted);
        job.mount = at.mount;
        job.rests = at.rests;
        job.ties = at.ties;
        const auto made = reachAsBent(job, {*job.mount, {}}, test::hotRolled(), tool::standardShop(),
                                      hardware::standardBook(), {quantity::Reading::millimetres(), held});
        if (!made) qFatal("%s", made.error().says.c_str());
        return *made;
    };
    // Both on the strip's left; where it goes they lie to the right: turned over, they do.
    const std::array<Vec2, 2> left{Vec2(15, 5), Vec2(20, 9)}, right{Vec2(15, -5), Vec2(20, -9)};
    const Reached over = brought(left, right);
    QVERIFY(over.isReached && over.laid == Laid::TurnedOver);
    QVERIFY(text::inWords(over, quantity::Reading::millimetres()).starts_with("With the strip turned over"));
    // As far from its ends the other way about, and the legs stay as long as they are: end for end.
    const std::array<Vec2, 2> other{Vec2(20, -9), Vec2(15, -5)};
    const Reached turned = brought(left, other, {"A.length", "B.length"});
    QVERIFY2(turned.isReached && turned.laid == Laid::EndForEnd,
             text::inWords(turned, quantity::Reading::millimetres()).c_str());
    const part::Part part = part::solve(turned.job, test::hotRolled());
    QVERIFY(std::abs(apart(turned.job, "h1", "h2") - apart(wantedAt(other), "h1", "h2")) < 0.02);
    // As it is drawn nothing has to be turned; and what no way of laying it brings there is said as ever.
    QVERIFY(brought(left, left).laid == Laid::AsDrawn);
    QVERIFY(!brought(left, {Vec2(15, 5), Vec2(20, -1)}).isReached);
}

void ReachingTest::fromAnywhereBack_data() {
    QTest::addColumn<QString>("demo");
    for (const char* demo : {"foot-on-base", "hanger-on-beam"})
        QTest::newRow(demo) << QString(demo);
}

/// Every figure that may change is put elsewhere, by up to 8 mm and 12 degrees: the holes come back to a
/// hundredth, by the distance of the two in the formed part.
void ReachingTest::fromAnywhereBack() {
    QFETCH(QString, demo);
    std::ifstream in(PROJECT_DATA "/demo/" + demo.toStdString() + ".gfold");
    const job::Job drawn = files::readJob(in)->job;
    const std::string one = drawn.ties[0].hole, other = drawn.ties[1].hole;
    const double wanted = (*drawn.mount->points[0].at - *drawn.mount->points[1].at).norm();
    test::RandomJobs random(25);
    for (int i = 0; i < test::rounds(100); ++i) {
        job::Job job = drawn;
        for (job::Plate& plate : job.plates)
            if (!plate.joggle) plate.length += random.real(-8, 8);
        for (job::Bend& bend : job.bends)
            if (bend.angleDeg > 60 && bend.angleDeg < 140) bend.angleDeg += random.real(-12, 12);
        for (const job::Tie& tie : job.ties) {
            job.findHole(tie.hole)->x += random.real(-3, 3);
            job.findHole(tie.hole)->y += random.real(-3, 3);
        }
        const auto back = reached(job);
        QVERIFY2(back, back ? "" : back.error().says.c_str());
        QVERIFY2(back->isReached, text::inWords(*back, quantity::Reading::millimetres(0.01)).c_str());
        QVERIFY2(std::abs(apart(back->job, one.c_str(), other.c_str()) - wanted) < 0.03,
                 qPrintable(QString::number(apart(back->job, one.c_str(), other.c_str()) - wanted)));
    }
}

GOODFOLD_TEST(ReachingTest)

} // namespace goodfold::reaching_test

#include "reaching.moc"
