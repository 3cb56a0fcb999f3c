// Ends, holes and bend lines dragged on picture and ribbon, the number at the pointer, and typing in its
// place.
#include "gui/support.h"

namespace goodfold::dragging_test {

using edit::Grip;
using job::Element;

namespace {

void press(QWidget* widget, const QPointF& at) {
    QTest::mousePress(widget, Qt::LeftButton, {}, at.toPoint());
}

void moveTo(QWidget* widget, const QPointF& at) {
    QMouseEvent move(QEvent::MouseMove, at, widget->mapToGlobal(at), Qt::NoButton, Qt::LeftButton,
                     Qt::NoModifier);
    QApplication::sendEvent(widget, &move);
}

void release(QWidget* widget, const QPointF& at) {
    QTest::mouseRelease(widget, Qt::LeftButton, {}, at.toPoint());
}

app::RibbonView* ribbonOf(const test::Window& window) {
    return window.named<app::RibbonView>("Blank with its marks");
}

/// A figure that the reader's step can show.
bool isSnapped(double value, double step) {
    return std::abs(value / step - std::round(value / step)) < 1e-9;
}

} // namespace

class DraggingTest : public QObject {
    Q_OBJECT
private slots:
    void legEndOnThePicture();
    void startOfTheFirstLeg();
    void holeOnThePictureSnapsBothWays();
    void bendLineOnTheRibbon();
    void endOnTheRibbon();
    void stepIsChosen_data();
    void stepIsChosen();
    void dragIsOneStep();
    void dragBackIsNoStep();
    void digitsTypedWhileDraggingAreTheFigure();
    void inchesSnapToTheirFraction();
    void acrossIsDraggedAcross();
    void clickIsNoDrag();
    void edgeOnSaysSo();
};

void DraggingTest::legEndOnThePicture() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    const QPointF from = picture->gripPoint({Grip::Kind::End, "C"});
    const QPointF along = from - picture->gripPoint({Grip::Kind::End, "B"});
    press(picture, from);
    QPointF to = from;
    for (int i = 1; i <= 10; ++i) {
        to = from + along * (0.05 * i);
        moveTo(picture, to);
        QVERIFY(isSnapped(window.job().plates[2].length, 0.1));
    }
    QVERIFY(window.job().plates[2].length > 60);
    // What is held stays under the pointer while it moves.
    const QPointF held = picture->gripPoint({Grip::Kind::End, "C"});
    QVERIFY(std::hypot(held.x() - to.x(), held.y() - to.y()) < 12);
    const QImage numbered = picture->grab().toImage();
    release(picture, to);
    QVERIFY(picture->grab().toImage() != numbered);
}

void DraggingTest::startOfTheFirstLeg() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    const QPointF from = picture->gripPoint({Grip::Kind::Start, "A"});
    const QPointF out = from - picture->gripPoint({Grip::Kind::End, "A"});
    press(picture, from);
    moveTo(picture, from + out * 0.2);
    release(picture, from + out * 0.2);
    QVERIFY(window.job().plates[0].length > 70 && window.job().plates[0].length < 76);
}

void DraggingTest::holeOnThePictureSnapsBothWays() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    const QPointF from = picture->gripPoint({Grip::Kind::Hole, "h1"});
    press(picture, from);
    moveTo(picture, from + QPointF(25, 4));
    release(picture, from + QPointF(25, 4));
    const job::Hole& hole = *window.job().findHole("h1");
    QVERIFY(hole.x != 16 && isSnapped(hole.x, 0.1));
    QVERIFY(hole.y != 0 && isSnapped(hole.y, 0.1));
    const QPointF now = picture->gripPoint({Grip::Kind::Hole, "h1"});
    QVERIFY(std::hypot(now.x() - from.x() - 25, now.y() - from.y() - 4) < 3);
}

void DraggingTest::bendLineOnTheRibbon() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(window.document().part().bends[1].centre.middle());
    const double pixels = ribbon->onScreen(Vec2(1, 0)).x() - ribbon->onScreen(Vec2(0, 0)).x();
    press(ribbon, from);
    moveTo(ribbon, from + QPointF(6 * pixels, 0));
    release(ribbon, from + QPointF(6 * pixels, 0));
    QVERIFY(std::abs(window.job().plates[1].length - 80) < 0.11);
    QVERIFY(isSnapped(window.job().plates[1].length, 0.1));
}

void DraggingTest::endOnTheRibbon() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(Vec2(window.document().part().blank.length, 5));
    const double pixels = ribbon->onScreen(Vec2(1, 0)).x() - ribbon->onScreen(Vec2(0, 0)).x();
    press(ribbon, from);
    moveTo(ribbon, from - QPointF(10 * pixels, 0));
    // The end follows the pointer: the drawing keeps its scale until it is let go.
    QVERIFY(std::abs(ribbon->onScreen(Vec2(window.document().part().blank.length, 5)).x() - from.x() +
                     10 * pixels) < 2);
    release(ribbon, from - QPointF(10 * pixels, 0));
    QVERIFY(std::abs(window.job().plates[2].length - 38) < 0.11);
}

void DraggingTest::stepIsChosen_data() {
    QTest::addColumn<QString>("chosen");
    QTest::addColumn<double>("millimetres"); // that a hole comes to lie on
    QTest::addColumn<bool>("inches");
    QTest::newRow("as read") << "what lengths are read to" << 0.1 << false;
    QTest::newRow("as read in inches") << "what lengths are read to" << 25.4 / 32 << true;
    QTest::newRow("whole") << "1 mm or 1/16 in" << 1.0 << false;
    QTest::newRow("coarse") << "5 mm or 1/4 in" << 5.0 << false;
    QTest::newRow("coarse inches") << "5 mm or 1/4 in" << 25.4 / 4 << true;
}

