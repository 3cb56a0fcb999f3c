// Opening and saving from the window.
#include "app/bench/bench_stage.h"
#include "app/window/bench_logs.h"
#include "gui/support.h"

#include <QMessageBox>

#include <csignal>
#include <sys/resource.h>
#include <sys/stat.h>

namespace goodfold::files_test {

namespace {

QByteArray contents(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

void write(const QString& path, const QByteArray& bytes) {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size()) qFatal("cannot write");
}

} // namespace

class FilesTest : public QObject {
    Q_OBJECT
private slots:
    void demoJobsOpenCleanAndAreMakeable_data();
    void demoJobsOpenCleanAndAreMakeable();
    void demoJobsDoWhatTheySay();
    void savedJobReadsBackEqual();
    void savingClearsTheStarAndUndoBringsItBack();
    void brokenFileLeavesEverythingAsItWas();
    void unknownMaterialIsNamed();
    void newerFileIsLookedAtButNotWrittenOver();
    void fullDiskLeavesTheOldFileWhole();
    void closingAsksBeforeChangesAreLost();
    void newAndCloseByKey();
    void droppedFileOpens();
    void benchLogsAreOpened();
    void changesFromOutsideAreNoticed();
    void savingOverAsksFirst();
    void recoveredJobKeepsItsProtection();
    void pipesAreNotRead();
};

void FilesTest::demoJobsOpenCleanAndAreMakeable_data() {
    QTest::addColumn<QString>("path");
    const QDir folder(QStringLiteral(PROJECT_DATA "/demo"));
    for (const QString& name : folder.entryList({"*.gfold"}))
        QTest::newRow(qPrintable(name)) << folder.filePath(name);
}

void FilesTest::demoJobsOpenCleanAndAreMakeable() {
    QFETCH(QString, path);
    test::Window window(path);
    QVERIFY(!window->isWindowModified());
    QVERIFY(!check::hasStop(window.document().findings()));
}

void FilesTest::demoJobsDoWhatTheySay() {
    const auto holes = [](const char* name) {
        test::Window window(test::demo(name));
        const part::Part& part = window.document().part();
        return std::pair{part::formedHole(part, window.document().folded(), 0),
                         part::formedHole(part, window.document().folded(), 1)};
    };
    // The standoff's bolt enters square: both holes look the same way.
    const auto [foot, head] = holes("fan-standoff.gfold");
    QVERIFY((foot.axis - head.axis).norm() < 1e-9);
    // The clip's holes face each other on one axis.
    const auto [one, other] = holes("tray-clip.gfold");
    QVERIFY((one.axis + other.axis).norm() < 1e-9);
    QVERIFY((one.point - other.point).cross(one.axis).norm() < 1e-9);
    // The stays are a skewed pair, the hanger steps aside by its joggle.
    test::Window stay(test::demo("vent-stay.gfold"));
    QVERIFY(stay.job().oppositeHand && stay.job().bends[0].skewDeg != 0);
    test::Window hanger(test::demo("lamp-hanger.gfold"));
    QVERIFY(hanger.job().plates[2].joggle && hanger.job().material == "stainless-304");
}

void FilesTest::savedJobReadsBackEqual() {
    QTemporaryDir folder;
    const QString path = folder.filePath("seed-tray.gfold");
    test::Window window;
    for (const char* line : {"40", "h 12", "b 90", "60", "b 45 away lean 10", "30"})
        window.type(line);
    QVERIFY(!window->files().save(path));
    const auto back = app::openJob(path);
    QVERIFY(back && back->job == window.job());
    test::Window other(path);
    QVERIFY(other.job() == window.job());
}

void FilesTest::savingClearsTheStarAndUndoBringsItBack() {
    QTemporaryDir folder;
    test::Window window;
    window.type("45");
    QVERIFY(window->isWindowModified());
    QVERIFY(!window->files().save(folder.filePath("a.gfold")));
    QVERIFY(!window->isWindowModified());
    window->actions().undo->trigger();
    QVERIFY(window->isWindowModified());
    window->actions().redo->trigger();
    QVERIFY(!window->isWindowModified());
    window.type("50");
    window->actions().save->trigger(); // to the same file, without asking
    QVERIFY(!window->isWindowModified());
    QCOMPARE(app::openJob(folder.filePath("a.gfold"))->job.plates[0].length, 50.0);
}

void FilesTest::brokenFileLeavesEverythingAsItWas() {
    QTemporaryDir folder;
    const QString path = folder.filePath("broken.gfold");
    write(path, contents(test::demo("vent-stay.gfold")).replace("\"length\": 74.0", "\"length\": -74.0"));
    test::Window window(test::demo("fan-standoff.gfold"));
    const job::Job before = window.job();
    const auto wrong = window->files().open(path);
    QVERIFY(wrong);
    QVERIFY2(wrong->contains("broken.gfold") && wrong->contains("plates[1].length"), qPrintable(*wrong));
    QVERIFY(window.job() == before);
    QCOMPARE(window->files().path(), test::demo("fan-standoff.gfold"));
    QVERIFY(window->files().open(folder.filePath("not-there.gfold")));
    QVERIFY(window->files().open(folder.path()));
}

void FilesTest::unknownMaterialIsNamed() {
    QTemporaryDir folder;
    const QString path = folder.filePath("odd.gfold");
    write(path, contents(test::demo("vent-stay.gfold")).replace("steel-hot-rolled", "moon-cheese"));
    test::Window window;
    const auto wrong = window->files().open(path);
    QVERIFY(wrong && wrong->contains("moon-cheese"));
}

void FilesTest::newerFileIsLookedAtButNotWrittenOver() {
    QTemporaryDir folder;
    const QString path = folder.filePath("newer.gfold");
    write(path, contents(test::demo("vent-stay.gfold")).replace("\"version\": 1", "\"version\": 2"));
    const QByteArray before = contents(path);
    test::Window window;
    QVERIFY(!window->files().open(path));
    QVERIFY2(window.notice().contains("newer"), qPrintable(window.notice()));
    window.type("50");
    const auto wrong = window->files().save(path);
    QVERIFY(wrong && wrong->contains("another name"));
    QCOMPARE(contents(path), before);
    QVERIFY(!window->files().save(folder.filePath("mine.gfold")));
}

void FilesTest::fullDiskLeavesTheOldFileWhole() {
    QTemporaryDir folder;
    const QString path = folder.filePath("full.gfold");
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(!window->files().save(path));
    const QByteArray before = contents(path);
    window.type("50");
    // No file of this process may grow beyond 100 bytes: what a full disk looks like to a writer.
    rlimit old{};
    getrlimit(RLIMIT_FSIZE, &old);
    const rlimit small{100, old.rlim_max};
    const auto oldHandler = std::signal(SIGXFSZ, SIG_IGN);
    setrlimit(RLIMIT_FSIZE, &small);
    const auto wrong = window->files().save(path);
    setrlimit(RLIMIT_FSIZE, &old);
    std::signal(SIGXFSZ, oldHandler);
    QVERIFY(wrong);
    QVERIFY2(wrong->contains("full.gfold"), qPrintable(*wrong));
    QCOMPARE(contents(path), before);
    QVERIFY(window->isWindowModified());
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 1); // and no half file beside it
}

