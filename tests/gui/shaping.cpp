// Ways of measuring, ends, corners, slots, joggles and loads, changed where they stand in the real window.
#include "gui/support.h"
#include "part/mark.h"

using namespace goodfold;
using job::Element;
using job::Plate;

namespace {

part::Part partOf(const test::Window& window) {
    return window.document().part();
}

} // namespace

class ShapingTest : public QObject {
    Q_OBJECT
private slots:
    void keyboardBuildsAHangerWithJoggleAndSlot();
    void aLegIsMeasuredAcross();
    void aLegIsLockedToTheBlank();
    void eitherEndOfALengthHasItsOwnReference();
    void endsAndCornersAreShaped();
    void holeBecomesASlotAndBack();
    void joggleIsOneThing();
    void gaugesAndSlopesAreUnderstood();
    void includedAnglesAreADisplayChoice();
    void loadShowsHowFarItGives();
    void newFindingsOfferTheirRemedies_data();
    void newFindingsOfferTheirRemedies();
    void datumEndIsTheUsers();
    void cutAtAnotherLengthTellsEachLeg();
    void roundingShowsItsRemainder();
};

void ShapingTest::keyboardBuildsAHangerWithJoggleAndSlot() {
    test::Window window;
    for (const char* line : {"48", "h 18 d 6.5 long 14", "b 90 away", "70", "j 8 over 22", "55", "round",
                             "h 13 d 8", "extra 60"}) {
        QTest::keyClicks(QApplication::focusWidget(), line);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    }
    const job::Job& job = window.job();
    QCOMPARE(job.plates.size(), size_t{4});
    QVERIFY(job.plates[0].holes[0].kind == job::Hole::Kind::Slot);
    QVERIFY((job.plates[2].joggle == job::Joggle{8, 22}));
    QVERIFY((job.plates[3].ends.at(job::Edge::End) == job::BarEnd{0, true, 60}));
}

void ShapingTest::aLegIsMeasuredAcross() {
    test::Window window(test::demo("tray-clip.gfold"));
    QCOMPARE(window.shown("How the length is measured of leg B"), QString("opening across"));
    const double blank = partOf(window).blank.length;
    window.choose("How the length is measured of leg B", "overall across");
    QCOMPARE(window.shown("Length of leg B"), QString("46.0")); // the opening and two thicknesses
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window.fill("Length of leg B", "50");
    QVERIFY(std::abs(partOf(window).blank.length - blank - 4) < 1e-9);
    window.fill("Angle of bend 1", "80"); // the legs would no longer stand parallel
    QVERIFY2(window.notice().contains("parallel"), qPrintable(window.notice()));
    QCOMPARE(window.job().bends[0].angleDeg, 90.0);
}

void ShapingTest::aLegIsLockedToTheBlank() {
    test::Window window(test::demo("vent-stay.gfold"));
    const double blank = partOf(window).blank.length;
    window.choose("How the length is measured of leg B", "on the blank");
    QCOMPARE(window.shown("Length of leg B"), QString("70.0"));
    QVERIFY(window.cell("Length of leg B").sheet->text().contains("makes 74.0 outside"));
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window.fill("K-factor of bend 2", "0.5"); // the line stays where it is scribed, the leg changes
    QVERIFY(std::abs(part::lengthOnBlank(partOf(window), 1) - window.job().plates[1].length) < 1e-9);
    QVERIFY(!window.cell("Length of leg B").sheet->text().contains("makes 74.0 outside"));
}

void ShapingTest::eitherEndOfALengthHasItsOwnReference() {
    test::Window window(test::demo("fan-standoff.gfold"));
    const double blank = partOf(window).blank.length;
    window.choose("Where the length begins of leg B", "inside");
    QCOMPARE(window.job().plates[1].length, 60.325 - 3.175);
    window.choose("Where the length ends of leg B", "tangent");
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window->actions().undo->trigger();
    window->actions().undo->trigger();
    QCOMPARE(window.job().plates[1].length, 60.325);
}

