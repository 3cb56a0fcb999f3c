#include "app/window/printing.h"

#include "app/base/devices.h"
#include "draw/template_pages.h"

namespace goodfold::app {

namespace {

Error noPrinter() {
    return {"Printing needs the package libqt6printsupport6: install it "
            "(sudo apt install libqt6printsupport6), or export the template as PDF and print that.",
            "printing"};
}

devices::ToPrint page(const ToPrint& what, const QString& asked) {
    return {QString::fromStdString(what.job.title), asked, what.job.units == quantity::Unit::Inch,
            [&what](QPagedPaintDevice& paper) { printTemplateOn(paper, what); }};
}

} // namespace

void printTemplateOn(QPagedPaintDevice& page, const ToPrint& what) {
    const auto& material = *material::standardMaterials().find(what.job.material);
    const QSizeF paper = page.pageLayout().pageSize().size(QPageSize::Millimeter);
    draw::paintTemplate(page, what.job, what.part, material,
                        {std::min(paper.width(), paper.height()), std::max(paper.width(), paper.height())},
                        what.reading);
}

std::optional<Error> askAndPrint(QWidget* window, const ToPrint& what) {
    if (!printer()) return noPrinter();
    printer()->ask(window, page(what, QObject::tr("Print the template at full size")));
    return {};
}

std::optional<Error> preview(QWidget* window, const ToPrint& what) {
    if (!printer()) return noPrinter();
    printer()->preview(window, page(what, QObject::tr("Template at full size")));
    return {};
}

} // namespace goodfold::app