void FilesTest::closingAsksBeforeChangesAreLost() {
    test::Window window;
    window->setAttribute(Qt::WA_DeleteOnClose, false);
    window.type("45");
    int asked = 0;
    QTimer::singleShot(0, [&] {
        auto* question = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
        QVERIFY(question);
        ++asked;
        question->button(QMessageBox::Cancel)->click();
    });
    QVERIFY(!window->close());
    QCOMPARE(asked, 1);
    QVERIFY(window->isVisible());
    window->actions().undo->trigger();
    QVERIFY(window->close());
}

void FilesTest::newAndCloseByKey() {
    test::Window window(test::demo("fan-standoff.gfold"));
    const auto count = [] {
        int open = 0;
        for (QWidget* widget : QApplication::topLevelWidgets())
            open += qobject_cast<app::MainWindow*>(widget) && widget->isVisible();
        return open;
    };
    const int before = count();
    QTest::keyClick(window->ladder()->entry(), Qt::Key_N, Qt::ControlModifier);
    QCOMPARE(count(), before + 1);
    for (QWidget* widget : QApplication::topLevelWidgets())
        if (auto* other = qobject_cast<app::MainWindow*>(widget); other && other->files().path().isEmpty()) {
            QVERIFY(other->document().job().units == quantity::Unit::Inch); // as the job it was opened beside
            other->close();
        }
    QTRY_COMPARE(count(), before);
}

