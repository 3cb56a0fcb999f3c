// Sheet in the real window: flanges on any free edge, widths and offsets dragged, corners, the question a new
// job begins with, and a bar made from sheet.
#include "app/base/books.h"
#include "app/blank/blank_stage.h"
#include "app/window/new_job.h"
#include "app/window/start_page.h"
#include "draw/running_dimensions.h"
#include "gui/sheet_support.h"
#include "part/flat_overlap.h"

namespace goodfold::sheetwork_test {

using edit::Grip;
using job::Element;
using test::drag;
using test::onPicture;
using test::SheetWindow;

class SheetworkTest : public QObject {
    Q_OBJECT
private slots:
    void plusStandsOnEveryFreeEdge();
    void plusFillsWhatAFlangeLeaves();
    void keyboardBuildsATray();
    void sidesOfAFlangeAreDragged();
    void flangeSlidesAlongItsEdge();
    void sheetIsReadFromTwoEdges();
    void paletteIsWords();
    void cornersMeetAsChosen();
    void reliefsAreChosenAndTyped();
    void overlapIsSplitIntoTwoWindows();
    void edgeIsShapedByPoints();
    void newJobAsksBarOrSheetAndThickness();
    void newBarIsAskedAsPeopleSayIt();
    void barIsMadeFromSheet();
    void sheetTableTellsBothDistances();
};

void SheetworkTest::plusStandsOnEveryFreeEdge() {
    SheetWindow window;
    // A click beside each of the four edges, where its plus stands.
    for (const job::Edge edge : {job::Edge::Right, job::Edge::End, job::Edge::Left, job::Edge::Start}) {
        const auto at = window->picture()->plusPoint("A", edge);
        QVERIFY2(at, qPrintable(QString::number(int(edge))));
        QTest::mouseClick(window->picture(), Qt::LeftButton, {}, at->toPoint());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return); // as deep as is usual
        const job::Bend* bend = window.job().bendAt("A", edge);
        QVERIFY(bend);
        QVERIFY(window.document().selected() == Element::plate(bend->to));
        QVERIFY(!window.job().findPlate(bend->to)->width); // the whole edge
    }
    QVERIFY(!window->picture()->plusPoint("A", job::Edge::End));
    QVERIFY(window->picture()->plusPoint("B", job::Edge::End)); // to any depth
}

void SheetworkTest::plusFillsWhatAFlangeLeaves() {
    SheetWindow window;
    window.type("b 90 toward on left wide 30 at 10 long 20");
    QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    const auto at = window->picture()->plusPoint("A", job::Edge::Left);
    QVERIFY(at);
    QTest::mouseClick(window->picture(), Qt::LeftButton, {}, at->toPoint());
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    const job::Bend& second = window.job().bends.back();
    QVERIFY(second.edge == job::Edge::Left);
    const auto findings = window.document().findings();
    QVERIFY(std::none_of(findings.begin(), findings.end(),
                         [](const auto& f) { return f.rule == "flange-off-edge"; }));
}

void SheetworkTest::keyboardBuildsATray() {
    SheetWindow window;
    for (const char* line :
         {"A", "120", "b 90 toward on end long 25", "A", "b 90 toward on left long 25", "A",
          "b 90 toward on right long 25", "A", "b 90 toward on start long 25", "hem 8", "A",
          "h 20 y 10 for m6 close", "h1", "row 3 by 25", "h1", "circle 6 across 40"}) {
        window.type(line);
        QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    }
    QCOMPARE(window.job().plates.size(), size_t{6});
    QCOMPARE(window.job().findHole("h1")->diameter, 6.4);
    QCOMPARE(window.document().part().holes.size(), size_t{6});
    for (const char* line :
         {"b 90 on top", "hem", "strap", "row 0 by 5", "row x", "h 12 for m7", "strap -3"}) {
        const job::Job before = window.job();
        window.type(line);
        QVERIFY2(window.notice().endsWith('.'), line);
        QVERIFY(window.job() == before);
    }
}

void SheetworkTest::sidesOfAFlangeAreDragged() {
    SheetWindow window;
    window.type("b 90 toward on end wide 40 at 10 long 30");
    window.document().select(Element::plate("B"));
    const QPointF left = window->picture()->gripPoint({Grip::Kind::Left, "B"});
    drag(window->picture(), left, 8 * onPicture(window, 1, Vec2(0, 1)));
    const double wider = *window.job().findPlate("B")->width;
    QVERIFY2(std::abs(wider - 48) < 1.01, qPrintable(QString::number(wider)));
    QVERIFY(std::abs(wider * 10 - std::round(wider * 10)) < 1e-6); // the reader's step
    QCOMPARE(window.job().bends[0].offset, 10.0);
    // The right side takes the offset with it, so that the left one stays where it is.
    const double end = window.job().bends[0].offset + wider;
    const QPointF right = window->picture()->gripPoint({Grip::Kind::Right, "B"});
    drag(window->picture(), right, -6 * onPicture(window, 1, Vec2(0, 1)));
    QVERIFY(window.job().bends[0].offset < 5.5);
    QVERIFY(std::abs(window.job().bends[0].offset + *window.job().findPlate("B")->width - end) < 1e-9);
    window.document().undoStack().undo();
    QCOMPARE(window.job().bends[0].offset, 10.0); // one drag is one step
}

