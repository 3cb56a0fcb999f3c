#include "app/widgets/panel_column.h"

#include "app/widgets/cell_panel.h"
#include "app/widgets/foldable.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"

namespace goodfold::app {

QLabel* wordsOn(QWidget* parent, const char* role) {
    auto* made = new QLabel(parent);
    made->setProperty("role", role);
    made->setWordWrap(true);
    readAs(*made, QAccessible::StaticText);
    return made;
}

PanelColumn::PanelColumn(QWidget* parent)
    : QScrollArea(parent), inside(new QWidget(this)), all(new QVBoxLayout(inside)) {
    all->setContentsMargins(0, 0, 0, 0);
    all->addStretch();
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    setWidget(inside);
}

QLabel* PanelColumn::add(const QString& heading, CellPanel* panel) {
    auto* label = new QLabel(heading, inside);
    label->setProperty("role", "heading");
    readAs(*label, QAccessible::StaticText);
    label->setVisible(!heading.isEmpty());
    all->insertWidget(all->count() - 1, label);
    put(panel, panel);
    return label;
}

void PanelColumn::addFolded(const QString& heading, const QString& key, CellPanel* panel) {
    put(new Foldable(heading, key, panel, false, inside), panel);
}

void PanelColumn::put(QWidget* widget, CellPanel* panel) {
    all->insertWidget(all->count() - 1, widget);
    all->insertSpacing(all->count() - 1, px(16));
    connect(panel, &CellPanel::wantsToBeSeen, this, [this, panel](const QRect& box) {
        const QPoint at = panel->mapTo(inside, box.center());
        ensureVisible(at.x(), at.y(), 20, 60);
    });
}

} // namespace goodfold::app
