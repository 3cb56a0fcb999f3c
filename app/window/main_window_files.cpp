// The window's dealings with files: opening, saving, exporting, and asking before something is lost.
#include "app/window/actions.h"
#include "app/bending/bending_stage.h"
#include "app/blank/blank_stage.h"
#include "app/base/job_store.h"
#include "app/bracket/ladder.h"
#include "app/window/main_window.h"
#include "app/widgets/notice.h"
#include "app/bracket/picture_view.h"
#include "app/base/recovery.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QLineEdit>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>

namespace goodfold::app {

namespace {

const char* const kJobFilter = QT_TR_NOOP("Good Fold jobs (*.gfold)");

} // namespace

void MainWindow::connectFileActions() {
    connect(acts->newJob, &QAction::triggered, this, [this] {
        auto* window = new MainWindow(edit::emptyBar(doc.job().units));
        window->show();
        window->askForNew();
    });
    connect(acts->open, &QAction::triggered, this, &MainWindow::openAsked);
    connect(acts->save, &QAction::triggered, this, &MainWindow::saveAsked);
    connect(acts->saveAs, &QAction::triggered, this, &MainWindow::saveAsAsked);
    connect(acts->revert, &QAction::triggered, this, [this] {
        if (const auto wrong = revertToSaved()) say(*wrong);
    });
    connect(acts->close, &QAction::triggered, this, &QWidget::close);
    connect(acts->quit, &QAction::triggered, qApp, &QApplication::closeAllWindows);
    connect(&doc.undoStack(), &QUndoStack::cleanChanged, this, [this](bool clean) {
        if (clean) recovery->forget();
    });
}

QStringList MainWindow::recentFiles() {
    return QSettings().value(QStringLiteral("recent files")).toStringList();
}

namespace {

void remember(const QString& path) {
    constexpr int kMost = 9;
    QStringList files = MainWindow::recentFiles();
    files.removeAll(path);
    files.prepend(path);
    QSettings().setValue(QStringLiteral("recent files"), files.mid(0, kMost));
}

} // namespace

void MainWindow::showRecent(QMenu* menu) {
    menu->clear();
    for (const QString& path : recentFiles()) {
        QAction* action = menu->addAction(QFileInfo(path).fileName());
        action->setToolTip(path);
        connect(action, &QAction::triggered, this, [this, path] { openBeside(path); });
    }
    if (menu->isEmpty()) menu->addAction(tr("nothing yet"))->setEnabled(false);
}

void MainWindow::refreshTitle() {
    const QString name = doc.job().title.empty() ? tr("Bracket") : QString::fromStdString(doc.job().title);
    setWindowTitle(tr("%1[*] – Good Fold").arg(name));
    setWindowModified(!doc.undoStack().isClean());
    setWindowFilePath(filePath);
    acts->remove->setEnabled(doc.selected().kind != Element::Kind::Nothing);
    acts->revert->setEnabled(!filePath.isEmpty() && !doc.undoStack().isClean());
}

void MainWindow::say(const QString& sentence) {
    Notice::say(*ladderView->entry(), sentence);
}

std::optional<QString> MainWindow::openFile(const QString& path) {
    auto read = openJob(path);
    if (!read) return inOneSentence(path, read.error());
    doc.replace(read->job);
    pictureView->fit();
    standFor(path, read->isNewer);
    if (showsStartPage()) leaveStartPage();
    return {};
}

std::optional<QString> MainWindow::revertToSaved() {
    auto read = openJob(filePath);
    if (!read) return inOneSentence(filePath, read.error());
    // One step that can be undone: a slip of the hand loses nothing.
    doc.edit(tr("back to what is saved"), read->job);
    doc.undoStack().setClean();
    recovery->forget();
    refreshTitle();
    return {};
}

MainWindow* MainWindow::recovered(const Recovered& left) {
    auto* window = new MainWindow(left.job);
    window->filePath = left.path;
    window->recovery->setPath(left.path);
    window->doc.undoStack().resetClean(); // it was never saved as it is
    window->recovery->write();
    QFile::remove(left.file); // only now that it is safe again
    window->refreshTitle();
    QTimer::singleShot(0, window, [window] { // when it stands on the screen
        window->say(tr("This was not saved when Good Fold stopped last time. Save it to keep it."));
    });
    return window;
}

Result<MainWindow*> MainWindow::opened(const QString& path) {
    auto read = openJob(path);
    if (!read) return Error{inOneSentence(path, read.error()).toStdString(), {}};
    auto* window = new MainWindow(read->job);
    window->standFor(path, read->isNewer);
    return window;
}

void MainWindow::standFor(const QString& path, bool isOfNewerVersion) {
    filePath = QFileInfo(path).absoluteFilePath();
    isNewer = isOfNewerVersion;
    recovery->setPath(filePath);
    remember(filePath);
    refreshTitle();
    if (isNewer)
        say(tr("%1 comes from a newer Good Fold. You can look at it; to change it, save it under another "
               "name, "
               "without what this version does not know.")
                .arg(QFileInfo(path).fileName()));
}

std::optional<QString> MainWindow::saveFile(const QString& path) {
    if (isNewer && QFileInfo(path).absoluteFilePath() == filePath)
        return tr("%1 comes from a newer Good Fold and is not written over: save it under another name.")
            .arg(QFileInfo(path).fileName());
    if (const auto wrong = saveJob(path, doc.job())) return inOneSentence(path, *wrong);
    filePath = QFileInfo(path).absoluteFilePath();
    isNewer = false;
    recovery->setPath(filePath);
    remember(filePath);
    doc.undoStack().setClean();
    recovery->forget();
    refreshTitle();
    return {};
}

bool MainWindow::isUntouched() const {
    return filePath.isEmpty() && doc.undoStack().isClean() && doc.undoStack().count() == 0;
}

void MainWindow::openBeside(const QString& path) {
    if (isUntouched()) {
        if (const auto wrong = openFile(path)) say(*wrong);
        return;
    }
    const auto window = opened(path);
    if (!window) return say(QString::fromStdString(window.error().says));
    (*window)->show();
}

void MainWindow::openAsked() {
    const QStringList paths =
        QFileDialog::getOpenFileNames(this, tr("Open jobs"), QFileInfo(filePath).path(), tr(kJobFilter));
    for (const QString& path : paths)
        openBeside(path);
}

bool MainWindow::saveAsked() {
    if (filePath.isEmpty() || isNewer) return saveAsAsked();
    const auto wrong = saveFile(filePath);
    if (wrong) say(*wrong);
    return !wrong;
}

bool MainWindow::saveAsAsked() {
    QString path = QFileDialog::getSaveFileName(
        this, tr("Save the job"),
        filePath.isEmpty() ? fileNameFor(doc.job().title) + QStringLiteral(".gfold") : filePath,
        tr(kJobFilter));
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".gfold");
    const auto wrong = saveFile(path);
    if (wrong) say(*wrong);
    return !wrong;
}

