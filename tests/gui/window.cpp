// The window as a whole: one selection for all views, picture and slider, units, allowance, findings.
#include "app/blank/blank_stage.h"
#include "app/window/headline.h"
#include "app/window/stage_table.h"
#include "core/support.h"
#include "gui/support.h"

namespace goodfold::window_test {

using job::Element;

namespace {

/// How many pixels of a grabbed widget have this colour.
int pixelsOf(QWidget* widget, const QColor& colour) {
    int count = 0;
    const QImage image = widget->grab().toImage();
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            count += image.pixelColor(x, y) == colour;
    return count;
}

/// QTest's own mouseMove() warps a pointer that the offscreen platform does not have.
void hover(QWidget* widget, const QPointF& at) {
    QMouseEvent move(QEvent::MouseMove, at, widget->mapToGlobal(at), Qt::NoButton, Qt::NoButton,
                     Qt::NoModifier);
    QApplication::sendEvent(widget, &move);
}

QPoint middleOf(app::PictureView* picture, const Element& element) {
    for (const draw::Tag& tag : picture->tags())
        if (tag.about == element) return tag.box.center().toPoint();
    qFatal("no tag");
    return {};
}

} // namespace

class WindowTest : public QObject {
    Q_OBJECT
private slots:
    void selectionIsSharedByAllViews();
    void hoveringLightsUpEverywhere();
    void figureIsTypedOverOnThePicture();
    void nonsenseOnThePictureKeepsTheFigure();
    void escapeLeavesTheFigureOnThePicture();
    void sliderGoesFromFlatToFormed();
    void pictureTurnsZoomsAndFits();
    void plusOnAFreeEndAddsABend_data();
    void plusOnAFreeEndAddsABend();
    void unitsSwitchWhatIsReadAndTyped();
    void allowanceRulesStandSideBySide();
    void findingOffersItsRemedyAndUndoTakesItBack();
    void headlineLeadsToItsCauses();
    void everyStageIsReached();
    void ladderKeepsItsWidth();
    void nothingIsClearBeforeTheOrderIsKnown();
    void nothingIsClearWithoutAnOrder();
    void stockIsEdited();
    void blankStageShowsAllMarks();
    void mirrorMakesTheOtherHand();
    void fieldsHaveNames();
    void bothThemesPaintEverything();
    void smallestWindowStillShowsAll();
};

void WindowTest::selectionIsSharedByAllViews() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
    const part::Part& part = window.document().part();
    // on the ribbon
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, ribbon->onScreen(part.holes[1].centreInFlat).toPoint());
    QVERIFY(window.document().selected() == Element::hole("h2"));
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, ribbon->onScreen(part.bends[0].centre.middle()).toPoint());
    QVERIFY(window.document().selected() == Element::bend("1"));
    // on the ladder
    window.click("leg.B.length");
    QVERIFY(window.document().selected() == Element::plate("B"));
    // on the picture, at a point of leg A's face
    const auto& corners = part.plates[0].outlineInFlat;
    const Vec2 quarter = corners[0] + 0.3 * (corners[1] - corners[0]) + 0.15 * (corners[3] - corners[0]);
    const QPointF at = window->picture()->camera().toScreen(Vec3(quarter.x(), quarter.y(), part.thickness));
    QTest::mouseClick(window->picture(), Qt::LeftButton, {}, at.toPoint());
    QVERIFY(window.document().selected() == Element::plate("A"));
}

void WindowTest::hoveringLightsUpEverywhere() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
    const QImage before = window->picture()->grab().toImage();
    hover(ribbon, ribbon->onScreen(window.document().part().holes[1].centreInFlat));
    QVERIFY(window.document().hovered() == Element::hole("h2"));
    QVERIFY(window->picture()->grab().toImage() != before);
}

void WindowTest::figureIsTypedOverOnThePicture() {
    test::Window window(test::demo("vent-stay.gfold"));
    QTest::mouseClick(window->picture(), Qt::LeftButton, {},
                      middleOf(window->picture(), Element::plate("C")));
    auto* editor = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY(editor);
    QTest::keyClicks(editor, "52.5");
    QTest::keyClick(editor, Qt::Key_Return);
    QCOMPARE(window.job().plates[2].length, 52.5);
    // by keyboard alone: F2 on what is selected
    window.document().select(Element::bend("2"));
    window->picture()->setFocus();
    QTest::keyClick(window->picture(), Qt::Key_F2);
    editor = qobject_cast<app::ValueField*>(QApplication::focusWidget());
    QVERIFY(editor);
    QTest::keyClicks(editor, "75");
    QTest::keyClick(editor, Qt::Key_Return);
    QCOMPARE(window.job().bends[1].angleDeg, 75.0);
}

