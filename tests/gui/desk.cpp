// The window among others: several jobs, recent files, revert, recovery, first page, paper, clipboard, text
// size, readers for the blind.
#include "app/base/recovery.h"
#include "app/base/start_guard.h"
#include "app/widgets/job_card.h"
#include "app/window/choices.h"
#include "app/window/guide.h"
#include "app/window/printing.h"
#include "app/window/start_page.h"
#include "gui/support.h"

#include <QAccessible>
#include <QPrintPreviewDialog>
#include <QPrintPreviewWidget>
#include <QScrollArea>
#include <QScrollBar>

namespace goodfold::desk_test {

using job::Element;

namespace {

std::vector<app::MainWindow*> windows() {
    std::vector<app::MainWindow*> all;
    for (QWidget* widget : QApplication::topLevelWidgets())
        if (auto* window = qobject_cast<app::MainWindow*>(widget); window && window->isVisible())
            all.push_back(window);
    return all;
}

} // namespace

class DeskTest : public QObject {
    Q_OBJECT
private slots:
    void severalJobsAreOpenAtOnce();
    void recentFilesAreOffered();
    void revertGoesBackToWhatIsSavedAndCanBeUndone();
    void unsavedEditsOutliveAKill();
    void startThatDidNotComeThroughIsKnown();
    void firstPageStartsFromADemo();
    void firstBracketIsLedThrough();
    void bothHandsStandSideBySide();
    void standingViews();
    void printedTemplateIsFullSize();
    void previewShowsThePages();
    void csvAndClipboard();
    void stateOfTheWindowIsKept();
    void largeTextStillFits_data();
    void largeTextStillFits();
    void readersHearEveryCell();
    void helpSpeaksOfWhatHasTheKeyboard();
};

void DeskTest::severalJobsAreOpenAtOnce() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.drop(test::demo("fan-standoff.gfold"));
    QCOMPARE(windows().size(), size_t{2});
    app::MainWindow* other = windows()[0] == window.operator->() ? windows()[1] : windows()[0];
    QCOMPARE(other->document().job().title, std::string("Fan standoff"));
    QCOMPARE(window.job().title, std::string("Vent stay")); // untouched by it
    other->document().change("length", [](job::Job& job) { job.plates[0].length = 50; });
    QVERIFY(!window->isWindowModified());
    delete other;
    // An empty bar nobody has touched gives its place.
    test::Window empty;
    empty.drop(test::demo("tray-clip.gfold"));
    QCOMPARE(empty.job().title, std::string("Seed tray clip"));
}

void DeskTest::recentFilesAreOffered() {
    QSettings().remove("recent files");
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(!window->files().open(test::demo("tray-clip.gfold")));
    QVERIFY(!window->files().open(test::demo("vent-stay.gfold")));
    const QStringList recent = app::settings::recentFiles();
    QCOMPARE(recent.size(), 2);
    QVERIFY(recent[0].endsWith("vent-stay.gfold") && recent[1].endsWith("tray-clip.gfold"));
    QMenu* menu = window.submenu("Open recen&t");
    emit menu->aboutToShow();
    QCOMPARE(menu->actions().size(), 2);
    menu->actions()[1]->trigger();
    QCOMPARE(windows().size(), size_t{2});
    for (app::MainWindow* each : windows())
        if (each != window.operator->()) delete each;
}

void DeskTest::revertGoesBackToWhatIsSavedAndCanBeUndone() {
    QTemporaryDir folder;
    const QString path = folder.filePath("stay.gfold");
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(!window->files().save(path));
    QVERIFY(!window->actions().revert->isEnabled());
    window.fill("leg.B.length", "99");
    QVERIFY(window->actions().revert->isEnabled());
    window->actions().revert->trigger();
    QCOMPARE(window.job().plates[1].length, 74.0);
    QVERIFY(!window->isWindowModified());
    window->actions().undo->trigger();
    QCOMPARE(window.job().plates[1].length, 99.0);
    window->actions().redo->trigger();
    QFile::remove(path);
    window.fill("leg.B.length", "98");
    QVERIFY(window->files().revert()); // there is nothing saved any more: a sentence, and nothing lost
    QCOMPARE(window.job().plates[1].length, 98.0);
}

