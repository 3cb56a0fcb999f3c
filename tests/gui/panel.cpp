// What painted panels owe that widgets would give: ids, selection and copying, keys, mouse buttons, input
// methods, and what readers for the blind are told.
#include "app/bracket/panels.h"
#include "app/widgets/cell_panel_access.h"
#include "gui/support.h"

#include <QAccessible>

namespace goodfold::panel_test {

using job::Element;

class PanelTest : public QObject {
    Q_OBJECT
private slots:
    void everyCellHasAnIdOfItsOwn_data();
    void everyCellHasAnIdOfItsOwn();
    void textIsSelectedAndCopied();
    void scrollingSettlesAtAnySize();
    void homeEndAndPagesGoFar();
    void leftButtonOpensAsItComesUp();
    void figuresGoByStepsWithTheMouseAlone();
    void rightButtonOpensNothing();
    void inputMethodsWriteIntoTheValue();
    void changesAreTold();
    void onlyWhatIsSeenShows();
    void badgesAreRepaintedWhenTheOrderChanges();
};

void PanelTest::everyCellHasAnIdOfItsOwn_data() {
    QTest::addColumn<QString>("file");
    for (const QFileInfo& file : QDir(PROJECT_DATA "/demo").entryInfoList({"*.gfold"}))
        QTest::newRow(qPrintable(file.baseName())) << file.filePath();
}

/// Whatever is selected, and on every stage.
void PanelTest::everyCellHasAnIdOfItsOwn() {
    QFETCH(QString, file);
    test::Window window(file);
    std::vector<Element> elements = app::ladderOrder(window.job());
    elements.push_back({});
    size_t seen = 0;
    const auto look = [&] {
        for (auto* panel : window->findChildren<app::CellPanel*>()) {
            std::set<QString> ids;
            for (const auto& place : panel->places()) {
                const app::Cell& cell = panel->cellAt(place);
                QVERIFY2(!cell.id.isEmpty() && !cell.name.isEmpty(), qPrintable(panel->text()));
                QVERIFY2(ids.insert(cell.id).second, qPrintable(cell.id));
                std::set<QString> keys;
                for (const app::Option& option : cell.options)
                    QVERIFY2(keys.insert(option.key).second, qPrintable(cell.id + " " + option.key));
                if (cell.kind == app::Cell::Kind::Choice)
                    QVERIFY2(keys.count(cell.chosen), qPrintable(cell.id + " is none of its options"));
                ++seen;
            }
        }
    };
    for (const Element& element : elements) {
        window.document().select(element);
        look();
    }
    for (const char* stage : {"blank", "bending", "shop"}) {
        window->showStage(stage);
        look();
    }
    QVERIFY(seen > 30);
}

void PanelTest::textIsSelectedAndCopied() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* cards = window->findChild<app::FindingsView*>()->cards();
    QTest::mousePress(cards, Qt::LeftButton, {}, {60, 14});
    QTest::mouseMove(cards, {200, 34});
    // Offscreen a moved mouse has no buttons down: the event is given by hand.
    QMouseEvent pulled(QEvent::MouseMove, QPointF(cards->width() - 10, 40),
                       cards->mapToGlobal(QPointF(200, 40)), Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(cards, &pulled);
    QTest::mouseRelease(cards, Qt::LeftButton, {}, {200, 40});
    const QString part = cards->copied();
    QVERIFY2(!part.isEmpty() && part.size() < cards->text().size(), qPrintable(part));
    QVERIFY2(cards->text().contains(part.section('\n', 0, 0)), qPrintable(part));
    QTest::keyClick(cards, Qt::Key_C, Qt::ControlModifier);
    QCOMPARE(QApplication::clipboard()->text(), part);
    QTest::keyClick(cards, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClick(cards, Qt::Key_C, Qt::ControlModifier);
    for (const check::Finding& finding : window.document().findings()) { // cautions are folded away
        const bool isThere = QApplication::clipboard()->text().contains(QString::fromStdString(finding.says));
        QCOMPARE(isThere, !finding.isCaution);
    }
}

/// At some heights words fit without a bar, and not with it: that once went on without end.
void PanelTest::scrollingSettlesAtAnySize() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (const int width : {1024, 1280})
        for (int height = 700; height < 1000; height += 3) {
            window->resize(width, height);
            QCoreApplication::processEvents();
        }
    app::CellPanel* cards = window->findChild<app::FindingsView*>()->cards();
    auto* area = qobject_cast<QScrollArea*>(cards->parentWidget()->parentWidget());
    QVERIFY(area);
    QVERIFY(area->verticalScrollBar()->isVisible()); // its room is always kept
}

void PanelTest::homeEndAndPagesGoFar() {
    test::Window window(test::demo("valve-tray.gfold"));
    app::CellPanel* rungs = window->ladder()->rungs();
    const int last = static_cast<int>(rungs->places().size()) - 1;
    rungs->go(0);
    QTest::keyClick(rungs, Qt::Key_End);
    QCOMPARE(rungs->current(), static_cast<int>(rungs->places().size()) - 1);
    QTest::keyClick(rungs, Qt::Key_Home);
    QCOMPARE(rungs->current(), 0);
    QTest::keyClick(rungs, Qt::Key_PageDown);
    QVERIFY(rungs->current() > 3 && rungs->current() < last);
    const int page = rungs->current();
    QTest::keyClick(rungs, Qt::Key_PageDown);
    QVERIFY(rungs->current() > page);
    for (int i = 0; i < 40; ++i)
        QTest::keyClick(rungs, Qt::Key_PageUp);
    QCOMPARE(rungs->current(), 0);
}

void PanelTest::leftButtonOpensAsItComesUp() {
    test::Window window(test::demo("vent-stay.gfold"));
    const auto angle = window.cell("bend.2.angle");
    QTest::mousePress(angle.panel, Qt::LeftButton, {}, angle.middle());
    QCOMPARE(angle.panel->cellAt(angle.panel->places()[static_cast<size_t>(angle.panel->current())]).id,
             QString("bend.2.angle"));
    QVERIFY(!qobject_cast<app::ValueField*>(QApplication::focusWidget()));
    // Let go somewhere else, nothing happens: a slip of the hand can be taken back.
    QTest::mouseRelease(angle.panel, Qt::LeftButton, {}, window.cell("leg.C.length").middle());
    QVERIFY(!qobject_cast<app::ValueField*>(QApplication::focusWidget()));
    window.click("bend.2.angle");
    QVERIFY(qobject_cast<app::ValueField*>(QApplication::focusWidget()));
}

/// Nobody types: pressed, turned, and what is read the other way round goes the way it reads.
void PanelTest::figuresGoByStepsWithTheMouseAlone() {
    test::Window window(test::demo("vent-stay.gfold"));
    const auto opened = [&](const char* id) {
        window.click(id);
        return qobject_cast<app::ValueField*>(QApplication::focusWidget());
    };
    const auto press = [](app::ValueField* field, const QString& name) {
        for (auto* button : field->findChildren<QToolButton*>())
            if (button->defaultAction()->text() == name) return QTest::mouseClick(button, Qt::LeftButton);
        QFAIL("no such button");
    };
    window.document().change("length", [](job::Job& job) { job.findPlate("B")->length = 74.3; });
    auto* length = opened("leg.B.length");
    QVERIFY(length);
    press(length, "a little more");
    QCOMPARE(window.job().findPlate("B")->length, 75.0);
    press(length, "a little more");
    press(length, "a little less");
    QCOMPARE(window.job().findPlate("B")->length, 75.0);
    QVERIFY(length->isVisible());
    const auto turn = [](app::ValueField* field, int by) {
        QWheelEvent wheel({4, 4}, field->mapToGlobal(QPointF(4, 4)), {}, {0, by}, Qt::NoButton, {},
                          Qt::NoScrollPhase, false);
        QApplication::sendEvent(field, &wheel);
    };
    turn(length, 60);
    QCOMPARE(window.job().findPlate("B")->length, 75.0);
    turn(length, 60);
    QCOMPARE(window.job().findPlate("B")->length, 76.0);
    turn(length, -240);
    QCOMPARE(window.job().findPlate("B")->length, 74.0);
    QTest::keyClick(length, Qt::Key_Escape);

    auto* angle = opened("bend.2.angle");
    press(angle, "a little less");
    QCOMPARE(window.job().findBend("2")->angleDeg, 59.0);
}

void PanelTest::rightButtonOpensNothing() {
    test::Window window(test::demo("vent-stay.gfold"));
    const job::Job before = window.job();
    for (const char* id : {"bend.2.turn", "bend.2.angle", "leg.B.measure"}) {
        const auto cell = window.cell(id);
        for (const auto button : {Qt::RightButton, Qt::MiddleButton})
            QTest::mouseClick(cell.panel, button, {}, cell.middle());
        QVERIFY(!qobject_cast<app::ValueField*>(QApplication::focusWidget()));
        QVERIFY(!QApplication::activePopupWidget());
    }
    QVERIFY(window.job() == before);
}

void PanelTest::inputMethodsWriteIntoTheValue() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::CellPanel* rungs = window->ladder()->rungs();
    rungs->go(rungs->placeOf("bend.2.turn"));
    QVERIFY(!rungs->inputMethodQuery(Qt::ImEnabled).toBool());
    rungs->go(rungs->placeOf("leg.B.length"));
    QVERIFY(rungs->inputMethodQuery(Qt::ImEnabled).toBool());
    QInputMethodEvent written;
    written.setCommitString("81");
    QApplication::sendEvent(rungs, &written);
    auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY(field);
    QCOMPARE(field->text(), QString("81"));
    QTest::keyClick(field, Qt::Key_Return);
    QCOMPARE(window.job().findPlate("B")->length, 81.0);
}