void WindowTest::nonsenseOnThePictureKeepsTheFigure() {
    test::Window window(test::demo("vent-stay.gfold"));
    QTest::mouseClick(window->picture(), Qt::LeftButton, {},
                      middleOf(window->picture(), Element::plate("C")));
    QTest::keyClicks(QApplication::focusWidget(), "fifty");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    QCOMPARE(window.job().plates[2].length, 48.0);
    QVERIFY2(window.notice().contains("fifty"), qPrintable(window.notice()));
}

void WindowTest::escapeLeavesTheFigureOnThePicture() {
    test::Window window(test::demo("vent-stay.gfold"));
    QTest::mouseClick(window->picture(), Qt::LeftButton, {},
                      middleOf(window->picture(), Element::plate("C")));
    QTest::keyClicks(QApplication::focusWidget(), "99");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    QCOMPARE(QApplication::focusWidget(), window->picture());
    QCOMPARE(window.job().plates[2].length, 48.0);
}

void WindowTest::sliderGoesFromFlatToFormed() {
    test::Window window(test::demo("vent-stay.gfold"));
    auto* slider = window.named<QSlider>("From flat to formed");
    QCOMPARE(window->picture()->formedness(), 1.0);
    const QImage formed = window->picture()->grab().toImage();
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_Home);
    QCOMPARE(window->picture()->formedness(), 0.0);
    const QImage flat = window->picture()->grab().toImage();
    QVERIFY(flat != formed);
    slider->setValue(500);
    QVERIFY(window->picture()->grab().toImage() != flat);
    window->actions().formed->trigger();
    QCOMPARE(slider->value(), 1000);
    // Not one figure of the job has changed.
    QVERIFY(window.document().undoStack().isClean());
}

void WindowTest::pictureTurnsZoomsAndFits() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    const draw::Camera start = picture->camera();
    const QPoint empty(20, 20);
    QTest::mousePress(picture, Qt::LeftButton, {}, empty);
    QMouseEvent drag(QEvent::MouseMove, QPointF(empty + QPoint(60, 10)),
                     picture->mapToGlobal(QPointF(empty + QPoint(60, 10))), Qt::NoButton, Qt::LeftButton,
                     Qt::NoModifier);
    QApplication::sendEvent(picture, &drag);
    QTest::mouseRelease(picture, Qt::LeftButton, {}, empty + QPoint(60, 10));
    QVERIFY(picture->camera().yawDeg != start.yawDeg);
    picture->setFocus();
    const double scale = picture->camera().pixelsPerMm;
    QTest::keyClick(picture, Qt::Key_Plus);
    QVERIFY(picture->camera().pixelsPerMm > scale);
    QTest::keyClick(picture, Qt::Key_Home);
    // After fitting, every corner is on the screen from any side.
    for (int i = 0; i < 36; ++i) {
        QTest::keyClick(picture, Qt::Key_Left);
        const auto scene = draw::sceneOf(window.document().part(), window.document().folded());
        for (const Vec3& point : scene.points)
            QVERIFY(QRectF(picture->rect()).contains(picture->camera().toScreen(point)));
    }
}

void WindowTest::plusOnAFreeEndAddsABend_data() {
    QTest::addColumn<bool>("atStart");
    QTest::newRow("at the end") << false;
    QTest::newRow("at the start") << true;
}

void WindowTest::plusOnAFreeEndAddsABend() {
    QFETCH(bool, atStart);
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    const part::Part& part = window.document().part();
    const auto index = static_cast<size_t>(atStart ? 0 : 2);
    const auto& corners = part.plates[index].outlineInFlat;
    const Vec2 middle = atStart ? Vec2((corners[3] + corners[0]) / 2) : Vec2((corners[1] + corners[2]) / 2);
    const double outward = (atStart ? -16 : 16) / picture->camera().pixelsPerMm;
    const Vec3 at = window.document().folded().rootFromFlat[index] *
                    Vec3(middle.x() + outward, middle.y(), part.thickness / 2);
    QTest::mouseClick(picture, Qt::LeftButton, {}, picture->camera().toScreen(at).toPoint());
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    QCOMPARE(window.job().plates.size(), size_t{4});
    QCOMPARE(window.job().bendTo("A") != nullptr, atStart);
}

