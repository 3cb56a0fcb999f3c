// The ladder in the real window: a bracket from the keyboard alone, figures edited in place.
#include "gui/support.h"

namespace goodfold::ladder_test {

using job::Element;

class LadderTest : public QObject {
    Q_OBJECT
private slots:
    void keyboardAloneBuildsAZBracketWithTwoHoles();
    void rungsFitTheirColumn_data();
    void rungsFitTheirColumn();
    void nonsenseGetsASentenceAndTheOldValueStays();
    void refusedFigureStaysToBeMended();
    void figuresAreEditedInPlace();
    void emptiedRadiusAndKGoBackToTheRule();
    void holeCanBeMeasuredFromElsewhere();
    void undoAndRedoEveryStep();
    void undoKeyTakesBackTheJobsStepUnlessSomethingIsBeingTyped();
    void tabGoesThroughTheFiguresInReadingOrder();
    void arrowsGoFromRungToRung();
    void removeTakesTheSelected();
    void undoWhileTypingInWhatItTakesAway();
    void linksAddBendAndHole();
    void veryManyHolesShowOnlyThoseOfTheLegInHand();
    void whatIsNewIsSeenWhole();
};

void LadderTest::keyboardAloneBuildsAZBracketWithTwoHoles() {
    test::Window window;
    QCOMPARE(QApplication::focusWidget(), window->ladder()->entry());
    // Nothing but key strokes to whatever has the focus.
    for (const char* line : {"40", "h 12", "b 90 away", "60", "b 90 toward", "25", "h 12"}) {
        QTest::keyClicks(QApplication::focusWidget(), line);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    }
    const job::Job& job = window.job();
    QCOMPARE(job.plates.size(), size_t{3});
    QCOMPARE(job.plates[0].length, 40.0);
    QCOMPARE(job.plates[1].length, 60.0);
    QCOMPARE(job.plates[2].length, 25.0);
    QVERIFY(job.bends[0].turn == job::Turn::Down && job.bends[1].turn == job::Turn::Up);
    QCOMPARE(job.plates[0].holes.size() + job.plates[2].holes.size(), size_t{2});
    for (const Element& element : app::ladderOrder(job))
        QVERIFY(window->ladder()->rungs()->shows(element));
}

/// In a low window the ladder is longer than its place: each hole that is typed stands there whole, though
/// its leg stays in hand.
void LadderTest::whatIsNewIsSeenWhole() {
    test::Window window;
    window->resize(1024, 700);
    for (const char* line : {"25 x 3", "40", "b away", "60", "b", "30", "b away", "40"})
        window.type(line);
    app::CellPanel* rungs = window->ladder()->rungs();
    const auto* scroll = window->ladder()->findChild<QScrollArea*>();
    for (const char* hole : {"h1", "h2", "h3", "h4"}) {
        window.type("h 12 m6");
        QCoreApplication::processEvents();
        QVERIFY(rungs->height() > scroll->viewport()->height());
        const QRect seen(rungs->mapFrom(scroll->viewport(), QPoint(0, 0)), scroll->viewport()->size());
        int cells = 0;
        for (const auto& place : rungs->places()) {
            if (!rungs->cellAt(place).id.startsWith(QStringLiteral("hole.%1.").arg(hole))) continue;
            QVERIFY2(seen.contains(place.box), qPrintable(rungs->cellAt(place).id));
            ++cells;
        }
        QVERIFY(cells > 3);
    }
}

void LadderTest::rungsFitTheirColumn_data() {
    QTest::addColumn<QString>("file");
    QTest::newRow("millimetres") << test::demo("vent-stay.gfold");
    QTest::newRow("inches") << test::demo("fan-standoff.gfold");
}

void LadderTest::rungsFitTheirColumn() {
    QFETCH(QString, file);
    test::Window window(file);
    app::CellPanel* rungs = window->ladder()->rungs();
    const auto* scroll = window->ladder()->findChild<QScrollArea*>();
    QVERIFY(rungs->width() <= scroll->viewport()->width());
    for (const auto& place : rungs->places())
        QVERIFY2(rungs->rect().contains(place.box), qPrintable(rungs->cellAt(place).name));
}

void LadderTest::nonsenseGetsASentenceAndTheOldValueStays() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.type("b ninety");
    QVERIFY2(window.notice().contains("ninety"), qPrintable(window.notice()));
    QCOMPARE(window.job().plates.size(), size_t{3});
    QCOMPARE(window->ladder()->entry()->text(), QString("b ninety")); // nothing typed is lost
    QVERIFY(window.document().undoStack().isClean());
}

