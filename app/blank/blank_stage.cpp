#include "app/blank/blank_stage.h"

#include "app/blank/mark_rows.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/theme.h"
#include "part/mirror.h"

#include <QAction>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

/// What becomes of the rest of the part.
template <class Shown> QString inWords(const edit::CutOutcome& outcome, const Shown& shown) {
    if (outcome.isRight())
        return BlankStage::tr("All holes and legs stay where they are; the marks above change with it.");
    QStringList says;
    if (outcome.holesOff >= edit::CutOutcome::kMeasurable)
        says << BlankStage::tr("holes then stand %1 from where they should").arg(shown(outcome.holesOff));
    if (outcome.legsOff >= edit::CutOutcome::kMeasurable)
        says << BlankStage::tr("leg %1 stands %2 off its height")
                    .arg(QString::fromStdString(outcome.offLeg), shown(outcome.legsOff));
    const QString all = says.join(BlankStage::tr(", and "));
    return all.left(1).toUpper() + all.mid(1) + QLatin1Char('.');
}

enum Column { Along, Left, What, Side, Across, Columns };

Qt::Alignment alignmentOf(int column) {
    return (column == What || column == Side ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter;
}

QTableWidget* makeTable(QWidget* parent) {
    auto* table = new QTableWidget(0, Columns, parent);
    table->setAccessibleName(BlankStage::tr("Table of marks"));
    table->setHorizontalHeaderLabels({BlankStage::tr("From left end"), BlankStage::tr("rounded by"),
                                      BlankStage::tr("Mark"), BlankStage::tr("On the"),
                                      BlankStage::tr("From edge")});
    table->horizontalHeaderItem(Left)->setToolTip(
        BlankStage::tr("What rounding to your step leaves out; it is never "
                       "carried on into the next mark"));
    for (int column = 0; column < Columns; ++column)
        table->horizontalHeaderItem(column)->setTextAlignment(alignmentOf(column));
    table->verticalHeader()->hide();
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setSelectionMode(QAbstractItemView::SingleSelection);
    table->setAlternatingRowColors(true);
    table->setShowGrid(false);
    table->setTabKeyNavigation(false);
    table->horizontalHeader()->setSectionResizeMode(What, QHeaderView::Stretch);
    table->setMinimumWidth(430);
    table->setTextElideMode(Qt::ElideNone);
    return table;
}

} // namespace

BlankStage::BlankStage(Document& document, const QList<QAction*>& exports, QWidget* parent)
    : Stage(parent), document(document), made(new WhenSeen(this, [this] { make(); })), exports(exports),
      table(makeTable(this)) {
    // Queued: the header tells of it before it has the new width itself.
    connect(
        table->horizontalHeader(), &QHeaderView::sectionResized, this,
        [this](int column) {
            if (column == What) fitRows();
        },
        Qt::QueuedConnection);
    heading = new QLabel(this);
    heading->setProperty("role", "heading");
    blank = new RibbonView(document, 18, this);
    beside = new CellPanel(
        document, tr("End to measure from, cut length, and what to take along"),
        [this](Document&) { return besideBlocks(); }, this);
    connect(table, &QTableWidget::itemSelectionChanged, this, [this] {
        const int row = table->currentRow();
        if (row >= 0 && row < static_cast<int>(rowElements.size()) && table->hasFocus())
            this->document.select(rowElements[static_cast<size_t>(row)]);
    });
    side = scrolling(beside);
    figures = new QBoxLayout(QBoxLayout::LeftToRight);
    figures->setSpacing(18);
    figures->addWidget(table, 3);
    figures->addWidget(side, 2);
    halves = new QBoxLayout(QBoxLayout::TopToBottom);
    halves->setSpacing(10);
    halves->addWidget(blank, 2);
    halves->addLayout(figures, 3);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 10, 18, 16);
    layout->setSpacing(10);
    layout->addWidget(heading);
    layout->addLayout(halves, 1);
    connect(&document, &Document::changed, made, &WhenSeen::change);
    connect(&document, &Document::planTaken, made, &WhenSeen::change);
    connect(&document, &Document::selectionChanged, this, &BlankStage::showSelection);
    made->change();
}

