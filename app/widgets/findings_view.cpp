#include "app/widgets/findings_view.h"

#include "app/widgets/cell_panel.h"

#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace goodfold::app {

FindingsView::FindingsView(Document& document, QWidget* parent) : QWidget(parent) {
    auto* heading = new QLabel(tr("Findings"), this);
    heading->setProperty("role", "heading");
    panel = new CellPanel(
        document, tr("Findings"),
        [this](Document& shown) {
            return findingBlocks(shown, opened, [this](const std::string& rule) {
                if (opened.erase(rule) == 0) opened.insert(rule);
                panel->refresh();
            });
        },
        this, CellPanel::Shows::Findings);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 10, 8, 8);
    layout->addWidget(heading);
    layout->addWidget(scrolling(panel), 1);
}

void FindingsView::enter() {
    panel->setFocus(Qt::TabFocusReason);
}

} // namespace goodfold::app
