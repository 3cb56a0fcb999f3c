// Keys act on what has the focus, say what went, and one undo takes back the last thing wherever one is; what
// is said stands in one place and goes when it no longer applies.
#include "app/base/tool_book.h"
#include "app/bending/bending_stage.h"
#include "app/shop/shop_stage.h"
#include "app/window/help_list.h"
#include "gui/support.h"

namespace goodfold::keys_test {

using job::Element;
using test::Window;

namespace {

const QString kVentStay = QStringLiteral(PROJECT_DATA "/demo/vent-stay.gfold");

} // namespace

class KeysTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { QStandardPaths::setTestModeEnabled(true); }
    void everyShortcutWorks();
    void menuFitsTheWindow();
    void deleteSaysWhatWent();
    void deleteInTheShopLeavesTheBracket();
    void deleteAtBendingLeavesTheBracket();
    void oneUndoForBracketAndShop();
    void selectionStaysThroughPlans();
    void lineSaysWhatWillCome();
    void typedAnywhereItIsTyped();
    void refusedWordIsMarked();
    void whatIsSaidGoes();
    void nothingIsCovered();
    void everythingTypeableIsListed();
    void windowsAreToldApart();
};

/// One column at the usual size; in each menu no title and no underlined letter twice; nothing left out.
void KeysTest::menuFitsTheWindow() {
    Window window(kVentStay);
    QMenu* const menu = window.menu();
    QVERIFY2(menu->sizeHint().height() <= 740, qPrintable(QString::number(menu->sizeHint().height())));
    for (QAction* action : menu->actions())
        QCOMPARE(menu->actionGeometry(action).x(), menu->actionGeometry(menu->actions().first()).x());

    QSet<const QAction*> reached;
    QStringList twice;
    const std::function<void(const QMenu*)> walk = [&](const QMenu* each) {
        QSet<QString> titles, letters;
        for (const QAction* action : each->actions()) {
            if (action->isSeparator()) continue;
            reached << action;
            const QString title = action->text().remove('&');
            const QString letter = QKeySequence::mnemonic(action->text()).toString();
            if (titles.contains(title) || letters.contains(letter)) twice << action->text();
            titles << title;
            if (!letter.isEmpty()) letters << letter;
            if (action->menu()) walk(action->menu());
        }
    };
    walk(menu);
    QVERIFY2(twice.isEmpty(), qPrintable(twice.join(", ")));
    for (const QAction* action : window->QWidget::actions())
        QVERIFY2(reached.contains(action), qPrintable(action->text()));
}

/// With the picture, the blank or a leg in the ladder clicked, what is typed goes to the line all the same;
/// where there is no line it goes nowhere.
void KeysTest::typedAnywhereItIsTyped() {
    Window window(kVentStay);
    auto* entry = window->ladder()->entry();
    auto* ribbon = window->findChild<app::RibbonView*>();
    for (QWidget* clicked : {static_cast<QWidget*>(window->picture()), static_cast<QWidget*>(ribbon)}) {
        clicked->setFocus();
        QTest::keyClick(clicked, Qt::Key_S); // a letter that stands for a view nowhere
        QVERIFY(entry->hasFocus());
        QTest::keyClicks(entry, "lot 7 x 20");
        QCOMPARE(entry->text(), QString("slot 7 x 20"));
        QTest::keyClick(entry, Qt::Key_Escape);
        clicked->setFocus();
        QTest::keyClick(clicked, Qt::Key_4);
        QCOMPARE(entry->text(), QString("4"));
        QTest::keyClick(entry, Qt::Key_Escape);
        clicked->setFocus();
        QTest::keyClick(clicked, Qt::Key_Left); // what it takes itself stays its own
        QVERIFY(clicked->hasFocus() && entry->text().isEmpty());
    }
    window->showStage("shop");
    QTest::keyClick(window->findChild<app::ShopStage*>(), Qt::Key_4);
    QVERIFY(entry->text().isEmpty());
}

/// Every key that a menu shows does what it says: none is claimed twice.
void KeysTest::everyShortcutWorks() {
    Window window(kVentStay);
    window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(window.operator->()));
    int pressed = 0;
    for (QAction* action : static_cast<QWidget*>(window.operator->())->actions()) {
        action->disconnect(); // no dialogs: whether it is reached counts
        action->setEnabled(true);
    }
    for (QAction* action : static_cast<QWidget*>(window.operator->())->actions())
        for (const QKeySequence& keys : action->shortcuts()) {
            QSignalSpy triggered(action, &QAction::triggered);
            const QKeyCombination combination = keys[0];
            QTest::keyClick(window->picture(), combination.key(), combination.keyboardModifiers());
            QVERIFY2(triggered.count() == 1, qPrintable(action->text() + ": " + keys.toString()));
            ++pressed;
        }
    QVERIFY(pressed > 25);
}