std::vector<Block> BlankStage::besideBlocks() {
    Block datum;
    datum.lines.push_back(
        {words(tr("Marks are measured from"), Cell::Look::Faint),
         choiceOf(
             CellName{QStringLiteral("blank.datum"), tr("End that marks are measured from")},
             std::vector<OptionOf<job::Edge>>{{QStringLiteral("start"), job::Edge::Start, tr("the left end")},
                                              {QStringLiteral("end"), job::Edge::End, tr("the right end")}},
             document.job().datum, [this](job::Edge end) {
                 return document.change(tr("end to measure from"), [&](job::Job& job) { job.datum = end; });
             })});
    datum.lines.push_back(
        {wrapped(tr("Lines go on the side that comes inside the bend, so that no scratch lies where "
                    "the metal stretches. Carry them round the edge with a square."),
                 Cell::Look::Faint)});
    if (document.job().oppositeHand) {
        const auto hand = [&](bool opposite) {
            return QString::fromStdString(part::handInWords(document.job().hand, opposite));
        };
        datum.lines.insert(
            datum.lines.begin(),
            {words(tr("Shown is the"), Cell::Look::Faint),
             choiceOf(CellName{QStringLiteral("blank.hand"), tr("Hand shown")},
                      std::vector<OptionOf<bool>>{{QStringLiteral("own"), false, hand(false)},
                                                  {QStringLiteral("opposite"), true, hand(true)}},
                      showsTwin, [this](bool twin) {
                          showsTwin = twin;
                          blank->showOppositeHand(showsTwin);
                          made->change();
                          beside->refresh();
                          return Cell::Answer();
                      })});
    }
    std::vector<Block> blocks{datum};
    for (Block& block : cutBlocks())
        blocks.push_back(std::move(block));
    Block take;
    take.gapAbove = 10;
    take.lines = {{words(tr("Take it along"), Cell::Look::Heading)}, {}};
    for (QAction* action : exports) {
        const QString says = action->text().remove(QLatin1Char('&'));
        Cell cell = press(
            says, CellName{QStringLiteral("take.%1").arg(action->objectName()), says},
            [action] {
                action->trigger();
                return Cell::Answer();
            },
            Cell::Look::Button);
        cell.tip = action->toolTip();
        take.lines.back().push_back(cell);
    }
    blocks.push_back(std::move(take));
    return blocks;
}

/// "I cut it at ...": what that does to each leg, the way that moves least first; of a sheet its width too.
std::vector<Block> BlankStage::cutBlocks() {
    const part::Blank& blank = document.part().blank;
    const auto field = [this](const char* id, const QString& name, std::optional<double>& typed, double now) {
        return optionalCell(ValueField::Kind::Length, {QString::fromLatin1(id), name}, typed, now,
                            [this, &typed](std::optional<double> value) {
                                typed = value;
                                beside->refresh();
                                return Cell::Answer();
                            });
    };
    Block asked;
    asked.gapAbove = 10;
    asked.lines.push_back({words(tr("I cut it at"), Cell::Look::Strong),
                           field("blank.cut-at", tr("Length it was cut to"), cutAt, blank.length)});
    if (document.job().stock.form == job::StockForm::Sheet) {
        asked.lines.back().push_back(words(QStringLiteral("×"), Cell::Look::Faint));
        asked.lines.back().push_back(
            field("blank.cut-wide", tr("Width it was cut to"), cutWide, blank.width));
    }
    std::vector<Block> blocks{asked};
    for (const auto& [typed, now, isWidth] :
         {std::tuple{cutAt, blank.length, false}, {cutWide, blank.width, true}})
        if (typed && std::abs(*typed - now) >= quantity::stepOf(document.reading()).mm() / 2)
            for (Block& block : waysBlocks({*typed, isWidth}, *typed - now))
                blocks.push_back(std::move(block));
    return blocks;
}

std::vector<Block> BlankStage::waysBlocks(const edit::Cut& cut, double off) {
    const auto shown = [&](double mm) {
        return ValueField::shown(document, ValueField::Kind::Length, mm, false);
    };
    const QString so = cut.isWidth ? off < 0 ? tr("too narrow") : tr("too wide")
                       : off < 0 ? tr("short")
                                   : tr("long");
    Block head{{}, 4, 3, {}};
    head.lines.push_back(
        {wrapped(off < 0 ? tr("That is %1 %2. One leg can take it:").arg(shown(-off), so)
                         : tr("That is %1 %2. Cut it again, or one leg can take it:").arg(shown(off), so),
                 Cell::Look::Faint)});
    std::vector<Block> blocks{head};
    const auto outcomes = edit::afterCutting(document.job(), document.material(), cut);
    if (outcomes.empty())
        blocks[0].lines.push_back(
            {wrapped(tr("No leg has so much to give: cut another blank."), Cell::Look::Strong)});
    for (const edit::CutOutcome& outcome : outcomes) {
        const QString id = QString::fromStdString(outcome.plate);
        Block block{Element::plate(outcome.plate), 10, 3, {}};
        const QString says = (outcome.takesInWidth ? tr("make leg %1 %2 wide") : tr("make leg %1 %2"))
                                 .arg(id, shown(outcome.length));
        block.lines.push_back({press(
            says,
            CellName{QStringLiteral("blank.takes.%1%2")
                         .arg(id, outcome.takesInWidth ? QStringLiteral(".width") : QString()),
                     says},
            [this, outcome] {
                cutAt.reset();
                cutWide.reset();
                return document.edit(tr("blank as it was cut"), outcome.job, Element::plate(outcome.plate));
            },
            Cell::Look::Button)});
        block.lines.push_back({wrapped(inWords(outcome, shown), Cell::Look::Faint)});
        blocks.push_back(std::move(block));
    }
    return blocks;
}

