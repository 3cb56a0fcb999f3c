#include "app/shop/shop_stage.h"

#include "app/base/tool_book.h"
#include "app/shop/figure_fields.h"
#include "app/shop/rack_page.h"
#include "app/shop/tool_lists.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"

#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <QStackedWidget>
#include <QUndoCommand>
#include <QVBoxLayout>

#include <sstream>

namespace goodfold::app {

namespace {

using MaybeTool = std::optional<tool::Tool>;

/// One tool before and after; nothing stands for what ships, or for none.
class ToolCommand : public QUndoCommand {
public:
    ToolCommand(ToolBook& book, const QString& label, std::string id, MaybeTool before, MaybeTool after)
        : QUndoCommand(label), book(book), id(std::move(id)), before(std::move(before)),
          after(std::move(after)) {}
    void undo() override { book.put(id, before); }
    void redo() override { book.put(id, after); }

private:
    ToolBook& book;
    std::string id;
    MaybeTool before, after;
};

QString text(std::string_view says) {
    return QString::fromUtf8(says.data(), static_cast<qsizetype>(says.size()));
}

QLabel* faint(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("role", "faint");
    return label;
}

} // namespace

ShopStage::ShopStage(Document& document, OwnRack& rack, QWidget* parent)
    : Stage(parent), document(document), undo(this), chosen(document.books().tools.shop()->tools.front().id),
      pages(new QStackedWidget(this)), rackPage(new RackPage(document, rack, pages)) {
    setAccessibleName(tr("Shop"));
    list = new CellPanel(
        document, tr("Tools, and the rack"),
        [this](Document&) {
            auto blocks = toolBlocks();
            for (Block& block : rackPage->blocks())
                blocks.push_back(std::move(block));
            return blocks;
        },
        this);
    pages->addWidget(toolPage = makeToolPage());
    pages->addWidget(rackPage);
    auto* tools = scrolling(list);
    tools->setFixedWidth(px(218));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 12, 12, 10);
    layout->setSpacing(14);
    layout->addWidget(tools);
    layout->addWidget(pages, 1);
    setFocusProxy(list);

    connect(&document.books().tools, &ToolBook::changed, this, &ShopStage::refresh);
    connect(&rack, &OwnRack::changed, this, &ShopStage::refresh);
    connect(&document, &Document::changed, this, &ShopStage::refresh);
    connect(rackPage, &RackPage::wanted, this, [this] {
        pages->setCurrentWidget(rackPage);
        list->refresh();
    });
    refresh();
}

bool ShopStage::isAtRack() const {
    return pages->currentWidget() == rackPage;
}

QWidget* ShopStage::makeToolPage() {
    auto* page = new QWidget(pages);
    figures = new CellPanel(
        document, tr("Figures of the tool"), [this](Document&) { return figureBlocks(); }, this);
    const auto addView = [&](tool::View view, const QString& called) {
        auto* made = new ToolView(document, view, this);
        made->setAccessibleName(called);
        connect(made, &ToolView::pressed, this,
                [this, made](const std::string& key, const QRectF& box) { typeOnDrawing(*made, key, box); });
        connect(made, &ToolView::pointedAt, this, [this](const std::string& key) {
            light(key);
            const tool::Parameter* figure = tool::findParameter(key);
            figures->point(figure ? figures->placeOf(idOf(*figure)) : -1);
        });
        views.push_back(made);
        return made;
    };
    connect(figures, &CellPanel::pointedAtCell, this, [this](const QString& id) {
        light(id.startsWith(kFigureId) ? id.mid(kFigureId.size()).toStdString() : std::string());
    });
    auto* section = addView(tool::View::Section, tr("The tool from its end, to scale"));
    auto* around = addView(tool::View::Around, tr("What stands round it, to scale"));
    auto* along = addView(tool::View::Along, tr("The tool as you stand before it, to scale"));
    name = makeLine(tr("Name of the tool"), [this](const QString& typed) {
        return change(tr("name"), [&](tool::Tool& tool) { tool.name = typed.trimmed().toStdString(); });
    });
    name->setProperty("role", "title");
    kind = faint({}, this);
    kind->setIndent(7);
    kind->setWordWrap(true);

    auto* column = new QVBoxLayout;
    column->setSpacing(2);
    column->addWidget(name);
    column->addWidget(kind);
    column->addWidget(section, 3);
    auto* below = new QHBoxLayout;
    below->addWidget(around, 3);
    below->addWidget(along, 2);
    column->addLayout(below, 2);
    auto* beside = new QVBoxLayout;
    beside->addWidget(makeLists());
    beside->addWidget(scrolling(figures), 1);
    auto* side = new QWidget(page);
    side->setLayout(beside);
    side->setFixedWidth(columnPx(318));
    beside->setContentsMargins(0, 0, 0, 0);
    auto* layout = new QHBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(14);
    layout->addLayout(column, 1);
    layout->addWidget(side);
    return page;
}

