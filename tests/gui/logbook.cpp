// The Logbook stage in the real window: a strip measured and written, what it teaches everywhere, pieces
// found and made again, tables out and in, undo, and a file that cannot be used.
#include "app/bench/bench_stage.h"
#include "app/bench/reading_rows.h"
#include "app/logbook/logbook_stage.h"
#include "gui/support.h"

namespace goodfold::logbook_stage_test {

using app::EntriesList;
using app::LogbookStage;

namespace {

struct Logbook : test::Window {
    explicit Logbook(const QString& file = test::demo("foot-on-base.gfold")) : test::Window(file) {
        operator->()->showStage("logbook");
        stage = operator->()->findChild<LogbookStage*>();
        wait();
    }
    void wait() {
        operator->()->activateWindow(); // menus leave none active here
        QTest::qWait(1);
        QVERIFY(QTest::qWaitFor([this] { return !operator->()->isPlanning(); }, 60000));
    }
    /// The worked strip: K 0.4041 at R 3.2 in 3 mm, off the vise.
    void typeStrip() {
        for (const auto& [key, figure] : {std::pair{"thickness", "3"},
                                          {"width", "30"},
                                          {"strip", "100"},
                                          {"angle", "89.5"},
                                          {"pushed", "91.5"},
                                          {"held_leg", "42.3"},
                                          {"free_leg", "63.1"},
                                          {"radius", "3.2"}})
            fill(QStringLiteral("strip.") + QLatin1String(key), QString::fromLatin1(figure));
    }
    store::Logbook& file() { return **document().books().logbook.file(); }
    int bends() { return *file().countOfBends(); }

    LogbookStage* stage = nullptr;
};

learn::KeptPiece aPiece(const char* job, int number) {
    learn::KeptPiece kept;
    kept.id = store::newId();
    kept.at = store::now();
    kept.job = job;
    std::ifstream file(test::demo("foot-on-base.gfold").toStdString());
    kept.jobFile = {std::istreambuf_iterator<char>(file), {}};
    kept.log.piece = number;
    kept.log.entries = {{bench::Entry::Kind::Done, {"1"}},
                        {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 88.6}};
    return kept;
}

} // namespace

class LogbookStageTest : public QObject {
    Q_OBJECT
private slots:
    void init();
    void stripIsMeasuredAndWritten();
    void inchesAreReadAndNothingIsHalfDone();
    void whatIsTypedStays();
    void slipsAreAskedAbout();
    void bestStripIsProposed();
    void writtenIsTakenBack();
    void everythingGoesByIt();
    void jobsTakeKWhenAsked();
    void piecesAreFoundAndMadeAgain();
    void benchWritesPieces();
    void tablesGoOutAndIn();
    void anotherProgramsEntriesAppear();
    void damagedFileIsSaid();
};

/// Each test begins with an empty logbook and nothing typed.
void LogbookStageTest::init() {
    if (test::books().logbook.points().size() || QFile::exists(app::ShopLogbook::path())) {
        const auto file = test::books().logbook.file();
        if (file)
            (void)test::books().logbook.write([](store::Logbook& logbook) -> std::optional<Error> {
                const auto bends = *logbook.bends(0, 1000);
                const auto pieces = *logbook.pieces({}, 0, 1000);
                for (const auto& each : bends)
                    (void)logbook.takeOut(each.id);
                for (const auto& each : pieces)
                    (void)logbook.takeOut(each.id);
                return {};
            });
    }
    app::settings::setTestBend({});
    QDir(QFileInfo(app::ownFilePath("bench/x")).path()).removeRecursively();
}

void LogbookStageTest::stripIsMeasuredAndWritten() {
    Logbook logbook;
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->known().accessibleName().contains("the book"));
    QVERIFY(logbook.stage->known().shown()[0].seen.empty());
    logbook.choose("strip.tool", "vise");
    logbook.stage->form().setBatch("bar by the gate");
    logbook.typeStrip();
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("K 0.404 ± 0.036"), qPrintable(panel->text()));
    QVERIFY(logbook.stage->known().shown()[0].inHand.has_value()); // ringed before it is written
    logbook.click("strip.write");
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    const auto batches = *logbook.file().batches();
    QCOMPARE(batches.size(), size_t(1));
    QCOMPARE(batches[0].name, std::string("bar by the gate"));
    QCOMPARE(batches[0].thickness, 3.0);
    QCOMPARE(logbook.stage->known().shown()[0].seen.size(), size_t(1));
    QVERIFY(std::abs(logbook.stage->known().shown()[0].seen[0].value - 0.4041) < 1e-4);
    // The next strip is of the same stock in the same tool, and nothing of it is read yet.
    QCOMPARE(logbook.stage->form().bend().thickness, 3.0);
    QCOMPARE(logbook.stage->form().bend().strip, 0.0);
    logbook.choose("entries.kind", "bends");
    QVERIFY(logbook.named<app::CellPanel>("What was kept")->text().contains("bench vise"));
}