void SheetworkTest::flangeSlidesAlongItsEdge() {
    SheetWindow window;
    window.type("b 90 toward on end wide 30 at 5 long 30");
    auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
    const QPointF line = ribbon->onScreen(window.document().part().bends[0].centre.middle());
    const QPointF millimetre = ribbon->onScreen(Vec2(0, 1)) - ribbon->onScreen(Vec2(0, 0));
    drag(ribbon, line, 12 * millimetre);
    QVERIFY2(std::abs(window.job().bends[0].offset - 17) < 0.8,
             qPrintable(QString::number(window.job().bends[0].offset)));
    QCOMPARE(*window.job().findPlate("B")->width, 30.0);
}

void SheetworkTest::sheetIsReadFromTwoEdges() {
    test::Window window(test::demo("thermostat-box.gfold"));
    const auto along = draw::runningDimensions(
        window.document().part(), part::marksOf(window.document().part()), window.document().reading());
    const auto across = draw::runningDimensionsAcross(
        window.document().part(), part::marksOf(window.document().part()), window.document().reading());
    const auto holds = [](const auto& all, const QString& text) {
        return std::any_of(all.begin(), all.end(),
                           [&](const auto& dimension) { return dimension.text == text; });
    };
    QVERIFY(holds(along, "120.0") && holds(along, "60.0"));
    QVERIFY(holds(across, "116.3")); // the opening's middle, from the other edge
    QVERIFY(std::none_of(along.begin(), along.end(), [](const auto& dimension) {
        return dimension.about.kind == Element::Kind::Bend; // these run along the sheet
    }));
    QCOMPARE(std::count_if(across.begin(), across.end(),
                           [](const auto& dimension) { return dimension.about.kind == Element::Kind::Bend; }),
             long{4});
}

void SheetworkTest::paletteIsWords() {
    SheetWindow window;
    for (const char* word : {"add.flange.left", "add.round", "add.slot", "add.arc-slot", "add.rectangle",
                             "add.d", "add.key", "add.cut-out"}) {
        window.document().select(Element::plate("A"));
        window.click(word);
        QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    }
    QCOMPARE(window.job().plates.size(), size_t{2});
    std::set<job::Hole::Kind> kinds;
    for (const job::Hole& hole : window.job().plates[0].holes)
        kinds.insert(hole.kind);
    QCOMPARE(kinds.size(), size_t{7});
    window.document().select(Element::plate("B"));
    window.click("add.hem");
    QCOMPARE(window.job().bends.back().angleDeg, 180.0);
}

void SheetworkTest::cornersMeetAsChosen() {
    SheetWindow window;
    window.type("b 90 toward on end long 30");
    window.document().select(Element::plate("A"));
    window.type("b 90 toward on left long 30");
    window.document().select(Element::plate("A"));
    const QString corner = "leg.A.joint.end-left";
    window.choose(corner, "closed");
    QVERIFY(window.document().part().bends[0].shoulderLeft > 0);
    window.choose(corner, "lapped-under");
    QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    QCOMPARE(window.job().plates.size(), size_t{4}); // the tab
    window.document().select(Element::plate("A"));
    window.choose(corner, "lapped-over"); // the same tab, on the other side
    QCOMPARE(window.job().plates.size(), size_t{4});
    QVERIFY(window.job().plates[0].cornerJoints.at(job::Corner::EndLeft).tabOutside);
}

void SheetworkTest::reliefsAreChosenAndTyped() {
    SheetWindow window;
    window.type("b 90 toward on end wide 30 at 15 long 20");
    window.document().select(Element::bend("1"));
    window.choose("bend.1.relief", "rectangle");
    window.fill("bend.1.relief.width", "4");
    QCOMPARE(window.document().part().bends[0].relief.width, 4.0);
    window.fill("bend.1.relief.width", ""); // by rule again
    QVERIFY(!window.job().bends[0].relief.width);
}

void SheetworkTest::overlapIsSplitIntoTwoWindows() {
    SheetWindow window;
    for (const char* line : {"b 90 toward on end long 25", "b 90 toward on left long 90", "A",
                             "b 90 toward on left long 25", "b 90 toward on right long 90"})
        window.type(line);
    QVERIFY(!part::flatOverlaps(window.document().part()).empty());
    const size_t before = QApplication::topLevelWidgets().size();
    QString id;
    for (auto* panel : window->findChildren<app::CellPanel*>())
        for (const auto& place : panel->places())
            if (panel->cellAt(place).name.contains("as a part of its own")) id = panel->cellAt(place).id;
    QVERIFY(!id.isEmpty());
    window.click(id);
    QVERIFY(part::flatOverlaps(window.document().part()).empty());
    app::MainWindow* second = nullptr;
    for (QWidget* widget : QApplication::topLevelWidgets())
        if (auto* other = qobject_cast<app::MainWindow*>(widget); other && other != window.operator->())
            second = other;
    QVERIFY(second);
    QVERIFY(static_cast<size_t>(QApplication::topLevelWidgets().size()) > before);
    QVERIFY(!second->document().part().holes.empty()); // the lap's rivets
    delete second;
}

