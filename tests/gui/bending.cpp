// The Bending stage in the real window: the plan comes by itself, steps are gone through by keyboard and
// mouse, an order or a tool is settled and freed again, and where nothing works a button mends it.
#include "app/base/batch_work.h"
#include "app/bending/bending_stage.h"
#include "app/bending/step_view.h"
#include "app/widgets/cell_panel.h"
#include "gui/support.h"

#include <QSlider>

#include <set>

namespace goodfold::bending_test {

using job::Element;

namespace {

struct Bending : test::Window {
    explicit Bending(const QString& file) : test::Window(file) { enter(); }
    explicit Bending(const job::Job& job) {
        document().replace(job);
        enter();
    }

    void enter() {
        operator->()->showStage("bending");
        stage = operator->()->findChild<app::BendingStage*>();
        wait();
    }
    void wait() {
        QVERIFY(QTest::qWaitFor([this] { return !operator->()->isPlanning(); }, 600000));
    }
    app::CellPanel* sheet() const { return stage->findChild<app::CellPanel*>(); }
    bool offers(const QString& id) const { return sheet()->placeOf(id) >= 0; }
    void press(const QString& id) {
        const int place = sheet()->placeOf(id);
        QVERIFY2(place >= 0, qPrintable(sheet()->text()));
        sheet()->go(place);
        sheet()->open();
        wait();
    }