void LadderTest::refusedFigureStaysToBeMended() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.fill("leg.B.length", "7x");
    auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY2(field && window.notice().contains("character 2") && window.notice().contains("stays 74.0"),
             qPrintable(window.notice()));
    QCOMPARE(field->text(), QString("7x"));
    QCOMPARE(window.job().plates[1].length, 74.0);
    QTest::keyClick(field, Qt::Key_Backspace);
    QTest::keyClicks(field, "5");
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(window.job().plates[1].length, 75.0);
    QVERIFY(window.notice().isEmpty());
    window.fill("leg.B.length", "-3"); // makes sense as a length, but not as a leg
    QVERIFY2(window.notice().contains("more than 0"), qPrintable(window.notice()));
    QTest::keyClick(field, Qt::Key_Escape);
    QCOMPARE(window.shown("leg.B.length"), QString("75.0"));
}

void LadderTest::figuresAreEditedInPlace() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.fill("leg.A.length", "2 1/2 in + 1/8 in");
    QCOMPARE(window.job().plates[0].length, 66.675);
    window.fill("bend.2.angle", "45");
    QCOMPARE(window.job().bends[1].angleDeg, 45.0);
    window.fill("bend.1.radius", "4");
    QCOMPARE(*window.job().bends[0].insideRadius, 4.0);
    window.fill("bend.1.lean", "-8");
    QCOMPARE(window.job().bends[0].skewDeg, -8.0);
    window.fill("hole.h1.diameter", "9");
    window.fill("hole.h1.x", "20");
    window.fill("hole.h1.y", "3");
    QCOMPARE(window.job().findHole("h1")->diameter, 9.0);
    QCOMPARE(window.job().findHole("h1")->x, 20.0);
    QCOMPARE(window.job().findHole("h1")->y, 3.0);
    window.click("bend.2.turn");
    QVERIFY(window.job().bends[1].turn == job::Turn::Up);
    QVERIFY(window.document().selected() == Element::bend("2"));
}

void LadderTest::emptiedRadiusAndKGoBackToTheRule() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.fill("bend.1.k", "0.44");
    QCOMPARE(window.document().part().bends[0].k, 0.44);
    window.fill("bend.1.radius", "5");
    window.fill("bend.1.k", "");
    window.fill("bend.1.radius", "");
    QVERIFY2(!window.job().bends[0].k && !window.job().bends[0].insideRadius, qPrintable(window.notice()));
    QCOMPARE(window.shown("bend.1.k"), QString("0.407"));
    QCOMPARE(window.shown("bend.1.radius"), QString("3"));
}

void LadderTest::holeCanBeMeasuredFromElsewhere() {
    test::Window window(test::demo("vent-stay.gfold"));
    const Vec2 before = window.document().part().holes[1].centreInFlat;
    window.choose("hole.h2.x-from", "inside");
    QVERIFY(window.job().findHole("h2")->xFrom == job::Hole::XFrom::Inside);
    QVERIFY((window.document().part().holes[1].centreInFlat - before).norm() < 1e-9);
}

void LadderTest::undoAndRedoEveryStep() {
    test::Window window;
    std::vector<job::Job> states{window.job()};
    for (const char* line : {"40", "h 12", "b 90 away", "60", "b 30", "25", "h 8"}) {
        window.type(line);
        states.push_back(window.job());
    }
    for (size_t i = states.size() - 1; i > 0; --i) {
        window->actions().undo->trigger();
        QVERIFY(window.job() == states[i - 1]);
        QVERIFY(window.document().part().blank.length > 0);
    }
    QVERIFY(!window->actions().undo->isEnabled());
    for (size_t i = 1; i < states.size(); ++i) {
        window->actions().redo->trigger();
        QVERIFY(window.job() == states[i]);
    }
    window.type("25"); // what it is already: no step
    window.type("A");
    QVERIFY(!window->actions().redo->isEnabled());
    const int steps = window.document().undoStack().count();
    window.type("40");
    QCOMPARE(window.document().undoStack().count(), steps);
}