/// A shop that reads inches sees them everywhere; a logbook that cannot be written leaves no empty step to
/// undo.
void LogbookStageTest::inchesAreReadAndNothingIsHalfDone() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    QVERIFY(!logbook.document().change("unit", [](job::Job& job) { job.units = quantity::Unit::Inch; }));
    logbook.wait();
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("Took off 0.21"), qPrintable(panel->text())); // 5.4 mm
    QVERIFY(!panel->text().contains(" mm"));
    (void)logbook.file();
    const int steps = logbook.stage->undoStack()->count();
    QProcess holder; // another program that is writing
    holder.start("/usr/bin/python3",
                 {"-c",
                  "import sqlite3, sys\nfile = sqlite3.connect(sys.argv[1], isolation_level=None)\n"
                  "file.execute('BEGIN EXCLUSIVE')\nprint('held', flush=True)\nsys.stdin.read()",
                  app::ShopLogbook::path()});
    QVERIFY(holder.waitForReadyRead(20000));
    QVERIFY(logbook.stage->form().write().has_value());
    QCOMPARE(logbook.stage->undoStack()->count(), steps);
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    holder.closeWriteChannel();
    holder.waitForFinished();
    QVERIFY(!logbook.stage->form().write());
    QCOMPARE(logbook.bends(), 1);
}

void LogbookStageTest::whatIsTypedStays() {
    {
        Logbook logbook;
        logbook.fill("strip.strip", "112.5");
        auto* batch = logbook.named<QLineEdit>("Batch of stock");
        batch->setFocus();
        QTest::keyClicks(batch, "bar by the door");
        QTest::keyClick(batch, Qt::Key_Return);
        QCOMPARE(logbook.stage->form().bend().batch, std::string("bar by the door"));
    }
    Logbook again;
    QCOMPARE(again.stage->form().bend().strip, 112.5);
    QCOMPARE(again.named<QLineEdit>("Batch of stock")->text(), QString("bar by the door"));
    again.fill("strip.strip", "90");
    again->actions().undo->trigger();
    QCOMPARE(again.stage->form().bend().strip, 112.5);
}

void LogbookStageTest::slipsAreAskedAbout() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.fill("strip.free_leg", "36.1");
    QVERIFY(!logbook.find("strip.write"));
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("63.1 was meant, not 36.1"), qPrintable(panel->text()));
    QVERIFY(logbook.stage->form().write().has_value());
    QCOMPARE(test::books().logbook.points().size(), size_t(0));
    logbook.click("strip.meant");
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    QVERIFY(logbook.find("strip.write"));
    logbook.fill("strip.free_leg", "36.1");
    logbook.click("strip.right"); // whoever insists
    logbook.click("strip.write");
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
}

void LogbookStageTest::bestStripIsProposed() {
    Logbook logbook;
    logbook.click("strip.propose");
    const learn::TestBend& bend = logbook.stage->form().bend();
    QCOMPARE(bend.material, logbook.job().material);
    QCOMPARE(bend.thickness, logbook.job().thickness);
    QVERIFY(bend.strip >= 100 && bend.line > 0);
}

