#include "app/window/printing.h"

#include "draw/template_pages.h"

#include <QPrintDialog>
#include <QPrintPreviewDialog>

namespace goodfold::app {

std::unique_ptr<QPrinter> fullSizePrinter(const job::Job& job) {
    auto printer = std::make_unique<QPrinter>(QPrinter::HighResolution);
    printer->setFullPage(true);
    printer->setDocName(QString::fromStdString(job.title));
    printer->setCreator(QStringLiteral("Good Fold"));
    if (job.units == quantity::Unit::Inch) printer->setPageSize(QPageSize(QPageSize::Letter));
    return printer;
}

void printTemplateOn(QPrinter& printer, const ToPrint& what) {
    const auto& material = *material::standardMaterials().find(what.job.material);
    printer.setFullPage(true); // a dialog may have taken it back, and the origin with it
    const QSizeF paper = printer.pageLayout().pageSize().size(QPageSize::Millimeter);
    draw::paintTemplate(printer, what.job, what.part, material,
                        {std::min(paper.width(), paper.height()), std::max(paper.width(), paper.height())},
                        what.reading);
}

void askAndPrint(QWidget* window, const ToPrint& what) {
    const auto printer = fullSizePrinter(what.job);
    QPrintDialog dialog(printer.get(), window);
    dialog.setWindowTitle(QObject::tr("Print the template at full size"));
    if (dialog.exec() == QDialog::Accepted) printTemplateOn(*printer, what);
}

void preview(QWidget* window, const ToPrint& what) {
    const auto printer = fullSizePrinter(what.job);
    QPrintPreviewDialog dialog(printer.get(), window);
    dialog.setWindowTitle(QObject::tr("Template at full size"));
    QObject::connect(&dialog, &QPrintPreviewDialog::paintRequested, &dialog,
                     [&](QPrinter* page) { printTemplateOn(*page, what); });
    dialog.resize(1000, 720);
    dialog.exec();
}

} // namespace goodfold::app