void ShopStage::showEvent(QShowEvent*) {
    refresh();
}

QLineEdit* ShopStage::makeLine(const QString& called,
                               const std::function<Cell::Answer(const QString&)>& take) {
    auto* line = new QLineEdit(this);
    line->setAccessibleName(called);
    leaveUndoToDocument(*line);
    connect(line, &QLineEdit::editingFinished, this, [this, line, take] {
        if (!line->isModified()) return;
        line->setModified(false);
        if (const auto wrong = take(line->text())) Notice::say(*line, QString::fromStdString(wrong->says));
        refresh();
    });
    return line;
}

/// What is a list is typed in a line of its own.
QWidget* ShopStage::makeLists() {
    auto* lists = new QWidget(this);
    const auto taking = [this](const QString& label, auto typed, auto member) {
        return [this, label, typed, member](const QString& text) -> Cell::Answer {
            tool::Tool now = tool();
            const auto read = typed(text, document.reading(), member(now));
            if (!read) return read.error();
            return change(label, [&](tool::Tool& tool) { member(tool) = *read; });
        };
    };
    radii = makeLine(tr("Radii"),
                     taking(
                         tr("radii"), typedLengths, [](tool::Tool & tool) -> auto& { return tool.radii; }));
    widths =
        makeLine(tr("Widths of the fingers"),
                 taking(
                     tr("fingers"), typedLengths, [](tool::Tool & tool) -> auto& { return tool.fingers; }));
    openings = makeLine(tr("Openings"), taking(
                                            tr("openings"), typedOpenings,
                                            [](tool::Tool & tool) -> auto& { return tool.die.openings; }));
    spacers = makeLine(tr("Spacers"), taking(
                                          tr("spacers"), typedLengths,
                                          [](tool::Tool & tool) -> auto& { return tool.die.spacers; }));
    spacers->setToolTip(tr("15; 20; 20; 23: every opening that a stack of them sets is planned with"));
    openings->setToolTip(
        tr("16; 25; 40 (one 15 mm spacer): what sets an opening stands after it in brackets"));
    auto* form = new QFormLayout(lists);
    form->setContentsMargins(10, 4, 6, 4);
    form->setVerticalSpacing(4);
    for (QLineEdit* line : {radii, widths, openings, spacers})
        line->setProperty("role", "entry");
    form->addRow(radiiName = faint(tr("radii"), lists), radii);
    form->addRow(widthsName = faint(tr("fingers"), lists), widths);
    form->addRow(openingsName = faint(tr("openings"), lists), openings);
    form->addRow(spacersName = faint(tr("spacers"), lists), spacers);
    return lists;
}

const tool::Tool& ShopStage::tool() const {
    const tool::Shop& shop = *document.books().tools.shop();
    const tool::Tool* found = shop.find(chosen);
    return found ? *found : shop.tools.front();
}

void ShopStage::choose(const std::string& id) {
    chosen = id;
    pages->setCurrentWidget(toolPage);
    refresh();
}

/// The demo's rack, in the pictures' own logbook.
void ShopStage::showExample(const QString& which) {
    if (which != QLatin1String("rack")) return;
    (void)rackPage->readTable(QStringLiteral(":/tables/bars.csv"), job::StockForm::Bar);
    (void)rackPage->readTable(QStringLiteral(":/tables/sheets.csv"), job::StockForm::Sheet);
    rackPage->chooseFirstOffcut();
}

QString ShopStage::hint() const {
    return tr(
        "The tools as they are here, and what lies on the rack. What is changed is saved at once; every "
        "job is planned with it.");
}

