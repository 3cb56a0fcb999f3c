#include "app/blank_stage.h"

#include "app/ribbon_view.h"
#include "part/mark.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

/// One figure to read aloud: how far from the datum end, what is there, and for a hole how far in.
struct Row {
    double along;
    QString mark;
    std::optional<double> fromNearEdge;
    Element about;
};

QString lineInWords(const part::Bend& bend, part::Mark::Kind kind) {
    const QString id = QString::fromStdString(bend.id);
    if (kind == part::Mark::Kind::BendStart) return QObject::tr("bend %1 starts").arg(id);
    if (kind == part::Mark::Kind::BendEnd) return QObject::tr("bend %1 ends").arg(id);
    const QString angle = QString::fromStdString(quantity::printNumber(bend.angleDeg, 2));
    return bend.turn == part::Turn::Up ? QObject::tr("bend %1 centre, %2° toward you").arg(id, angle)
                                       : QObject::tr("bend %1 centre, %2° away from you").arg(id, angle);
}

/// A leaning line is scribed from edge to edge, so it has a figure at each.
std::vector<Row> rowsOf(const part::Job& job, const part::Part& part) {
    std::vector<Row> rows;
    for (const part::Mark& mark : part::marksOf(part)) {
        if (mark.kind == part::Mark::Kind::HoleCentre) {
            rows.push_back({mark.along, QObject::tr("punch %1").arg(QString::fromStdString(mark.about.id)),
                            mark.across, mark.about});
            continue;
        }
        const part::Bend& bend = *job.findBend(mark.about.id);
        const QString says = lineInWords(bend, mark.kind);
        if (bend.skewDeg == 0) {
            rows.push_back({mark.along, says, {}, mark.about});
        } else {
            rows.push_back({mark.alongAtRight, QObject::tr("%1, near edge").arg(says), {}, mark.about});
            rows.push_back({mark.alongAtLeft, QObject::tr("%1, far edge").arg(says), {}, mark.about});
        }
    }
    rows.push_back({part.blank.length, QObject::tr("cut"), {}, {}});
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) { return a.along < b.along; });
    return rows;
}

Qt::Alignment alignmentOf(int column) {
    return (column == 1 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter;
}

} // namespace

BlankStage::BlankStage(Document& document, const std::vector<QAction*>& exports, QWidget* parent)
    : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Blank, marks from the left end, face up"), this);
    heading->setProperty("role", "heading");
    blank = new RibbonView(document, 18, this);
    table = new QTableWidget(0, 3, this);
    table->setAccessibleName(tr("Marks from the datum end"));
    table->setHorizontalHeaderLabels({tr("From the left end"), tr("Mark"), tr("From near edge")});
    for (int column = 0; column < 3; ++column)
        table->horizontalHeaderItem(column)->setTextAlignment(alignmentOf(column));
    table->verticalHeader()->hide();
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setSelectionMode(QAbstractItemView::SingleSelection);
    table->setAlternatingRowColors(true);
    table->setShowGrid(false);
    table->setTabKeyNavigation(false);
    table->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    table->setMinimumWidth(430);
    connect(table, &QTableWidget::itemSelectionChanged, this, [this] {
        const int row = table->currentRow();
        if (row >= 0 && row < static_cast<int>(rowElements.size()) && table->hasFocus())
            this->document.select(rowElements[static_cast<size_t>(row)]);
    });

    auto* take = new QLabel(tr("Take it along"), this);
    take->setProperty("role", "heading");
    auto* side = new QVBoxLayout;
    side->setSpacing(8);
    side->addWidget(take);
    for (QAction* action : exports) {
        auto* button = new QPushButton(action->text().remove(QLatin1Char('&')), this);
        button->setToolTip(action->toolTip());
        connect(button, &QPushButton::clicked, action, &QAction::trigger);
        side->addWidget(button);
    }
    auto* advice =
        new QLabel(tr("The template prints at full size. Print it at 100 %, lay a rule on its check bars, "
                      "then scribe through it."),
                   this);
    advice->setProperty("role", "faint");
    advice->setWordWrap(true);
    side->addWidget(advice);
    side->addStretch();

    auto* below = new QHBoxLayout;
    below->setSpacing(24);
    below->addWidget(table, 3);
    below->addLayout(side, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 10, 18, 16);
    layout->setSpacing(10);
    layout->addWidget(heading);
    layout->addWidget(blank, 2);
    layout->addLayout(below, 3);
    connect(&document, &Document::changed, this, &BlankStage::refresh);
    connect(&document, &Document::selectionChanged, this, &BlankStage::showSelection);
    refresh();
}

void BlankStage::refresh() {
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), document.reading()));
    };
    const std::vector<Row> rows = rowsOf(document.job(), document.part());
    const QSignalBlocker quiet(table);
    rowElements.clear();
    table->setRowCount(static_cast<int>(rows.size()));
    for (size_t i = 0; i < rows.size(); ++i) {
        const QStringList cells{length(rows[i].along), rows[i].mark,
                                rows[i].fromNearEdge ? length(*rows[i].fromNearEdge) : QString()};
        for (int column = 0; column < 3; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setTextAlignment(alignmentOf(column));
            table->setItem(static_cast<int>(i), column, item);
        }
        rowElements.push_back(rows[i].about);
    }
    table->resizeColumnToContents(0);
    table->resizeColumnToContents(2);
    showSelection();
}

void BlankStage::showSelection() {
    const auto row = std::find(rowElements.begin(), rowElements.end(), document.selected());
    if (table->hasFocus()) return;
    const QSignalBlocker quiet(table);
    if (row == rowElements.end())
        table->clearSelection();
    else
        table->selectRow(static_cast<int>(row - rowElements.begin()));
}

} // namespace goodfold::app
