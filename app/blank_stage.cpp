#include "app/blank_stage.h"

#include "app/ribbon_view.h"
#include "app/theme.h"
#include "part/mark.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

QString markInWords(const part::Job& job, const part::Mark& mark) {
    const QString id = QString::fromStdString(mark.about.id);
    switch (mark.kind) {
    case part::Mark::Kind::HoleCentre:
        return QObject::tr("punch %1").arg(id);
    case part::Mark::Kind::BendStart:
        return QObject::tr("bend %1 starts").arg(id);
    case part::Mark::Kind::BendEnd:
        return QObject::tr("bend %1 ends").arg(id);
    case part::Mark::Kind::BendCentre:
        break;
    }
    const part::Bend& bend = *job.findBend(mark.about.id);
    const QString angle = QString::fromStdString(quantity::printNumber(bend.angleDeg, 2));
    return bend.turn == part::Turn::Up ? QObject::tr("bend %1 centre, %2° toward you").arg(id, angle)
                                       : QObject::tr("bend %1 centre, %2° away from you").arg(id, angle);
}

} // namespace

BlankStage::BlankStage(Document& document, const std::vector<QAction*>& exports, QWidget* parent)
    : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Blank, marks from the left end, face up"), this);
    heading->setProperty("role", "heading");
    blank = new RibbonView(document, 18, this);
    table = new QTableWidget(0, 4, this);
    table->setAccessibleName(tr("Marks from the datum end"));
    table->setHorizontalHeaderLabels({tr("From the left end"), tr("Mark"), tr("Near edge"), tr("Far edge")});
    table->horizontalHeaderItem(2)->setToolTip(
        tr("Where a leaning line meets the edge nearest you; for a hole, its distance from that edge"));
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
    const auto marks = part::marksOf(document.part());
    const QSignalBlocker quiet(table);
    rowElements.clear();
    table->setRowCount(static_cast<int>(marks.size()) + 1);
    const auto setRow = [&](int row, const QStringList& cells) {
        for (int column = 0; column < 4; ++column) {
            auto* item = new QTableWidgetItem(cells[column]);
            item->setTextAlignment((column == 1 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
            table->setItem(row, column, item);
        }
    };
    for (size_t i = 0; i < marks.size(); ++i) {
        const part::Mark& mark = marks[i];
        const bool isHole = mark.kind == part::Mark::Kind::HoleCentre;
        const bool leans =
            std::abs(mark.alongAtLeft - mark.alongAtRight) > quantity::stepOf(document.reading()).mm() / 2;
        QString nearEdge, farEdge;
        if (isHole) {
            nearEdge = length(mark.across);
            farEdge = length(document.part().blank.width - mark.across);
        } else if (leans) {
            nearEdge = length(mark.alongAtRight);
            farEdge = length(mark.alongAtLeft);
        }
        setRow(static_cast<int>(i),
               {length(mark.along), markInWords(document.job(), mark), nearEdge, farEdge});
        rowElements.push_back(mark.about);
    }
    setRow(static_cast<int>(marks.size()), {length(document.part().blank.length), tr("cut"), {}, {}});
    table->resizeColumnToContents(0);
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
