// A leg whose end goes through a slot: how much is free round it, how often it goes in, where it has to be.
// Places and odds are worked out by hand.
#include "check/lined_up.h"
#include "core/mount_support.h"
#include "lineup/neighbours.h"
#include "lineup/putting_on.h"
#include "lineup/reaching.h"
#include "text/lineup_words.h"
#include "text/reached.h"

#include <cmath>

namespace goodfold::tabs_test {

using namespace goodfold::lineup;

namespace {

/// A strip of 3 by 20 that lies on a spacer of 5 and is bent down, back, by a right angle: its outside
/// is 61.5 from its start, the bolt's hole 20, so that the middle of leg B goes down 40 from the bolt. A slot
/// of 22 by 4, square, is there, across the strip.
job::Job hook(double slotAt = 40, double length = 22, double width = 4) {
    job::Job job = test::bar({61.5, 40},
                             {{.from = "A", .to = "B", .turn = job::Turn::Down, .insideRadius = 3.0}}, 3, 20);
    job.plates[0].holes.push_back({.id = "h1", .diameter = 7, .x = 20, .xFrom = job::Hole::XFrom::Start});
    job.mount.emplace();
    job.mount->faces = {{.id = "F", .at = Vec3(0, 0, 0), .normal = Vec3(0, 0, 1)}};
    job.mount->points = {
        {.id = "a", .face = "F", .kind = job::MountPoint::Kind::Tapped, .diameter = 6, .at = Vec3(0, 0, 0)},
        {.id = "s", .face = "F", .diameter = width, .at = Vec3(slotAt, 0, 0)}};
    job.mount->points[1].slot = job::MountPoint::Slot{length, Vec3(0, 1, 0), 0.0};
    job.rests = job::Rest{.plate = "A", .on = "F"};
    job.ties = {{.hole = "h1", .point = "a", .spacer = 5}};
    job.tabs = {{.plate = "B", .point = "s"}};
    return job;
}

struct Made {
    explicit Made(job::Job of) : job(std::move(of)), part(part::solve(job, test::hotRolled())) {}
    Making making(const ErrorBook& book = test::only(std::map<SourceKind, double>())) const {
        auto made =
            makingOf({job, part, test::hotRolled(), nullptr, book}, *job.mount, hardware::standardBook());
        if (!made) qFatal("%s", made.error().says.c_str());
        return *made;
    }
    NominalFit nominal() const { return nominalFit(making()); }
    job::Job job;
    part::Part part;
};

Result<Reached> brought(const job::Job& job) {
    return reach(job, {*job.mount, {}}, test::hotRolled(), hardware::standardBook(),
                 {quantity::Reading::millimetres()});
}

check::LineUpFacts factsOf(const Made& made) {
    const Making making = made.making();
    return text::factsOf(making, nominalFit(making), count(making, 2000, 1), hardware::standardBook());
}

} // namespace

class TabsTest : public QObject {
    Q_OBJECT
private slots:
    void whatIsFreeRoundIt();
    void roundEndsLeaveLess();
    void itGoesInAsOftenAsTheBendLets();
    void aSlotThatIsOffIsAnError();
    void tooWideTooShortOrBentInTheFace();
    void itKeepsTheBracketFromTurning();
    void aBracketIsBroughtIntoItsSlot();
    void aSlotThatRunsTheOtherWayCannotBeMet();
    void itGoesStraightIn();
    void aSlotOfAnotherJob();
    void whatCannotBeIsSaid();
    void fileRemembersIt();
};

void TabsTest::whatIsFreeRoundIt() {
    const Made made(hook());
    const NominalFit fit = made.nominal();
    QCOMPARE(made.job.tabs.size(), size_t{1});
    QCOMPARE(made.making().mounting.tabs.size(), size_t{1});
    QCOMPARE(fit.tabs.size(), size_t{1});
    // Of a bolt's play of half a millimetre nothing is wanted: the leg stands in the middle as drawn.
    QVERIFY(std::abs(fit.tabs[0].across - 0.5) < 1e-6);
    QVERIFY(std::abs(fit.tabs[0].along - 1) < 1e-6);
    // 40 outside from the face of leg A, which is 5 + 3 over the mount; the straight begins 3 under its back.
    QVERIFY(std::abs(fit.tabs[0].through - 32) < 1e-6);
    QVERIFY(std::abs(fit.tabs[0].before - 2) < 1e-6);
    QVERIFY(std::abs(fit.fitting.room - 0.5) < 1e-6);
}

void TabsTest::roundEndsLeaveLess() {
    job::Job job = hook(40, 26);
    job.mount->points[1].slot->corner.reset();
    // Corners of 3 thick stand in half rounds of 2: 26 - 4 + sqrt(16 - 9) are left of the length.
    const NominalFit fit = Made(job).nominal();
    QVERIFY(std::abs(fit.tabs[0].along - (26 - 4 + std::sqrt(7.0) - 20) / 2) < 1e-6);
    job.mount->points[1].slot->corner = 0.4; // past the stock: it takes nothing
    QVERIFY(std::abs(Made(job).nominal().tabs[0].along - 3) < 1e-6);
}

void TabsTest::itGoesInAsOftenAsTheBendLets() {
    // The bend's line moves the leg along the strip: 0.5 are free in the slot and 0.5 round the bolt.
    const double expected = std::erf(1 / (0.5 * std::sqrt(2.0)));
    const Made made(hook());
    const Making making = made.making(test::only({{SourceKind::Place, 0.5}}));
    QVERIFY(std::abs(oddsOf(making, 40000, 3) - expected) < 0.006);
    // Where 0.1 is free at either end of the slot, that is what limits it, piece by piece.
    const Made tight(hook(40, 20.2));
    const Odds odds = count(tight.making(test::only({{SourceKind::Place, 0.05}})), 4000, 3);
    QVERIFY(odds.tightestOfTabs[0] > 3 * odds.tightestOfTies[0] && std::abs(odds.roomMean - 0.1) < 1e-3);
}

void TabsTest::aSlotThatIsOffIsAnError() {
    job::Job job = hook();
    job.mount->points[1].sigma = 0.5;
    // Along the strip 1 either way as before; across it the bracket turns about its bolt, where 1 and more
    // are free: more often than both at once, less often than the one alone.
    const double one = std::erf(1 / (0.5 * std::sqrt(2.0)));
    const Made made(job);
    const double odds = oddsOf(made.making(), 40000, 3);
    QVERIFY2(odds <= one + 0.006 && odds > one * one - 0.006, qPrintable(QString::number(odds)));
}

void TabsTest::tooWideTooShortOrBentInTheFace() {
    const Made narrow(hook(40, 19));
    QVERIFY(std::abs(narrow.nominal().fitting.room + 0.5) < 1e-6);
    const check::LineUpFacts facts = factsOf(narrow);
    QCOMPARE(facts.worstTab, std::string("B"));
    const part::Folded folded = part::fold(narrow.part);
    const auto findings =
        check::check({narrow.job, narrow.part, folded, test::hotRolled(), quantity::Reading::millimetres(),
                      hardware::standardBook(), nullptr, &facts});
    const check::Finding* finding = test::findRule(findings, "nominal-misses");
    QVERIFY(finding && finding->says.find("leg B still misses its slot by 0.5") != std::string::npos);
    QVERIFY(finding->about == job::Element::plate("B"));

    job::Job low = hook();
    low.plates[1].length = 7; // its end is 1 over the mount
    QVERIFY(std::abs(Made(low).nominal().tabs[0].through + 1) < 1e-6);
    QVERIFY(Made(low).nominal().fitting.room < 0);
    job::Job flat = hook();
    flat.ties[0].spacer.reset(); // the bend begins 3 in the face
    QVERIFY(std::abs(Made(flat).nominal().tabs[0].before + 3) < 1e-6);
    QVERIFY(factsOf(Made(flat)).worstTab == "B");
}

void TabsTest::itKeepsTheBracketFromTurning() {
    // The slot lies a quarter turn round the bolt: the bracket is put on so.
    job::Job job = hook();
    job.mount->points[1].at = Vec3(0, 40, 0);
    job.mount->points[1].slot->along = Vec3(1, 0, 0);
    const NominalFit fit = Made(job).nominal();
    QVERIFY(std::abs(fit.fitting.room - 0.5) < 1e-6);
    QVERIFY((fit.mountFromRoot.linear() * Vec3::UnitX() - Vec3(0, 1, 0)).norm() < 1e-6);
}

void TabsTest::aBracketIsBroughtIntoItsSlot() {
    const auto reached = brought(hook(42.5));
    QVERIFY(reached && reached->isReached);
    QCOMPARE(reached->changed.size(), size_t{1});
    QCOMPARE(nameOf(reached->changed[0].of), std::string("h1.x"));
    QVERIFY(std::abs(reached->changed[0].now - 17.5) < 1e-6);
    job::Job held = hook(42.5);
    held.mayChange["h1.x"] = {.stays = true};
    const auto longer = brought(held);
    QVERIFY(longer && longer->isReached);
    QCOMPARE(nameOf(longer->changed.at(0).of), std::string("A.length"));
    QVERIFY(std::abs(longer->changed[0].now - 64) < 1e-6);
    QVERIFY(std::abs(Made(longer->job).nominal().tabs[0].across - 0.5) < 0.02);
    const auto none = brought(hook());
    QVERIFY(none && none->isReached && none->changed.empty());
}

void TabsTest::aSlotThatRunsTheOtherWayCannotBeMet() {
    job::Job job = hook();
    job.mount->points[1].slot->along = Vec3(1, 0, 0);
    const auto reached = brought(job);
    QVERIFY(reached && !reached->isReached);
    const std::string says = text::inWords(*reached, quantity::Reading::millimetres());
    QVERIFY2(says.find("Leg B leans in it by 90") != std::string::npos, says.c_str());
}

void TabsTest::itGoesStraightIn() {
    const WayOn way = wayOn(Made(hook()).making());
    QVERIFY(way.isStraight && (way.off - Vec3(0, 0, 1)).norm() < 0.05);
    // With a stud that leans by 30 degrees it does not.
    job::Job job = hook();
    job.mount->points[0].kind = job::MountPoint::Kind::Stud;
    job.mount->points[0].axis = Vec3(0, 0.5, std::sqrt(0.75));
    const WayOn stuck = wayOn(Made(job).making());
    QVERIFY(!stuck.isStraight && !stuck.stud.empty());
}

void TabsTest::aSlotOfAnotherJob() {
    // A strip of 40 with a thread 20 from its end, and a square opening of 22 by 4 across it 40 on.
    job::Job tray = test::bar({120}, {}, 3, 40);
    tray.plates[0].holes = {{.id = "h1", .diameter = 5, .x = 20, .xFrom = job::Hole::XFrom::Start},
                            {.id = "h2",
                             .kind = job::Hole::Kind::Rectangle,
                             .diameter = 4,
                             .length = 22,
                             .angleDeg = 90,
                             .x = 60,
                             .xFrom = job::Hole::XFrom::Start}};
    tray.plates[0].holes[0].fastener = job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6"};
    job::Job job = hook();
    const job::OfOther plate{"tray.gfold", "A", true}, thread{"tray.gfold", "h1", true},
        slot{"tray.gfold", "h2", true};
    const std::string face = job::nameOf(plate, true);
    job.mount.emplace().faces = {{.id = face, .of = plate}};
    job.mount->points = {{.id = job::nameOf(thread), .face = face, .of = thread},
                         {.id = job::nameOf(slot), .face = face, .of = slot}};
    job.rests->on = face;
    job.ties[0].point = job::nameOf(thread);
    job.tabs[0].point = job::nameOf(slot);
    QVERIFY(!job::whatIsWrong(job)); // where it is, is not known yet
    ErrorBook book = test::only({{SourceKind::Mark, 0.2}});
    const auto placed = withNeighbour(
        job, "tray.gfold", tray, {test::hotRolled(), tool::standardShop(), hardware::standardBook(), book});
    QVERIFY(bool(placed));
    const job::MountPoint& found = *placed->mount->findPoint("tray.h2");
    QVERIFY((*found.at - Vec3(60, 20, 0)).norm() < 1e-9);
    QVERIFY(found.slot && std::abs(found.slot->length - 22) < 1e-9 && *found.diameter == 4);
    QVERIFY(std::abs(std::abs(found.slot->along.y()) - 1) < 1e-9 && *found.slot->corner == 0);
    const Made made(*placed);
    QVERIFY(std::abs(made.nominal().tabs[0].across - 0.5) < 1e-6);
    // Both of the other's marks and the hole's own are out by 0.2, along and across: along the strip 0.5 are
    // free at either end. Across it, it turns.
    const double along = std::erf(1 / (0.2 * std::sqrt(3.0) * std::sqrt(2.0)));
    const double odds = oddsOf(made.making(book), 40000, 3);
    QVERIFY2(odds <= along + 0.004 && odds > along - 0.02, qPrintable(QString::number(odds)));
    QVERIFY(test::jobFromText(test::textOf(*placed)) == *placed);
}

void TabsTest::whatCannotBeIsSaid() {
    const auto says = [](const job::Job& job, const char* words) {
        const auto wrong = job::whatIsWrong(job);
        if (wrong && wrong->says.find(words) != std::string::npos) return true;
        qWarning("%s", wrong ? wrong->says.c_str() : "nothing is wrong");
        return false;
    };
    job::Job job = hook();
    job.tabs[0].plate = "A";
    QVERIFY(says(job, "no free end"));
    job = hook();
    job.tabs[0].point = "a";
    QVERIFY(says(job, "no slot"));
    job = hook();
    job.mount->points[1].slot->length = 3;
    QVERIFY(says(job, "length of slot s"));
    job = hook();
    job.tabs.push_back({.plate = "B", .point = "s"});
    QVERIFY(says(job, "More than one thing"));
    job = hook();
    job.ties.clear();
    QVERIFY(says(job, "no hole is bolted"));
    job = hook();
    job.plates.pop_back();
    job.bends.clear();
    job.tidyTies();
    QVERIFY(job.tabs.empty() && !job::whatIsWrong(job));
}

void TabsTest::fileRemembersIt() {
    const job::Job job = hook();
    QVERIFY(test::jobFromText(test::textOf(job)) == job);
    const std::string text = test::textOf(job);
    QVERIFY(text.find("\"corner\": 0") != std::string::npos);
}

GOODFOLD_TEST(TabsTest)

} // namespace goodfold::tabs_test

#include "tabs.moc"
