// What goes through the holes: the hardware book, stacks, and the checks of thread, nut, head and tool.
#include "check/tool_room.h"
#include "core/sheet_support.h"
#include "core/shop_support.h"

namespace goodfold::fasteners_test {

using job::Fastener;
using job::Hole;
using job::Pattern;
using test::channel;
using test::hole;

namespace {

Fastener fastener(const char* text) {
    const auto parsed = hardware::parseFastener(text, hardware::standardBook());
    if (!parsed) qFatal("%s", parsed.error().says.c_str());
    return *parsed;
}

/// The channel with one hole in its web, fitted with this.
job::Job fastened(const char* what, double x = 50, double y = 40) {
    job::Job job = channel();
    job.plates[1].holes = {
        *hardware::fitted(hole("h1", x, y, Hole::XFrom::Outside), fastener(what), hardware::standardBook())};
    return job;
}

} // namespace

class FastenersTest : public QObject {
    Q_OBJECT
private slots:
    void wordsOfFasteners_data();
    void wordsOfFasteners();
    void fastenerSetsItsHole_data();
    void fastenerSetsItsHole();
    void stacks_data();
    void stacks();
    void ownBookGoesFirst();
    void shippedBookIsSound();
    void rivetNutOfAnotherGrip();
    void threadNeedsStock();
    void rivetNutNeedsRoomBehind();
    void toolNeedsRoomBesideAFlange();
    void spannerGoesOnWhereNoSocketDoes_data();
    void spannerGoesOnWhereNoSocketDoes();
    void spacerLiftsTheHead();
    void headOffTheCurve();
    void shoppingListCounts();
};

void FastenersTest::wordsOfFasteners_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("name");
    for (const auto& [typed, name] : {std::pair{"m6", "M6 bolt, normal"},
                                      {"M8 close", "M8 bolt, close"},
                                      {"1/4 loose", "1/4-20 bolt, loose"},
                                      {"m5 tap", "M5 thread"},
                                      {"rivet nut m6", "M6 rivet nut"},
                                      {"m6 weld nut", "M6 weld nut"},
                                      {"rivet 3.2", "3.2 rivet"},
                                      {"#10-32 tap", "#10-32 thread"},
                                      {"m7", ""},
                                      {"m6 sideways up", ""},
                                      {"rivet 9", ""},
                                      {"m3 rivet nut", ""},
                                      {"m6 rivet nut long", "M6 rivet nut"},
                                      {"m4 rivet nut thin-walled", ""},
                                      {"m10x1.25 tap", "M10x1.25 thread"},
                                      {"1/4-28", "1/4-28 bolt, normal"},
                                      {"m12 pan", ""},
                                      {"m2.5 countersunk", ""},
                                      {"", ""}})
        QTest::newRow(*typed ? typed : "nothing") << typed << name;
}

void FastenersTest::wordsOfFasteners() {
    QFETCH(QString, typed);
    QFETCH(QString, name);
    const auto parsed = hardware::parseFastener(typed.toStdString(), hardware::standardBook());
    QCOMPARE(bool(parsed), !name.isEmpty());
    if (parsed)
        QCOMPARE(QString::fromStdString(hardware::nameOf(*parsed)), name);
    else
        QVERIFY(parsed.error().says.ends_with('.'));
}

void FastenersTest::fastenerSetsItsHole_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<double>("diameter");
    for (const auto& [typed, diameter] : {std::pair{"m6 close", 6.4},
                                          {"m6", 6.6},
                                          {"m6 loose", 7.0},
                                          {"m6 tap", 5.0},
                                          {"m6 rivet nut", 9.0},
                                          {"m6 weld nut", 8.0},
                                          {"rivet 4", 4.1},
                                          {"1/4 normal", 0.281 * 25.4},
                                          {"1/4-20 tap", 0.201 * 25.4}})
        QTest::newRow(typed) << typed << diameter;
}

void FastenersTest::fastenerSetsItsHole() {
    QFETCH(QString, typed);
    QFETCH(double, diameter);
    const auto fitted = hardware::fitted(Hole{}, fastener(qPrintable(typed)), hardware::standardBook());
    QVERIFY(fitted);
    QVERIFY(std::abs(fitted->diameter - diameter) < 1e-3);
    QVERIFY(fitted->fastener);
    const auto sunk = hardware::fitted(Hole{}, fastener("m6 countersunk"), hardware::standardBook());
    QVERIFY(sunk->countersink && sunk->countersink->diameter == 13.44); // ISO 10642, theoretical
    const auto slotted =
        hardware::fitted(Hole{}, fastener("m6 slotted countersunk"), hardware::standardBook());
    QVERIFY(slotted->countersink && slotted->countersink->diameter == 12.6); // ISO 2009
    const auto thin =
        hardware::fitted(Hole{}, fastener("1/4 rivet nut thin-walled"), hardware::standardBook());
    QVERIFY(std::abs(thin->diameter - 0.332 * 25.4) < 1e-3);
}

