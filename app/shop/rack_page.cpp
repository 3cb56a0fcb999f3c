#include "app/shop/rack_page.h"

#include "app/base/text.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"

#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

using stock::RackStock;

RackPage::RackPage(Document& document, OwnRack& rack, QWidget* parent)
    : QWidget(parent), document(document), rack(rack), view(new RackView(document, this)) {
    figures = new CellPanel(
        document, tr("Figures of the stock"), [this](Document&) { return figureBlocks(); }, this);
    name = makeLine(tr("What it is called"), {}, [this](const QString& typed) {
        return change(tr("name"), [&](RackStock& stock) { stock.name = typed.trimmed().toStdString(); });
    });
    name->setProperty("role", "title");
    says = wordsOn(this, "faint");
    says->setIndent(7);
    batch = makeLine(tr("Batch of the stock"), tr("as it is written on it"), [this](const QString& typed) {
        return change(tr("batch"), [&](RackStock& stock) { stock.batch = typed.trimmed().toStdString(); });
    });
    holes = makeLine(tr("Holes that are in it"), tr("20 6.6; 95 6.6"), [this](const QString& typed) {
        const auto unit = this->document.reading().unit;
        const auto read =
            stock::typedHoles(typed.toStdString(), [unit](const std::string& figure) -> Result<double> {
                const auto length = quantity::parseLength(figure, unit);
                if (!length) return length.error();
                return length->mm();
            });
        if (!read) return Cell::Answer(Error{"The holes " + read.error().says + ".", {}});
        return change(tr("holes"), [&](RackStock& stock) { stock.holes = *read; });
    });
    holes->setToolTip(
        tr("From one end to each hole's middle, and how wide it is; blanks are cut around them"));

    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(view);
    auto* column = new QVBoxLayout;
    column->setSpacing(2);
    column->addWidget(name);
    column->addWidget(says);
    column->addWidget(scroll, 1);
    auto* side = new QWidget(this);
    side->setFixedWidth(columnPx(318));
    auto* form = new QFormLayout;
    form->setContentsMargins(10, 4, 6, 4);
    form->setVerticalSpacing(4);
    for (QLineEdit* line : {batch, holes})
        line->setProperty("role", "entry");
    form->addRow(batchName = wordsOn(side, "faint"), batch);
    form->addRow(holesName = wordsOn(side, "faint"), holes);
    batchName->setText(tr("batch"));
    holesName->setText(tr("holes in it"));
    auto* beside = new QVBoxLayout(side);
    beside->setContentsMargins(0, 0, 0, 0);
    beside->addLayout(form);
    beside->addWidget(scrolling(figures), 1);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(14);
    layout->addLayout(column, 1);
    layout->addWidget(side);

    connect(view, &RackView::pressed, this, &RackPage::choose);
    connect(&rack, &OwnRack::changed, this, &RackPage::refresh);
    connect(&document, &Document::changed, this, &RackPage::refresh);
    refresh();
}

QLineEdit* RackPage::makeLine(const QString& called, const QString& whileEmpty,
                              const std::function<Cell::Answer(const QString&)>& take) {
    auto* line = new QLineEdit(this);
    line->setAccessibleName(called);
    line->setPlaceholderText(whileEmpty);
    leaveUndoToDocument(*line);
    connect(line, &QLineEdit::editingFinished, this, [this, line, take] {
        if (!line->isModified()) return;
        line->setModified(false);
        if (const auto wrong = take(line->text())) Notice::say(*line, text(wrong->says));
        refresh();
    });
    return line;
}

std::optional<RackStock> RackPage::inHand() const {
    const auto& all = rack.entries();
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const RackStock& each) { return each.id == chosen; });
    return found == all.end() ? std::nullopt : std::optional(*found);
}

void RackPage::choose(const std::string& id) {
    chosen = id;
    emit wanted();
    refresh();
}

void RackPage::chooseFirstOffcut() {
    for (const RackStock& each : rack.entries())
        if (each.isOffcut) return choose(each.id);
}

Cell::Answer RackPage::change(const QString& label, const std::function<void(RackStock&)>& how) {
    auto stock = inHand();
    if (!stock) return Error{"Choose a bar or a sheet first, or put one on the rack.", {}};
    how(*stock);
    if (const auto wrong = whatIsWrong(*stock))
        return Error{"The " + wrong->where + " " + wrong->says + ".", {}};
    return rack.put(tr("%1 of %2").arg(label, text(stock->name)), {*stock});
}

Cell::Answer RackPage::add(RackStock stock) {
    stock.id = store::newId();
    const std::string id = stock.id;
    if (auto wrong = rack.put(tr("%1 on the rack").arg(text(stock.name)), {stock})) return wrong;
    choose(id);
    name->setFocus();
    name->selectAll();
    return {};
}

/// Of the job's stock, where that is of this form; to be made what it is.
Cell::Answer RackPage::addOf(job::StockForm form) {
    const job::Job& job = document.job();
    const bool isInch = job.units == quantity::Unit::Inch;
    RackStock stock{form, job.material, 30, job.thickness, 2000, tr("bar").toStdString(), 1};
    if (form == job::StockForm::Sheet) {
        stock.name = tr("sheet").toStdString();
        stock.width = 1000;
    } else if (job.stock.form == job::StockForm::Bar) {
        stock.width = job.stock.width;
    }
    if (isInch) {
        constexpr double kFoot = 12 * quantity::kMillimetresPerInch;
        stock.length = form == job::StockForm::Sheet ? 8 * kFoot : 6 * kFoot;
        if (form == job::StockForm::Sheet) stock.width = 4 * kFoot;
    }
    return add(std::move(stock));
}

std::optional<QString> RackPage::takeOut() {
    const auto stock = inHand();
    if (!stock) return {};
    if (const auto wrong = rack.takeOut(tr("%1 off the rack").arg(text(stock->name)), stock->id))
        return text(wrong->says);
    return tr("Off the rack: %1. Ctrl+Z puts it back.").arg(text(stock->name));
}

void RackPage::showEvent(QShowEvent*) {
    refresh();
}

void RackPage::refresh() {
    if (!isVisible()) return;
    const auto& all = rack.entries();
    const auto stock = inHand();
    if (!stock) chosen.clear();
    const auto fill = [&](QLineEdit* line, const QString& shown) {
        line->setVisible(stock.has_value());
        if (line->isModified() || line->text() == shown) return;
        line->setText(shown);
        line->setCursorPosition(0);
    };
    const quantity::Reading reading = document.reading();
    fill(name, stock ? text(stock->name) : QString());
    fill(batch, stock ? text(stock->batch) : QString());
    const double unit = reading.unit == quantity::Unit::Inch ? quantity::kMillimetresPerInch : 1;
    const auto figure = [unit](double mm) { return quantity::printNumber(mm / unit, 4); }; // no gap in it
    fill(holes, stock ? text(stock::shownHoles(stock->holes, figure)) : QString());
    batchName->setVisible(stock.has_value());
    holesName->setVisible(stock.has_value());
    const auto wrong = rack.now();
    says->setText(
        !wrong ? text(wrong.error().says)
        : all.empty()
            ? tr("Nothing is said of the rack yet, so stock is bought as it is sold. Put on it what "
                 "lies there, or read a table.")
        : !stock ? tr("What blanks are cut from first. Choose one to see its figures.")
                 : text(sectionInWords(*stock, reading)));
    view->show(all, chosen);
    figures->refresh();
}

} // namespace goodfold::app
