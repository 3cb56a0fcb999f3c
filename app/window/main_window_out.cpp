// What leaves the window: exports, paper, the clipboard.
#include "app/blank/mark_rows.h"
#include "app/bracket/picture_view.h"
#include "app/window/actions.h"
#include "app/window/batch_cutter.h"
#include "app/window/choices.h"
#include "app/window/exporter.h"
#include "app/window/main_window.h"
#include "app/window/printing.h"

#include <QApplication>
#include <QClipboard>
#include <QMessageBox>
#include <QStackedWidget>

namespace goodfold::app {

void MainWindow::connectOutActions() {
    for (const auto& [row, action] : acts->exports)
        connect(action, &QAction::triggered, this, [this, row = row] { out->ask(*row, chosenPaper()); });
    connect(out, &Exporter::said, this, &MainWindow::say);
    connect(acts->print, &QAction::triggered, this, [this] {
        if (const auto wrong = askAndPrint(this, {doc.job(), doc.part(), doc.reading()}))
            say(QString::fromStdString(wrong->says));
    });
    connect(acts->printPreview, &QAction::triggered, this, [this] {
        if (const auto wrong = preview(this, {doc.job(), doc.part(), doc.reading()}))
            say(QString::fromStdString(wrong->says));
    });
    connect(acts->copyMarks, &QAction::triggered, this, [this] {
        QApplication::clipboard()->setText(markTable(doc));
        say(tr("The table of marks is on the clipboard."));
    });
    const auto takeOff = [this](const auto& batch) {
        say(batch ? batchCutter->takeOff(*batch) : QString::fromStdString(batch.error().says));
    };
    connect(acts->takeOffRack, &QAction::triggered, this, [this, takeOff] {
        const auto own = batchCutter->own();
        takeOff(own ? Result(std::vector{*own}) : Result<std::vector<InBatch>>(own.error()));
    });
    connect(acts->takeAllOffRack, &QAction::triggered, this,
            [this, takeOff] { takeOff(batchCutter->all()); });
    connect(acts->buyForAll, &QAction::triggered, this,
            [this] { out->askForBatch(batchCutter->all(), chosenPaper()); });
    connect(acts->copyPicture, &QAction::triggered, this, [this] {
        const QImage own = static_cast<const Stage*>(stages->currentWidget())->image();
        QApplication::clipboard()->setImage(own.isNull() ? picture()->image({900, 700}) : own);
        say(own.isNull() ? tr("The picture is on the clipboard.") : tr("The blank is on the clipboard."));
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

} // namespace goodfold::app