void SheetworkTest::edgeIsShapedByPoints() {
    SheetWindow window;
    window.document().select(Element::plate("A"));
    window.choose("leg.A.shape-edge", "end");
    window.fill("leg.A.edge.end.bow", "0");
    window.choose("leg.A.shape-edge", "end"); // a straight edge was forgotten
    window.click("leg.A.edge.end.add");
    window.fill("leg.A.edge.end.point.1.out", "-12");
    window.fill("leg.A.edge.end.bow", "0");
    const double area = window.document().part().blank.area;
    QVERIFY2(std::abs(area - (6000 - 12 * 60 / 2.0)) < 1e-6, qPrintable(QString::number(area)));
    window.click("leg.A.edge.end.point.1.remove");
    QVERIFY(std::abs(window.document().part().blank.area - 6000) < 1e-6);
    window.choose("leg.A.cut-corner", "end-left");
    QVERIFY(window.job().plates[0].corners.count(job::Corner::EndLeft));
}

void SheetworkTest::newJobAsksBarOrSheetAndThickness() {
    test::Window window;
    window->showStartPage();
    QVERIFY(window->showsStartPage());
    auto* thickness = window.named<QLineEdit>("Size of the stock");
    QVERIFY(thickness && thickness->hasFocus());
    auto* question = window->findChild<app::NewJobQuestion*>();
    const auto button = [&](const QString& text) {
        for (auto* each : question->findChildren<QAbstractButton*>())
            if (each->text() == text) return each;
        return static_cast<QAbstractButton*>(nullptr);
    };
    QTest::mouseClick(button("Sheet"), Qt::LeftButton);
    QCOMPARE(thickness->text(), QString("1.5"));
    thickness->selectAll();
    QTest::keyClicks(thickness, "thick");
    QTest::keyClick(thickness, Qt::Key_Return);
    QVERIFY(window->showsStartPage()); // a sentence stands beside it
    bool says = false;
    for (auto* label : question->findChildren<QLabel*>())
        says |= label->text().endsWith('.');
    QVERIFY(says);
    thickness->selectAll();
    QTest::keyClicks(thickness, "2");
    QTest::keyClick(thickness, Qt::Key_Return);
    QVERIFY(!window->showsStartPage());
    QVERIFY(window.job().stock.form == job::StockForm::Sheet);
    QCOMPARE(window.job().thickness, 2.0);
}

/// Width and thickness in one go, from the keyboard alone; sizes that are sold stand there to choose from.
void SheetworkTest::newBarIsAskedAsPeopleSayIt() {
    test::Window window;
    window->showStartPage();
    auto* size = window.named<QLineEdit>("Size of the stock");
    QVERIFY(size && size->hasFocus());
    QCOMPARE(size->text(), QString("30 x 3"));
    const auto* list = window->findChild<app::NewJobQuestion*>()->findChild<QComboBox*>();
    QVERIFY(list->findText("25 x 3") >= 0 && list->findText("25 x 5") >= 0 && list->findText("27 x 3") < 0);
    QTest::keyClicks(size, "25x3"); // over what is selected
    QTest::keyClick(size, Qt::Key_Return);
    QVERIFY(!window->showsStartPage());
    QCOMPARE(window.job().stock.width, 25.0);
    QCOMPARE(window.job().thickness, 3.0);
    QVERIFY(window->ladder()->entry()->hasFocus());
    for (const char* line : {"40", "b away", "60", "b", "30"}) // 24 keys with the five above: a Z
        window.type(line);
    QCOMPARE(window.job().plates.size(), size_t{3});
}

void SheetworkTest::barIsMadeFromSheet() {
    test::Window window(test::demo("tray-clip.gfold"));
    const job::Job before = window.job();
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().contains(" bar")) QTest::mouseClick(button, Qt::LeftButton);
    window.click("stock.as-sheet");
    QVERIFY2(window.notice().isEmpty(), qPrintable(window.notice()));
    QVERIFY(window.job().stock.form == job::StockForm::Sheet);
    QCOMPARE(*window.job().root().width, before.stock.width);
    window.document().undoStack().undo();
    QVERIFY(window.job() == before);
}

void SheetworkTest::sheetTableTellsBothDistances() {
    test::Window window(test::demo("thermostat-box.gfold"));
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Table of marks");
    int alongSheet = 0, both = 0;
    for (int row = 0; row < table->rowCount(); ++row) {
        const bool along = !table->item(row, 0)->text().isEmpty(),
                   across = !table->item(row, 4)->text().isEmpty();
        alongSheet += !along && across;
        both += along && across;
        QVERIFY(along || across);
    }
    QCOMPARE(alongSheet, 12); // start, centre and end of four bends
    QVERIFY(both >= 6);
}

GOODFOLD_TEST(SheetworkTest)

} // namespace goodfold::sheetwork_test

#include "sheetwork.moc"