void WindowTest::unitsSwitchWhatIsReadAndTyped() {
    test::Window window(test::demo("vent-stay.gfold"));
    QCOMPARE(window.shown("leg.A.length"), QString("62.0"));
    QTest::mouseClick(window.named<QToolButton>("Inches"), Qt::LeftButton);
    QCOMPARE(window.shown("leg.A.length"), QString("2 ⁷⁄₁₆"));
    QCOMPARE(window.job().plates[0].length, 62.0); // reading it otherwise changes no figure
    window.fill("leg.A.length", "2 1/2");
    QCOMPARE(window.job().plates[0].length, 63.5);
    QTest::mouseClick(window.named<QToolButton>("Millimetres"), Qt::LeftButton);
    QCOMPARE(window.shown("leg.A.length"), QString("63.5"));
}

void WindowTest::allowanceRulesStandSideBySide() {
    test::Window window(test::demo("vent-stay.gfold"));
    const auto panelText = [&] { return window.cell("allowance.rule").panel->text(); };
    QVERIFY2(panelText().contains("DIN 6935 would cut 0.7 mm shorter"), qPrintable(panelText()));
    const double byMaterial = window.document().part().blank.length;
    window.choose("allowance.rule", "din6935");
    QVERIFY(window.job().allowance.kind == bend::AllowanceRule::Kind::Din6935);
    QVERIFY(std::abs(byMaterial - window.document().part().blank.length - 0.7) < 0.05);
    QVERIFY2(panelText().contains("Material table would cut 0.7 mm longer"), qPrintable(panelText()));
    window.choose("allowance.rule", "constant");
    window.fill("allowance.k", "0.5");
    QCOMPARE(window.document().part().bends[0].k, 0.5);
    window.choose("allowance.rule", "measured");
    QVERIFY(window.job().allowance.kind == bend::AllowanceRule::Kind::Measured);
    window.fill("allowance.test-bend", "5.4");
    QCOMPARE(window.document().part().bends[0].deduction, 5.4);
}

void WindowTest::findingOffersItsRemedyAndUndoTakesItBack() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.fill("hole.h2.x", "6");
    const job::Job before = window.job();
    window.click("finding.hole-near-edge.h2.1");
    QCOMPARE(window.job().findHole("h2")->x, 8.0); // 1.2 x 6.6, rounded up
    for (const check::Finding& finding : window.document().findings())
        QVERIFY(finding.severity == check::Severity::Note);
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
}

/// Each row of the table: by its shortcut, by the rail, and as the window was left.
void WindowTest::everyStageIsReached() {
    std::set<int> numbers;
    for (const app::StageRow& row : app::stageRows()) {
        const QString key = QString::fromLatin1(row.key);
        QVERIFY(numbers.insert(row.number).second);
        test::Window window(test::demo("vent-stay.gfold"));
        QTest::keyClick(window.operator->(), static_cast<Qt::Key>(Qt::Key_0 + row.number),
                        Qt::ControlModifier);
        QCOMPARE(window->shownStage(), key);
        window->showStage("bracket");
        for (auto* button : window->findChildren<QPushButton*>())
            if (button->text() == QString::fromLatin1(row.title)) QTest::mouseClick(button, Qt::LeftButton);
        QCOMPARE(window->shownStage(), key);
        window->setAttribute(Qt::WA_DeleteOnClose, false);
        window->close();
        test::Window again(test::demo("vent-stay.gfold"));
        again->restoreAsLeft();
        QCOMPARE(again->shownStage(), row.isOfNoJob() ? QString("bracket") : key);
    }
}

/// A stage that has the room for itself gives it back as it was.
void WindowTest::ladderKeepsItsWidth() {
    test::Window window;
    window->resize(1280, 764);
    for (const char* words : {"55", "h 10", "b 60 away", "45", "h 12"})
        window.type(words);
    QCoreApplication::processEvents();
    const int width = window->ladder()->width();
    for (const app::StageRow& row : app::stageRows()) {
        window->showStage(QString::fromLatin1(row.key));
        QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
        QCoreApplication::processEvents();
        window->showStage("bracket");
        QCoreApplication::processEvents();
        QVERIFY2(window->ladder()->width() == width, row.key);
    }
}