void DeskTest::startThatDidNotComeThroughIsKnown() {
    QFile::remove(app::StartGuard::path());
    {
        app::StartGuard first;
        QVERIFY(!first.lastFailed());
        QVERIFY(QFile::exists(app::StartGuard::path()));
        app::StartGuard beside; // one that starts at the same time holds nothing against the first
        QVERIFY(!beside.lastFailed());
        beside.cameThrough();
        QVERIFY(QFile::exists(app::StartGuard::path()));
        first.cameThrough();
        QVERIFY(!QFile::exists(app::StartGuard::path()));
    }
    { // gone without a word
        app::StartGuard killed;
        killed.begins("hardware");
        killed.begins("tools");
    }
    app::StartGuard next;
    QVERIFY(next.lastFailed());
    QCOMPARE(next.failedAt(), QString("tools"));
    next.cameThrough();
    QVERIFY(!app::StartGuard().lastFailed());
    QFile::remove(app::StartGuard::path());
}

/// A process of its own edits a job and is killed; what it had not saved is there for the next one.
void DeskTest::unsavedEditsOutliveAKill() {
    QVERIFY(app::leftUnsaved().jobs.empty());
    QProcess child;
    child.start(QCoreApplication::applicationFilePath(),
                {QStringLiteral("desk"), QStringLiteral("--edit"), test::demo("vent-stay.gfold")});
    QVERIFY(child.waitForReadyRead(20'000)); // it has edited
    QTRY_VERIFY_WITH_TIMEOUT(QDir(app::recoveryFolder()).entryList({"*.unsaved"}).size() == 1, 5000);
    QVERIFY(app::leftUnsaved().jobs.empty()); // it is alive: its work is its own
    child.kill();
    QVERIFY(child.waitForFinished());
    const auto left = app::leftUnsaved().jobs;
    QCOMPARE(left.size(), size_t{1});
    QCOMPARE(left[0].job.plates[1].length, 88.0);
    QVERIFY(left[0].origin.path.endsWith("vent-stay.gfold"));
    app::MainWindow* window = app::MainWindow::recovered(left[0], test::books());
    QVERIFY(app::leftUnsaved().jobs.empty()); // taken over by a process that is alive
    QVERIFY(window->isWindowModified());
    // Until it is saved it is kept again; then nothing is left behind.
    QCOMPARE(QDir(app::recoveryFolder()).entryList({"*.unsaved"}).size(), 1);
    QTemporaryDir folder;
    QVERIFY(!window->files().save(folder.filePath("stay.gfold")));
    QCOMPARE(QDir(app::recoveryFolder()).entryList({"*.unsaved"}).size(), 0);
    delete window;
}

/// By keys alone, with figures of one's own, through to the line-up; what is done in another way counts as
/// well, and it is left at any moment.
void DeskTest::firstBracketIsLedThrough() {
    test::Window window;
    window->showStartPage();
    auto* card = window.named<app::JobCard>("Your first bracket");
    card->setFocus();
    QTest::keyClick(card, Qt::Key_Space);
    const auto guide = [&] { return window->findChild<app::Guide*>(); };
    QVERIFY(guide());
    QVERIFY(guide()->isVisible());
    QVERIFY2(guide()->says().contains("Type 40"), qPrintable(guide()->says()));
    window.type("55");
    QCOMPARE(window.job().plates[0].length, 55.0);
    QCOMPARE(guide()->step(), size_t(1));
    window.type("25 x 3"); // something else: the step waits
    QCOMPARE(guide()->step(), size_t(1));
    window.type("h 10");
    QCOMPARE(guide()->step(), size_t(2));
    window.type("b 60 away");
    QCOMPARE(guide()->step(), size_t(3));
    window.type("45");
    QCOMPARE(guide()->step(), size_t(4));
    window.type("h 12");
    QCOMPARE(guide()->step(), size_t(5));
    QVERIFY(
        guide()->says().contains(window->actions().stages[2]->shortcut().toString(QKeySequence::NativeText)));
    window->showStage("bending"); // not what was asked
    QCOMPARE(guide()->step(), size_t(5));
    window->showStage("blank");
    QCOMPARE(guide()->step(), size_t(6));
    window->showStage("bending");
    window->showStage("lineup");
    QCOMPARE(guide()->step(), size_t(8));
    QVERIFY(guide()->says().startsWith("9 of 9"));
    const auto press = [&](const char* name) {
        QTest::mouseClick(window.named<QToolButton>(name), Qt::LeftButton);
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    };
    press("The next step");
    QVERIFY(!guide());
    // Begun again, steps may be passed over, and it is left where one likes.
    window->showStartPage();
    QTest::mouseClick(window.named<app::JobCard>("Your first bracket"), Qt::LeftButton);
    app::MainWindow* other = nullptr;
    for (QWidget* each : QApplication::topLevelWidgets())
        if (auto* own = qobject_cast<app::MainWindow*>(each);
            own && own != window.operator->() && own->findChild<app::Guide*>())
            other = own;
    QVERIFY(other);
    delete other;
}

void DeskTest::firstPageStartsFromADemo() {
    test::Window window;
    window->showStartPage();
    QVERIFY(window->showsStartPage());
    QStringList titles;
    for (auto* card : window->findChildren<app::JobCard*>())
        titles << card->text();
    // The first bracket stands before the others until one was opened, then after them.
    QVERIFY(titles.removeOne("Your first bracket"));
    QCOMPARE(titles,
             QStringList({"Vent stay", "Fan standoff", "Grow-light hanger", "Seed tray clip", "Valve tray",
                          "Gutter strap", "Thermostat box", "Bench corner cover", "Pipe saddle"}));
    auto* card = window.named<app::JobCard>("Grow-light hanger");
    card->setFocus();
    QTest::keyClick(card, Qt::Key_Space);
    QVERIFY(!window->showsStartPage());
    QCOMPARE(window.job().title, std::string("Grow-light hanger"));
    QVERIFY(!window->isWindowModified());
    // It is read from its beginning: all of it is new, and nothing of it was added.
    QCoreApplication::processEvents();
    const auto* ladder = window->ladder()->findChild<QScrollArea*>();
    QVERIFY(ladder && ladder->verticalScrollBar()->maximum() > 0);
    QCOMPARE(ladder->verticalScrollBar()->value(), 0);
    // Begun from something, a second choice takes a window of its own.
    window.fill("leg.B.length", "71");
    window->showStartPage();
    QTest::mouseClick(window.named<app::JobCard>("Valve tray"), Qt::LeftButton);
    QCOMPARE(windows().size(), size_t{2});
    QCOMPARE(window.job().plates[1].length, 71.0);
    for (app::MainWindow* each : windows())
        if (each != window.operator->()) delete each;
}

void DeskTest::bothHandsStandSideBySide() {
    test::Window window(test::demo("vent-stay.gfold"));
    QVERIFY(window->picture()->showsBothHands()); // the job wants a pair
    const QImage both = window->picture()->grab().toImage();
    window->actions().bothHands->trigger();
    QVERIFY(!window->picture()->showsBothHands());
    QVERIFY(window->picture()->grab().toImage() != both);
    window->actions().bothHands->trigger();
    QVERIFY(window->actions().bothHands->isChecked());
    // Mirrored at the line between them: the halves are each other's image in a mirror, but for tags and
    // words.
    window->picture()->orbit(0, 20);
    for (const auto& tag : window->picture()->tags())
        QVERIFY(tag.box.right() < window->picture()->width() / 2.0);
    test::Window single(test::demo("fan-standoff.gfold"));
    QVERIFY(!single->picture()->showsBothHands());
}

void DeskTest::standingViews() {
    test::Window window(test::demo("fan-standoff.gfold"));
    app::PictureView* picture = window->picture();
    window->actions().fromSide->trigger();
    QCOMPARE(picture->camera().towardViewer().dot(Vec3(0, -1, 0)), 1.0);
    window->actions().fromEnd->trigger();
    QVERIFY(std::abs(picture->camera().towardViewer().x() - 1) < 1e-9);
    window->actions().fromFace->trigger();
    QVERIFY(std::abs(picture->camera().towardViewer().z() - 1) < 1e-9);
    window->actions().fromCorner->trigger();
    QCOMPARE(picture->camera().yawDeg, draw::Camera().yawDeg);
    picture->setFocus();
    QTest::keyClick(picture, Qt::Key_2, Qt::AltModifier);
    QCOMPARE(picture->camera().pitchDeg, 0.0);
}

void DeskTest::printedTemplateIsFullSize() {
    // The printer's own way to paper, to a file in place of a device.
    QTemporaryDir folder;
    const QString pdf = folder.filePath("template.pdf");
    const job::Job job = test::Window(test::demo("tray-clip.gfold")).job();
    QPrinter printer(QPrinter::HighResolution);
    printer.setFullPage(true);
    printer.setOutputFileName(pdf);
    printer.setPageSize(QPageSize(QPageSize::A4));
    app::printTemplateOn(printer, {job, part::solve(job, *material::standardMaterials().find(job.material)),
                                   quantity::Reading::millimetres()});
    constexpr double kDpi = 300;
    QCOMPARE(QProcess::execute("pdftoppm", {"-r", QString::number(kDpi), "-gray", "-f", "1", "-l", "1", pdf,
                                            folder.filePath("page")}),
             0);
    const QStringList pages = QDir(folder.path()).entryList({"page*.pgm"});
    QVERIFY(!pages.isEmpty());
    const QImage page(folder.filePath(pages.first()));
    // The 100 mm check bar: the longest dark run near the foot of the page.
    int longest = 0;
    for (int y = page.height() * 3 / 4; y < page.height(); ++y) {
        int run = 0;
        for (int x = 0; x < page.width(); ++x) {
            run = qGray(page.pixel(x, y)) < 128 ? run + 1 : 0;
            longest = std::max(longest, run);
        }
    }
    const double mm = longest / kDpi * 25.4;
    QVERIFY2(std::abs(mm - 101.6) < 0.3, qPrintable(QString::number(mm))); // the 4 inch bar is the longest
}

void DeskTest::previewShowsThePages() {
    test::Window window(test::demo("vent-stay.gfold"));
    int pages = 0;
    QTimer::singleShot(300, [&] {
        for (QWidget* widget : QApplication::topLevelWidgets())
            if (auto* dialog = qobject_cast<QPrintPreviewDialog*>(widget)) {
                pages = dialog->findChild<QPrintPreviewWidget*>()->pageCount();
                dialog->reject();
            }
    });
    window->actions().printPreview->trigger(); // modal: it comes back when the timer has closed it
    QCOMPARE(pages, 2);                        // one for each hand of the pair
}

void DeskTest::csvAndClipboard() {
    QTemporaryDir folder;
    test::Window window(test::demo("lamp-hanger.gfold"));
    const QString path = folder.filePath("hanger.csv");
    // Until its tools are chosen nobody knows how long the blank is.
    const auto tooSoon = window->exporter().write(*draw::findExport("csv"), QPageSize::A4, path);
    QVERIFY(tooSoon && tooSoon->contains("radii that its tools make"));
    QTRY_VERIFY_WITH_TIMEOUT(window.document().isPlanned(), 60000);
    QVERIFY(!window->exporter().write(*draw::findExport("csv"), QPageSize::A4, path));
    QFile file(path);
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QList<QByteArray> lines = file.readAll().split('\n');
    QVERIFY(lines[0].startsWith("kind,about,on,along"));
    QCOMPARE(lines.size(),
             1 + 12 + 2 + 1 + 2 +
                 1); // heading, bends with what is set, slot ends, hole mark, holes, last line end
    window->actions().copyMarks->trigger();
    const QString table = QApplication::clipboard()->text();
    QVERIFY2(table.startsWith("From left end\tMark") && table.contains("punch an end of slot h1"),
             qPrintable(table));
    QVERIFY(table.contains("\tcut\t"));
    test::Window sunk(test::demo("vent-stay.gfold"));
    job::Job job = sunk.job();
    job.findHole("h1")->countersink = job::Countersink{12, 90, false};
    sunk.document().replace(job);
    sunk->actions().copyMarks->trigger();
    QVERIFY(QApplication::clipboard()->text().contains("ø6.6, sunk to 12"));
    window->actions().copyPicture->trigger();
    const QImage picture = QApplication::clipboard()->image();
    QCOMPARE(picture.size(), QSize(1800, 1400));
    window->showStage("blank");
    window->actions().copyPicture->trigger();
    QVERIFY(QApplication::clipboard()->image().size() != picture.size());
}

void DeskTest::stateOfTheWindowIsKept() {
    {
        test::Window window(test::demo("vent-stay.gfold"));
        window->resize(1100, 720);
        window->showStage("blank");
        window->close();
    }
    auto opened = app::MainWindow::opened(test::demo("vent-stay.gfold"), test::books());
    QVERIFY(opened);
    app::MainWindow* window = *opened;
    window->restoreAsLeft();
    window->show();
    QCOMPARE(window->size(), QSize(1100, 720));
    QVERIFY(window->findChild<QTableWidget*>()->isVisible());
    delete window;
    QSettings().remove("window");
}

void DeskTest::largeTextStillFits_data() {
    QTest::addColumn<QString>("file");
    for (const char* name : {"vent-stay", "fan-standoff", "lamp-hanger", "tray-clip"})
        QTest::newRow(name) << test::demo(name) + ".gfold";
}

void DeskTest::largeTextStillFits() {
    QFETCH(QString, file);
    QSettings().setValue("text size", 150);
    app::applyChosenLook();
    {
        test::Window window(file);
        for (auto* sheet : window->findChildren<app::CellPanel*>()) {
            if (!sheet->isVisible()) continue;
            for (const auto& place : sheet->places())
                QVERIFY2(sheet->rect().contains(place.box), qPrintable(sheet->cellAt(place).name));
            QVERIFY(sheet->width() <= sheet->parentWidget()->width());
        }
        for (const auto& tag : window->picture()->tags())
            QVERIFY(QRectF(window->picture()->rect()).contains(tag.box));
        QVERIFY(window->picture()->width() > 250);
        QVERIFY(window->ladder()->entry()->visibleRegion().boundingRect().height() > 25);
    }
    QSettings().remove("text size");
    app::applyChosenLook();
}

void DeskTest::readersHearEveryCell() {
    test::Window window(test::demo("lamp-hanger.gfold"));
    app::CellPanel* rungs = window->ladder()->rungs();
    QAccessibleInterface* reader = QAccessible::queryAccessibleInterface(rungs);
    QVERIFY(reader);
    QCOMPARE(reader->childCount(), static_cast<int>(rungs->places().size()));
    for (int i = 0; i < reader->childCount(); ++i) {
        QAccessibleInterface* cell = reader->child(i);
        QVERIFY(!cell->text(QAccessible::Name).isEmpty());
        QVERIFY(!cell->text(QAccessible::Value).isEmpty());
        QVERIFY(cell->rect().isValid());
        QCOMPARE(reader->indexOfChild(cell), i);
        QVERIFY(cell->parent() == reader);
    }
    // A reader can take a cell in hand and open it.
    const int place = rungs->placeOf("leg.B.length");
    reader->child(place)->actionInterface()->doAction(QAccessibleActionInterface::pressAction());
    QVERIFY(qobject_cast<app::ValueField*>(QApplication::focusWidget()));
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    const int now = rungs->placeOf("leg.B.length"); // what leg A showed while it was in hand is gone
    QVERIFY(reader->child(now)->state().focused);
    QVERIFY(reader->focusChild() == reader->child(now));
}

void DeskTest::helpSpeaksOfWhatHasTheKeyboard() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->ladder()->rungs()->go(0);
    window->actions().help->trigger();
    QVERIFY2(window.notice().startsWith("Length of leg A: type over it"), qPrintable(window.notice()));
    window->picture()->setFocus();
    window->actions().help->trigger();
    QVERIFY2(window.notice().contains("rrow keys turn it"), qPrintable(window.notice()));
}

namespace {

/// What the killed process does: it edits, says so, and stays.
int editAndStay(const QString& path) {
    test::Window window(path);
    window.document().change("length", [](job::Job& job) { job.plates[1].length = 88; });
    std::puts("edited");
    std::fflush(stdout);
    return QApplication::exec();
}

} // namespace

static const test::Added added(__FILE__, [](int argc, char** argv) {
    if (argc == 3 && QByteArray(argv[1]) == "--edit") return editAndStay(QString::fromLocal8Bit(argv[2]));
    QTemporaryDir home;
    qputenv("XDG_DATA_HOME", home.path().toLocal8Bit());
    DeskTest test;
    return QTest::qExec(&test, argc, argv);
});

} // namespace goodfold::desk_test

#include "desk.moc"