void FastenersTest::stacks_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<double>("clamps");
    QTest::addColumn<double>("needed");
    QTest::addColumn<double>("buy");
    // T 2. M6: washer 1.6, nut 5.2, pitch 1: 2 + 3 + 1.6 + 5.2 + 2 = 13.8
    QTest::newRow("bolt, one washer") << "m6" << 3.0 << 13.8 << 16.0;
    QTest::newRow("exactly a length") << "m6" << 5.2 << 16.0 << 16.0;
    QTest::newRow("tapped") << "m6 tap" << 3.0 << 3 + 1.6 + 2 << 12.0; // a hexagon head is sold from 12 on
    QTest::newRow("cap, tapped") << "m6 cap tap" << 3.0 << 3 + 1.6 + 2 << 10.0;
    QTest::newRow("pan, tapped") << "m6 pan tap" << 3.0 << 3 + 1.6 + 2 << 8.0;
    QTest::newRow("rivet nut") << "m6 rivet nut" << 3.0 << 3 + 1.6 + 15 << 20.0;
    QTest::newRow("weld nut") << "m6 weld nut" << 3.0 << 3 + 1.6 + 2 + 5 << 12.0;
    // By grip: 4 x 8 holds 3 to 5, 4 x 10 to 6.5; 3.2 x 6 to 3.5.
    QTest::newRow("rivet") << "rivet 4" << 2.0 << 8.0 << 8.0;
    QTest::newRow("rivet, to its limit") << "rivet 4" << 3.0 << 8.0 << 8.0;
    QTest::newRow("rivet, the next") << "rivet 4" << 3.5 << 10.0 << 10.0;
    QTest::newRow("smaller rivet") << "rivet 3.2" << 1.5 << 6.0 << 6.0;
}

void FastenersTest::stacks() {
    QFETCH(QString, typed);
    QFETCH(double, clamps);
    QFETCH(double, needed);
    QFETCH(double, buy);
    Fastener made = fastener(qPrintable(typed));
    made.clamps = clamps;
    const auto stack = hardware::stackOf(made, 2, hardware::standardBook());
    QVERIFY(stack && stack->buy);
    QVERIFY2(std::abs(stack->needed - needed) < 1e-9, qPrintable(QString::number(stack->needed)));
    QCOMPARE(*stack->buy, buy);
    made.clamps = 500;
    QVERIFY(!hardware::stackOf(made, 2, hardware::standardBook())->buy);
}

void FastenersTest::ownBookGoesFirst() {
    std::istringstream in(R"({"lengths": {"shop": [15, 25]}, "rivets": [
        {"size": "4", "diameter": 4, "hole": 4.2, "head_diameter": 9, "lengths": "shop"},
        {"size": "5.5", "diameter": 5.5, "hole": 5.7, "head_diameter": 11, "lengths": "shop"}]})");
    const auto own = hardware::readBook(in);
    QVERIFY(own);
    const hardware::Book book = hardware::withOwn(hardware::standardBook(), *own);
    QCOMPARE(book.findRivet("4")->hole, 4.2);
    QCOMPARE(book.findRivet("5.5")->headDiameter, 11.0);
    QCOMPARE(book.findRivet("3.2")->hole, 3.3);
    std::istringstream wrong(R"({"lengths": {"shop": [15]}, "rivets": [
        {"size": "4", "diameter": 4, "hole": 3.8, "head_diameter": 9, "lengths": "shop"}]})");
    const auto refused = hardware::readBook(wrong);
    QVERIFY(!refused && refused.error().says.find("\"4\"") != std::string::npos);
    std::istringstream nonsense("{\"lengths\": 3}");
    QVERIFY(!hardware::readBook(nonsense));
}

