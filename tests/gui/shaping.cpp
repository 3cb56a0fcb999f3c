// Ways of measuring, ends, corners, slots, joggles and loads, changed where they stand in the real window.
#include "gui/support.h"
#include "part/mark.h"

namespace goodfold::shaping_test {

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
    QCOMPARE(window.shown("leg.B.measure"), QString("opening across"));
    const double blank = partOf(window).blank.length;
    window.choose("leg.B.measure", "overall");
    QCOMPARE(window.shown("leg.B.length"), QString("46.0")); // the opening and two thicknesses
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window.fill("leg.B.length", "50");
    QVERIFY(std::abs(partOf(window).blank.length - blank - 4) < 1e-9);
    window.fill("bend.1.angle", "80"); // the legs would no longer stand parallel
    QVERIFY2(window.notice().contains("parallel"), qPrintable(window.notice()));
    QCOMPARE(window.job().bends[0].angleDeg, 90.0);
}

void ShapingTest::aLegIsLockedToTheBlank() {
    test::Window window(test::demo("vent-stay.gfold"));
    const double blank = partOf(window).blank.length;
    window.choose("leg.B.measure", "blank");
    QCOMPARE(window.shown("leg.B.length"), QString("70.0"));
    QVERIFY(window.cell("leg.B.length").panel->text().contains("makes 74.0 outside"));
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window.fill("bend.2.k", "0.5"); // the line stays where it is scribed, the leg changes
    QVERIFY(std::abs(part::lengthOnBlank(partOf(window), 1) - window.job().plates[1].length) < 1e-9);
    QVERIFY(!window.cell("leg.B.length").panel->text().contains("makes 74.0 outside"));
}

void ShapingTest::eitherEndOfALengthHasItsOwnReference() {
    test::Window window(test::demo("fan-standoff.gfold"));
    const double blank = partOf(window).blank.length;
    window.choose("leg.B.from", "inside");
    QCOMPARE(window.job().plates[1].length, 60.325 - 3.175);
    window.choose("leg.B.to", "tangent");
    QVERIFY(std::abs(partOf(window).blank.length - blank) < 1e-9);
    window->actions().undo->trigger();
    window->actions().undo->trigger();
    QCOMPARE(window.job().plates[1].length, 60.325);
}

void ShapingTest::endsAndCornersAreShaped() {
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(!window.find("leg.C.end.shape")); // not in hand, and as usual
    window.document().select(Element::plate("C"));
    window.choose("leg.C.end.shape", "round");
    window.fill("leg.C.end.corners", "8");
    QCOMPARE(window.job().plates[2].corners.at(job::Corner::EndLeft).size, 8.0);
    window.choose("leg.C.end.shape", "full-round");
    QVERIFY(window.job().plates[2].corners.empty());
    QVERIFY(window.job().plates[2].ends.at(job::Edge::End).fullRound);
    window.choose("leg.C.end.shape", "chamfer");
    window.fill("leg.C.end.cut", "15");
    const double blank = partOf(window).blank.length;
    window.fill("leg.C.end.extra", "80");
    QVERIFY(partOf(window).blank.length > blank + 79);
    window.document().select(Element::plate("A"));
    QVERIFY(window.find("leg.C.end.shape")); // it is no usual end now
    // The ribbon shows what is trimmed: hatched, beyond the finished end.
    const auto trimmed = part::marksOf(partOf(window));
    QVERIFY(std::any_of(trimmed.begin(), trimmed.end(),
                        [](const part::Mark& mark) { return mark.kind == part::Mark::Kind::Trim; }));
}

void ShapingTest::holeBecomesASlotAndBack() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.choose("hole.h1.kind", "slot");
    window.fill("hole.h1.length", "18");
    window.fill("hole.h1.angle", "90");
    QVERIFY(std::abs((partOf(window).holes[0].spineInFlat.to - partOf(window).holes[0].spineInFlat.from).y() -
                     11.4) < 1e-9);
    window.choose("hole.h1.kind", "round");
    QVERIFY(!partOf(window).holes[0].isSlot());
}

void ShapingTest::joggleIsOneThing() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.click("add.joggle");
    QCOMPARE(window.job().plates.size(), size_t{5});
    window.fill("leg.D.joggle.offset", "9");
    window.fill("leg.D.joggle.length", "30");
    QVERIFY((window.job().plates[3].joggle == job::Joggle{9, 30}));
    QVERIFY(!window.find("bend.3.angle")); // it follows from the joggle
    window.click("bend.4.turn");
    QVERIFY(window.job().bends[2].turn != window.job().bends[3].turn);
    window.fill("leg.D.joggle.length", "4");
    QVERIFY(window.find("finding.cannot-drive.D.1"));
    window.click("finding.cannot-drive.D.1");
    QVERIFY(window.document().part().undrivable.empty());
    window.document().select(Element::bend("3"));
    window->actions().remove->trigger();
    QCOMPARE(window.job().plates.size(), size_t{3});
}