    app::BendingStage* stage = nullptr;
};

job::Job steel(double thickness, double width, const std::vector<double>& legs) {
    job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    job.thickness = thickness;
    job.stock.width = width;
    job.plates[0].length = legs[0];
    for (size_t i = 1; i < legs.size(); ++i)
        job = edit::withBendAtEnd(job, job.plates.back().id, {}, legs[i])->job;
    return job;
}

/// Pixels of the picture in the colour that only marks what is in the way.
qsizetype warnings(const Bending& bending) {
    const QImage picture = const_cast<app::StepView*>(bending.stage->picture())->grab().toImage();
    const QRgb stop = draw::Palette::light().stop.rgb();
    qsizetype count = 0;
    for (int y = 0; y < picture.height(); ++y)
        for (int x = 0; x < picture.width(); ++x)
            count += (picture.pixel(x, y) & 0xffffff) == (stop & 0xffffff);
    return count;
}

} // namespace

class BendingTest : public QObject {
    Q_OBJECT
private slots:
    void oldPlanIsReadWithItsOwnJob();
    void eachToolsReasonIsShown();
    void turningIsShownAndSaid();
    void firstOrderOfManyIsSoonThere();
    void whatThePlanningThrowsIsTold();
    void planComesByItself();
    void keysGoFromStepToStep();
    void swingFollowsTheSlider();
    void editPlansAnew();
    void orderIsSettledAndFreed();
    void stripsAreColouredInTheirOrder();
    void stepIsDragged();
    void whatIsSettledIsKeptInTheJob();
    void toolIsSettled();
    void heldLegIsSettled();
    void openingIsSettled();
    void whatIsInTheWayIsSaidAndMended();
    void manyBendsDoNotBlockTheWindow();
    void pricesAreTypedOnceForTheShop();
};

void BendingTest::planComesByItself() {
    Bending window(test::demo("valve-tray.gfold"));
    QCOMPARE(window.stage->stepCount(), 8);
    QVERIFY(window.stage->says().contains("Step 1 of 8"));
    QVERIFY(window.stage->says().contains("comes back to"));
    QVERIFY(window.stage->says().contains("One takes"));
}

void BendingTest::keysGoFromStepToStep() {
    Bending window(test::demo("vent-stay.gfold"));
    QTest::keyClick(window.stage, Qt::Key_PageDown);
    QCOMPARE(window.stage->current(), 1);
    QVERIFY(window.stage->says().contains("Step 2 of 2"));
    QTest::keyClick(window.stage, Qt::Key_PageDown); // there is no third
    QCOMPARE(window.stage->current(), 1);
    QTest::keyClick(window.stage, Qt::Key_PageUp);
    QCOMPARE(window.stage->current(), 0);
}

void BendingTest::swingFollowsTheSlider() {
    Bending window(test::demo("vent-stay.gfold"));
    auto* slider = window.stage->findChild<QSlider*>();
    const QImage before = window.stage->grab().toImage();
    slider->setValue(slider->maximum());
    QVERIFY(window.stage->picture()->turned() > 60); // past, for what springs back
    QVERIFY(before != window.stage->grab().toImage());
    slider->setValue(0);
    QTest::keyClick(window.stage, Qt::Key_Space); // plays
    QVERIFY(QTest::qWaitFor([&] { return window.stage->picture()->turned() > 10; }, 5000));
}

void BendingTest::editPlansAnew() {
    Bending window(steel(3, 30, {60, 50}));
    QCOMPARE(window.stage->stepCount(), 1);
    window.document().edit("bend", edit::withBendAtEnd(window.job(), "B", {}, 40)->job);
    QVERIFY(window->isPlanning());
    window.wait();
    QCOMPARE(window.stage->stepCount(), 2);
}

void BendingTest::orderIsSettledAndFreed() {
    Bending window(steel(3, 30, {40, 90, 40}));
    const QString first = window.stage->says();
    window.press("step.later");
    QCOMPARE(window.stage->stepCount(), 2);
    QVERIFY(window.offers("plan.best"));
    window.stage->choose(0);
    QVERIFY(window.stage->says() != first);
    window.press("plan.best");
    window.stage->choose(0);
    QCOMPARE(window.stage->says(), first);
}

/// Bends carry the colours of the order they are made in, on every picture, also while it is looked for anew.
void BendingTest::stripsAreColouredInTheirOrder() {
    Bending window(test::demo("valve-tray.gfold"));
    std::vector<int> order;
    for (const part::PartBend& bend : window.document().part().bends)
        order.push_back(bend.order);
    std::vector<int> sorted = order;
    std::sort(sorted.begin(), sorted.end());
    QVERIFY(sorted == (std::vector<int>{0, 1, 2, 3, 4, 5, 6, 7}));
    QVERIFY(order != sorted); // its tabs come first
    QVERIFY(!window.document().change("length", [](job::Job& job) { job.plates[0].length += 1; }));
    for (size_t i = 0; i < order.size(); ++i)
        QCOMPARE(window.document().part().bends[i].order, order[i]);
}

/// A step's rung let go over another's place is made there, and stays so until it is freed.
void BendingTest::stepIsDragged() {
    Bending window(steel(3, 30, {40, 90, 70, 40}));
    QVERIFY(window.job().bendOrder.empty());
    app::CellPanel* ladder = window.sheet();
    const auto rung = [&](const char* id) {
        return ladder->places()[static_cast<size_t>(ladder->placeOf(id))].box.center();
    };
    // Sent to the ladder itself: the third rung may be scrolled out of sight.
    const auto send = [&](QEvent::Type type, const QPoint& at, Qt::MouseButtons held) {
        QMouseEvent event(type, at, ladder->mapToGlobal(at),
                          type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton, held, {});
        QApplication::sendEvent(ladder, &event);
    };
    send(QEvent::MouseButtonPress, rung("step.go.1"), Qt::LeftButton);
    send(QEvent::MouseMove, rung("step.go.3"), Qt::LeftButton);
    send(QEvent::MouseButtonRelease, rung("step.go.3"), Qt::NoButton);
    QCOMPARE(window.job().bendOrder.size(), size_t{3});
    window.wait();
    QCOMPARE(window.stage->current(), 2);
    QVERIFY(window.offers("plan.best") || window.stage->stepCount() == 0);
}

/// Order and tools are the user's decisions: in the file, undone like any, freed with one press.
void BendingTest::whatIsSettledIsKeptInTheJob() {
    Bending window(steel(3, 30, {40, 90, 40}));
    window.press("step.later");
    const std::vector<std::string> order = window.job().bendOrder;
    QCOMPARE(order.size(), size_t{2});
    QTemporaryDir folder;
    QVERIFY(!window->files().save(folder.filePath("settled.gfold")));
    Bending again(folder.filePath("settled.gfold"));
    QCOMPARE(again.job().bendOrder, order);
    QVERIFY(again.offers("plan.best"));
    window.document().undoStack().undo();
    QVERIFY(window.job().bendOrder.empty());
    again.press("plan.best");
    QVERIFY(again.job().bendOrder.empty());
}

void BendingTest::toolIsSettled() {
    Bending window(steel(3, 30, {40, 90, 40}));
    window.sheet()->choose(window.sheet()->placeOf("step.tool"), "press");
    window.wait();
    QVERIFY2(window.stage->says().contains("shop press"), qPrintable(window.stage->says()));
    QVERIFY(window.stage->says().contains("kN"));
}

void BendingTest::heldLegIsSettled() {
    Bending window(steel(3, 30, {60, 90}));
    window.sheet()->choose(window.sheet()->placeOf("step.tool"), "vise");
    window.wait();
    std::set<QString> says;
    for (const auto& [key, holds] : {std::pair{"to", job::Holds::To}, {"from", job::Holds::From}}) {
        QVERIFY(window.offers("step.held"));
        window.sheet()->choose(window.sheet()->placeOf("step.held"), key);
        window.wait();
        QVERIFY(window.job().bends[0].holds == holds);
        says.insert(window.stage->says());
    }
    QCOMPARE(says.size(), size_t(2)); // another line is set
    window.press("plan.best");
    QVERIFY(window.job().bends[0].holds == job::Holds::Either);
}

void BendingTest::openingIsSettled() {
    Bending window(steel(3, 30, {60, 90}));
    window.sheet()->choose(window.sheet()->placeOf("step.tool"), "press");
    window.wait();
    QVERIFY(window.offers("step.die"));
    QVERIFY(window.stage->says().contains("Not over 60.0, 63.0")); // openings that will not do, and why
    window.sheet()->choose(window.sheet()->placeOf("step.die"), "40");
    window.wait();
    QCOMPARE(window.job().bends[0].die, std::optional(job::DieChoice{40, false}));
    // 0.16 V, and the blank is laid out with it.
    const auto radius = [&] { return window.document().part().bends[0].shape.insideRadius; };
    QVERIFY(std::abs(radius() - 6.4) < 1e-9);
    // An edit and its undoing are laid out by what is known, before there is another plan: the step that is
    // gone back to was taken while nothing was.
    window.document().undoStack().undo();
    QVERIFY(!window.job().bends[0].die && std::abs(radius() - 6.4) < 1e-9);
    window.document().undoStack().redo();
    QVERIFY(window.job().bends[0].die && std::abs(radius() - 6.4) < 1e-9);
    window.press("plan.best");
    QVERIFY(!window.job().bends[0].die && window.job().bends[0].tool.empty());
}

void BendingTest::whatIsInTheWayIsSaidAndMended() {
    Bending window(steel(8, 40, {120, 32}));
    QCOMPARE(window.stage->stepCount(), 0);
    QVERIFY2(window.stage->says().contains("slips into"), qPrintable(window.stage->says()));
    const QString says = window.stage->says();
    const QString mend = says.mid(says.indexOf("make leg B")).section('\n', 0, 0).trimmed();
    QVERIFY2(!mend.isEmpty(), qPrintable(says));
    const auto& found = window.document().findings(); // told on the Bracket stage as well
    const auto noOrder =
        std::find_if(found.begin(), found.end(), [](const auto& f) { return f.rule == "no-order"; });
    QVERIFY(noOrder != found.end() && noOrder->severity == check::Severity::Stop);
    QVERIFY(noOrder->remedy() && noOrder->remedy()->says == mend.toStdString());
    QVERIFY2(says.contains("on leg B to trim") && says.contains("bench vise"), qPrintable(says));
    window.press("plan.mend.1"); // what says so
    window.wait();
    QVERIFY(window.job().findPlate("B")->length > 32);
    QCOMPARE(window.stage->stepCount(), 1);
    window.document().undoStack().undo();
    QCOMPARE(window.job().findPlate("B")->length, 32.0);
}

/// While the search runs the window answers, and can stop it.
void BendingTest::manyBendsDoNotBlockTheWindow() {
    job::Job job = steel(2, 25, {60, 60, 60, 60, 60, 60, 60, 60, 60, 60, 60, 60, 60, 60});
    for (size_t i = 0; i < job.bends.size(); ++i) {
        job.bends[i].angleDeg = i % 3 ? 45 : 60;
        job.bends[i].turn = i % 2 ? job::Turn::Up : job::Turn::Down;
    }
    test::Window window;
    window.document().replace(job);
    window->showStage("bending");
    auto* stage = window->findChild<app::BendingStage*>();
    QVERIFY(window->isPlanning());
    QVERIFY(window.document().change("length", [](job::Job& changed) { changed.plates[0].length = 61; }) ==
            std::nullopt);
    auto* sheet = stage->findChild<app::CellPanel*>();
    if (const int stop = sheet->placeOf("plan.stop"); stop >= 0) {
        sheet->go(stop);
        sheet->open();
    }
    QCOMPARE(window.job().plates[0].length, 61.0);
}

/// Typed under the time they stand in the shop's own file, and the next job goes by them; what was in the
/// file and is none of theirs stays.
void BendingTest::pricesAreTypedOnceForTheShop() {
    const QString path = test::books().work.ownPath();
    QDir().mkpath(QFileInfo(path).path());
    const auto write = [&](const QByteArray& text) {
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(text) == text.size());
    };
    const auto cleared = qScopeGuard([&] {
        QFile::remove(path);
        QVERIFY(!test::books().work.read());
    });
    write(R"({"operations": [{"id": "saw", "minutes": 5}]})");
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("bending");
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    QCOMPARE(window.shown("price.hour"), QString("not said"));
    const auto type = [&](const char* id, const char* figure) {
        window.click(id);
        QTest::keyClicks(QApplication::focusWidget(), figure);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    };
    const auto says = [&] { return window.cell("price.hour").panel->text(); };
    QVERIFY(!says().contains("A piece costs"));
    type("price.hour", "48");
    type("price.kilogram", "2");
    QVERIFY2(says().contains("A piece costs "), qPrintable(says()));
    type("price.margin", "-5"); // refused
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    QCOMPARE(test::books().work.book().rates.margin, 0.0);
    QVERIFY(!test::books().work.read());
    QCOMPARE(*test::books().work.book().rates.hour, 48.0);
    QCOMPARE(test::books().work.book().find("saw")->minutes, 5.0);
    QVERIFY(!window->exporter().write(*draw::findExport("pdf-quote"), QPageSize::A4, "quote.pdf"));
    QFile::remove("quote.pdf");

