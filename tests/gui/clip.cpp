// Several selected, copied, cut, pasted and doubled, within a window and between two; the menu at the right
// button; what a plus asks.
#include "app/bracket/new_bend_box.h"
#include "gui/sheet_support.h"

namespace goodfold::clip_test {

using job::Element;

namespace {

void trigger(const test::Window& window, QAction* app::Actions::*action) {
    (window->actions().*action)->trigger();
}

void pick(QWidget* widget, const QPointF& at, Qt::KeyboardModifiers keys = {}) {
    QTest::mouseClick(widget, Qt::LeftButton, keys, at.toPoint());
}

} // namespace

class ClipTest : public QObject {
    Q_OBJECT
private slots:
    void ctrlSelectsBeside();
    void shiftArrowsSelectInTheLadder();
    void oneFigureGoesForSeveralHoles();
    void severalGoAtOnce();
    void copyAndPasteWithinAndBetweenWindows();
    void keysReachIt();
    void duplicateStandsBeside();
    void shopAndBendingLeaveTheBracketAlone();
    void rightButtonHasAMenu();
    void bendLineSharesItsLegs();
    void plusAsksBeforeItActs();
};

void ClipTest::ctrlSelectsBeside() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
    const part::Part& part = window.document().part();
    pick(ribbon, ribbon->onScreen(part.holes[0].centreInFlat));
    pick(ribbon, ribbon->onScreen(part.holes[1].centreInFlat), Qt::ControlModifier);
    QCOMPARE(window.document().allSelected().size(), size_t(2));
    QVERIFY(window.document().selected() == Element::hole("h2"));
    pick(ribbon, ribbon->onScreen(part.holes[0].centreInFlat), Qt::ControlModifier); // and no longer
    QCOMPARE(window.document().allSelected().size(), size_t(1));
    pick(ribbon, ribbon->onScreen(part.holes[0].centreInFlat));
    QCOMPARE(window.document().allSelected().size(), size_t(1));
}

void ClipTest::shiftArrowsSelectInTheLadder() {
    test::Window window(test::demo("vent-stay.gfold"));
    const auto first = window.cell("hole.h1.diameter");
    first.panel->go(first.place);
    QTest::keyClick(first.panel, Qt::Key_Down, Qt::ShiftModifier);
    QCOMPARE(window.document().allSelected().size(), size_t(2));
    QVERIFY(window.document().allSelected()[1] == Element::hole("h1"));
}

/// Of the holes in hand those made alike; in one step, and said where it is typed.
void ClipTest::oneFigureGoesForSeveralHoles() {
    test::Window window;
    for (const char* line : {"90", "h 12 d 6.6", "h 30 d 6.6", "h 48 d 6.6", "slot 7 x 14 at 70"})
        window.type(line);
    QCOMPARE(window.job().plates[0].holes.size(), size_t(4));
    window.document().selectAll({Element::hole("h2"), Element::hole("h1"), Element::hole("h4")});
    const auto diameter = [&](const char* id) { return window.job().findHole(id)->diameter; };
    window.fill("hole.h2.diameter", "9");
    QCOMPARE(diameter("h1"), 9.0);
    QCOMPARE(diameter("h2"), 9.0);
    QCOMPARE(diameter("h3"), 6.6); // not in hand
    QCOMPARE(diameter("h4"), 7.0); // a slot is no drill
    QCOMPARE(window.document().allSelected().size(), size_t(3));
    const auto cell = window.cell("hole.h2.diameter");
    QVERIFY2(cell.panel->text().contains("goes for h1 too"), qPrintable(cell.panel->text()));
    window.choose("hole.h2.for", "bolt-normal");
    QVERIFY(window.job().findHole("h1")->fastener && window.job().findHole("h2")->fastener);
    QVERIFY(!window.job().findHole("h3")->fastener);
    window.choose("hole.h1.size", "M8"); // taken in hand of the same several
    QCOMPARE(window.job().findHole("h2")->fastener->size, std::string("M8"));
    QCOMPARE(diameter("h1"), 9.0);
    for (int i = 0; i < 3; ++i)
        window->actions().undo->trigger();
    QCOMPARE(diameter("h1"), 6.6);
    QCOMPARE(diameter("h2"), 6.6);
    // Alone again, it is alone.
    window.document().select(Element::hole("h2"));
    window.fill("hole.h2.diameter", "8");
    QCOMPARE(diameter("h1"), 6.6);
}