void FastenersTest::shippedBookIsSound() {
    const hardware::Book& book = hardware::standardBook();
    for (const hardware::Screw& screw : book.screws) {
        // A tapping drill leaves 60 to 90 % of the thread's height, 1.0825 P on the diameter.
        const double share = (screw.major - screw.tapDrill) / (1.0825 * screw.pitch) / 1.2;
        QVERIFY2(share > 0.55 && share < 0.85, screw.size.c_str());
        QVERIFY2(screw.headAcrossFlats * 1.1547 < screw.headSocketDiameter + 0.6, screw.size.c_str());
        QVERIFY2(screw.washerDiameter > screw.loose && screw.nutHeight > 3 * screw.pitch, screw.size.c_str());
        if (screw.countersunkDiameter > 0)
            QVERIFY2(screw.countersunkDiameter > screw.normal, screw.size.c_str());
        for (const hardware::RivetNut& nut : screw.rivetNuts)
            QVERIFY2(nut.hole > screw.major && nut.gripMost > nut.gripLeast && nut.length > nut.gripMost,
                     screw.size.c_str());
    }
    for (const auto& [size, theoretical] : {std::pair{"M3", 6.72}, {"M4", 8.96}, {"M5", 11.2}, {"M8", 17.92}})
        QCOMPARE(book.findScrew(size)->countersunkDiameter, theoretical);
    for (const auto& [size, flats] : {std::pair{"#6-32", 0.25}, {"#10-32", 0.3125}, {"1/4-20", 0.4375}})
        QVERIFY(std::abs(book.findScrew(size)->headAcrossFlats - flats * 25.4) < 1e-3);
    QCOMPARE(book.findScrew("M10")->acrossFlats, 16.0);
    QCOMPARE(book.findScrew("M10")->olderAcrossFlats, 17.0);
    for (const hardware::Rivet& rivet : book.rivets)
        for (const hardware::Rivet::Grip& grip : rivet.grips)
            QVERIFY2(grip.length > grip.most && grip.most > grip.least, rivet.size.c_str());
}

void FastenersTest::rivetNutOfAnotherGrip() {
    job::Job job = fastened("m6 rivet nut");
    job.thickness = 4;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "nut-does-not-fit");
    QVERIFY(finding && finding->remedy());
    QCOMPARE(finding->remedy()->mended.findHole("h1")->fastener->family, std::string("long"));
    QVERIFY(!test::findRule(test::findingsOf(finding->remedy()->mended), "nut-does-not-fit"));
}

void FastenersTest::threadNeedsStock() {
    // 2 mm of M6 is 2 turns, and 3 are wanted; of M3 it is 4 and 1.3 * 0.41 * 800 / 360 * 3 = 3.6 are wanted.
    for (const char* size : {"m6 tap", "m3 tap"}) {
        const auto findings = test::findingsOf(fastened(size));
        QVERIFY2(test::findRule(findings, "thread-too-short"), size);
    }
    const auto findings = test::findingsOf(fastened("m6 tap"));
    const check::Finding& finding = *test::findRule(findings, "thread-too-short");
    QCOMPARE(finding.remedies.size(), size_t(2));
    for (const check::Remedy& remedy : finding.remedies)
        QVERIFY(!test::findRule(test::findingsOf(remedy.mended), "thread-too-short"));
    job::Job thick = fastened("m3 tap");
    thick.thickness = 4;
    QVERIFY(!test::findRule(test::findingsOf(thick), "thread-too-short"));
}

void FastenersTest::rivetNutNeedsRoomBehind() {
    job::Job job = channel();
    job.plates[1].length = 30; // the legs stand 26 apart inside; an M6 nut reaches 13 behind the sheet
    Hole nut = *hardware::fitted(hole("h1", 30, 40), fastener("m6 rivet nut"), hardware::standardBook());
    nut.fastener->headOnBack = true; // set from outside, its body in the channel
    job.plates[0].holes = {nut};
    QVERIFY(!test::findRule(test::findingsOf(job), "nut-does-not-fit"));
    job.plates[1].length = 14;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "nut-does-not-fit");
    QVERIFY(finding && !finding->remedies.empty());
    QVERIFY(!test::findRule(test::findingsOf(finding->remedies[0].mended), "nut-does-not-fit"));
}

void FastenersTest::toolNeedsRoomBesideAFlange() {
    // A 14 mm socket for M6 in the web, inside the channel: its axis needs 7 mm to the leg's inner face at 2.
    const auto tooNear = test::findingsOf(fastened("m6", 8.5));
    const check::Finding* finding = test::findRule(tooNear, "no-room-for-tool");
    QVERIFY(finding);
    QVERIFY(!test::findRule(test::findingsOf(fastened("m6", 9.5)), "no-room-for-tool"));
    // A cap screw's key is no wider than its head, 10: 5 mm do, but its nut's socket needs as much outside.
    QVERIFY(!finding->remedies.empty());
    QVERIFY(finding->remedies.back().says.find("cap screw") != std::string::npos);
}