namespace {

std::vector<std::pair<QAccessible::Event, QString>> told;

void hear(QAccessibleEvent* event) {
    QString value;
    if (event->type() == QAccessible::ValueChanged)
        value = static_cast<QAccessibleValueChangeEvent*>(event)->value().toString();
    if (event->type() == QAccessible::TextUpdated)
        value = static_cast<QAccessibleTextUpdateEvent*>(event)->textInserted();
    told.emplace_back(event->type(), value);
}

bool wasTold(QAccessible::Event type, const QString& value = {}) {
    return std::any_of(told.begin(), told.end(), [&](const auto& each) {
        return each.first == type && (value.isEmpty() || each.second == value);
    });
}

} // namespace

void PanelTest::changesAreTold() {
    const auto before = std::exchange(app::readersHear(), hear);
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(QAccessible::queryAccessibleInterface(window->ladder()->rungs())); // whoever listens has asked
    told.clear();
    window.document().change("length", [](job::Job& job) { job.plates[1].length = 77; });
    QVERIFY(wasTold(QAccessible::TextUpdated, "77.0"));
    QVERIFY(!wasTold(QAccessible::ObjectReorder));
    told.clear();
    window.document().change("dimensions", [](job::Job& job) {
        job.plates[1].dimensionTo[job::Edge::End] = job::DimensionTo::Inside;
    });
    window.document().select(Element::plate("B")); // its choices are there then
    told.clear();
    window.document().change("dimensions", [](job::Job& job) {
        job.plates[1].dimensionTo[job::Edge::End] = job::DimensionTo::Tangent;
    });
    QVERIFY(std::any_of(told.begin(), told.end(),
                        [](const auto& each) { return each.first == QAccessible::ValueChanged; }));
    told.clear();
    window.type("h 20");
    QVERIFY(wasTold(QAccessible::ObjectReorder));
    app::readersHear() = before;
}