void LadderTest::undoKeyTakesBackTheJobsStepUnlessSomethingIsBeingTyped() {
    test::Window window;
    app::EntryLine* entry = window->ladder()->entry();
    window.type("44");
    QTest::keyClick(entry, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(window.job().plates[0].length, 50.0);
    QVERIFY(entry->text().isEmpty());
    QTest::keyClick(entry, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    QCOMPARE(window.job().plates[0].length, 44.0);
    QTest::keyClicks(entry, "b 9");
    QTest::keyClick(entry, Qt::Key_Z, Qt::ControlModifier); // the line's own
    QCOMPARE(window.job().plates[0].length, 44.0);
    QVERIFY(entry->text() != "b 9");
    entry->setText({});
    window.fill("leg.A.length", "70");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(window.job().plates[0].length, 44.0);
    QCOMPARE(window.shown("leg.A.length"), QString("44.0"));
}

void LadderTest::tabGoesThroughTheFiguresInReadingOrder() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(Element::plate("B"));
    window.type("h 20");                          // a rung that came later stands where it is read
    window.document().select(Element::bend("1")); // the ends of legs not in hand are not shown
    const QStringList expected{"Length of leg A",
                               "How the length is measured of leg A",
                               "Where the length ends of leg A",
                               "Shape of the start of leg A",
                               "Angle of the start of leg A",
                               "Left on at the start of leg A",
                               "Kind of hole h1",
                               "Diameter of hole h1",
                               "Distance along the leg of hole h1",
                               "Where the distance along counts from of hole h1",
                               "Distance across the leg of hole h1",
                               "Where the distance across counts from of hole h1",
                               "What it is for of hole h1",
                               "When it is made of hole h1",
                               "Angle of bend 1",
                               "Turn of bend 1",
                               "Inside radius of bend 1",
                               "Lean from square of bend 1",
                               "K-factor of bend 1",
                               "Length of leg B",
                               "How the length is measured of leg B",
                               "Where the length begins of leg B",
                               "Where the length ends of leg B",
                               "Kind of hole h3"};
    app::CellPanel* rungs = window->ladder()->rungs();
    rungs->go(0);
    for (const QString& name : expected) {
        QCOMPARE(rungs->cellAt(rungs->places()[static_cast<size_t>(rungs->current())]).name, name);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
    }
    // Typing over a figure and going on with Tab keeps what was typed.
    rungs->go(0);
    QTest::keyClick(rungs, '7');
    QTest::keyClick(QApplication::focusWidget(), '1');
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
    QCOMPARE(window.job().plates[0].length, 71.0);
    QCOMPARE(rungs->cellAt(rungs->places()[static_cast<size_t>(rungs->current())]).name, expected[1]);
}

void LadderTest::arrowsGoFromRungToRung() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::EntryLine* entry = window->ladder()->entry();
    entry->setFocus();
    const auto order = app::ladderOrder(window.job());
    for (size_t i = 1; i < order.size(); ++i) {
        QTest::keyClick(entry, Qt::Key_Down);
        QVERIFY(window.document().selected() == order[i]);
    }
    QTest::keyClick(entry, Qt::Key_Up);
    QVERIFY(window.document().selected() == order[order.size() - 2]);
}

void LadderTest::removeTakesTheSelected() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(Element::hole("h2"));
    window->actions().remove->trigger();
    QVERIFY(!window.job().findHole("h2"));
    window.document().select(Element::bend("2"));
    window->actions().remove->trigger();
    QCOMPARE(window.job().plates.size(), size_t{2});
    window.document().select(Element::plate("A"));
    window->actions().remove->trigger();
    QVERIFY2(window.notice().contains("first leg stays"), qPrintable(window.notice()));
}

void LadderTest::undoWhileTypingInWhatItTakesAway() {
    test::Window window;
    window.type("h 12");
    window.click("hole.h1.x");
    QTest::keyClicks(QApplication::focusWidget(), "99");
    window->actions().undo->trigger(); // from the menu, which takes no focus away
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    QCoreApplication::processEvents();
    QVERIFY(window.job().plates[0].holes.empty());
    // and the same on the picture
    window->actions().redo->trigger();
    window.document().select(Element::hole("h1"));
    window->picture()->editTag(Element::hole("h1"));
    QVERIFY(QApplication::focusWidget());
    QTest::keyClicks(QApplication::focusWidget(), "8");
    window->actions().undo->trigger();
    QTest::keyClick(window->picture(), Qt::Key_Return);
    QVERIFY(window.job().plates[0].holes.empty());
}

void LadderTest::linksAddBendAndHole() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.click("add.bend");
    QCOMPARE(window.job().plates.size(), size_t{4});
    window.click("add.round");
    QCOMPARE(window.job().plates[3].holes.size(), size_t{1});
}

void LadderTest::veryManyHolesShowOnlyThoseOfTheLegInHand() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().change("holes", [](job::Job& job) {
        for (const size_t plate : {0, 2})
            for (int i = 0; i < 60; ++i)
                job.plates[plate].holes.push_back(
                    {.id = "x" + std::to_string(plate) + "-" + std::to_string(i),
                     .diameter = 1,
                     .x = 0.5 * i,
                     .xFrom = plate == 0 ? job::Hole::XFrom::Start : job::Hole::XFrom::End});
    });
    const auto rung = [&](const char* id) { return window->ladder()->rungs()->shows(Element::hole(id)); };
    window.document().select(Element::plate("A"));
    QVERIFY(rung("x0-0") && !rung("x2-0"));
    window.document().select(Element::plate("C"));
    QVERIFY(!rung("x0-0") && rung("x2-0"));
    window.document().select(Element::hole("x2-5")); // its leg stays open
    QVERIFY(rung("x2-5") && rung("x2-0"));
}

GOODFOLD_TEST(LadderTest)

} // namespace goodfold::ladder_test

#include "ladder.moc"