void WindowTest::headlineLeadsToItsCauses() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.fill("hole.h2.x", "6"); // near its end
    auto* blank = window.named<app::HeadlineFigure>("176.0 mm, blank");
    QVERIFY(blank);
    QTest::mouseClick(blank, Qt::LeftButton);
    QVERIFY(window->findChild<app::BlankStage*>()->isVisible());
    QVERIFY(window.named<app::HeadlineFigure>("1 to check, looking for the order…"));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    auto* toMind = window.named<app::HeadlineFigure>("1 to check, nothing stops it");
    QVERIFY(toMind);
    toMind->setFocus();
    QTest::keyClick(toMind, Qt::Key_Space);
    QVERIFY(!window->findChild<app::BlankStage*>()->isVisible());
    window.fill("leg.B.length", "9"); // both bends want more than that
    QVERIFY(window.named<app::HeadlineFigure>("1 to stop for, it cannot be made like this"));
}

/// A bend that is settled for a tool that is gone is clear to every rule but the plan's: it is never "all
/// clear" before the order was looked for.
void WindowTest::nothingIsClearBeforeTheOrderIsKnown() {
    test::Window window;
    QVERIFY(window.named<app::HeadlineFigure>("All clear, nothing to check")); // nothing to bend
    job::Job job = test::bar({60, 90}, {{.angleDeg = 90, .insideRadius = 5}});
    job.bends[0].tool = "roller";
    window.document().replace(job);
    QVERIFY(!window.document().isPlanned());
    QVERIFY(window.named<app::HeadlineFigure>("So far clear, looking for the order…"));
    QTRY_VERIFY_WITH_TIMEOUT(window.document().isPlanned(), 60000);
    const auto& found = window.document().findings();
    QVERIFY(std::any_of(found.begin(), found.end(), [](const auto& f) { return f.rule == "no-order"; }));
    QVERIFY(window.named<app::HeadlineFigure>("1 to stop for, it cannot be made like this"));
}

/// More bends than orders are looked for of: nothing is in the way, and nothing is known either.
void WindowTest::nothingIsClearWithoutAnOrder() {
    std::vector<double> legs(22, 60);
    std::vector<job::Bend> bends;
    for (int i = 0; i < 21; ++i)
        bends.push_back({.angleDeg = 20, .turn = i % 2 ? job::Turn::Up : job::Turn::Down, .insideRadius = 5});
    test::Window window;
    window.document().replace(test::bar(legs, bends, 2, 20));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    const auto& found = window.document().findings();
    const auto unknown =
        std::find_if(found.begin(), found.end(), [](const auto& f) { return f.rule == "no-order"; });
    QVERIFY(unknown != found.end() && unknown->severity == check::Severity::Mind);
    QVERIFY(unknown->says.find("more than 20 bends") != std::string::npos);
}

void WindowTest::stockIsEdited() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* button : window->findChildren<QPushButton*>())
        if (button->text().startsWith("30 × 3")) QTest::mouseClick(button, Qt::LeftButton);
    window.fill("stock.width", "25");
    window.fill("stock.thickness", "4");
    window.fill("stock.quantity", "6");
    QCOMPARE(window.job().stock.width, 25.0);
    QCOMPARE(window.job().thickness, 4.0);
    QCOMPARE(window.job().quantity, 6);
    window.choose("stock.material", "steel-cold-rolled");
    QCOMPARE(window.job().material, std::string("steel-cold-rolled"));
    window.fill("stock.thickness", "0");
    QVERIFY2(window.notice().contains("from 0.01 to 100"), qPrintable(window.notice()));
    QCOMPARE(window.job().thickness, 4.0);
    window.choose("stock.dimension-to", "inside");
    QVERIFY(window.job().dimensionTo == job::DimensionTo::Inside);
}