void LogbookStageTest::writtenIsTakenBack() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    logbook->actions().undo->trigger(); // one step: the entry goes, the figures are back
    logbook.wait();
    QCOMPARE(logbook.bends(), 0);
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    logbook->actions().redo->trigger();
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    logbook.choose("entries.kind", "bends");
    const std::string id = logbook.file().bends(0, 1)->front().id;
    logbook.click(QStringLiteral("entry.") + QString::fromStdString(id));
    logbook.click("kept.counts");
    logbook.wait();
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->takeOut()->contains("Ctrl+Z"));
    logbook.wait();
    QCOMPARE(logbook.bends(), 0);
    logbook->actions().undo->trigger();
    logbook->actions().undo->trigger();
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    QVERIFY(!test::books().logbook.points().empty());
}

/// Springback, the tool's line and the odds' sources are the shop's own at once, in every plan.
void LogbookStageTest::everythingGoesByIt() {
    Logbook logbook;
    const std::string tool = "vise";
    const auto pushed = [&] {
        const auto& made = *logbook.document().shop();
        const tool::Work work{.angleDeg = 90, .thickness = 3, .length = 30};
        const tool::Tool* vise = made.find(tool);
        return tool::fit(*vise, work, logbook.document().material()).setups.front().loadedAngleDeg;
    };
    const double before = pushed();
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.fill("strip.pushed", "92");
    logbook.fill("strip.line", "37.9"); // 0.75 further on than a vise's jaw is
    logbook.click("strip.write");
    logbook.wait();
    QVERIFY(pushed() > before + 0.3);
    QVERIFY(logbook.document().shop()->find(tool)->markOffset > 0.3);
    QCOMPARE(logbook.document().books().tools.shop()->find(tool)->markOffset, 0.0); // what was typed stays
    QVERIFY(logbook.stage->toolsInWords().contains("further on"));
    logbook->showStage("shop");
    QVERIFY(logbook.named<app::CellPanel>("Figures of the tool")->text().contains("Plans go by the logbook"));
}

void LogbookStageTest::jobsTakeKWhenAsked() {
    Logbook logbook;
    logbook->showStage("bracket");
    logbook.wait();
    logbook.choose("allowance.rule", "learned");
    QVERIFY2(logbook.notice().contains("knows no bend"), qPrintable(logbook.notice()));
    QVERIFY(logbook.job().allowance.kind != bend::AllowanceRule::Kind::Learned);
    logbook->showStage("logbook");
    logbook.wait();
    logbook.choose("strip.material", QString::fromStdString(logbook.job().material));
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    const double blank = logbook.document().part().blank.length;
    QVERIFY(logbook.job().allowance.kind != bend::AllowanceRule::Kind::Learned); // nothing moves unasked
    logbook->showStage("bracket");
    logbook.wait();
    logbook.choose("allowance.rule", "learned");
    logbook.wait();
    QCOMPARE(logbook.job().allowance.learned.bends, 1);
    QVERIFY(logbook.document().part().blank.length != blank);
    QVERIFY(!logbook.find("allowance.newer"));
    // Another strip says otherwise: the job is told, and stays.
    const double taken = logbook.job().allowance.learned.rows[4].k;
    logbook->showStage("logbook");
    logbook.wait();
    for (int i = 0; i < 3; ++i) {
        logbook.typeStrip();
        logbook.fill("strip.free_leg", "62.5");
        logbook.click("strip.write");
        logbook.wait();
    }
    logbook->showStage("bracket");
    logbook.wait();
    QCOMPARE(logbook.job().allowance.learned.rows[4].k, taken);
    logbook.click("allowance.newer");
    logbook.wait();
    QVERIFY(logbook.job().allowance.learned.rows[4].k > taken + 0.02);
    QCOMPARE(logbook.job().allowance.learned.bends, 4);
    logbook.click("allowance.frozen");
    QVERIFY(logbook.job().allowance.learned.isFrozen);
}

