#include "app/findings_view.h"

#include "app/cells/panels.h"
#include "app/cells/sheet.h"

#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace goodfold::app {

FindingsView::FindingsView(Document& document, QWidget* parent) : QWidget(parent) {
    auto* heading = new QLabel(tr("Findings"), this);
    heading->setProperty("role", "heading");
    sheet = new Sheet(document, tr("Findings"), findingBlocks, this);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 8, 8);
    layout->addWidget(heading);
    layout->addWidget(scrolling(sheet), 1);
}

void FindingsView::enter() {
    sheet->setFocus(Qt::TabFocusReason);
}

} // namespace goodfold::app
