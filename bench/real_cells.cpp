// real_cells real|painted|none: a window with the panels of a job, as real widgets, as the application paints
// them, or without: what either costs from start to first paint. bench_start runs it against a bare window.
#include "app/bracket/ladder_cells.h"
#include "app/bracket/panels.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/theme.h"
#include "app/window/choices.h"
#include "bench/first_paint_window.h"
#include "bench/twelve_bends.h"
#include "draw/type.h"

#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <QToolButton>
#include <QVBoxLayout>

using namespace goodfold;

namespace {

QWidget* widgetFor(const app::Document& document, const app::Cell& cell, QWidget* parent) {
    switch (cell.kind) {
    case app::Cell::Kind::Value: {
        auto* field =
            new QLineEdit(app::ValueField::shown(document, cell.valueKind,
                                                 cell.value.value_or(cell.usual.value_or(0)), false),
                          parent);
        field->setAccessibleName(cell.name);
        return field;
    }
    case app::Cell::Kind::Choice:
    case app::Cell::Kind::Press: {
        auto* button = new QToolButton(parent);
        button->setText(cell.text);
        button->setAccessibleName(cell.name);
        return button;
    }
    default: {
        auto* label = new QLabel(cell.text, parent);
        label->setWordWrap(cell.wraps);
        return label;
    }
    }
}

QWidget* realPanel(app::Document& document, const app::CellPanel::Make& make) {
    auto* panel = new QWidget;
    auto* column = new QVBoxLayout(panel);
    for (const app::Block& block : make(document))
        for (const app::Line& line : block.lines) {
            auto* row = new QHBoxLayout;
            for (const app::Cell& cell : line)
                row->addWidget(widgetFor(document, cell, panel));
            column->addLayout(row);
        }
    auto* area = new QScrollArea;
    area->setWidget(panel);
    area->setWidgetResizable(true);
    return area;
}

} // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    draw::loadTypeface();
    app::applyChosenLook();
    app::Books books;
    app::Document document(bench::twelveBends(), books);
    bench::FirstPaintWindow window;
    window.resize(1280, 800);
    auto* central = new QWidget(&window);
    auto* row = new QHBoxLayout(central);
    const QString how = QString::fromLatin1(argc > 1 ? argv[1] : "none");
    for (const app::CellPanel::Make& make :
         {app::CellPanel::Make(app::ladderBlocks), app::CellPanel::Make(app::stockBlocks),
          app::CellPanel::Make(app::allowanceBlocks)}) {
        if (how == QLatin1String("real")) row->addWidget(realPanel(document, make));
        if (how == QLatin1String("painted"))
            row->addWidget(
                app::scrolling(new app::CellPanel(document, QStringLiteral("Panel"), make, central)));
    }
    window.setCentralWidget(central);
    window.show();
    return QApplication::exec();
}