void LogbookStageTest::piecesAreFoundAndMadeAgain() {
    Logbook logbook;
    std::vector<std::pair<learn::KeptPiece, learn::Points>> pieces;
    for (int i = 1; i <= 40; ++i)
        pieces.emplace_back(aPiece(i % 4 ? "Vent stay" : "Gutter strap", i), learn::Points());
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.putAll(pieces); }));
    logbook.wait();
    QVERIFY(logbook.find("entries.earlier"));
    logbook.click("entries.earlier");
    QVERIFY(!logbook.find("entries.earlier") && logbook.find("entries.later"));
    auto* words = logbook.named<QLineEdit>("Find pieces by words");
    words->setFocus();
    QTest::keyClicks(words, "gutt");
    auto* panel = logbook.named<app::CellPanel>("What was kept");
    QVERIFY(!panel->text().contains("Vent stay"));
    const std::string id = pieces[3].first.id;
    logbook.click(QStringLiteral("entry.") + QString::fromStdString(id));
    QVERIFY2(panel->text().contains("88.6"), qPrintable(panel->text()));
    logbook.fill("kept.minutes", "22");
    auto* note = logbook.named<QLineEdit>("Note on this piece");
    note->setFocus();
    QTest::keyClicks(note, "for the west ridge");
    QTest::keyClick(note, Qt::Key_Return);
    QCOMPARE((*logbook.file().piece(id))->minutes, 22.0);
    QCOMPARE((*logbook.file().piece(id))->note, std::string("for the west ridge"));
    QCOMPARE(*logbook.file().countOfPieces("ridge"), 1);
    const int windows = static_cast<int>(QApplication::topLevelWidgets().size());
    logbook.click("kept.again");
    QVERIFY(static_cast<int>(QApplication::topLevelWidgets().size()) > windows);
    app::MainWindow* again = nullptr;
    for (QWidget* each : QApplication::topLevelWidgets())
        if (auto* window = qobject_cast<app::MainWindow*>(each); window && window != logbook.stage->window())
            again = window;
    QVERIFY(again);
    QCOMPARE(again->document().job().title, logbook.job().title);
    delete again;
}

void LogbookStageTest::benchWritesPieces() {
    Logbook window;
    window->showStage("bench");
    auto* bench = window->findChild<app::BenchStage*>();
    const auto wait = [&] {
        QTest::qWait(1);
        QVERIFY(QTest::qWaitFor([&] { return !window->isPlanning() && bench->pieceInWork().isCurrent(); },
                                60000));
    };
    wait();
    auto* batch = window.named<QLineEdit>("Batch of stock");
    batch->setFocus();
    QTest::keyClicks(batch, "bar 7");
    QTest::keyClick(batch, Qt::Key_Return);
    wait();
    bench->pieceInWork().add("made", {{bench::Entry::Kind::Done, {"1"}},
                                      {.kind = bench::Entry::Kind::Pushed, .of = {"1"}, .value = 92.5},
                                      {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 89.6}});
    wait();
    bench->go(static_cast<int>(bench->work().size()) - 1);
    QTest::qWait(1);
    QPushButton* into = nullptr;
    for (QPushButton* button : bench->findChildren<QPushButton*>())
        if (button->isVisible() && button->text().startsWith("It goes on")) into = button;
    QVERIFY(into);
    QTest::mouseClick(into, Qt::LeftButton);
    wait();
    QVERIFY(bench->pieceInWork().inLogbook().has_value());
    QVERIFY(bench->says().contains("is in the logbook"));
    const auto rows = *window.file().pieces("bar", 0, 5);
    QCOMPARE(rows.size(), size_t(1));
    QCOMPARE(rows[0].batch, std::string("bar 7"));
    QVERIFY(!learn::of(test::books().logbook.points(), learn::What::Springback).empty());
    // Its own readings are not counted twice at the bench: this job goes by the books without it.
    QVERIFY(window.document().material().learnedSpringback.empty());
    QVERIFY(test::Window().document().material().id.size());
    // Read once more it is written anew, and what was noted in the logbook stays.
    learn::KeptPiece noted = *bench->pieceInWork().inLogbook();
    noted.note = "for the west ridge";
    noted.minutes = 22;
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.put(noted, {}); }));
    bench->pieceInWork().add("read", {{.kind = bench::Entry::Kind::Outside, .of = {"A"}, .value = 92.1}});
    wait();
    QVERIFY2(bench->says().contains("write it anew"), qPrintable(bench->says()));
    QVERIFY(!bench->pieceInWork().writeIntoLogbook(true));
    QCOMPARE(bench->pieceInWork().inLogbook()->note, std::string("for the west ridge"));
    QCOMPARE(bench->pieceInWork().inLogbook()->minutes, 22.0);
    QCOMPARE(bench->pieceInWork().inLogbook()->log.entries.size(), bench->pieceInWork().log().entries.size());
    for (int i = 0; i < 3; ++i) // written anew, read, written
        window->actions().undo->trigger();
    wait();
    QVERIFY(!bench->pieceInWork().inLogbook());
}