bool MainWindow::mayDiscard() {
    if (doc.undoStack().isClean()) return true;
    const auto answer = QMessageBox::question(
        this, tr("Good Fold"),
        tr("Save the changes to “%1” first?").arg(QString::fromStdString(doc.job().title)),
        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    if (answer == QMessageBox::Save) return saveAsked();
    return answer == QMessageBox::Discard;
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (auto* field = qobject_cast<QLineEdit*>(focusWidget())) field->clearFocus(); // what was typed counts
    event->setAccepted(mayDiscard());
    if (!event->isAccepted()) return;
    recovery->forget();
    QSettings settings;
    settings.setValue(QStringLiteral("window/geometry"), saveGeometry());
    const QWidget* shown = stages->currentWidget();
    const Stage stage = shown == blankStage     ? Stage::Blank
                        : shown == bendingStage ? Stage::Bending
                                                : Stage::Bracket;
    settings.setValue(QStringLiteral("window/stage"), static_cast<int>(stage));
}

void MainWindow::restoreAsLeft() {
    const QSettings settings;
    restoreGeometry(settings.value(QStringLiteral("window/geometry")).toByteArray());
    const int stage = settings.value(QStringLiteral("window/stage")).toInt();
    if (stage == static_cast<int>(Stage::Blank) || stage == static_cast<int>(Stage::Bending))
        showStage(static_cast<Stage>(stage));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        openBeside(url.toLocalFile());
}

} // namespace goodfold::app