    // A file that cannot be read is kept beside it.
    write("{\"rates\": {\"hour\": \"dear\"}}");
    type("price.hour", "50");
    QCOMPARE(*test::books().work.book().rates.hour, 50.0);
    const QDir folder(QFileInfo(path).path());
    const QStringList aside = folder.entryList({"work-unreadable-*"});
    QCOMPARE(aside.size(), qsizetype(1));
    QFile::remove(folder.filePath(aside.front()));
}

/// Gone on to a step for which the part is turned in the same tool: that is said, and seen for a moment.
void BendingTest::turningIsShownAndSaid() {
    job::Job zigzag = steel(2, 25, {50, 60, 60, 50});
    for (size_t i = 0; i < zigzag.bends.size(); ++i)
        zigzag.bends[i].turn = i % 2 ? job::Turn::Up : job::Turn::Down;
    const Bending window(zigzag);
    const auto& steps = window.stage->findChild<app::StepView*>();
    QVERIFY(steps);
    int turned = 0;
    for (int step = 1; step < window.stage->stepCount(); ++step) {
        window.stage->choose(step);
        const bool isSaid = window.stage->says().contains("turn it");
        QCOMPARE(steps->isCarried(), isSaid);
        if (!isSaid) continue;
        ++turned;
        const size_t letters = steps->scene().letters.size();
        QTRY_VERIFY(steps->scene().letters.empty()); // on its way
        QTRY_VERIFY(!steps->isCarried());
        QCOMPARE(steps->scene().letters.size(), letters); // in its place again
    }
    QVERIFY(turned > 0);
    window.stage->choose(0); // back it is not shown
    QVERIFY(!steps->isCarried());
}