void LogbookStageTest::tablesGoOutAndIn() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    const QTemporaryDir folder;
    const QString bends = folder.filePath("bends.csv"), pieces = folder.filePath("pieces.csv");
    QVERIFY(!test::books().logbook.write(
        [&](store::Logbook& file) { return file.put(aPiece("Vent stay", 1), {}); }));
    QVERIFY(logbook.stage->writeTable(bends, EntriesList::Kind::TestBends).startsWith("1 entr"));
    QVERIFY(logbook.stage->writeTable(pieces, EntriesList::Kind::Pieces).startsWith("1 entr"));
    const learn::Points before = test::books().logbook.points();
    init();
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->readTable(bends).startsWith("1 entr"));
    QVERIFY(logbook.stage->readTable(pieces).startsWith("1 entr"));
    QCOMPARE(test::books().logbook.points(), before);
    QVERIFY(logbook.stage->readTable(bends).startsWith("1 entr")); // by its id: it is the same one
    QCOMPARE(logbook.bends(), 1);
    QFile broken(bends);
    QVERIFY(broken.open(QIODevice::WriteOnly));
    broken.write("id,at,material\n1,2026\n");
    broken.close();
    QVERIFY(logbook.stage->readTable(bends).contains("line 2"));
    QVERIFY(logbook.stage->writeTable("/nowhere/at/all.csv", EntriesList::Kind::Pieces).size() > 10);
}

void LogbookStageTest::anotherProgramsEntriesAppear() {
    Logbook logbook;
    (void)logbook.file(); // it is there
    logbook.choose("entries.kind", "pieces");
    auto other = store::Logbook::open(app::ShopLogbook::path());
    QVERIFY(bool(other));
    QVERIFY(!(*other)->put(aPiece("Vent stay", 1), {}));
    auto* panel = logbook.named<app::CellPanel>("What was kept");
    QVERIFY(QTest::qWaitFor([&] { return panel->text().contains("Vent stay"); }, 10000));
}

/// In a program of its own books: the file is opened once.
void LogbookStageTest::damagedFileIsSaid() {
    const QTemporaryDir folder;
    const QByteArray data = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", folder.path().toLocal8Bit());
    QVERIFY(QDir().mkpath(QFileInfo(app::ShopLogbook::path()).path()));
    QFile file(app::ShopLogbook::path());
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(QByteArray(5000, 'x'));
    file.close();
    app::ShopLogbook logbook;
    QStringList said;
    connect(&logbook, &app::ShopLogbook::said, &logbook, [&](const QString& sentence) { said << sentence; });
    QVERIFY(logbook.points().empty());
    QCOMPARE(said.size(), 1);
    QVERIFY2(said.first().contains("kept as"), qPrintable(said.first()));
    QVERIFY(bool(logbook.file()));
    qputenv("XDG_DATA_HOME", data);
}

GOODFOLD_TEST(LogbookStageTest)

} // namespace goodfold::logbook_stage_test

#include "logbook.moc"