void ShapingTest::gaugesAndSlopesAreUnderstood() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.fill("stock.thickness", "11ga");
    QCOMPARE(window.job().thickness, 3.038);
    QCOMPARE(window.shown("stock.thickness"), QString("3.04 (11 ga)"));
    window.choose("stock.material", "stainless-304");
    window.fill("stock.thickness", "11ga"); // the material decides
    QCOMPARE(window.job().thickness, 3.048);
    window.fill("stock.thickness", "60ga");
    QVERIFY2(window.notice().contains("gauges from"), qPrintable(window.notice()));
    window.fill("bend.2.angle", "1:4");
    QVERIFY(std::abs(window.job().bends[1].angleDeg - 14.0362) < 1e-3);
}

void ShapingTest::includedAnglesAreADisplayChoice() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto reading = quantity::Reading::millimetres();
    reading.angles = quantity::Reading::Angles::Included;
    window.document().setReadings(reading, quantity::Reading::fractions());
    QCOMPARE(window.shown("bend.2.angle"), QString("120°"));
    window.fill("bend.2.angle", "100");
    QCOMPARE(window.job().bends[1].angleDeg, 80.0);
    window.type("bend 2");
    window.type("135");
    QCOMPARE(window.job().bends[1].angleDeg, 45.0);
}

void ShapingTest::loadShowsHowFarItGives() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.choose("load.held", "h1");
    QVERIFY(window.job().load && window.job().load->at == "h2");
    window.fill("load.force", "20");
    window.choose("load.toward", "face");
    const auto says = [&] {
        for (const check::Finding& finding : window.document().findings())
            if (finding.rule == "strength") return QString::fromStdString(finding.says);
        return QString();
    };
    const QString light = says();
    QVERIFY2(light.contains("estimate") && light.contains("is sure to stand 235"), qPrintable(light));
    window.fill("load.hung", "2");
    QVERIFY(says() != light);
    window.choose("load.at", "none");
    QVERIFY(!window.job().load && says().isEmpty());
}

void ShapingTest::newFindingsOfferTheirRemedies_data() {
    QTest::addColumn<QString>("cell");
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("remedy");
    QTest::newRow("stock too short") << "stock.on-hand"
                                     << "150"
                                     << "";
    QTest::newRow("least leg") << "stock.least-leg"
                               << "50"
                               << "finding.leg-too-short.C.1";
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
    QVERIFY2(cards->placeOf(remedy) >= 0, qPrintable(cards->text()));
    window.click(remedy);
    QVERIFY(window.job() != before);
    QVERIFY(!window.find(remedy));
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
}

void ShapingTest::datumEndIsTheUsers() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Table of marks");
    QCOMPARE(table->item(0, 0)->text(), QString("16.0")); // h1
    window.choose("blank.datum", "end");
    QCOMPARE(table->item(0, 0)->text(), QString("9.0")); // h2, from its own end
    QCOMPARE(table->item(table->rowCount() - 1, 0)->text(), QString("176.0"));
    QVERIFY(window.job().datum == job::Edge::End);
    QCOMPARE(table->item(1, 3)->text(), QString("back")); // bend 2 goes away from you
}

void ShapingTest::cutAtAnotherLengthTellsEachLeg() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    window.fill("blank.cut-at", "172");
    app::CellPanel* sheet = window.cell("blank.cut-at").panel;
    QVERIFY2(sheet->text().contains("4.0 short"), qPrintable(sheet->text()));
    QVERIFY(sheet->text().contains("All holes and legs stay"));
    QVERIFY(sheet->text().contains("from where they should"));
    const Vec2 before = partOf(window).holes[1].centreInFlat;
    window.click("blank.takes.C");
    QVERIFY(std::abs(partOf(window).blank.length - 172) < 0.005); // 176.0024 is what it was
    QVERIFY((partOf(window).holes[1].centreInFlat - before).norm() < 1e-9);
    window.fill("blank.cut-at", "20");
    QVERIFY2(sheet->text().contains("No leg has so much"), qPrintable(sheet->text()));
    window->actions().undo->trigger();
    QCOMPARE(window.job().plates[2].length, 48.0);
}

void ShapingTest::roundingShowsItsRemainder() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().setReadings(quantity::Reading::millimetres(1), quantity::Reading::fractions());
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Table of marks");
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

GOODFOLD_TEST(ShapingTest)

} // namespace goodfold::shaping_test

#include "shaping.moc"