void FilesTest::droppedFileOpens() {
    test::Window window;
    window.drop(test::demo("vent-stay.gfold"));
    QCOMPARE(window.job().title, std::string("Vent stay"));
}

/// The log of a piece names no job: the one beside it that has all it speaks of.
void FilesTest::benchLogsAreOpened() {
    QTemporaryDir folder;
    const QString log = folder.filePath("third.gfbench");
    write(log, R"({"format": "good-fold-bench", "version": 1, "piece": 3, "entries": [
        {"kind": "blank", "of": [], "value": 181.5}, {"kind": "done", "of": ["1"]},
        {"kind": "angle", "of": ["1"], "value": 88.6}, {"kind": "hole", "of": ["h2"], "value": 120}]})");
    const auto alone = app::MainWindow::opened(log, test::books());
    QVERIFY(!alone && alone.error().says.find("no job beside it") != std::string::npos);
    QVERIFY(QFile::copy(test::demo("foot-on-base.gfold"), folder.filePath("foot.gfold")));
    QVERIFY(QFile::copy(test::demo("fan-standoff.gfold"), folder.filePath("other.gfold")));
    job::Job strap = edit::emptyBar(quantity::Unit::Millimetre); // without that bend
    QVERIFY(!app::saveJob(folder.filePath("strap.gfold"), strap));
    QVERIFY(QFile::remove(folder.filePath("other.gfold")));
    const auto opened = app::MainWindow::opened(log, test::books());
    QVERIFY2(opened, opened ? "" : opened.error().says.c_str());
    const std::unique_ptr<app::MainWindow> window(*opened);
    window->show();
    QTRY_COMPARE(window->shownStage(), QStringLiteral("bench"));
    auto* stage = window->findChild<app::BenchStage*>();
    QCOMPARE(stage->pieceInWork().log().piece, 3);
    QCOMPARE(stage->pieceInWork().log().entries.size(), size_t(4));
    stage->undoStack()->undo();
    QVERIFY(stage->pieceInWork().log().entries.empty());
    // On a window with another job it is no log of that one, and nothing is taken over.
    test::Window other(folder.filePath("strap.gfold"));
    other.type("80 up 40");
    other.drop(log);
    QVERIFY(other->shownStage() != QStringLiteral("bench") || !other->findChild<app::BenchStage*>());
    QVERIFY2(app::whyNotOf(log, *app::openBenchLog(log), strap)->contains("the log of another job"), "");
}