void KeysTest::deleteSaysWhatWent() {
    Window window(kVentStay);
    const job::Job before = window.job();
    window.document().select(Element::bend(before.bends.back().id));
    window->picture()->setFocus();
    QTest::keyClick(window->picture(), Qt::Key_Delete);
    QVERIFY(window.job().bends.size() < before.bends.size());
    QVERIFY2(window.notice().startsWith("Taken out: bend"), qPrintable(window.notice()));
    QVERIFY(window.notice().contains("leg"));
    QVERIFY(window.notice().contains("Ctrl+Z"));
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
    QVERIFY2(window.notice().startsWith("Taken back: removal of bend"), qPrintable(window.notice()));
}

void KeysTest::deleteInTheShopLeavesTheBracket() {
    Window window(kVentStay);
    const job::Job before = window.job();
    window->showStage("shop");
    auto* shop = window->findChild<app::ShopStage*>();
    window->actions().remove->trigger();
    QVERIFY(window.job() == before);
    QVERIFY2(window.notice().contains("not here"), qPrintable(window.notice())); // it ships
    window.click("shop.add");
    const std::string own = shop->current();
    QVERIFY(!app::ToolBook::isShipped(own));
    window->actions().remove->trigger();
    QVERIFY(window.job() == before);
    QVERIFY(!test::books().tools.shop()->find(own));
    QVERIFY2(window.notice().startsWith("Taken out of the shop"), qPrintable(window.notice()));
    window->actions().undo->trigger();
    QVERIFY(test::books().tools.shop()->find(own));
    QVERIFY(!test::books().tools.put(own, {}));
}

void KeysTest::deleteAtBendingLeavesTheBracket() {
    Window window(kVentStay);
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    const job::Job before = window.job();
    window->findChild<app::BendingStage*>()->setFocus();
    window->actions().remove->trigger();
    QVERIFY(window.job() == before);
    QVERIFY(window.notice().contains("on the Bracket stage"));
    window.document().select(Element::bend(before.bends.back().id));
    window->showStage("bracket"); // there it is seen
    window->ladder()->rungs()->setFocus();
    window->actions().remove->trigger();
    QVERIFY(!(window.job() == before));
}

void KeysTest::oneUndoForBracketAndShop() {
    Window window(kVentStay);
    const job::Job before = window.job();
    window.type("w 40");
    window->showStage("shop");
    window.fill("shop.figure.bench.screw_depth", "91");
    window->showStage("bracket");
    window.type("t 4");
    const auto screw = [] { return test::books().tools.shop()->find("vise")->bench.screwDepth; };
    window->showStage("shop");
    window->actions().undo->trigger(); // the last thing: the thickness
    QCOMPARE(window.job().thickness, before.thickness);
    QCOMPARE(screw(), 91.0);
    window->actions().undo->trigger();
    QVERIFY(screw() != 91.0);
    QCOMPARE(window.job().stock.width, 40.0);
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
    QVERIFY(!window->actions().undo->isEnabled());
    for (int i = 0; i < 3; ++i)
        window->actions().redo->trigger();
    QCOMPARE(window.job().thickness, 4.0);
    QCOMPARE(screw(), 91.0);
    QVERIFY(!window->actions().redo->isEnabled());
    window.type("w 30"); // what is new goes before what was undone
    window->actions().undo->trigger();
    QCOMPARE(window.job().stock.width, 40.0);
    QVERIFY(!test::books().tools.put("vise", {}));
}

/// A stage that was once looked at takes nothing in hand when a plan comes.
void KeysTest::selectionStaysThroughPlans() {
    Window window(kVentStay);
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    window->showStage("bracket");
    const std::string first = window.job().plates.front().id;
    window.document().select(Element::plate(first));
    const size_t holes = window.job().plates.front().holes.size();
    window.type("w 32");
    QTRY_VERIFY(window->isPlanning());
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    QVERIFY(window.document().selected() == Element::plate(first));
    window.type("h 20");
    QCOMPARE(window.job().plates.front().holes.size(), holes + 1);
}

