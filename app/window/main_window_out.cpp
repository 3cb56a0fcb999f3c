// What leaves the window: exports, paper, the clipboard.
#include "app/window/actions.h"
#include "app/bending/bending_stage.h"
#include "app/blank/blank_stage.h"
#include "app/base/job_store.h"
#include "app/window/main_window.h"
#include "app/blank/mark_rows.h"
#include "app/bracket/picture_view.h"
#include "app/window/printing.h"
#include "draw/svg.h"
#include "draw/template_pages.h"
#include "files/csv.h"
#include "files/dxf.h"

#include <QApplication>
#include <QClipboard>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>

#include <sstream>

namespace goodfold::app {

namespace {

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
    case MainWindow::Export::Csv:
        return {".csv", QT_TR_NOOP("Comma-separated values (*.csv)")};
    case MainWindow::Export::JobSheet:
        return {"-job-sheet.pdf", QT_TR_NOOP("PDF documents (*.pdf)")};
    default:
        return {"-template.pdf", QT_TR_NOOP("PDF documents (*.pdf)")};
    }
}

} // namespace

void MainWindow::connectOutActions() {
    for (const auto& [action, kind] : {std::pair{acts->templateA4, Export::TemplateA4},
                                       {acts->templateLetter, Export::TemplateLetter},
                                       {acts->exportDxf, Export::Dxf},
                                       {acts->exportSvg, Export::Svg},
                                       {acts->exportCsv, Export::Csv}})
        connect(action, &QAction::triggered, this, [this, kind = kind] { exportAsked(kind); });
    connect(acts->print, &QAction::triggered, this, [this] {
        askAndPrint(this, {doc.job(), doc.reading()});
    });
    connect(acts->printPreview, &QAction::triggered, this, [this] {
        preview(this, {doc.job(), doc.reading()});
    });
    connect(acts->copyMarks, &QAction::triggered, this, [this] {
        QApplication::clipboard()->setText(markTable(doc));
        say(tr("The table of marks is on the clipboard."));
    });
    connect(acts->copyPicture, &QAction::triggered, this, [this] {
        const bool isBlank = blankStage && blankStage->isVisible();
        QApplication::clipboard()->setImage(isBlank ? blankStage->image({1200, 360})
                                                    : pictureView->image({900, 700}));
        say(isBlank ? tr("The blank is on the clipboard.") : tr("The picture is on the clipboard."));
    });
    connect(acts->about, &QAction::triggered, this, [this] {
        QMessageBox::about(
            this, tr("About Good Fold"),
            tr("<b>Good Fold %1</b><p>Designs brackets bent from flat bar or sheet, so that the holes line "
               "up after "
               "forming.</p><p>Figures for materials are typical and uncertified: measure your stock and "
               "make a test "
               "bend. Where people, towing, lifting, gas or mains power depend on a bracket, licensed "
               "practice and "
               "local rules decide.</p><p>Free software under the GNU General Public License, version 3 or "
               "later.</p>")
                .arg(QApplication::applicationVersion()));
    });
}

QByteArray MainWindow::exported(Export kind) const {
    if (kind == Export::Svg) return draw::blankSvg(doc.part(), QString::fromStdString(doc.job().title));
    if (kind == Export::Dxf) {
        std::ostringstream out;
        files::writeDxf(out, doc.part());
        return QByteArray::fromStdString(out.str());
    }
    if (kind == Export::Csv) {
        std::ostringstream out;
        files::writeCsv(out, doc.part(), doc.folded());
        return QByteArray::fromStdString(out.str());
    }
    if (kind == Export::JobSheet) return bendingStage ? bendingStage->jobSheet() : QByteArray();
    return draw::templatePdf(doc.job(), doc.material(),
                             kind == Export::TemplateA4 ? QPageSize::A4 : QPageSize::Letter, doc.reading());
}

std::optional<QString> MainWindow::exportTo(Export kind, const QString& path) {
    if (const auto wrong = saveBytes(path, exported(kind))) return inOneSentence(path, *wrong);
    return {};
}

void MainWindow::exportAsked(Export kind) {
    const ExportKind how = kindOf(kind);
    const QString base = filePath.isEmpty() ? fileNameFor(doc.job().title)
                                            : QFileInfo(filePath).path() + QLatin1Char('/') +
                                                  QFileInfo(filePath).completeBaseName();
    const QString path =
        QFileDialog::getSaveFileName(this, tr("Save as"), base + QLatin1String(how.suffix), tr(how.filter));
    if (path.isEmpty()) return;
    const auto wrong = exportTo(kind, path);
    say(wrong ? *wrong : tr("%1 is written.").arg(QFileInfo(path).fileName()));
}

} // namespace goodfold::app