void ShapingTest::endsAndCornersAreShaped() {
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(!window.find("Shape of the end of leg C")); // not in hand, and as usual
    window.document().select(Element::plate("C"));
    window.choose("Shape of the end of leg C", "rounded");
    window.fill("Radius of the corners at the end of leg C", "8");
    QCOMPARE(window.job().plates[2].corners.at(job::Corner::EndLeft).size, 8.0);
    window.choose("Shape of the end of leg C", "full round");
    QVERIFY(window.job().plates[2].corners.empty());
    QVERIFY(window.job().plates[2].ends.at(job::Edge::End).fullRound);
    window.choose("Shape of the end of leg C", "chamfered");
    window.fill("Angle of the end of leg C", "15");
    const double blank = partOf(window).blank.length;
    window.fill("Left on at the end of leg C", "80");
    QVERIFY(partOf(window).blank.length > blank + 79);
    window.document().select(Element::plate("A"));
    QVERIFY(window.find("Shape of the end of leg C")); // it is no usual end now
    // The ribbon shows what is trimmed: hatched, beyond the finished end.
    const auto trimmed = part::marksOf(partOf(window));
    QVERIFY(std::any_of(trimmed.begin(), trimmed.end(),
                        [](const part::Mark& mark) { return mark.kind == part::Mark::Kind::Trim; }));
}

void ShapingTest::holeBecomesASlotAndBack() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.choose("Kind of hole h1", "slot");
    window.fill("Length over all of hole h1", "18");
    window.fill("Turned from the leg's direction of hole h1", "90");
    QVERIFY(std::abs((partOf(window).holes[0].spineInFlat.to - partOf(window).holes[0].spineInFlat.from).y() -
                     11.4) < 1e-9);
    window.choose("Kind of hole h1", "ø");
    QVERIFY(!partOf(window).holes[0].isSlot());
}

void ShapingTest::joggleIsOneThing() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.click("+ joggle on the end of C");
    QCOMPARE(window.job().plates.size(), size_t{5});
    window.fill("Offset of leg D", "9");
    window.fill("Length of the joggle of leg D", "30");
    QVERIFY((window.job().plates[3].joggle == job::Joggle{9, 30}));
    QVERIFY(!window.find("Angle of bend 3")); // it follows from the joggle
    window.click("Turn of bend 4");
    QVERIFY(window.job().bends[2].turn != window.job().bends[3].turn);
    window.fill("Length of the joggle of leg D", "4");
    QVERIFY(window.find("Joggle D is too short: make it 9.0"));
    window.click("Joggle D is too short: make it 9.0");
    QVERIFY(window.document().part().undrivable.empty());
    window.document().select(Element::bend("3"));
    window->actions().remove->trigger();
    QCOMPARE(window.job().plates.size(), size_t{3});
}

void ShapingTest::gaugesAndSlopesAreUnderstood() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.fill("Thickness", "11ga");
    QCOMPARE(window.job().thickness, 3.038);
    QCOMPARE(window.shown("Thickness"), QString("3.04 (11 ga)"));
    window.choose("Material", "Stainless 304, annealed");
    window.fill("Thickness", "11ga"); // the material decides
    QCOMPARE(window.job().thickness, 3.175);
    window.fill("Thickness", "60ga");
    QVERIFY2(window.notice().contains("gauges from"), qPrintable(window.notice()));
    window.fill("Angle of bend 2", "1:4");
    QVERIFY(std::abs(window.job().bends[1].angleDeg - 14.0362) < 1e-3);
}

void ShapingTest::includedAnglesAreADisplayChoice() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto reading = quantity::Reading::millimetres();
    reading.angles = quantity::Reading::Angles::Included;
    window.document().setReadings(reading, quantity::Reading::fractions());
    QCOMPARE(window.shown("Angle of bend 2"), QString("120°"));
    window.fill("Angle of bend 2", "100");
    QCOMPARE(window.job().bends[1].angleDeg, 80.0);
    window.type("bend 2");
    window.type("135");
    QCOMPARE(window.job().bends[1].angleDeg, 45.0);
}