void KeysTest::lineSaysWhatWillCome() {
    Window window(kVentStay);
    const auto* strip = app::Notice::of(*window.operator->());
    app::EntryLine* entry = window->ladder()->entry();
    window.document().select(Element::plate("A"));
    entry->setFocus();
    QVERIFY2(strip->text().startsWith("Leg A in hand"), qPrintable(strip->text()));
    QTest::keyClicks(entry, "h 20 m6");
    QVERIFY2(strip->text().startsWith("Enter: Adds h"), qPrintable(strip->text()));
    QVERIFY(strip->text().contains("6.6 in leg A at 20.0"));
    QVERIFY(strip->message().isEmpty()); // nothing happened yet
    window.document().select(Element::plate("B"));
    QVERIFY2(strip->text().contains("in leg B"), qPrintable(strip->text()));
    QTest::keyClick(entry, Qt::Key_Escape);
    QVERIFY2(strip->text().startsWith("Leg B in hand"), qPrintable(strip->text()));
}

void KeysTest::refusedWordIsMarked() {
    Window window(kVentStay);
    app::EntryLine* entry = window->ladder()->entry();
    window.type("h 20 d nine");
    QCOMPARE(entry->text(), QString("h 20 d nine"));
    QCOMPARE(entry->selectedText(), QString("nine"));
    QVERIFY2(window.notice().contains("For example: h 12 d 9."), qPrintable(window.notice()));
    QTest::keyClicks(entry, "9"); // over what was marked
    QVERIFY(window.notice().isEmpty());
    QTest::keyClick(entry, Qt::Key_Return);
    QVERIFY(entry->text().isEmpty());
}

void KeysTest::whatIsSaidGoes() {
    Window window(kVentStay);
    window.type("nonsense");
    QVERIFY(!window.notice().isEmpty());
    window.document().select(Element::plate("A"));
    window.type("nonsense");
    QVERIFY(!window.notice().isEmpty());
    window.document().select(Element::plate("B"));
    QVERIFY(window.notice().isEmpty());
    window.type("nonsense");
    QVERIFY(!window.document().change("width", [](job::Job& job) { job.stock.width += 1; }));
    QVERIFY(window.notice().isEmpty());
}

void KeysTest::nothingIsCovered() {
    Window window(kVentStay);
    window->resize(1024, 700);
    window.type("nonsense");
    QCoreApplication::processEvents();
    const auto* strip = app::Notice::of(*window.operator->());
    const auto boxOf = [&](const QWidget* widget) {
        return QRect(widget->mapTo(window.operator->(), QPoint(0, 0)), widget->size());
    };
    QVERIFY(strip->isVisible());
    for (const QWidget* other : {static_cast<const QWidget*>(window->ladder()->entry()),
                                 static_cast<const QWidget*>(window->picture())})
        QVERIFY(!boxOf(strip).intersects(boxOf(other)));
    QVERIFY(boxOf(strip).bottom() <= window->height());
}

void KeysTest::everythingTypeableIsListed() {
    Window window(kVentStay);
    window->ladder()->entry()->setFocus();
    QTest::keyClick(window->ladder()->entry(), Qt::Key_F1);
    auto* help = window->findChild<app::HelpList*>();
    QVERIFY(help && help->isVisible());
    auto* list = help->findChild<QTreeWidget*>();
    const auto shown = [&] {
        int count = 0;
        for (int i = 0; i < list->topLevelItemCount(); ++i)
            count += !list->topLevelItem(i)->isHidden();
        return count;
    };
    QVERIFY(shown() > 40);
    help->findChild<QLineEdit*>()->setText("slot 7");
    QCOMPARE(shown(), 1);
    for (int i = 0; i < list->topLevelItemCount(); ++i)
        if (!list->topLevelItem(i)->isHidden()) emit list->itemActivated(list->topLevelItem(i), 0);
    QVERIFY(!help->isVisible());
    QCOMPARE(window->ladder()->entry()->text(), QString("slot 7 x 20 at 30"));
}

void KeysTest::windowsAreToldApart() {
    Window window(kVentStay);
    QVERIFY2(window->windowTitle().startsWith("vent-stay.gfold"), qPrintable(window->windowTitle()));
}

GOODFOLD_TEST(KeysTest)

} // namespace goodfold::keys_test

#include "keys.moc"
