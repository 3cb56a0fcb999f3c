// The window's dealings with files: opening, saving, exporting, and asking before something is lost.
#include "app/actions.h"
#include "app/job_store.h"
#include "app/ladder.h"
#include "app/main_window.h"
#include "app/notice.h"
#include "app/picture_view.h"
#include "draw/svg.h"
#include "draw/template_sheet.h"
#include "files/dxf.h"
#include "part/mirror.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QLineEdit>
#include <QMessageBox>
#include <QMimeData>
#include <QRegularExpression>

#include <sstream>

namespace goodfold::app {

namespace {

const char* const kJobFilter = QT_TR_NOOP("Good Fold jobs (*.gfold)");

struct ExportKind {
    const char* suffix;
    const char* filter;
};

ExportKind kindOf(MainWindow::Export kind) {
    switch (kind) {
    case MainWindow::Export::Dxf:
        return {".dxf", QT_TR_NOOP("DXF drawings (*.dxf)")};
    case MainWindow::Export::Svg:
        return {".svg", QT_TR_NOOP("SVG drawings (*.svg)")};
    default:
        return {"-template.pdf", QT_TR_NOOP("PDF documents (*.pdf)")};
    }
}

/// "Vent stay" as a file name; a job without a title is a bracket.
QString fileNameFor(const part::Job& job) {
    QString name = QString::fromStdString(job.title).trimmed().toLower();
    name.replace(QRegularExpression(QStringLiteral("[^\\w]+")), QStringLiteral("-"));
    return name.isEmpty() ? QStringLiteral("bracket") : name;
}

} // namespace

void MainWindow::connectActions() {
    connect(acts->newJob, &QAction::triggered, this,
            [this] { (new MainWindow(part::emptyBar(doc.job().units)))->show(); });
    connect(acts->open, &QAction::triggered, this, &MainWindow::openAsked);
    connect(acts->save, &QAction::triggered, this, &MainWindow::saveAsked);
    connect(acts->saveAs, &QAction::triggered, this, &MainWindow::saveAsAsked);
    connect(acts->close, &QAction::triggered, this, &QWidget::close);
    connect(acts->quit, &QAction::triggered, qApp, &QApplication::closeAllWindows);
    connect(acts->printTemplate, &QAction::triggered, this, [this] { exportAsked(Export::TemplateA4); });
    connect(acts->templateLetter, &QAction::triggered, this, [this] { exportAsked(Export::TemplateLetter); });
    connect(acts->exportDxf, &QAction::triggered, this, [this] { exportAsked(Export::Dxf); });
    connect(acts->exportSvg, &QAction::triggered, this, [this] { exportAsked(Export::Svg); });
    connect(acts->remove, &QAction::triggered, this, [this] {
        if (const auto wrong = doc.apply(tr("removal"), part::without(doc.job(), doc.selected())))
            say(QString::fromStdString(wrong->says));
    });
    connect(acts->mirror, &QAction::triggered, this,
            [this] { doc.edit(tr("opposite hand"), part::mirrored(doc.job(), doc.part())); });
    connect(acts->zoomIn, &QAction::triggered, this, [this] { pictureView->zoom(1.25); });
    connect(acts->zoomOut, &QAction::triggered, this, [this] { pictureView->zoom(0.8); });
    connect(acts->fit, &QAction::triggered, pictureView, &PictureView::fit);
    connect(acts->flat, &QAction::triggered, this, [this] { pictureView->setFormedness(0); });
    connect(acts->formed, &QAction::triggered, this, [this] { pictureView->setFormedness(1); });
    connect(acts->bracket, &QAction::triggered, this, [this] { showStage(Stage::Bracket); });
    connect(acts->blank, &QAction::triggered, this, [this] { showStage(Stage::Blank); });
    connect(acts->ladder, &QAction::triggered, this,
            [this] { ladderView->entry()->setFocus(Qt::ShortcutFocusReason); });
    connect(acts->about, &QAction::triggered, this, [this] {
        QMessageBox::about(
            this, tr("About Good Fold"),
            tr("<b>Good Fold %1</b><p>Designs brackets bent from flat bar or sheet, so that the holes line "
               "up "
               "after forming.</p><p>Figures for materials are typical and uncertified: measure your stock "
               "and "
               "make a test bend. Where people, towing, lifting, gas or mains power depend on a bracket, "
               "licensed "
               "practice and local rules decide.</p><p>Free software under the GNU General Public License, "
               "version 3 or later.</p>")
                .arg(QApplication::applicationVersion()));
    });
}

void MainWindow::refreshTitle() {
    const QString name = doc.job().title.empty() ? tr("Bracket") : QString::fromStdString(doc.job().title);
    setWindowTitle(tr("%1[*] – Good Fold").arg(name));
    setWindowModified(!doc.undoStack().isClean());
    setWindowFilePath(filePath);
    const auto kind = doc.selected().kind;
    acts->remove->setEnabled(kind != Element::Kind::Nothing);
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
    return {};
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
    doc.undoStack().setClean();
    refreshTitle();
    return {};
}

QByteArray MainWindow::exported(Export kind) const {
    if (kind == Export::Svg) return draw::blankSvg(doc.part(), QString::fromStdString(doc.job().title));
    if (kind == Export::Dxf) {
        std::ostringstream out;
        files::writeDxf(out, doc.part());
        return QByteArray::fromStdString(out.str());
    }
    return draw::templatePdf(doc.job(), doc.material(),
                             kind == Export::TemplateA4 ? QPageSize::A4 : QPageSize::Letter, doc.reading());
}

std::optional<QString> MainWindow::exportTo(Export kind, const QString& path) {
    if (const auto wrong = saveBytes(path, exported(kind))) return inOneSentence(path, *wrong);
    return {};
}

void MainWindow::openAsked() {
    const QString path =
        QFileDialog::getOpenFileName(this, tr("Open a job"), QFileInfo(filePath).path(), tr(kJobFilter));
    if (path.isEmpty() || !mayDiscard()) return;
    if (const auto wrong = openFile(path)) say(*wrong);
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
        filePath.isEmpty() ? fileNameFor(doc.job()) + QStringLiteral(".gfold") : filePath, tr(kJobFilter));
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".gfold");
    const auto wrong = saveFile(path);
    if (wrong) say(*wrong);
    return !wrong;
}

void MainWindow::exportAsked(Export kind) {
    const ExportKind how = kindOf(kind);
    const QString base = filePath.isEmpty() ? fileNameFor(doc.job())
                                            : QFileInfo(filePath).path() + QLatin1Char('/') +
                                                  QFileInfo(filePath).completeBaseName();
    const QString path =
        QFileDialog::getSaveFileName(this, tr("Save as"), base + QLatin1String(how.suffix), tr(how.filter));
    if (path.isEmpty()) return;
    const auto wrong = exportTo(kind, path);
    say(wrong ? *wrong : tr("%1 is written.").arg(QFileInfo(path).fileName()));
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
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    const QList<QUrl> urls = event->mimeData()->urls();
    if (urls.isEmpty() || !mayDiscard()) return;
    if (const auto wrong = openFile(urls.front().toLocalFile())) say(*wrong);
}

} // namespace goodfold::app