void ClipTest::severalGoAtOnce() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().selectAll({Element::hole("h1"), Element::hole("h2")});
    trigger(window, &app::Actions::remove);
    QVERIFY(window.job().plates[0].holes.empty() && window.job().plates[2].holes.empty());
    QVERIFY2(window.notice().contains("h1 and h2"), qPrintable(window.notice()));
    trigger(window, &app::Actions::undo);
    QVERIFY(window.job().findHole("h1") && window.job().findHole("h2"));
}

void ClipTest::copyAndPasteWithinAndBetweenWindows() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(Element::hole("h1"));
    trigger(window, &app::Actions::copy);
    QVERIFY2(window.notice().contains("Copied: h1"), qPrintable(window.notice()));
    window.document().select(Element::plate("B"));
    trigger(window, &app::Actions::paste);
    QCOMPARE(window.job().plates[1].holes.size(), size_t(1));
    QCOMPARE(window.job().plates[1].holes[0].x, 16.0);
    QVERIFY(window.document().selected() == Element::hole(window.job().plates[1].holes[0].id));

    test::SheetWindow other;
    trigger(other, &app::Actions::paste);
    QCOMPARE(other.job().plates[0].holes.size(), size_t(1));
    QCOMPARE(other.job().plates[0].holes[0].diameter, 6.6);
    // A leg that is cut is gone here and stands there; text in the clipboard is no bracket.
    window.document().select(Element::plate("C"));
    trigger(window, &app::Actions::cut);
    QCOMPARE(window.job().plates.size(), size_t(2));
    trigger(window, &app::Actions::paste);
    QCOMPARE(window.job().plates.size(), size_t(3));
    QCOMPARE(window.job().plates[2].length, 48.0);
    QCOMPARE(window.job().plates[2].holes.size(), size_t(1));
    QApplication::clipboard()->setText("seed trays");
    const job::Job before = window.job();
    trigger(window, &app::Actions::paste);
    QVERIFY(window.job() == before);
    QVERIFY2(window.notice().contains("Nothing was copied"), qPrintable(window.notice()));
}

/// Typed text keeps these keys for itself; among legs and holes they are the window's.
void ClipTest::keysReachIt() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->picture()->setFocus();
    window.document().select(Element::hole("h1"));
    QTest::keyClick(window->picture(), Qt::Key_C, Qt::ControlModifier);
    window.document().select(Element::plate("C"));
    QTest::keyClick(window->picture(), Qt::Key_V, Qt::ControlModifier);
    QCOMPARE(window.job().plates[2].holes.size(), size_t(2));
    auto* entry = window->ladder()->entry();
    entry->setFocus();
    QTest::keyClicks(entry, "b 90");
    QTest::keyClick(entry, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClick(entry, Qt::Key_X, Qt::ControlModifier);
    QCOMPARE(entry->text(), QString());
    QTest::keyClick(entry, Qt::Key_V, Qt::ControlModifier);
    QCOMPARE(entry->text(), QString("b 90"));
    QCOMPARE(window.job().plates.size(), size_t(3));
    // In the ladder too, as long as no words are selected there.
    entry->clear();
    const auto cell = window.cell("hole.h2.diameter");
    cell.panel->go(cell.place);
    QTest::keyClick(cell.panel, Qt::Key_D, Qt::ControlModifier);
    QCOMPARE(window.job().plates[2].holes.size(), size_t(3));
}

void ClipTest::duplicateStandsBeside() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(Element::hole("h1"));
    trigger(window, &app::Actions::duplicate);
    QCOMPARE(window.job().plates[0].holes.size(), size_t(2));
    QVERIFY(std::abs(window.job().plates[0].holes[1].x - 16) > 6.6);
    trigger(window, &app::Actions::undo);
    window.document().select(Element::plate("A"));
    trigger(window, &app::Actions::duplicate);
    QCOMPARE(window.job().plates.size(), size_t(3));
    QVERIFY2(window.notice().contains("first"), qPrintable(window.notice()));
}