std::optional<QString> ShopStage::takeOut() {
    if (isAtRack()) return rackPage->takeOut().value_or(tr("Nothing of the rack is in hand."));
    const QString called = QString::fromStdString(tool().name);
    if (ToolBook::isShipped(chosen))
        return tr("The %1 came with Good Fold and stays in the list: where there is none, say it is not "
                  "here.")
            .arg(called);
    if (const auto wrong = put(tr("removal of %1").arg(called), std::string(chosen), std::nullopt))
        return QString::fromStdString(wrong->says);
    return tr("Taken out of the shop: %1. Ctrl+Z brings it back.").arg(called);
}

/// What ships stands for a tool that is the user's no more.
Cell::Answer ShopStage::put(const QString& label, const std::string& id, const MaybeTool& after) {
    const tool::Shop& shop = *document.books().tools.shop();
    const tool::Tool *now = shop.find(id), *shipped = tool::standardShop().find(id);
    const MaybeTool before = now && !(shipped && *now == *shipped) ? MaybeTool(*now) : std::nullopt;
    if (after == before) return {};
    if (auto wrong = document.books().tools.put(id, after)) return wrong;
    undo.push(new ToolCommand(document.books().tools, label, id, before, after));
    keepByDate(id);
    return {};
}

/// What a tool was from this day on, for whoever wonders later.
void ShopStage::keepByDate(const std::string& id) {
    const tool::Tool* now = document.books().tools.shop()->find(id);
    if (!now) return;
    std::ostringstream figures;
    tool::writeShop(figures, tool::Shop{{*now}});
    const auto failed = document.books().logbook.write([&](store::Logbook& file) {
        return file.put(store::ToolFigures{id, store::now(), figures.str()});
    });
    if (failed) emit document.books().logbook.said(QString::fromStdString(failed->says));
}

Cell::Answer ShopStage::change(const QString& label, const std::function<void(tool::Tool&)>& make) {
    tool::Tool changed = tool();
    make(changed);
    if (changed == tool()) return {};
    return put(label, changed.id, changed);
}

/// Another of its kind, to be made what it is.
Cell::Answer ShopStage::copy() {
    tool::Tool another = tool();
    for (int n = 2; document.books().tools.shop()->find(another.id); ++n)
        another.id = tool().id + "-" + std::to_string(n);
    another.name = tr("another %1").arg(QString::fromStdString(tool().name)).toStdString();
    if (auto wrong = put(tr("new tool"), another.id, another)) return wrong;
    choose(another.id);
    name->setFocus();
    name->selectAll();
    return {};
}

void ShopStage::refresh() {
    if (!document.books().tools.shop()->find(chosen))
        chosen = document.books().tools.shop()->tools.front().id;
    const tool::Tool& shown = tool();
    const quantity::Reading reading = document.reading();
    const auto fill = [](QLineEdit* line, const QString& text) {
        if (line->isModified() || line->text() == text) return;
        line->setText(text);
        line->setCursorPosition(0);
    };
    fill(name, QString::fromStdString(shown.name));
    kind->setText(text(shown.kind->says));
    fill(radii, shownLengths(shown.radii, reading));
    fill(widths, shownLengths(shown.fingers, reading));
    fill(openings, shownOpenings(shown.die.openings, reading));
    fill(spacers, shownLengths(shown.die.spacers, reading));
    const auto showRow = [](QWidget* name, QWidget* line, bool on) {
        name->setVisible(on);
        line->setVisible(on);
    };
    showRow(widthsName, widths, shown.kind->mayHaveFingers);
    showRow(openingsName, openings, shown.isDie());
    showRow(spacersName, spacers, shown.kind->drive == tool::Kind::Drive::Press);
    for (ToolView* view : views)
        view->show(shown);
    list->refresh();
    figures->refresh();
}

void ShopStage::light(const std::string& key) {
    for (ToolView* view : views)
        view->light(key);
}

/// A figure on the drawing is typed over there; of a list in its line.
void ShopStage::typeOnDrawing(ToolView& view, const std::string& key, const QRectF& box) {
    light(key);
    if (key == "radii") return radii->setFocus();
    if (key == "openings") return openings->setFocus();
    if (key == "fingers") return widths->setFocus();
    const tool::Parameter* figure = tool::findParameter(key);
    if (!figure) return;
    tool::Tool read = tool(); // its figures are found by reference
    view.typeAt(box, [&](ValueField& field) {
        field.open(fieldOf(*figure), named(*figure), figure->in(read), {},
                   [this, figure](std::optional<double> value) { return setFigure(*figure, *value); });
    });
}

} // namespace goodfold::app
