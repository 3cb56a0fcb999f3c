#include "devices/printer.h"

#include <QPrintDialog>
#include <QPrintPreviewDialog>
#include <QPrinter>

#include <memory>

namespace goodfold::devices {

namespace {

std::unique_ptr<QPrinter> printerFor(const ToPrint& what) {
    auto printer = std::make_unique<QPrinter>(QPrinter::HighResolution);
    printer->setFullPage(true);
    printer->setDocName(what.name);
    printer->setCreator(QStringLiteral("Good Fold"));
    if (what.isLetter) printer->setPageSize(QPageSize(QPageSize::Letter));
    return printer;
}

void printOn(QPrinter& printer, const ToPrint& what) {
    printer.setFullPage(true); // a dialog may have taken it back, and the origin with it
    what.paint(printer);
}

void ask(QWidget* window, const ToPrint& what) {
    const auto printer = printerFor(what);
    QPrintDialog dialog(printer.get(), window);
    dialog.setWindowTitle(what.asked);
    if (dialog.exec() == QDialog::Accepted) printOn(*printer, what);
}

void preview(QWidget* window, const ToPrint& what) {
    const auto printer = printerFor(what);
    QPrintPreviewDialog dialog(printer.get(), window);
    dialog.setWindowTitle(what.asked);
    QObject::connect(&dialog, &QPrintPreviewDialog::paintRequested, &dialog,
                     [&](QPrinter* page) { printOn(*page, what); });
    dialog.resize(1000, 720);
    dialog.exec();
}

} // namespace

} // namespace goodfold::devices

extern "C" __attribute__((visibility("default"))) void
goodfoldGivePrinter(goodfold::devices::Printer& printer) {
    printer = {goodfold::devices::ask, goodfold::devices::preview};
}