void ClipTest::shopAndBendingLeaveTheBracketAlone() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(Element::hole("h1"));
    trigger(window, &app::Actions::copy);
    const job::Job before = window.job();
    for (const char* stage : {"shop", "bending"}) {
        window->showStage(QString::fromLatin1(stage));
        window->findChild<QWidget*>(QStringLiteral("rail"))->findChild<QPushButton*>()->setFocus();
        for (const auto action : {&app::Actions::paste, &app::Actions::duplicate, &app::Actions::cut}) {
            trigger(window, action);
            QVERIFY(window.job() == before);
            QVERIFY2(window.notice().contains("Bracket"), qPrintable(window.notice()));
        }
    }
}

void ClipTest::rightButtonHasAMenu() {
    test::Window window(test::demo("vent-stay.gfold"));
    const auto* picture = window->picture();
    const QPointF at = picture->gripPoint({edit::Grip::Kind::Hole, "h1"});
    QTest::mouseClick(window->picture(), Qt::RightButton, {}, at.toPoint());
    QVERIFY(window.document().selected() == Element::hole("h1"));
    auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
    QVERIFY(menu);
    QVERIFY(menu->actions().contains(window->actions().duplicate));
    menu->close();
    // Moved, the right button moves the picture and opens none.
    const job::Job before = window.job();
    QTest::mousePress(window->picture(), Qt::RightButton, {}, at.toPoint());
    QMouseEvent move(QEvent::MouseMove, at + QPointF(30, 20), window->picture()->mapToGlobal(at),
                     Qt::NoButton, Qt::RightButton, Qt::NoModifier);
    QApplication::sendEvent(window->picture(), &move);
    QTest::mouseRelease(window->picture(), Qt::RightButton, {}, (at + QPointF(30, 20)).toPoint());
    QVERIFY(!QApplication::activePopupWidget());
    QVERIFY(window.job() == before);
}

void ClipTest::bendLineSharesItsLegs() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
    const double blank = window.document().part().blank.length;
    const QPointF from = ribbon->onScreen(window.document().part().bends[1].centre.middle());
    const double pixels = ribbon->onScreen(Vec2(1, 0)).x() - ribbon->onScreen(Vec2(0, 0)).x();
    test::drag(ribbon, from, QPointF(6 * pixels, 0));
    QVERIFY(std::abs(window.job().plates[1].length - 80) < 0.11);
    QVERIFY(std::abs(window.job().plates[1].length + window.job().plates[2].length - 122) < 1e-6);
    QVERIFY(std::abs(window.document().part().blank.length - blank) < 1e-6);
}

/// A click on a plus opens its question; Escape, or a click elsewhere, makes nothing; Enter makes it.
void ClipTest::plusAsksBeforeItActs() {
    test::SheetWindow window;
    const auto open = [&]() -> app::NewBendBox* {
        const auto at = window->picture()->plusPoint("A", job::Edge::Left);
        pick(window->picture(), *at);
        return window->picture()->findChild<app::NewBendBox*>(QString(), Qt::FindDirectChildrenOnly);
    };
    auto* box = open();
    QVERIFY(box && box->isVisible());
    QCOMPARE(window.job().plates.size(), size_t(1));
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    QTRY_VERIFY(!window->picture()->findChild<app::NewBendBox*>());
    QCOMPARE(window.job().plates.size(), size_t(1));
    QVERIFY(open());
    window->ladder()->entry()->setFocus();
    QTRY_VERIFY(!window->picture()->findChild<app::NewBendBox*>());
    QCOMPARE(window.job().plates.size(), size_t(1));
    // A figure that cannot be is not passed over by the button.
    box = open();
    QVERIFY(box);
    QTest::keyClicks(QApplication::focusWidget(), "3x2");
    const auto buttons = box->findChildren<QToolButton*>();
    const auto add = std::find_if(buttons.begin(), buttons.end(),
                                  [](const QToolButton* each) { return each->text() == "Add"; });
    QVERIFY(add != buttons.end());
    QTest::mouseClick(*add, Qt::LeftButton);
    QCOMPARE(window.job().plates.size(), size_t(1));
    QVERIFY(box->isVisible());
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    QVERIFY(open());
    QTest::keyClicks(QApplication::focusWidget(), "32");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
    QTest::keyClicks(QApplication::focusWidget(), "75");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    QCOMPARE(window.job().plates.size(), size_t(2));
    QCOMPARE(window.job().plates[1].length, 32.0);
    QCOMPARE(window.job().bends[0].angleDeg, 75.0);
    QVERIFY(window.job().bends[0].edge == job::Edge::Left);
}

GOODFOLD_TEST(ClipTest)

} // namespace goodfold::clip_test

#include "clip.moc"