void WindowTest::blankStageShowsAllMarks() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    auto* table = window.named<QTableWidget>("Table of marks");
    QVERIFY(table && table->isVisible());
    QCOMPARE(table->rowCount(),
             3 * 2 + 3 + 2 + 1);       // three lines a bend, the leaning ones at both edges; holes; the cut
    QCoreApplication::processEvents(); // laid out
    const QFontMetrics letters(table->font());
    for (int row = 0; row < table->rowCount(); ++row) // one line each: its words have room
        QVERIFY2(table->rowHeight(row) < 2 * letters.lineSpacing() + app::px(11),
                 qPrintable(QString("row %1: %2").arg(row).arg(table->rowHeight(row))));
    QCOMPARE(table->item(table->rowCount() - 1, 0)->text(), QString("176.0"));
    QCOMPARE(table->item(0, 2)->text(), QString("punch h1, ø6.6"));
    QCOMPARE(table->item(0, 4)->text(), QString("15.0"));
    const auto figureOf = [&](const QString& mark) {
        for (int row = 0; row < table->rowCount(); ++row)
            if (table->item(row, 2)->text() == mark) return table->item(row, 0)->text();
        return QString();
    };
    QCOMPARE(figureOf("bend 1, 90° toward you, near edge"), QString("62.4"));
    QCOMPARE(figureOf("bend 1, 90° toward you, far edge"), QString("56.1"));
    QCOMPARE(figureOf("bend 2, 60° away from you"), QString("129.3"));
    // The other hand of the pair leans the other way: near and far change places.
    window.choose("blank.hand", "opposite");
    QCOMPARE(figureOf("bend 1, 90° toward you, near edge"), QString("56.1"));
    QCOMPARE(figureOf("bend 1, 90° toward you, far edge"), QString("62.4"));
    bool says = false;
    for (auto* label : window->findChildren<QLabel*>())
        says = says || label->text().startsWith("Right hand: blank");
    QVERIFY(says);
    window.choose("blank.hand", "own");
    table->setFocus();
    table->selectRow(0);
    QVERIFY(window.document().selected() == Element::hole("h1"));
}

void WindowTest::mirrorMakesTheOtherHand() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->actions().mirror->trigger();
    QVERIFY(window.job().hand == job::Hand::Right);
    QCOMPARE(window.job().bends[0].skewDeg, -12.0);
    window->actions().mirror->trigger();
    QVERIFY(window.job().hand == job::Hand::Left);
    QCOMPARE(window.job().bends[0].skewDeg, 12.0);
}

void WindowTest::fieldsHaveNames() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (auto* widget : window->findChildren<QWidget*>()) {
        if (!widget->isVisible() || widget->focusPolicy() == Qt::NoFocus ||
            qobject_cast<QScrollArea*>(widget))
            continue;
        const auto* button = qobject_cast<QAbstractButton*>(widget);
        const bool named = !widget->accessibleName().isEmpty() || (button && !button->text().isEmpty());
        QVERIFY2(named, widget->metaObject()->className());
    }
}

void WindowTest::bothThemesPaintEverything() {
    for (const auto theme : {app::Theme::Dark, app::Theme::Light}) {
        app::applyTheme(theme);
        test::Window window(test::demo("vent-stay.gfold"));
        const draw::Palette& p = app::colours();
        auto* ribbon = window.named<app::RibbonView>("Blank with its marks");
        QVERIFY(pixelsOf(ribbon, p.marking) > 20'000);
        QVERIFY(pixelsOf(ribbon, p.scribe) > 50);
        QVERIFY(pixelsOf(window->picture(), p.field) > 1'000); // the tags
        QVERIFY(pixelsOf(window->picture(), p.ink) > 100);     // and what they say
        for (const auto& [ink, ground] : {std::pair{p.ink, p.paper},
                                          {p.ink, p.panel},
                                          {p.faintInk, p.paper},
                                          {p.faintInk, p.panel},
                                          {p.accent, p.paper},
                                          {p.accent, p.panel},
                                          {p.ink, p.field},
                                          {p.scribe, p.marking}})
            QVERIFY2(draw::contrast(ink, ground) >= 4.5, qPrintable(ink.name() + " on " + ground.name()));
    }
}

void WindowTest::smallestWindowStillShowsAll() {
    test::Window window(test::demo("fan-standoff.gfold"));
    window->resize(1024, 700);
    QCoreApplication::processEvents();
    QCOMPARE(window->size(), QSize(1024, 700));
    for (const auto& tag : window->picture()->tags())
        QVERIFY(QRectF(window->picture()->rect()).contains(tag.box));
    QVERIFY(window->ladder()->entry()->visibleRegion().boundingRect().height() > 20);
}

GOODFOLD_TEST(WindowTest)

} // namespace goodfold::window_test

#include "window.moc"
