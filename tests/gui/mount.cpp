// The Mount stage in the real window: a place dropped roughly, readings typed between what is pointed at, the
// one that cannot be right mended at a press, and the bracket brought onto it.
#include "app/mount/mount_stage.h"
#include "app/mount/mount_view.h"
#include "app/widgets/job_card.h"
#include "gui/support.h"

using namespace goodfold;

namespace {

struct Mount : test::Window {
    explicit Mount(const char* name) : test::Window(test::demo(name)) {
        operator->()->showStage("mount");
        stage = operator->()->findChild<app::MountStage*>();
    }
    app::CellPanel* panelOf(const QString& id) const {
        for (app::CellPanel* panel : stage->findChildren<app::CellPanel*>())
            if (panel->placeOf(id) >= 0) return panel;
        return nullptr;
    }
    void press(const QString& id) {
        app::CellPanel* panel = panelOf(id);
        QVERIFY2(panel, qPrintable(id + ": " + stage->says()));
        panel->go(panel->placeOf(id));
        panel->open();
    }
    void type(const QString& id, const QString& figure) {
        press(id);
        auto* field = stage->findChild<QLineEdit*>();
        QVERIFY(field);
        field->setText(figure);
        QTest::keyClick(field, Qt::Key_Return);
    }
    void click(const char* id) {
        QTest::mouseClick(stage->picture(), Qt::LeftButton, {},
                          stage->picture()->placeOnScreen(id).toPoint());
    }
    bool says(const char* what) const { return stage->says().contains(QLatin1String(what)); }

    app::MountStage* stage = nullptr;
};

} // namespace

class MountTest : public QObject {
    Q_OBJECT
private slots:
    void beginsWithAFaceAndIsMeasured();
    void misreadingIsMendedAtAPress();
    void misreadingIsKeptAgainstAdvice();
    void whatIsOpenAsksForItsReading();
    void pointsAreDroppedAndTakenOut();
    void bracketIsBroughtOnto();
    void asksWhatToMeasureNext();
    void proposedShapeIsTaken();
    void proposalsWaitForTheMisreading();
};

void MountTest::beginsWithAFaceAndIsMeasured() {
    Mount window("vent-stay.gfold");
    QVERIFY(!window.job().mount);
    window.press("mount.new");
    QCOMPARE(window.job().mount->points.size(), size_t(2));
    window.click("a");
    QVERIFY(window.says("Point at one more"));
    window.click("b");
    window.type("new.0.2", "61.5"); // over outer edges of two threads of 6
    QCOMPARE(window.job().mount->readings.size(), size_t(1));
    QVERIFY(window.job().mount->readings[0].how == job::MountReading::How::Far);
    QVERIFY(std::abs(window.stage->survey().measured()->placed.points[1].at->x() - 55.5) < 1e-6);
    QVERIFY(window.says("1 reading, just enough"));
    window->actions().undo->trigger();
    QVERIFY(window.job().mount->readings.empty());
    window->actions().undo->trigger();
    QVERIFY(!window.job().mount);
}

void MountTest::misreadingIsMendedAtAPress() {
    Mount window("stay-on-sill.gfold");
    QVERIFY(window.says("r9 reads 55.3; the others say 45.3: a whole centimetre."));
    window.press("suspect.r9.mend");
    QVERIFY(std::abs(window.job().mount->readings[8].value - 45.3) < 1e-9);
    QVERIFY(!window.says("the others say 45.3"));
    QVERIFY(window.says("12 readings, 4 more than it takes."));
}

void MountTest::misreadingIsKeptAgainstAdvice() {
    Mount window("stay-on-sill.gfold");
    window.press("suspect.r9.keep");
    QVERIFY(window.job().mount->readings[8].isKept);
    QVERIFY(window.says("taken as read"));
    window.type("reading.r9.value", "45.3");
    QVERIFY(!window.job().mount->readings[8].isKept);
}

void MountTest::whatIsOpenAsksForItsReading() {
    Mount window("stay-on-sill.gfold");
    for (const char* id : {"reading.r12.remove", "reading.r11.remove", "reading.r10.remove"})
        window.press(id);
    QVERIFY2(window.says("Where c is cannot be told from the readings yet."),
             qPrintable(window.stage->says()));
    window.press("open.c");
    QCOMPARE(window.stage->survey().pointedAt().size(), size_t(2));
}

