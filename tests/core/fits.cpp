// Holes against each other, against what goes into them and against their metal: each rule from figures
// worked out by hand, just within and just beyond.
#include "core/forming_support.h"
#include "core/sheet_support.h"
#include "part/hole_gap.h"

namespace goodfold::fits_test {

using check::Severity;
using job::Fastener;
using job::Hole;

namespace {

/// A strap 140 x 40 x 3 with these holes, by their middle.
job::Job strap(const std::vector<Hole>& holes, double thickness = 3) {
    job::Job job = test::bar({140}, {}, thickness, 40);
    job.plates[0].holes = holes;
    return job;
}

Hole round(const char* id, double x, double y, double diameter) {
    return {.id = id, .diameter = diameter, .x = x, .xFrom = Hole::XFrom::Start, .y = y};
}

Hole fitted(Hole hole, const char* what) {
    const auto fastener = hardware::parseFastener(what, hardware::standardBook());
    if (!fastener) qFatal("%s", fastener.error().says.c_str());
    return *hardware::fitted(std::move(hole), *fastener, hardware::standardBook());
}

const check::Finding* found(const job::Job& job, const char* rule) {
    static std::vector<check::Finding> findings;
    findings = test::findingsOf(job);
    return test::findRule(findings, rule);
}

Hole cutOut(const std::vector<Vec2>& points) {
    Hole hole = round("h1", 70, 0, 10);
    hole.kind = Hole::Kind::CutOut;
    for (const Vec2& point : points)
        hole.outline.push_back({.at = point});
    return hole;
}

} // namespace

class FitsTest : public QObject {
    Q_OBJECT
private slots:
    void gapsByHand();
    void holesRunTogether();
    void patternsToo();
    void headsAndPitches();
    void bowTiesAreNotCut_data();
    void bowTiesAreNotCut();
    void hardlyAnyEdge();
    void openingsCarryNothing();
    void holeSuitsItsFastener_data();
    void holeSuitsItsFastener();
    void countersinkGoesThrough();
    void weldNutsOnSteel();
    void boltBetweenLegs();
    void axisAtAnAngle();
    void grainIsAskedFor();
    void zincAndMetals();
    void coatsNarrowHoles();
    void smallThings();
    void figuresHardlyMeant();
    void holeOverTheShoulder();
    void notANumberIsNeverSaid();
};

void FitsTest::gapsByHand() {
    Hole slot = round("h2", 60, 0, 8);
    slot.kind = Hole::Kind::Slot;
    slot.length = 20; // its round ends at 54 and 66
    Hole square = round("h3", 100, 0, 10);
    square.kind = Hole::Kind::Rectangle;
    square.length = 10; // from 95 to 105
    const part::Part part = part::solve(strap({round("h1", 40, 0, 6), slot, square}), test::hotRolled());
    QVERIFY(test::near(part::gapBetween(part.holes[0], part.holes[1]), 54 - 40 - 3 - 4, 1e-9));
    QVERIFY(test::near(part::gapBetween(part.holes[1], part.holes[2]), 95 - 66 - 4, 1e-9));
    QVERIFY(test::near(part::gapBetween(part.holes[2], part.holes[0]), 95 - 40 - 3, 1e-9));
    // One within the other.
    const part::Part inside = part::solve(strap({square, round("h4", 100, 0, 2)}), test::hotRolled());
    QVERIFY(part::gapBetween(inside.holes[0], inside.holes[1]) < -4);
    QCOMPARE(part::closePairs(part, 7.01).size(), size_t(1));
    QCOMPARE(part::closePairs(part, 6.99).size(), size_t(0));
}

void FitsTest::holesRunTogether() {
    // 6 across and 8 apart: 2 are left, and 3 mm stock wants 3.
    QVERIFY(!found(strap({round("h1", 40, 0, 6), round("h2", 49, 0, 6)}), "holes-too-close"));
    const auto* close = found(strap({round("h1", 40, 0, 6), round("h2", 48.9, 0, 6)}), "holes-too-close");
    QVERIFY(close && close->severity == Severity::Mind);
    QVERIFY(test::near(*close->value, 2.9, 1e-9));
    const auto* one = found(strap({round("h1", 40, 0, 6), round("h2", 45, 0, 6)}), "holes-too-close");
    QVERIFY(one && one->severity == Severity::Stop);
    const auto* same = found(strap({round("h1", 40, 0, 6), round("h2", 40, 0, 6)}), "holes-too-close");
    QVERIFY(same && same->severity == Severity::Stop);
}

void FitsTest::patternsToo() {
    Hole row = round("h1", 30, 0, 6);
    row.pattern = job::Pattern{.count = 4, .pitch = 5};
    const auto findings = test::findingsOf(strap({row}));
    QCOMPARE(std::count_if(findings.begin(), findings.end(),
                           [](const auto& f) { return f.rule == "holes-too-close"; }),
             1); // a row told once
}

void FitsTest::headsAndPitches() {
    // M6: washers 12 across. 3.2 rivets: 3 x 3.3 = 9.9 apart, heads 6.5.
    const auto two = [](const char* what, double apart) {
        return strap({fitted(round("h1", 40, 0, 6), what), fitted(round("h2", 40 + apart, 0, 6), what)});
    };
    QVERIFY(found(two("m6", 11.9), "heads-too-close"));
    QVERIFY(found(two("m6", 14.5), "heads-too-close")); // 2.2 x 6.6 = 14.52
    QVERIFY(!found(two("m6", 14.6), "heads-too-close"));
    QVERIFY(found(two("rivet 3.2", 9.8), "heads-too-close"));
    QVERIFY(!found(two("rivet 3.2", 10), "heads-too-close"));
}

void FitsTest::bowTiesAreNotCut_data() {
    QTest::addColumn<std::vector<Vec2>>("points");
    QTest::addColumn<bool>("isCut");
    using Points = std::vector<Vec2>;
    QTest::newRow("square") << Points{{0, 0}, {10, 0}, {10, 10}, {0, 10}} << true;
    QTest::newRow("bow-tie") << Points{{0, 0}, {10, 10}, {10, 0}, {0, 10}} << false;
    QTest::newRow("figure of eight") << Points{{0, 0}, {10, 10}, {20, 0}, {20, 10}, {10, 0}, {0, 10}}
                                     << false;
    QTest::newRow("folded flat") << Points{{0, 0}, {10, 0}, {20, 0}} << false;
    QTest::newRow("dented") << Points{{0, 0}, {10, 0}, {10, 10}, {5, 2}, {0, 10}} << true;
}

void FitsTest::bowTiesAreNotCut() {
    QFETCH(std::vector<Vec2>, points);
    QFETCH(bool, isCut);
    const job::Job job = strap({cutOut(points)});
    if (job::whatIsWrong(job)) { // refused sooner is as good
        QVERIFY(!isCut);
        return;
    }
    const auto* finding = found(job, "crosses-itself");
    QCOMPARE(finding == nullptr, isCut);
    if (finding) QVERIFY(finding->severity == Severity::Stop);
}

void FitsTest::hardlyAnyEdge() {
    // 24 in a bar of 25 leaves half a millimetre.
    job::Job job = strap({round("h1", 70, 0, 24)});
    job.stock.width = 25;
    const auto* finding = found(job, "hole-near-edge");
    QVERIFY(finding && finding->severity == Severity::Stop);
    QVERIFY2(finding->says.find("leaves 0.5") != std::string::npos, finding->says.c_str());
    job.stock.width = 32; // 4 each side
    finding = found(job, "hole-near-edge");
    QVERIFY(!finding || finding->severity != Severity::Stop);
}

void FitsTest::openingsCarryNothing() {
    // To look through, 30 across, 18 from the edge: 3 of web do; for a bolt it would be 36.
    QVERIFY(!found(strap({round("h1", 18.1, 0, 30)}), "hole-near-edge"));
    QVERIFY(found(strap({round("h1", 17.9, 0, 30)}), "hole-near-edge"));
}

void FitsTest::holeSuitsItsFastener_data() {
    QTest::addColumn<QString>("what");
    QTest::addColumn<double>("diameter");
    QTest::addColumn<int>("severity"); // -1: suits
    const int stop = int(Severity::Stop), mind = int(Severity::Mind);
    QTest::newRow("M6 in 5") << "m6" << 5.0 << stop;
    QTest::newRow("M6 in 6.2") << "m6" << 6.2 << -1;
    QTest::newRow("M6 in 8.3") << "m6" << 8.3 << mind; // 6.6, and 7.0 - 6.4 + 1 more
    QTest::newRow("M6 in 8.1") << "m6" << 8.1 << -1;
    QTest::newRow("tap in 4.8") << "m6 tap" << 4.8 << stop;
    QTest::newRow("tap in 5.2") << "m6 tap" << 5.2 << mind;
    QTest::newRow("rivet in 3") << "rivet 3.2" << 3.0 << stop;
    QTest::newRow("rivet in 4") << "rivet 3.2" << 4.0 << mind;
    QTest::newRow("rivet nut in 9.1") << "m6 rivet nut" << 9.1 << -1;
}

void FitsTest::holeSuitsItsFastener() {
    QFETCH(QString, what);
    QFETCH(double, diameter);
    QFETCH(int, severity);
    Hole hole = fitted(round("h1", 70, 0, 6), qPrintable(what));
    const double right = hole.diameter;
    hole.diameter = diameter;
    const auto* finding = found(strap({hole}), "hole-does-not-suit");
    QCOMPARE(finding ? int(finding->severity) : -1, severity);
    if (!finding) return;
    QCOMPARE(finding->remedy()->mended.findHole("h1")->diameter, right);
}

void FitsTest::countersinkGoesThrough() {
    // M5, 5.5 sunk to 11.2 at 90 degrees: 2.85 deep.
    QVERIFY(found(strap({fitted(round("h1", 70, 0, 6), "m5 countersunk")}, 2.8), "sunk-through"));
    const auto* finding =
        found(strap({fitted(round("h1", 70, 0, 6), "m5 countersunk")}, 2.8), "sunk-through");
    QVERIFY(test::near(*finding->value, 2.85, 1e-9));
    QVERIFY(finding->remedy()->mended.findHole("h1")->fastener->head == Fastener::Head::Pan);
    QVERIFY(!found(finding->remedy()->mended, "sunk-through"));
    QVERIFY(!found(strap({fitted(round("h1", 70, 0, 6), "m5 countersunk")}, 3), "sunk-through"));
}

void FitsTest::weldNutsOnSteel() {
    job::Job job = strap({fitted(round("h1", 70, 0, 6), "m6 weld nut")});
    QVERIFY(!found(job, "weld-nut-on-other"));
    for (const char* id : {"steel-galvanised", "aluminium-5052-h32", "copper-soft"}) {
        job.material = id;
        QVERIFY2(found(job, "weld-nut-on-other"), id);
    }
}

void FitsTest::boltBetweenLegs() {
    // A channel with legs 26 apart inside: M6 x 20 goes in from within, x 30 does not.
    job::Job job = test::channel();
    job.plates[1].length = 30;
    Hole hole = fitted(test::hole("h1", 12, 40), "m6");
    hole.fastener->headOnBack = false;
    job.plates[0].holes = {hole};
    hole.fastener->clamps = 3;
    QVERIFY(!found(job, "screw-not-in"));
    job.plates[0].holes[0].fastener->clamps = 17; // 2 + 17 + 1.6 + 5.2 + 2 = 27.8: 30
    const auto* finding = found(job, "screw-not-in");
    QVERIFY(finding && finding->remedy());
    QVERIFY(!found(finding->remedy()->mended, "screw-not-in"));
}

void FitsTest::axisAtAnAngle() {
    // Two legs that stand at 160 degrees to each other: a bolt on the axis of the one stands 20 askew.
    for (const auto& [angle, severity] :
         {std::pair{160.0, int(Severity::Stop)}, {178.0, int(Severity::Mind)}, {180.0, -1}}) {
        job::Job job = test::bar({60, 60}, {{.angleDeg = angle, .insideRadius = 10.0}});
        job.plates[0].holes = {round("h1", 20, 0, 6)};
        Hole other = round("h2", 0, 0, 6);
        other.formed = job::FormedPlace{job::FormedPlace::Kind::Axis, "h1", 0};
        job.plates[1].holes = {other};
        const auto* finding = found(job, "askew-on-axis");
        QCOMPARE(finding ? int(finding->severity) : -1, severity);
        if (finding) QVERIFY(test::near(*finding->value, 180 - angle, 1e-6));
    }
}

void FitsTest::grainIsAskedFor() {
    job::Job job = test::tray({job::Edge::End, job::Edge::Left});
    job.material = "aluminium-5052-h32";
    job.thickness = 3; // sound at 1 T across, 1.5 T along
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 4;
    QVERIFY(found(job, "grain-unsaid"));
    job.stock.grain = job::Grain::Lengthwise;
    QVERIFY(!found(job, "grain-unsaid"));
    job.stock.grain = job::Grain::Unsaid;
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 4.5;
    QVERIFY(!found(job, "grain-unsaid"));
}

void FitsTest::zincAndMetals() {
    job::Job job = test::bar({60, 60}, {{.insideRadius = 2.9}}, 1.5);
    job.material = "steel-galvanised";
    QVERIFY(found(job, "coat-cracks")); // under 2 T
    job.bends[0].insideRadius = 3;
    QVERIFY(!found(job, "coat-cracks"));
    QVERIFY(!found(job, "mixed-metals"));
    job.plates[0].holes = {fitted(round("h1", 20, 0, 6), "m6 close")};
    QVERIFY(found(job, "mixed-metals"));
    QVERIFY(found(job, "close-and-coated"));
    QVERIFY(found(job, "held-by-one"));
    job.material = "steel-hot-rolled";
    QVERIFY(!found(job, "mixed-metals"));
}

/// 0.2 of hot zinc on each side take 0.4 off a hole: of 6.4 there is 6.0 left, which is M6 and no less,
/// of 6.3 not.
void FitsTest::coatsNarrowHoles() {
    job::Job job = test::bar({60, 60}, {{.insideRadius = 4}}, 3);
    Hole hole = fitted(round("h1", 20, 0, 6), "m6 close");
    job.plates[0].holes = {hole};
    job.plates[0].holes[0].diameter = 6.3;
    QVERIFY(!found(job, "hole-does-not-suit"));
    job.coat = 0.2;
    const check::Finding tight = *found(job, "hole-does-not-suit");
    QCOMPARE(tight.severity, check::Severity::Stop);
    QVERIFY2(tight.says.find("5.9") != std::string::npos, tight.says.c_str());
    const job::Job mended = tight.remedy()->mended;
    QVERIFY(!found(mended, "hole-does-not-suit"));
    QVERIFY(std::abs(mended.findHole("h1")->diameter - 6.8) < 1e-9); // close is 6.4, and twice 0.2
    QVERIFY(!found(mended, "close-and-coated"));                     // it is reckoned with
    job.plates[0].holes[0].diameter = 6.4;
    QVERIFY(!found(job, "hole-does-not-suit"));
    job.plates[0].holes[0] = fitted(round("h1", 20, 0, 5), "m6 tapped");
    QVERIFY(found(job, "close-and-coated"));
}

void FitsTest::smallThings() {
    QVERIFY(found(strap({round("h1", 70, 0, 2.9)}), "too-small-to-punch"));
    QVERIFY(!found(strap({round("h1", 70, 0, 3)}), "too-small-to-punch"));
    Hole square = round("h1", 70, 0, 12);
    square.kind = Hole::Kind::Rectangle;
    square.length = 12;
    QVERIFY(found(strap({square}), "sharp-corners"));
    square.radius = 2;
    QVERIFY(!found(strap({square}), "sharp-corners"));
    job::Job tray = test::tray({job::Edge::End});
    tray.bends[0].relief = {job::Relief::Kind::Rectangle, 1.4, {}}; // T is 1.5
    const auto* narrow = found(tray, "relief-too-small");
    QVERIFY(narrow && !found(narrow->remedy()->mended, "relief-too-small"));
    tray.bends[0].relief = {job::Relief::Kind::Rectangle, 1.6, 0.7};
    QVERIFY(found(tray, "relief-too-small"));
}

void FitsTest::figuresHardlyMeant() {
    QVERIFY(found(test::bar({60, 99999}, {{}}), "hardly-meant"));
    QVERIFY(!found(test::bar({60, 2900}, {{}}), "hardly-meant"));
    QVERIFY(found(test::bar({60, 90}, {{}}, 26), "hardly-meant"));
}

void FitsTest::holeOverTheShoulder() {
    // Over a V of 40 what lies within 20 of the bend's middle rides over the shoulder.
    job::Job job = test::bar({60, 80}, {{.angleDeg = 90}}, 3, 25);
    job.bends[0].tool = "press";
    job.bends[0].die = job::DieChoice{40, false};
    for (const auto& [x, isOver] : {std::pair{30.0, false}, {38.0, true}}) {
        job.plates[0].holes = {round("h1", x, 0, 6)};
        const auto settled = sequence::settle(job, test::hotRolled(), tool::standardShop());
        const auto findings = test::findingsOf(settled, tool::standardShop(), "hole-over-shoulder");
        const double middle = settled.part.bends[0].centre.middle().x();
        QCOMPARE(middle - x - 3 < 20, isOver);
        QCOMPARE(!findings.empty(), isOver);
    }
}

/// Whatever is laid out, no sentence and no mark has a figure that is none.
void FitsTest::notANumberIsNeverSaid() {
    test::RandomJobs random(20261);
    for (int i = 0; i < 400; ++i) {
        job::Job job = i % 2 ? random.next() : random.nextSheet(6);
        for (job::Plate& plate : job.plates) // squeezed until nothing straight is left
            if (random.whole(0, 3) == 0) plate.length = random.real(0.5, 12);
        for (job::Bend& bend : job.bends)
            if (random.whole(0, 4) == 0) bend.angleDeg = 180;
        if (job::whatIsWrong(job)) continue;
        for (const check::Finding& finding : test::findingsOf(job)) {
            QVERIFY2(finding.says.find("nan") == std::string::npos &&
                         finding.says.find("inf ") == std::string::npos,
                     finding.says.c_str());
            QVERIFY(!finding.value || std::isfinite(*finding.value));
        }
    }
}

GOODFOLD_TEST(FitsTest)

} // namespace goodfold::fits_test

#include "fits.moc"