/// Over the table where it is long, as of a bar; beside it where it is deep.
void BlankStage::arrange() {
    const part::Blank& size = document.part().blank;
    constexpr double kDeep = 0.35, kWide = 236, kTable = 470; // pixels at 100 %
    const bool isDeep = size.width > kDeep * size.length;
    halves->setDirection(isDeep ? QBoxLayout::LeftToRight : QBoxLayout::TopToBottom);
    figures->setDirection(isDeep ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
    side->setFixedWidth(px(static_cast<int>(isDeep ? kTable : kWide)));
    table->setColumnHidden(Left, isDeep); // at the tip of the first column then
    table->setMaximumWidth(isDeep ? px(static_cast<int>(kTable)) : QWIDGETSIZE_MAX);
}

/// What is read at the bench is never cut short: it goes on in a second line.
void BlankStage::fitRows() {
    const QFontMetrics metrics(table->font());
    const int room = table->columnWidth(What) - px(32); // its padding
    for (int row = 0; row < table->rowCount(); ++row) {
        const int lines = 1 + metrics.horizontalAdvance(table->item(row, What)->text()) / std::max(room, 60);
        table->setRowHeight(row, lines * metrics.lineSpacing() + px(11));
    }
}

bool BlankStage::hasRoomForLadder(int windowWidth, double textScale) const {
    constexpr double kPlenty = 1500;
    return windowWidth >= kPlenty * textScale;
}

/// Says whose blank it is, so that the two of a pair are not mixed up.
void BlankStage::refreshHeading() {
    const job::Job& job = document.job();
    const QString whose = job.oppositeHand ? QString::fromStdString(part::handInWords(job.hand, showsTwin)) +
                                                 QStringLiteral(": ")
                                           : QString();
    const QString says = job.datum == job::Edge::End ? tr("blank, marks from the right end, face up")
                                                     : tr("blank, marks from the left end, face up");
    const QString all = whose + says;
    heading->setText(all.left(1).toUpper() + all.mid(1));
}

void BlankStage::make() {
    const auto length = [&](double mm) {
        return ValueField::shown(document, ValueField::Kind::Length, mm, false);
    };
    if (showsTwin && !document.job().oppositeHand) {
        showsTwin = false;
        blank->showOppositeHand(false);
    }
    refreshHeading();
    const job::Job job = showsTwin ? part::mirrored(document.job(), document.part()) : document.job();
    const part::Part part = showsTwin ? document.oppositePart() : document.part();
    const std::vector<MarkRow> rows = markRows(job, part, document.reading());
    const QSignalBlocker quiet(table);
    table->horizontalHeaderItem(Along)->setText(fromDatum(job));
    rowElements.clear();
    table->setRowCount(static_cast<int>(rows.size()));
    for (size_t i = 0; i < rows.size(); ++i) {
        const QString left = rows[i].along ? QString::fromStdString(quantity::remainder(
                                                 quantity::Length::mm(*rows[i].along), document.reading()))
                                           : QString();
        const QStringList cells{rows[i].along ? length(*rows[i].along) : QString(), left, rows[i].mark,
                                rows[i].face,
                                rows[i].fromNearEdge ? length(*rows[i].fromNearEdge) : QString()};
        for (int column = 0; column < Columns; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setTextAlignment(alignmentOf(column));
            if (column == Left) item->setForeground(colours().faintInk);
            if (column == Along && !left.isEmpty()) item->setToolTip(tr("rounded by %1").arg(left));
            table->setItem(static_cast<int>(i), column, item);
        }
        rowElements.push_back(rows[i].about);
    }
    for (const int column : {Along, Left, Side, Across})
        table->resizeColumnToContents(column);
    arrange();
    fitRows();
    showSelection();
}

void BlankStage::showSelection() {
    if (made->isDue()) return;
    const auto row = std::find(rowElements.begin(), rowElements.end(), document.selected());
    if (table->hasFocus()) return;
    const QSignalBlocker quiet(table);
    if (row == rowElements.end())
        table->clearSelection();
    else
        table->selectRow(static_cast<int>(row - rowElements.begin()));
}

QString BlankStage::hint() const {
    return tr("The stock as it is cut and marked: every figure is counted from the same end.");
}

QImage BlankStage::image() const {
    const QSize size(1200, 360);
    constexpr double kScale = 2;
    QImage image(size * kScale, QImage::Format_RGB32);
    image.setDevicePixelRatio(kScale);
    const draw::Palette paper = draw::Palette::light();
    image.fill(paper.paper);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF room = QRectF(QPointF(0, 0), QSizeF(size)).adjusted(40, 16, -40, -10);
    draw::paintBlank(painter, document.part(), draw::layOutBlank(document.part(), room, 16),
                     document.reading(), paper, {});
    return image;
}

} // namespace goodfold::app