void DraggingTest::stepIsChosen() {
    QFETCH(QString, chosen);
    QFETCH(double, millimetres);
    QFETCH(bool, inches);
    test::Window window(test::demo("vent-stay.gfold"));
    if (inches) window.document().change("unit", [](job::Job& job) { job.units = quantity::Unit::Inch; });
    const auto choices = window.submenu("&Drag in steps of")->actions();
    const auto choose = [&](const QString& name) {
        for (QAction* each : choices)
            if (each->text() == name) return each->trigger();
        QFAIL(qPrintable(name));
    };
    choose(chosen);
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(window.document().part().holes[0].centreInFlat);
    const double pixels = ribbon->onScreen(Vec2(1, 0)).x() - ribbon->onScreen(Vec2(0, 0)).x();
    press(ribbon, from);
    moveTo(ribbon, from + QPointF(7.3 * pixels, 0));
    release(ribbon, from + QPointF(7.3 * pixels, 0));
    const double x = window.job().findHole("h1")->x;
    QVERIFY2(isSnapped(x, millimetres), qPrintable(QString::number(x)));
    QVERIFY2(std::abs(x - 16 - 7.3) <= millimetres / 2 + 0.2, qPrintable(QString::number(x)));
    choose("what lengths are read to"); // other tests go on as before
}

void DraggingTest::dragIsOneStep() {
    test::Window window(test::demo("vent-stay.gfold"));
    const job::Job before = window.job();
    app::RibbonView* ribbon = ribbonOf(window);
    for (int round = 0; round < 2; ++round) {
        const QPointF from = ribbon->onScreen(window.document().part().holes[0].centreInFlat);
        press(ribbon, from);
        for (int i = 1; i < 12; ++i)
            moveTo(ribbon, from + QPointF(3 * i, 0));
        release(ribbon, from + QPointF(33, 0));
    }
    QCOMPARE(window.document().undoStack().count(), 2); // two drags are two steps
    window->actions().undo->trigger();
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
}

void DraggingTest::dragBackIsNoStep() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(window.document().part().holes[0].centreInFlat).toPoint();
    press(ribbon, from);
    moveTo(ribbon, from + QPointF(30, 0));
    moveTo(ribbon, from);
    release(ribbon, from);
    QCOMPARE(window.job().findHole("h1")->x, 16.0);
    QVERIFY(!window->isWindowModified());
}

void DraggingTest::digitsTypedWhileDraggingAreTheFigure() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (QWidget* view :
         {static_cast<QWidget*>(ribbonOf(window)), static_cast<QWidget*>(window->picture())}) {
        const bool onRibbon = view == ribbonOf(window);
        const QPointF from =
            onRibbon ? ribbonOf(window)->onScreen(window.document().part().bends[1].centre.middle())
                     : window->picture()->gripPoint({Grip::Kind::End, "C"});
        press(view, from);
        moveTo(view, from + QPointF(20, 2));
        QTest::keyClick(view, onRibbon ? '8' : '5');
        QWidget* field = QApplication::focusWidget();
        QVERIFY(qobject_cast<app::ValueField*>(field));
        QTest::keyClicks(field, "1.5");
        QTest::keyClick(field, Qt::Key_Return);
        release(view, from);
    }
    QCOMPARE(window.job().plates[1].length, 81.5);
    QCOMPARE(window.job().plates[2].length, 51.5);
}

void DraggingTest::inchesSnapToTheirFraction() {
    test::Window window(test::demo("fan-standoff.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(window.document().part().holes[0].centreInFlat);
    press(ribbon, from);
    moveTo(ribbon, from + QPointF(21, -9));
    release(ribbon, from + QPointF(21, -9));
    QVERIFY(isSnapped(window.job().findHole("h1")->x, 25.4 / 32));
    QVERIFY(isSnapped(window.job().findHole("h1")->y, 25.4 / 32));
}

void DraggingTest::acrossIsDraggedAcross() {
    test::Window window(test::demo("tray-clip.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF from = ribbon->onScreen(window.document().part().bends[1].centre.middle());
    const double pixels = ribbon->onScreen(Vec2(1, 0)).x() - ribbon->onScreen(Vec2(0, 0)).x();
    press(ribbon, from);
    moveTo(ribbon, from + QPointF(5 * pixels, 0));
    release(ribbon, from + QPointF(5 * pixels, 0));
    QVERIFY(std::abs(window.job().plates[1].length - 43) < 0.11); // the opening grew as the leg did
    QVERIFY(window.job().plates[1].measure == job::Plate::Measure::Opening);
}

void DraggingTest::clickIsNoDrag() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::RibbonView* ribbon = ribbonOf(window);
    const QPointF at = ribbon->onScreen(window.document().part().holes[1].centreInFlat);
    press(ribbon, at);
    moveTo(ribbon, at + QPointF(1, 1));
    release(ribbon, at + QPointF(1, 1));
    QVERIFY(!window->isWindowModified());
    QVERIFY(window.document().selected() == Element::hole("h2"));
}

void DraggingTest::edgeOnSaysSo() {
    test::Window window(test::demo("vent-stay.gfold"));
    app::PictureView* picture = window->picture();
    picture->lookFrom(app::PictureView::From::End); // leg A is seen from its end
    const QPointF from = picture->gripPoint({Grip::Kind::Start, "A"});
    press(picture, from);
    moveTo(picture, from + QPointF(40, 30));
    QCOMPARE(window.job().plates[0].length, 62.0);
    release(picture, from + QPointF(40, 30));
}

GOODFOLD_TEST(DraggingTest)

} // namespace goodfold::dragging_test

#include "dragging.moc"