/// Of fourteen bends an order stands there at once and can be taken along, while a better one is looked for;
/// what comes then is no worse, and the last says what is proven.
void BendingTest::firstOrderOfManyIsSoonThere() {
    job::Job job = steel(2, 25, std::vector<double>(15, 45));
    for (size_t i = 0; i < job.bends.size(); ++i) {
        job.bends[i].angleDeg = std::array{90.0, 45.0, 60.0, 30.0}[i * 3 % 4];
        job.bends[i].turn = i % 2 ? job::Turn::Up : job::Turn::Down;
    }
    app::Document document(job, test::books());
    app::Planner planner(document);
    app::OwnRack rack(test::books().logbook, nullptr);
    app::BatchWork work(document, planner, rack, nullptr);
    app::BendingStage stage(document, planner, work, nullptr);
    std::vector<double> costs;
    const auto isLookingOn = [&] {
        const auto labels = stage.findChildren<QLabel*>();
        return std::any_of(labels.begin(), labels.end(),
                           [](const QLabel* label) { return label->text().contains("still looking"); }) &&
               stage.says().contains("this one will do");
    };
    connect(&planner, &app::Planner::done, &stage, [&] {
        costs.push_back(planner.latest()->outcome().plan->cost);
        if (costs.size() > 1) return;
        QVERIFY(planner.isImproving() && !planner.isAwaited() && document.isPlanned());
        QVERIFY2(isLookingOn(), qPrintable(stage.says()));
        QCOMPARE(stage.stepCount(), 14);
    });
    planner.hurry();
    QVERIFY(QTest::qWaitFor([&] { return !planner.isBusy() && !costs.empty(); }, 600000));
    QVERIFY(costs.size() > 1);
    QVERIFY(std::is_sorted(costs.rbegin(), costs.rend()));
    QVERIFY(!isLookingOn());
    QVERIFY(planner.latest()->outcome().plan->bound <= costs.back() + 1e-6);
}