void MountTest::pointsAreDroppedAndTakenOut() {
    Mount window("stay-on-sill.gfold");
    const QPoint free = (window.stage->picture()->placeOnScreen("a") * 0.5 +
                         window.stage->picture()->placeOnScreen("b") * 0.5)
                            .toPoint();
    QTest::mouseDClick(window.stage->picture(), Qt::LeftButton, {}, free);
    QCOMPARE(window.job().mount->points.size(), size_t(5));
    QVERIFY2(std::abs(window.job().mount->points[4].sketch->x() - 17.5) < 2,
             qPrintable(QString::number(window.job().mount->points[4].sketch->x())));
    window.press("thing.b.remove");
    QCOMPARE(window.job().mount->points.size(), size_t(4));
    QCOMPARE(window.job().ties.size(), size_t(2));
    for (const job::MountReading& reading : window.job().mount->readings)
        QVERIFY(std::find(reading.of.begin(), reading.of.end(), "b") == reading.of.end());
    window->actions().undo->trigger();
    QCOMPARE(window.job().ties.size(), size_t(3));
}

/// The far hole of a stated mount is moved 3 up: the hole in the leg follows at a press.
void MountTest::bracketIsBroughtOnto() {
    Mount window("foot-on-base.gfold");
    const double was = window.job().findHole("h2")->x;
    window.document().change("up", [](job::Job& changed) { changed.mount->points[1].at->z() += 3; });
    window.press("mount.solve");
    QVERIFY(std::abs(window.job().findHole("h2")->x - (was - 3)) < 1e-6); // counted from its end
}

void MountTest::asksWhatToMeasureNext() {
    Mount window("stay-on-sill.gfold");
    window.press("suspect.r9.mend");
    window.press("mount.ask");
    QVERIFY(window.stage->survey().askedFor() && !window.stage->survey().askedFor()->empty());
    window.press("ask.0");
    QCOMPARE(window.stage->survey().pointedAt(), window.stage->survey().askedFor()->front().reading.of);
}

/// The best is taken at a press, edited on in Bracket, and given back by one undo; another can be tried.
void MountTest::proposedShapeIsTaken() {
    Mount window("stay-on-sill.gfold");
    window.press("suspect.r9.mend");
    const job::Job before = window.job();
    window.press("mount.propose");
    QVERIFY(window.stage->shapes().isLooking());
    QTRY_VERIFY_WITH_TIMEOUT(window.stage->shapes().found(), 30000);
    const auto cards = window.stage->findChildren<app::JobCard*>();
    QVERIFY(cards.size() >= 2);
    QVERIFY2(cards[0]->accessibleDescription().contains("blank"), qPrintable(cards[0]->accessibleDescription()));
    const job::Job wanted = cards[0]->job();
    QTest::mouseClick(cards[0], Qt::LeftButton);
    QCOMPARE(window->shownStage(), QString("bracket"));
    QVERIFY(window.job() == wanted);
    QCOMPARE(window.job().ties.size(), size_t(3));
    QCOMPARE(window.job().mount, before.mount);
    window->actions().undo->trigger();
    QVERIFY(window.job() == before);
    window->showStage("mount");
    QVERIFY(window.stage->shapes().found());
    QTest::mouseClick(window.stage->findChild<QPushButton*>("shapesBack"), Qt::LeftButton);
    QVERIFY(!window.stage->shapes().found());
    QVERIFY(window.stage->picture()->isVisible());
}

void MountTest::proposalsWaitForTheMisreading() {
    Mount window("stay-on-sill.gfold");
    window.press("mount.propose");
    QTRY_VERIFY_WITH_TIMEOUT(window.stage->shapes().found(), 30000);
    QVERIFY(window.stage->shapes().found()->empty());
    const auto labels = window.stage->findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(),
                        [](const QLabel* label) { return label->text().startsWith("r9 cannot be right"); }));
    window.press("suspect.r9.mend"); // the mount is another now: what was said of it goes
    QVERIFY(!window.stage->shapes().found());
}

GOODFOLD_TEST(MountTest)
#include "mount.moc"