/// Another program, or another window, on the same job: noticed, and not written over in silence.
void FilesTest::changesFromOutsideAreNoticed() {
    QTemporaryDir folder;
    const QString path = folder.filePath("shared.gfold");
    QVERIFY(QFile::copy(test::demo("vent-stay.gfold"), path));
    test::Window one, other;
    QVERIFY(!one->files().open(path));
    QVERIFY(!other->files().open(path));
    other.type("51");
    QVERIFY(!other->files().save(path));
    QTRY_VERIFY_WITH_TIMEOUT(one.notice().contains("changed by another"), 5000);
    QVERIFY(!other.notice().contains("changed by another")); // its own writing is its own
    const QByteArray theirs = contents(path);
    one.type("52");
    const auto refused = one->files().save(path);
    QVERIFY(refused && refused->contains("unasked"));
    QCOMPARE(contents(path), theirs);
    QVERIFY(!one->files().save(path, app::JobFiles::Over::Anything));
    QVERIFY(contents(path) != theirs);
    // Gone: it is said, and there is nothing to write over.
    QTest::qWait(400);
    QVERIFY(QFile::remove(path));
    QTRY_VERIFY_WITH_TIMEOUT(one.notice().contains("is gone"), 5000);
    one.type("53");
    QVERIFY(!one->files().save(path));
    QVERIFY(QFile::exists(path));
}

void FilesTest::savingOverAsksFirst() {
    QTemporaryDir folder;
    const QString path = folder.filePath("shared.gfold");
    QVERIFY(QFile::copy(test::demo("vent-stay.gfold"), path));
    test::Window window;
    QVERIFY(!window->files().open(path));
    window.type("52");
    QByteArray theirs = contents(path);
    theirs.replace("Vent stay", "Vent prop");
    write(path, theirs);
    for (const char* button : {"Cancel", "Write over it"}) {
        QTimer::singleShot(300, [button] {
            auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
            QVERIFY(box);
            for (QAbstractButton* each : box->buttons())
                if (each->text().remove('&') == button) return each->click();
            box->reject();
            QFAIL("no such button");
        });
        window->actions().save->trigger();
        QCOMPARE(contents(path) == theirs, QByteArray(button) == "Cancel");
    }
    QVERIFY(!window->isWindowModified());
}

/// What was of a newer version, or changed since, stays protected after a crash.
void FilesTest::recoveredJobKeepsItsProtection() {
    QTemporaryDir folder;
    const QString path = folder.filePath("newer.gfold");
    write(path, contents(test::demo("vent-stay.gfold")).replace("\"version\": 1", "\"version\": 2"));
    const QByteArray before = contents(path);
    QByteArray left;
    {
        test::Window window;
        QVERIFY(!window->files().open(path));
        window.type("50");
        QTRY_VERIFY_WITH_TIMEOUT(!QDir(app::recoveryFolder()).entryList({"*.unsaved"}, QDir::Files).isEmpty(),
                                 6000);
        const QDir kept(app::recoveryFolder());
        left = contents(kept.filePath(kept.entryList({"*.unsaved"}, QDir::Files).first()));
    }
    const QString file = app::recoveryFolder() + "/left.unsaved",
                  broken = app::recoveryFolder() + "/broken.unsaved";
    write(file, left);
    write(broken, "{\"path\": \"\"}\n{ half a job");
    const app::LeftUnsaved found = app::leftUnsaved();
    QCOMPARE(found.jobs.size(), size_t{1});
    QCOMPARE(found.aside.size(), 1);
    QVERIFY(QFile::exists(found.aside.first()) && !QFile::exists(broken));
    QFile::remove(found.aside.first());
    std::unique_ptr<app::MainWindow> window(app::MainWindow::recovered(found.jobs.front(), test::books()));
    QCOMPARE(window->files().path(), path);
    const auto refused = window->files().save(path);
    QVERIFY(refused && refused->contains("newer"));
    QCOMPARE(contents(path), before);
}

void FilesTest::pipesAreNotRead() {
    QTemporaryDir folder;
    const QString pipe = folder.filePath("pipe.gfold");
    QCOMPARE(mkfifo(qPrintable(pipe), 0600), 0);
    test::Window window;
    const auto wrong = window->files().open(pipe); // would wait for ever
    QVERIFY(wrong && wrong->contains("plain file"));
}

GOODFOLD_TEST(FilesTest)

} // namespace goodfold::files_test

#include "files.moc"