void PanelTest::onlyWhatIsSeenShows() {
    test::Window window(test::demo("valve-tray.gfold"));
    app::CellPanel* rungs = window->ladder()->rungs();
    QAccessibleInterface* reader = QAccessible::queryAccessibleInterface(rungs);
    rungs->go(0);
    QApplication::processEvents();
    const int last = reader->childCount() - 1;
    QVERIFY(!reader->child(0)->state().offscreen);
    QVERIFY(reader->child(last)->state().offscreen);
    QTest::keyClick(rungs, Qt::Key_End);
    QApplication::processEvents();
    QVERIFY(!reader->child(reader->childCount() - 1)->state().offscreen);
    QVERIFY(reader->child(0)->state().offscreen);
}

/// A plan that changes nothing but the order changes the badges' colours.
void PanelTest::badgesAreRepaintedWhenTheOrderChanges() {
    struct Painted : QObject {
        QRegion region;
        bool eventFilter(QObject*, QEvent* event) override {
            if (event->type() == QEvent::Paint) region += static_cast<QPaintEvent*>(event)->region();
            return false;
        }
    } painted;
    test::Window window(test::demo("vent-stay.gfold"));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 30000);
    auto* panel = window->ladder()->rungs();
    const QPoint badge = window.cell("bend.1.angle").middle() - QPoint(30, 0);
    const int before = window.document().part().bends[0].order;
    QCoreApplication::processEvents();
    panel->installEventFilter(&painted);
    part::Part other = window.document().part();
    sequence::Settled settled{window.job(), other, {}};
    part::setOrder(settled.part, {1 - before, before});
    window.document().takePlan(settled, nullptr);
    QVERIFY(window.document().part().bends[0].order != before);
    QTRY_VERIFY(painted.region.contains(badge));
}

GOODFOLD_TEST(PanelTest)

} // namespace goodfold::panel_test

#include "panel.moc"