void ShapingTest::loadShowsHowFarItGives() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.choose("Screwed down at", "h1");
    QVERIFY(window.job().load && window.job().load->at == "h2");
    window.fill("Newtons", "20");
    window.choose("Direction", "off A's face");
    const auto says = [&] {
        for (const check::Finding& finding : window.document().findings())
            if (finding.rule == "strength") return QString::fromStdString(finding.says);
        return QString();
    };
    const QString light = says();
    QVERIFY2(light.contains("estimate") && light.contains("yields at about 275"), qPrintable(light));
    window.fill("Kilograms that swing with it", "2");
    QVERIFY(says() != light);
    window.choose("Pulled at", "nothing");
    QVERIFY(!window.job().load && says().isEmpty());
}

void ShapingTest::newFindingsOfferTheirRemedies_data() {
    QTest::addColumn<QString>("cell");
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("remedy");
    QTest::newRow("stock too short") << "Length on hand"
                                     << "150"
                                     << "";
    QTest::newRow("least leg") << "Least leg your tool bends"
                               << "50"
                               << "C is short to bend: leave 2.0 on, trim later";
    QTest::newRow("heavy") << "Thickness"
                           << "6"
                           << "Bend 1 is heavy by hand: leave";
}

void ShapingTest::newFindingsOfferTheirRemedies() {
    QFETCH(QString, cell);
    QFETCH(QString, typed);
    QFETCH(QString, remedy);
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.fill(cell, typed);
    if (remedy.isEmpty()) {
        QVERIFY(check::hasStop(window.document().findings()));
        return;
    }
    const job::Job before = window.job();
    app::CellPanel* cards = window->findChild<app::FindingsView*>()->cards();
    QString name;
    for (const auto& place : cards->places())
        if (cards->cellAt(place).name.startsWith(remedy)) name = cards->cellAt(place).name;
    QVERIFY2(!name.isEmpty(), qPrintable(cards->text()));
    window.click(name);
    QVERIFY(window.job() != before);
    QVERIFY(!window.find(name));
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
}

void ShapingTest::datumEndIsTheUsers() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Marks from the datum end");
    QCOMPARE(table->item(0, 0)->text(), QString("16.0")); // h1
    window.choose("Datum end", "the right end");
    QCOMPARE(table->item(0, 0)->text(), QString("9.0")); // h2, from its own end
    QCOMPARE(table->item(table->rowCount() - 1, 0)->text(), QString("176.0"));
    QVERIFY(window.job().datum == job::Edge::End);
    QCOMPARE(table->item(1, 3)->text(), QString("back")); // bend 2 goes away from you
}

void ShapingTest::cutAtAnotherLengthTellsEachLeg() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    window.fill("Length it was cut to", "172");
    app::CellPanel* sheet = window.cell("Length it was cut to").sheet;
    QVERIFY2(sheet->text().contains("4.0 short"), qPrintable(sheet->text()));
    QVERIFY(sheet->text().contains("All holes still line up"));
    QVERIFY(sheet->text().contains("from where they should"));
    const Vec2 before = partOf(window).holes[1].centreInFlat;
    window.click("make leg C 44.0");
    QVERIFY(std::abs(partOf(window).blank.length - 172) < 0.005); // 176.0024 is what it was
    QVERIFY((partOf(window).holes[1].centreInFlat - before).norm() < 1e-9);
    window.fill("Length it was cut to", "20");
    QVERIFY2(sheet->text().contains("No leg has so much"), qPrintable(sheet->text()));
    window->actions().undo->trigger();
    QCOMPARE(window.job().plates[2].length, 48.0);
}

void ShapingTest::roundingShowsItsRemainder() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().setReadings(quantity::Reading::millimetres(1), quantity::Reading::fractions());
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Marks from the datum end");
    const auto marks = part::marksOf(partOf(window));
    for (int row = 0; row < table->rowCount(); ++row) {
        // What is shown and what rounding left out are the mark itself: nothing is carried on.
        const double shown = table->item(row, 0)->text().toDouble() + table->item(row, 1)->text().toDouble();
        const bool isOne = std::any_of(marks.begin(), marks.end(), [&](const part::Mark& mark) {
            return std::abs(mark.alongAtRight - shown) < 0.0051 ||
                   std::abs(mark.alongAtLeft - shown) < 0.0051;
        });
        QVERIFY(isOne || std::abs(shown - partOf(window).blank.length) < 0.0051);
    }
}

GOODFOLD_GUI_TEST(ShapingTest)
#include "shaping.moc"
