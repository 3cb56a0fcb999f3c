// The Mount stage in the real window: a place dropped roughly, readings typed between what is pointed at, the
// one that cannot be right mended at a press, and the bracket brought onto it.
#include "app/mount/mount_stage.h"
#include "app/mount/mount_view.h"
#include "app/widgets/job_card.h"
#include "gui/support.h"

namespace goodfold::mount_test {

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
    bool finds(const char* rule) const {
        const auto& all = document().findings();
        return std::any_of(all.begin(), all.end(),
                           [&](const check::Finding& each) { return each.rule == rule; });
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
    void sheetIsTypedTopToBottom();
    void boltsArePointedAt();
    void keysGoFromThingToThing();
    void bracketIsBroughtOnto();
    void whatStaysIsNotChanged();
    void whatHasToStayFreeIsSaid();
    void asksWhatToMeasureNext();
    void proposedShapeIsTaken();
    void proposalsWaitForTheMisreading();
    void otherSideIsMeasuredByItself();
    void tubeIsDroppedAndRead();
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
    QTRY_VERIFY_WITH_TIMEOUT(window.finds("doubted-reading"), 20000);
    window.press("suspect.r9.mend");
    QVERIFY(std::abs(window.job().mount->readings[8].value - 45.3) < 1e-9);
    QVERIFY(!window.says("the others say 45.3"));
    QVERIFY(window.says("12 readings, 4 more than it takes."));
    QTRY_VERIFY_WITH_TIMEOUT(window.document().lineUp() && !window.finds("doubted-reading"), 20000);
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

/// A mount that is only sketched: what the sheet asks for is typed one after the other, by keys alone.
void MountTest::sheetIsTypedTopToBottom() {
    Mount window("stay-on-sill.gfold");
    window.document().change("anew", [](job::Job& changed) { changed.mount->readings.clear(); });
    window.press("sheet.take");
    const size_t asked = window.stage->survey().sheet().size();
    QVERIFY(asked > 7);
    QVERIFY(window.says("1. "));
    app::CellPanel* panel = window.panelOf("sheet.first");
    panel->setFocus();
    panel->go(panel->placeOf("sheet.first"));
    for (int i = 0; i < 3; ++i) {
        const job::MountReading wanted = window.stage->survey().sheet().front().reading;
        QTest::keyClick(panel, Qt::Key_Return);
        auto* field = window.stage->findChild<QLineEdit*>();
        QVERIFY(field);
        QTest::keyClicks(field, QString::number(40 + i));
        QTest::keyClick(field, Qt::Key_Return);
        QCOMPARE(window.job().mount->readings.size(), size_t(i + 1));
        QVERIFY(window.job().mount->readings.back().of == wanted.of);
        QCOMPARE(window.job().mount->readings.back().value, 40.0 + i);
    }
    QCOMPARE(window.stage->survey().sheet().size(), asked - 3);
    QCOMPARE(window.stage->survey().sheet().front().number, 4);
    window.press("sheet.pass");
    QCOMPARE(window.stage->survey().sheet().front().number, 5);
    window.press("thing.c.remove"); // and all that was to be read of it
    for (const auto& each : window.stage->survey().sheet())
        QVERIFY(std::find(each.reading.of.begin(), each.reading.of.end(), "c") == each.reading.of.end());
}

/// A point that is clicked takes another hole; a face another leg.
void MountTest::boltsArePointedAt() {
    Mount window("stay-on-sill.gfold");
    window.click("c");
    QVERIFY(window.says("bolted here"));
    window.choose("point.tie", "h1"); // h3 was there, h1 at a
    QCOMPARE(window.job().ties.size(), size_t(2));
    QCOMPARE(window.job().ties.back().hole, std::string("h1"));
    QCOMPARE(window.job().ties.back().point, std::string("c"));
    window.choose("point.tie", QString());
    QCOMPARE(window.job().ties.size(), size_t(1));
    window.click("c");
    window.stage->survey().pointAt("G");
    window.choose("point.rests", "B");
    QCOMPARE(window.job().rests->plate, std::string("B"));
    QCOMPARE(window.job().rests->on, std::string("G"));
}

/// Arrows go along what is there, space points: a reading is typed without the mouse.
void MountTest::keysGoFromThingToThing() {
    Mount window("vent-stay.gfold");
    window.press("mount.new");
    app::MountView* view = window.stage->picture();
    view->setFocus();
    QTest::keyClick(view, Qt::Key_Right);
    QCOMPARE(view->accessibleDescription(), QStringLiteral("point a"));
    QTest::keyClick(view, Qt::Key_Space);
    QVERIFY(window.stage->survey().pointedAt() == std::vector<std::string>{"a"});
    const QPointF way = view->placeOnScreen("b") - view->placeOnScreen("a");
    QTest::keyClick(view, std::abs(way.x()) > std::abs(way.y()) ? way.x() > 0 ? Qt::Key_Right : Qt::Key_Left
                          : way.y() > 0                         ? Qt::Key_Down
                                                                : Qt::Key_Up);
    QCOMPARE(view->accessibleDescription(), QStringLiteral("point b"));
    QTest::keyClick(view, Qt::Key_Return);
    QVERIFY((window.stage->survey().pointedAt() == std::vector<std::string>{"a", "b"}));
    window.type("new.0.0", "55.5");
    QCOMPARE(window.job().mount->readings.size(), size_t(1));
}

/// The far hole of a stated mount is moved 3 up: the hole in the leg follows at a press.
void MountTest::bracketIsBroughtOnto() {
    Mount window("foot-on-base.gfold");
    const double was = window.job().findHole("h2")->x;
    window.document().change("up", [](job::Job& changed) { changed.mount->points[1].at->z() += 3; });
    window.press("mount.solve");
    QTRY_VERIFY_WITH_TIMEOUT(std::abs(window.job().findHole("h2")->x - (was - 3)) < 1e-6,
                             20000); // from its end
    // An edit meanwhile lets go of it.
    window.document().change("up again", [](job::Job& changed) { changed.mount->points[1].at->z() += 3; });
    window.press("mount.solve");
    QVERIFY(window.says("Bringing it there"));
    window.document().change("title", [](job::Job& changed) { changed.title = "Foot"; });
    QVERIFY(window.says("Bring the bracket onto it"));
    QTest::qWait(1500);
    QVERIFY(std::abs(window.job().findHole("h2")->x - (was - 3)) < 1e-6);
}

/// The same, with the hole's place held: what holds it is named, and nothing changes.
void MountTest::whatStaysIsNotChanged() {
    Mount window("foot-on-base.gfold");
    window.document().change("up", [](job::Job& changed) {
        changed.mount->points[1].at->z() += 3;
        for (const char* name : {"B.length", "h1.x", "h1.y", "A.length", "1.angle", "1.skew"})
            changed.mayChange[name] = {.stays = true};
    });
    const job::Job before = window.job();
    for (auto* part : window.stage->findChildren<app::Foldable*>())
        part->setOpen(true);
    window.document().change("held", [](job::Job& changed) { changed.mayChange["h2.x"]; });
    window.type("may.h2.x.most", QString::number(before.findHole("h2")->x));
    window.type("may.h2.x.least", QString::number(before.findHole("h2")->x - 1));
    QCOMPARE(window.job().mayChange.at("h2.x").least, std::optional(before.findHole("h2")->x - 1));
    window.press("mount.solve");
    QTRY_VERIFY2_WITH_TIMEOUT(window.notice().contains("how far along h2 is would have to be"),
                              qPrintable(window.notice()), 20000);
    QVERIFY(window.job().plates == before.plates);
}

/// A lid is put over the foot and brought nearer than it may come.
void MountTest::whatHasToStayFreeIsSaid() {
    Mount window("foot-on-base.gfold");
    window.press("clear.add.box");
    QCOMPARE(window.job().mount->clearances.size(), size_t{1});
    QCOMPARE(window.job().mount->clearances[0].id, std::string("lid"));
    window.type("clear.0.at.x", "-20");
    window.type("clear.0.at.y", "-20");
    window.type("clear.0.at.z", "30");
    window.type("clear.0.size.x", "40");
    // Over the bolt in h1: stock of 8, a washer, a head.
    const hardware::Screw& m8 = *hardware::standardBook().findScrew("m8");
    const double left = 30 - 8 - m8.washerThickness - m8.headHeight;
    const auto says = [&](const QString& what) { return window.stage->says().contains(what); };
    QTRY_VERIFY_WITH_TIMEOUT(says(QString::number(left, 'f', 1) + QStringLiteral(" left, at the bolt in h1")),
                             20000);
    window.type("clear.0.keep", "50");
    QTRY_VERIFY_WITH_TIMEOUT(window.finds("runs-into"), 20000);
    window.type("clear.0.at.z", "10");
    QTRY_VERIFY_WITH_TIMEOUT(says("the bolt in h1 runs into it"), 20000);
    // Called as its shop calls it.
    QTimer asked;
    connect(&asked, &QTimer::timeout, &asked, [&asked] {
        auto* question = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
        if (!question) return;
        asked.stop();
        question->setTextValue("  boiler   door ");
        question->accept();
    });
    asked.start(20);
    window.choose("clear.0.name", "another name");
    QCOMPARE(window.job().mount->clearances[0].id, std::string("boiler door"));
    QVERIFY(window.shown("clear.0.name").contains("boiler door"));
    window.press("clear.0.remove");
    QVERIFY(window.job().mount->clearances.empty());
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
    QVERIFY2(cards[0]->accessibleDescription().contains("blank"),
             qPrintable(cards[0]->accessibleDescription()));
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

/// A pair: the place of the other hand begins as this one's mirror image, and is read by itself.
void MountTest::otherSideIsMeasuredByItself() {
    Mount window("stay-on-sill.gfold");
    QVERIFY(!window.panelOf("other.new")); // no pair
    window.document().change("pair", [](job::Job& job) { job.oppositeHand = true; });
    const job::Mount before = *window.job().mount;
    window.press("other.new");
    QVERIFY(window.job().oppositeMount && window.document().isOtherSide());
    QVERIFY(window.job().oppositeMount->readings.empty());
    QVERIFY(window.says("Nothing is read on the other side yet"));
    QVERIFY(!window.panelOf("rests.plate")); // bolts are those of the bracket that is drawn
    // A reading goes to the side that is in hand.
    const std::string one = before.points[0].id, two = before.points[1].id;
    window.click(one.c_str());
    window.click(two.c_str());
    const double apart = (*window.stage->survey().measured()->placed.points[0].at -
                          *window.stage->survey().measured()->placed.points[1].at)
                             .norm();
    window.type("new.0.0", QString::number(apart + 3, 'f', 1));
    QCOMPARE(window.job().oppositeMount->readings.size(), size_t(1));
    QVERIFY(*window.job().mount == before);
    QVERIFY2(window.says("The other side is no mirror image"), qPrintable(window.stage->says()));
    // What is taken out there stays here; a bolt wants its point on both.
    auto* choice = window.panelOf("other.inHand");
    QVERIFY(choice);
    window.document().takeOtherSide(false);
    QVERIFY(!window.document().isOtherSide());
    QCOMPARE(window.stage->survey().measured()->placed.readings.size(), before.readings.size());
    window.press("other.mirror");
    QVERIFY(!window.job().oppositeMount);
    window.document().undoStack().undo();
    QCOMPARE(window.job().oppositeMount->readings.size(), size_t(1));
}

void MountTest::tubeIsDroppedAndRead() {
    Mount window("vent-stay.gfold");
    window.press("mount.new");
    window.press("add.tube");
    const std::string tube = window.job().mount->faces.back().id;
    QVERIFY(window.job().mount->faces.back().tube);
    window.press("add.point." + QString::fromStdString(tube));
    window.press("add.point." + QString::fromStdString(tube));
    const std::string one = window.job().mount->points[2].id, two = window.job().mount->points[3].id;
    window.click(one.c_str());
    window.click(two.c_str());
    window.click(tube.c_str());
    QVERIFY2(window.says(("around " + tube).c_str()), qPrintable(window.stage->says()));
    window.type(QStringLiteral("new.%1.0").arg(static_cast<int>(job::MountReading::Kind::Along)), "55");
    QCOMPARE(window.job().mount->readings.back().of, (std::vector<std::string>{one, two, tube}));
    const auto& placed = window.stage->survey().measured()->placed;
    QVERIFY(std::abs(std::abs((*placed.points[3].at - *placed.points[2].at).dot(*placed.faces[1].along)) -
                     55) < 1e-3);
}

GOODFOLD_TEST(MountTest)

} // namespace goodfold::mount_test

#include "mount.moc"
