// What is not seen is not made, what takes long comes a frame later, and neither shows in what is asked.
#include "app/bracket/picture_view.h"
#include "app/widgets/foldable.h"
#include "app/widgets/when_seen.h"
#include "bench/forty_plates.h"
#include "gui/support.h"

namespace goodfold::seen_test {

using job::Element;

class SeenTest : public QObject {
    Q_OBJECT
private slots:
    void nothingIsMadeOutOfSight();
    void panelsFoldedAwayAreMadeWhenTheyOpen();
    void stagesGoneFromAreMadeWhenGoneBackTo();
    void aLargeLadderIsRightBeforeItIsSeen();
    void findingsAreOfTheJobAsItIs();
    void waysOutAreOfTheJobAsItIs();
    void editsOvertakeWhatIsLookedFor();
};

namespace {

job::Job bar() {
    return test::Window(test::demo("vent-stay.gfold")).job();
}

/// As check() finds it, asked directly.
QStringList foundIn(const app::Document& document) {
    QStringList all;
    for (const check::Finding& finding :
         check::check({document.job(), document.part(), document.folded(), document.material(),
                       document.reading(), document.books().hardware.book()}))
        all << QString::fromStdString(finding.headline + ": " + finding.says);
    return all;
}

QStringList told(const app::Document& document) {
    QStringList all;
    for (const check::Finding& finding : document.findings())
        all << QString::fromStdString(finding.headline + ": " + finding.says);
    return all;
}

} // namespace

void SeenTest::nothingIsMadeOutOfSight() {
    QWidget window;
    auto* inside = new QWidget(&window);
    int made = 0;
    auto* seen = new app::WhenSeen(inside, [&] { ++made; });
    seen->change();
    QCOMPARE(made, 1); // about to be seen
    window.show();
    QCOMPARE(made, 1);
    seen->change();
    QCOMPARE(made, 2);
    inside->hide();
    seen->change();
    seen->change();
    QCOMPARE(made, 2);
    QVERIFY(seen->isDue());
    inside->show();
    QCOMPARE(made, 3); // once for both
    inside->hide();
    seen->change();
    seen->settle();
    QCOMPARE(made, 4); // somebody asked
    inside->show();
    QCOMPARE(made, 4);
    seen->changeLater();
    QCOMPARE(made, 4);
    QTRY_COMPARE(made, 5);
    seen->changeLater();
    seen->settle();
    QTest::qWait(40);
    QCOMPARE(made, 6); // asked for before its frame, and not made twice
}

void SeenTest::panelsFoldedAwayAreMadeWhenTheyOpen() {
    app::Books books;
    app::Document document(bar(), books);
    QWidget window;
    int made = 0;
    auto* panel = new app::CellPanel(document, "Length", [&](app::Document& shown) {
        ++made;
        app::Block block;
        block.lines.push_back({app::words(QString::number(shown.job().plates[0].length))});
        return std::vector<app::Block>{block};
    });
    auto* foldable = new app::Foldable("Length", "seen-test", panel, false, &window);
    window.show();
    const int before = made;
    for (const double length : {61.0, 62.0, 63.0})
        QVERIFY(!document.change("length", [&](job::Job& job) { job.plates[0].length = length; }));
    QCOMPARE(made, before);
    QCOMPARE(panel->text(), QString("63"));
    QVERIFY(!document.change("length", [&](job::Job& job) { job.plates[0].length = 64; }));
    QCOMPARE(made, before + 1);
    foldable->setOpen(true);
    QCOMPARE(made, before + 2);
    QVERIFY(!document.change("length", [&](job::Job& job) { job.plates[0].length = 65; }));
    QCOMPARE(made, before + 3); // it is seen now
    foldable->setOpen(false);
}

/// Undone elsewhere: what a stage shows when it is gone back to is of the job as it is.
void SeenTest::stagesGoneFromAreMadeWhenGoneBackTo() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->showStage("blank");
    auto* table = window->findChild<QTableWidget*>();
    QVERIFY(table);
    const int rows = table->rowCount();
    window->showStage("bracket");
    QVERIFY(!window.document().change("hole", [&](job::Job& job) {
        job::Hole hole = job.plates[0].holes.empty() ? job::Hole() : job.plates[0].holes[0];
        hole.id = "h99";
        hole.x += 11;
        hole.fastener.reset();
        job.plates[0].holes.push_back(hole);
    }));
    QCOMPARE(table->rowCount(), rows); // nobody sees it
    window->showStage("blank");
    QCOMPARE(table->rowCount(), rows + 1);
    window.document().undoStack().undo();
    QCOMPARE(table->rowCount(), rows);
    // The picture stands on the bracket's stage: asked for from here it is of this job.
    const auto tags = window->picture()->tags().size();
    QVERIFY(!window.document().edit("other", test::Window(test::demo("pipe-saddle.gfold")).job()));
    QVERIFY(window->picture()->tags().size() != tags);
    window->showStage("bracket");
    QVERIFY(!window->picture()->image({300, 200}).isNull());
}