/// Whatever is thrown beside the window: it stays, says so, and never takes the job for all clear.
void BendingTest::whatThePlanningThrowsIsTold() {
    app::Document document(steel(3, 30, {40, 90, 40}), test::books());
    int tries = 0;
    app::Planner planner(document, nullptr,
                         [&](app::Planned&, const app::PlanWanted&, const sequence::GoOn&) {
                             if (++tries == 1) throw std::runtime_error("a figure was no number");
                             throw std::bad_alloc();
                         });
    planner.hurry();
    QTRY_VERIFY(planner.latest());
    QCOMPARE(planner.latest()->failed, std::string("Looking for the order failed: any edit begins anew."));
    QVERIFY(!planner.latest()->outcome().plan && !planner.isBusy() && !document.isPlanned());
    app::OwnRack rack(test::books().logbook, nullptr);
    app::BatchWork work(document, planner, rack, nullptr);
    app::BendingStage stage(document, planner, work, nullptr);
    const auto labels = stage.findChildren<QLabel*>();
    QVERIFY(std::any_of(labels.begin(), labels.end(),
                        [](const QLabel* label) { return label->text().contains("any edit begins anew"); }));
    QVERIFY(!document.change("length", [](job::Job& job) { job.plates[0].length = 41; }));
    QTRY_VERIFY(planner.latest()->failed.find("not enough memory") != std::string::npos);
}

/// A coil that no tool makes: what meets is ringed in the picture, and each tool's name shows its own.
void BendingTest::eachToolsReasonIsShown() {
    Bending clip(test::demo("tray-clip.gfold"));
    QCOMPARE(warnings(clip), qsizetype{0});
    const Bending coil(steel(4, 25, {40, 60, 40, 60, 30}));
    QVERIFY2(coil.stage->says().contains("cannot be made"), qPrintable(coil.stage->says()));
    QVERIFY(warnings(coil) > 30);
    std::set<double> angles;
    QStringList shows; // what is pressed lays the column out anew
    for (const auto& place : coil.sheet()->places())
        if (const QString id = coil.sheet()->cellAt(place).id; id.startsWith("stuck.")) shows << id;
    for (const QString& id : shows) {
        coil.sheet()->go(coil.sheet()->placeOf(id));
        coil.sheet()->open();
        angles.insert(coil.stage->picture()->turned());
    }
    QVERIFY(angles.size() > 2);
}

/// Until there is a new plan the old one stands, and what it speaks of may be gone from the document.
void BendingTest::oldPlanIsReadWithItsOwnJob() {
    job::Job bar = steel(3, 30, {60, 70, 50});
    bar.plates[2].ends[job::Edge::End].extra = 40;
    const Bending window(bar);
    const QString before = window.stage->says();
    QVERIFY2(before.contains("Trim leg C") || window.stage->stepCount() == 2, qPrintable(before));
    window.document().replace(steel(3, 30, {60}));
    for (int step : {1, 0}) { // each lays the column out anew
        window.stage->choose(step);
        QVERIFY(window.stage->says().contains("Clamp leg"));
    }
    QVERIFY(window->isPlanning());
    // A sheet of the job before would be taken to the bench for this one.
    const auto wrong = window->exporter().write(*draw::findExport("pdf-sheet"), QPageSize::A4, "sheet.pdf");
    QVERIFY2(wrong && wrong->contains("still being looked for"), qPrintable(wrong.value_or("written")));
}

GOODFOLD_TEST(BendingTest)

} // namespace goodfold::bending_test

#include "bending.moc"