void FastenersTest::spannerGoesOnWhereNoSocketDoes_data() {
    QTest::addColumn<double>("gap");
    QTest::addColumn<int>("severity");
    // An M6 head in a leg of a channel. A socket wants 40; a ring over the head 1.6 + 4 + 8 above the washer,
    // a fork from the side 1.6 + 5.5.
    QTest::newRow("a socket") << 42.0 << -1;
    QTest::newRow("a ring") << 14.0 << int(check::Severity::Note);
    QTest::newRow("a fork") << 7.5 << int(check::Severity::Note);
    QTest::newRow("nothing") << 7.0 << int(check::Severity::Mind);
}

void FastenersTest::spannerGoesOnWhereNoSocketDoes() {
    QFETCH(double, gap);
    QFETCH(int, severity);
    job::Job job = channel();
    job.plates[1].length = gap + 2 * job.thickness;
    job.plates[0].holes = {*hardware::fitted(hole("h1", 20, 40), fastener("m6"), hardware::standardBook())};
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "no-room-for-tool");
    QCOMPARE(finding ? int(finding->severity) : -1, severity);
    // Drawn where it is: the head stands on the washer inside, 1.6 over the leg at 2; a spanner's handle
    // comes out at the open side, as the other leg and the web leave it no other way.
    const part::Part part = part::solve(job, test::hotRolled());
    const part::Folded folded = part::fold(part);
    const auto wrench =
        check::wrenchFor({job, part, folded, test::hotRolled(), quantity::Reading::millimetres()}, "h1");
    QCOMPARE(wrench.has_value(), severity != int(check::Severity::Mind));
    if (!wrench) return;
    const part::FormedHole at = part::formedHole(part, folded, part.holeIndex("h1"));
    QVERIFY(test::near((wrench->at - at.point).cross(at.axis).norm(), 0, 1e-9));
    QVERIFY(test::near((wrench->at - at.point).dot(wrench->outward), 2 + 1.6 + 0.1, 1e-6));
    QCOMPARE(wrench->isSpanner(), gap < 40);
    if (wrench->isSpanner()) {
        QVERIFY(test::near(wrench->handle.norm(), 1, 1e-9));
        QVERIFY(test::near(wrench->handle.dot(wrench->outward), 0, 1e-9));
        // Away from the web, which is joined to the leg along its x.
        const Vec3 web =
            folded.rootFromFlat[0].linear() * Vec3(part.bends[0].across.x(), part.bends[0].across.y(), 0);
        QVERIFY(wrench->handle.dot(web) < 0.9);
    } else {
        QCOMPARE(wrench->diameter, 14.0);
    }
}

void FastenersTest::spacerLiftsTheHead() {
    // A low leg, 10 high inside, 6.5 from the axis of a 14 socket: past it a spacer of 10 lifts the head.
    job::Job job = fastened("m6", 8.5);
    job.plates[0].length = 12;
    auto findings = test::findingsOf(job);
    const check::Finding* low = test::findRule(findings, "no-room-for-tool");
    QVERIFY(low);
    QVERIFY2(low->says.find("A spacer 10.0 long under the head") != std::string::npos, low->says.c_str());
    job.plates[0].length = 60;
    findings = test::findingsOf(job);
    QVERIFY(test::findRule(findings, "no-room-for-tool")->says.find("spacer") == std::string::npos);
}

void FastenersTest::headOffTheCurve() {
    // The curve begins R + T = 4 from the outside; an M6 washer is 12 across.
    QVERIFY(test::findRule(test::findingsOf(fastened("m6", 9.5)), "head-on-bend"));
    QVERIFY(!test::findRule(test::findingsOf(fastened("m6", 10.1)), "head-on-bend"));
}

void FastenersTest::shoppingListCounts() {
    job::Job job = fastened("m6");
    job.plates[1].holes[0].pattern = Pattern{};
    job.plates[1].holes[0].pattern->count = 3;
    job.plates[1].holes[0].pattern->pitch = 12;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "what-to-buy");
    QVERIFY(finding);
    QVERIFY2(finding->says.starts_with("3 × M6 bolt, normal, 12"), finding->says.c_str());
}

GOODFOLD_TEST(FastenersTest)

} // namespace goodfold::fasteners_test

#include "fasteners.moc"