void SeenTest::aLargeLadderIsRightBeforeItIsSeen() {
    test::Window window;
    window.document().replace(bench::largest());
    app::CellPanel* rungs = window->ladder()->rungs();
    const std::string id = window.job().plates[5].id;
    const QString cell = QString("leg.%1.length").arg(QString::fromStdString(id));
    for (const double length : {41.5, 42.5}) {
        QVERIFY(!window.document().change("length", [&](job::Job& job) { job.plates[5].length = length; }));
        const int place = rungs->placeOf(cell);
        QVERIFY(place >= 0);
        QCOMPARE(rungs->shown(rungs->cellAt(rungs->places()[static_cast<size_t>(place)])),
                 QString::number(length));
    }
    // A leg that went cannot be pressed on the ladder that still shows it.
    const QString last = QString::fromStdString(window.job().plates.back().id);
    QVERIFY(rungs->shows(Element::plate(last.toStdString())));
    QVERIFY(!window.document().change("one less", [&](job::Job& job) {
        job.plates.pop_back();
        job.bends.pop_back();
    }));
    QTest::mouseClick(rungs, Qt::LeftButton, {}, {40, rungs->height() - 12});
    QVERIFY(!rungs->shows(Element::plate(last.toStdString())));
}

void SeenTest::findingsAreOfTheJobAsItIs() {
    for (const job::Job& job : std::vector{bar(), bench::fortyPlates()}) {
        test::Window window;
        window.document().replace(job);
        QSignalSpy found(&window.document(), &app::Document::found);
        QVERIFY(!window.document().change("radius", [](job::Job& changed) {
            changed.bends[0].insideRadius = 0.1; // which cracks
        }));
        QCOMPARE(told(window.document()), foundIn(window.document()));
        const QString worst = told(window.document()).front().section(':', 0, 0);
        QTRY_VERIFY(!found.isEmpty());
        QVERIFY2(window->findChild<app::FindingsView*>()->cards()->text().contains(worst), qPrintable(worst));
    }
}

/// A way out is of the job that was: pressed right after an edit it must not bring that back.
void SeenTest::waysOutAreOfTheJobAsItIs() {
    test::Window window;
    job::Job cracking = bench::fortyPlates();
    cracking.bends[0].insideRadius = 0.1;
    window.document().replace(cracking);
    app::CellPanel* cards = window->findChild<app::FindingsView*>()->cards();
    const auto offered = [&] {
        QStringList all;
        for (const auto& place : cards->places())
            if (cards->cellAt(place).look == app::Cell::Look::Button) all << cards->cellAt(place).text;
        return all;
    };
    QTRY_VERIFY(!offered().isEmpty());
    const auto before = offered().size();
    QVERIFY(!window.document().change("radius", [](job::Job& job) { job.bends[0].insideRadius.reset(); }));
    QVERIFY(offered().size() < before);
}

/// Many at once, none waited for, the last while the window goes.
void SeenTest::editsOvertakeWhatIsLookedFor() {
    app::Books books;
    auto document = std::make_unique<app::Document>(bench::largest(), books);
    for (int i = 0; i < 12; ++i)
        QVERIFY(!document->change(
            "length", [&](job::Job& job) { job.plates[static_cast<size_t>(3 + i)].length = 41 + i; }));
    document->undoStack().undo();
    document->undoStack().undo();
    QCOMPARE(told(*document), foundIn(*document));
    document->replace(bar());
    QCOMPARE(told(*document), foundIn(*document));
    document->replace(bench::largest());
    document.reset();
    QTest::qWait(40);
}

GOODFOLD_TEST(SeenTest)

} // namespace goodfold::seen_test

#include "seen.moc"
