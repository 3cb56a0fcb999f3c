// How the window answers to files: actions, the title, closing, files dropped on it.
#include "app/base/job_store.h"
#include "app/base/settings.h"
#include "app/bench/bench_stage.h"
#include "app/bracket/ladder.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/notice.h"
#include "app/window/actions.h"
#include "app/window/bench_logs.h"
#include "app/window/fold_question.h"
#include "app/window/headline.h"
#include "app/window/job_files.h"
#include "app/window/main_window.h"
#include "app/window/pattern_picture.h"
#include "app/window/stage_table.h"
#include "draw/picture_file.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileInfo>
#include <QLineEdit>
#include <QMenu>
#include <QMimeData>
#include <QTimer>

namespace goodfold::app {

void MainWindow::connectFileActions() {
    connect(acts->newJob, &QAction::triggered, this, [this] {
        MainWindow* window = another(edit::emptyBar(doc.job().units));
        window->show();
        window->showStartPage();
    });
    connect(acts->open, &QAction::triggered, this, [this] {
        for (const QString& path : jobFiles->askWhatToOpen())
            openBeside(path);
    });
    connect(acts->save, &QAction::triggered, jobFiles, &JobFiles::saveAsked);
    connect(acts->saveAs, &QAction::triggered, jobFiles, &JobFiles::saveAsAsked);
    connect(acts->revert, &QAction::triggered, this, [this] {
        if (const auto wrong = jobFiles->revert()) say(*wrong);
    });
    connect(acts->close, &QAction::triggered, this, &QWidget::close);
    connect(acts->quit, &QAction::triggered, qApp, &QApplication::closeAllWindows);
    connect(jobFiles, &JobFiles::said, this, &MainWindow::say);
    connect(&document().books().tools, &ToolBook::said, this, &MainWindow::say,
            Qt::QueuedConnection); // the edit that set a file aside clears the notice once it is through
    connect(&document().books().logbook, &ShopLogbook::said, this, &MainWindow::say, Qt::QueuedConnection);
    connect(jobFiles, &JobFiles::changed, this, &MainWindow::refreshTitle);
    connect(jobFiles, &JobFiles::opened, this, [this] {
        picture()->fit();
        if (showsStartPage()) leaveStartPage();
    });
}

void MainWindow::showRecent(QMenu* menu) {
    menu->clear();
    for (const QString& path : settings::recentFiles()) {
        QAction* action = menu->addAction(QFileInfo(path).fileName());
        action->setToolTip(path);
        connect(action, &QAction::triggered, this, [this, path] { openBeside(path); });
    }
    if (menu->isEmpty()) menu->addAction(tr("nothing yet"))->setEnabled(false);
}

void MainWindow::refreshTitle() {
    const QString name = doc.job().title.empty() ? tr("Bracket") : QString::fromStdString(doc.job().title);
    const QString file = QFileInfo(jobFiles->path()).fileName();
    setWindowTitle((file.isEmpty() ? QString() : file + QStringLiteral("[*] – ")) + name +
                   (file.isEmpty() ? QStringLiteral("[*]") : QString()) + QStringLiteral(" – Good Fold"));
    setWindowModified(!doc.undoStack().isClean());
    setWindowFilePath(jobFiles->path());
    acts->revert->setEnabled(!jobFiles->path().isEmpty() && !doc.undoStack().isClean());
}

MainWindow* MainWindow::recovered(const Recovered& left, Books& books) {
    auto* window = new MainWindow(left.job, books);
    const bool isKept = window->jobFiles->takeRecovered(left);
    QTimer::singleShot(0, window, [window, isKept] { // when it stands on the screen
        window->say(isKept ? tr("This was not saved when Good Fold stopped last time. Save it to keep it.")
                           : tr("This was not saved when Good Fold stopped last time, and edits of it cannot "
                                "be kept for after a crash. Save it now."));
    });
    return window;
}

namespace {

/// What somebody wants to know who sees a drawing become a blank.
QString toldOf(const drawing::Brought& brought) {
    QStringList says;
    for (const std::string& each : brought.says)
        says << QString::fromStdString(each);
    says << QObject::tr("Say under Stock how thick it is and of which metal.");
    return says.join(QLatin1Char(' '));
}

} // namespace

Result<MainWindow*> MainWindow::opened(const QString& path, Books& books) {
    if (isDrawing(path)) {
        const auto brought = openDrawing(path, quantity::Unit::Millimetre);
        if (!brought) return Error{inOneSentence(path, brought.error()).toStdString(), {}};
        auto* window = new MainWindow(brought->job, books);
        window->doc.undoStack().resetClean(); // it is no job file yet
        QTimer::singleShot(0, window, [window, path, says = toldOf(*brought)] {
            window->say(says);
            window->askForFolds(path);
        });
        return window;
    }
    if (isBenchLog(path)) {
        const auto log = openBenchLog(path);
        const auto job = log ? jobOfLog(path, *log) : Result<QString>(log.error());
        if (!job) return Error{inOneSentence(path, job.error()).toStdString(), {}};
        auto window = opened(*job, books);
        if (window) QTimer::singleShot(0, *window, [window = *window, path] { window->bringLog(path); });
        return window;
    }
    auto read = openJob(path);
    if (!read) return Error{inOneSentence(path, read.error()).toStdString(), {}};
    auto* window = new MainWindow(read->job, books);
    window->jobFiles->standFor(path, read->isNewer);
    return window;
}

void MainWindow::openBeside(const QString& path) {
    if (isPicture(path)) return tracePattern(path);
    if (jobFiles->isUntouched() && isDrawing(path)) return bringDrawing(path);
    if (!jobFiles->isUntouched() && isBenchLog(path)) return bringLog(path);
    if (jobFiles->isUntouched() && !isBenchLog(path)) {
        if (const auto wrong = jobFiles->open(path)) say(*wrong);
        return;
    }
    const auto window = opened(path, doc.books());
    if (!window) return say(QString::fromStdString(window.error().says));
    (*window)->show();
}

void MainWindow::bringLog(const QString& path) {
    const auto log = openBenchLog(path);
    if (!log) return say(inOneSentence(path, log.error()));
    if (const auto why = whyNotOf(path, *log, doc.job())) return say(*why);
    if (showsStartPage()) leaveStartPage();
    showStage(QStringLiteral("bench"));
    findChild<BenchStage*>()->takeLog(*log);
    say(tr("Piece %1 as %2 has it. Undoing brings back what was noted of it here.")
            .arg(log->piece)
            .arg(QFileInfo(path).fileName()));
}

/// In place of the empty bar; one step that can be undone.
void MainWindow::bringDrawing(const QString& path) {
    const auto brought = openDrawing(path, doc.job().units);
    if (!brought) return say(inOneSentence(path, brought.error()));
    if (const auto wrong = doc.edit(tr("drawing"), brought->job, Element::plate(brought->job.plates[0].id)))
        return say(QString::fromStdString(wrong->says));
    picture()->fit();
    if (showsStartPage()) leaveStartPage();
    say(toldOf(*brought));
    askForFolds(path);
}

/// It lies there flat already; bent along its lines it is one step more.
void MainWindow::askForFolds(const QString& path) {
    const auto unit = doc.job().units;
    const auto offered = foldsOfferedIn(path, unit);
    if (offered.empty()) return;
    auto* question = new FoldQuestion(
        offered,
        [this, path, unit](const FoldQuestion::Folds& folds) {
            const auto brought = openDrawing(path, unit, folds);
            if (!brought) return say(inOneSentence(path, brought.error()));
            if (const auto wrong = doc.edit(tr("bent along its lines"), brought->job))
                return say(QString::fromStdString(wrong->says));
            picture()->fit();
            say(toldOf(*brought));
        },
        this);
    question->open();
}

/// In place of the empty bar, or in a window of its own.
void MainWindow::tracePattern(const QString& path) {
    const auto image = draw::readPicture(path);
    if (!image) return say(inOneSentence(path, image.error()));
    auto* pattern = new PatternPicture(
        *image, doc.job().units,
        [this](const drawing::Brought& brought) {
            MainWindow* to = jobFiles->isUntouched() ? this : another(edit::emptyBar(doc.job().units));
            if (const auto wrong = to->doc.edit(tr("pattern of card"), brought.job,
                                                Element::plate(brought.job.plates[0].id)))
                return say(QString::fromStdString(wrong->says));
            to->show();
            to->picture()->fit();
            if (to->showsStartPage()) to->leaveStartPage();
            to->say(toldOf(brought));
        },
        this);
    pattern->open();
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (auto* field = qobject_cast<QLineEdit*>(focusWidget())) field->clearFocus(); // what was typed counts
    event->setAccepted(jobFiles->mayDiscard());
    if (!event->isAccepted()) return;
    jobFiles->forget();
    settings::setWindow(saveGeometry(), shownStage());
}

/// A stage that is of no one job is not gone back to.
void MainWindow::restoreAsLeft() {
    restoreGeometry(settings::windowGeometry());
    for (const StageRow& row : stageRows())
        if (!row.isOfNoJob() && settings::windowStage() == QLatin1String(row.key))
            showStage(QLatin1String(row.key));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        openBeside(url.toLocalFile());
}

} // namespace goodfold::app
