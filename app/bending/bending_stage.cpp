#include "app/bending/bending_stage.h"

#include "app/widgets/cell_panel.h"
#include "app/widgets/theme.h"
#include "part/mirror.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QScrollArea>
#include <QSlider>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::app {

namespace {

constexpr int kPerDegree = 10; // slider steps

QString text(const std::string& says) {
    return QString::fromStdString(says);
}

} // namespace

BendingStage::BendingStage(Document& document, Planner& planner, QAction* sheet, QWidget* parent)
    : Stage(parent), document(document), planner(planner), sheet(sheet) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Steps of bending"));
    setAccessibleDescription(tr("Page down and page up go from step to step, space plays the swing."));
    heading = new QLabel(this);
    heading->setProperty("role", "heading");
    large = new StepView(StepView::Size::Large, this);
    large->setAccessibleName(tr("The step in its tool"));
    slider = new QSlider(Qt::Horizontal, this);
    slider->setAccessibleName(tr("How far the bend has turned"));
    angle = new QLabel(this);
    angle->setProperty("role", "heading");
    angle->setMinimumWidth(px(64));
    connect(slider, &QSlider::valueChanged, this, [this](int value) {
        const double degrees = static_cast<double>(value) / kPerDegree;
        angle->setText(tr("%1°").arg(QString::number(degrees, 'f', 0)));
        large->setTurned(degrees);
    });
    auto* swing = new QHBoxLayout;
    swing->addWidget(slider, 1);
    swing->addWidget(angle);
    row = new QWidget;
    auto* rowLayout = new QHBoxLayout(row);
    rowLayout->setContentsMargins(0, 0, 0, 0);
    rowLayout->setSpacing(8);
    rowArea = new QScrollArea(this);
    rowArea->setWidget(row);
    rowArea->setWidgetResizable(true);
    rowArea->setFrameShape(QFrame::NoFrame);
    rowArea->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    rowArea->setFixedHeight(px(136));
    rowArea->setAccessibleName(tr("Row of steps"));
    beside = new CellPanel(
        document, tr("What to do"), [this](Document&) { return blocks(); }, this);

    auto* column = new QVBoxLayout;
    column->setSpacing(6);
    column->addWidget(heading);
    column->addWidget(large, 1);
    column->addLayout(swing);
    auto* side = scrolling(beside);
    side->setFixedWidth(px(330));
    auto* top = new QHBoxLayout;
    top->setSpacing(16);
    top->addLayout(column, 1);
    top->addWidget(side);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 10, 12, 10);
    layout->setSpacing(10);
    layout->addLayout(top, 1);
    layout->addWidget(rowArea);

    constexpr int kFrame = 30; // ms
    playing.setInterval(kFrame);
    connect(&playing, &QTimer::timeout, this, [this] {
        constexpr int kDegrees = 2;
        if (slider->value() >= slider->maximum()) return playing.stop();
        slider->setValue(slider->value() + kDegrees * kPerDegree);
    });
    connect(&planner, &Planner::begun, this, [this] {
        playing.stop();
        heading->setText(tr("Looking for the order…"));
        beside->refresh();
    });
    connect(&planner, &Planner::progressed, this, [this](int placed) {
        heading->setText(tr("Looking for the order: %1 of %2 bends placed")
                             .arg(placed)
                             .arg(this->document.part().bends.size()));
    });
    connect(&planner, &Planner::done, this, &BendingStage::takePlan);
    if (planner.latest()) takePlan();
}

bool BendingStage::hasRoomForLadder(int windowWidth, double textScale) const {
    constexpr int kNarrow = 1150;
    return Stage::hasRoomForLadder(windowWidth, textScale) && windowWidth >= kNarrow;
}

void BendingStage::showEvent(QShowEvent*) {
    planner.hurry();
}

QString BendingStage::hint() const {
    return tr("Page down goes to the next step, page up back; space plays the bend.");
}

std::optional<QString> BendingStage::takeOut() {
    return tr("A bend is taken out at the ladder, where one sees what hangs on it.");
}

std::shared_ptr<const Planned> BendingStage::shown() const {
    const auto latest = planner.latest();
    return latest && showsTwin && latest->opposite ? latest->opposite : latest;
}

const sequence::Plan* BendingStage::plan() const {
    const auto latest = shown();
    return latest && latest->outcome().plan ? &*latest->outcome().plan : nullptr;
}

int BendingStage::stepCount() const {
    return plan() ? static_cast<int>(plan()->steps.size()) : 0;
}

QString BendingStage::says() const {
    return beside->text();
}

void BendingStage::takePlan() {
    chosen = std::clamp(chosen, 0, std::max(0, stepCount() - 1));
    if (!shown()->failed.empty()) {
        heading->setText(text(shown()->failed));
    } else if (plan()) {
        std::set<std::string> tools;
        for (const sequence::Step& step : plan()->steps)
            tools.insert(step.operation.setup.tool->id);
        QString says = tools.size() == 1 ? tr("Best order, all in one tool")
                                         : tr("Best order, in %1 tools").arg(tools.size());
        if (!shown()->wishes.isFree())
            says = tr("Best order with what you settled: cost %1, left free %2")
                       .arg(plan()->cost, 0, 'f', 0)
                       .arg(shown()->freeCost.value_or(plan()->cost), 0, 'f', 0);
        if (!plan()->isBest)
            says = tr("Good order: cost %1, none is below %2")
                       .arg(plan()->cost, 0, 'f', 0)
                       .arg(plan()->bound, 0, 'f', 0);
        if (planner.latest()->opposite)
            says = text(part::handInWords(document.job().hand, showsTwin)) + QStringLiteral(": ") +
                   says.left(1).toLower() + says.mid(1);
        heading->setText(plan()->steps.empty() ? tr("Nothing to bend yet")
                                               : says.left(1).toUpper() + says.mid(1));
    } else if (shown()->part().bends.size() > sequence::kMostBends) {
        heading->setText(tr("Orders of more than %1 bends are not looked for").arg(sequence::kMostBends));
    } else if (shown()->outcome().gaveUp) {
        heading->setText(tr("No order found: so many bends have more than can be looked through"));
    } else {
        heading->setText(shown()->wishes.isFree() ? tr("No order works with these tools")
                                                  : tr("What you settled cannot be bent so"));
    }
    fillRow();
    showStep();
}

/// Each step as it ends.
void BendingStage::fillRow() {
    for (StepView* view : small)
        delete view;
    small.clear();
    auto* layout = static_cast<QHBoxLayout*>(row->layout());
    while (layout->count() > 0)
        delete layout->takeAt(0);
    for (int i = 0; i < stepCount(); ++i) {
        const sequence::Step& step = plan()->steps[static_cast<size_t>(i)];
        auto* view = new StepView(StepView::Size::Small, row);
        const auto& bend = shown()->part().bends[static_cast<size_t>(step.operation.bend)];
        view->setFixedSize(px(150), px(116));
        view->setCaption(
            tr("%1  bend %2, %3").arg(i + 1).arg(text(bend.id), text(step.operation.setup.tool->name)));
        view->setAccessibleName(tr("Step %1, bend %2").arg(i + 1).arg(text(bend.id)));
        view->show(shown(), step.operation, step.before, step.operation.setup.restsAtDeg);
        connect(view, &StepView::clicked, this, [this, i] { choose(i); });
        connect(view, &StepView::dragged, this, [this](const QPoint& inRow) {
            for (size_t other = 0; other < small.size(); ++other)
                small[other]->setChosen(static_cast<int>(other) == stepAt(inRow));
        });
        connect(view, &StepView::dropped, this, [this, i](const QPoint& inRow) {
            if (const int to = stepAt(inRow); to != i) moveStep(i, to);
        });
        layout->addWidget(view);
        small.push_back(view);
    }
    layout->addStretch();
}

int BendingStage::stepAt(const QPoint& inRow) const {
    const auto nearest =
        std::min_element(small.begin(), small.end(), [&](const StepView* a, const StepView* b) {
            return std::abs(a->geometry().center().x() - inRow.x()) <
                   std::abs(b->geometry().center().x() - inRow.x());
        });
    return static_cast<int>(nearest - small.begin());
}

void BendingStage::choose(int step) {
    if (step < 0 || step >= stepCount()) return;
    chosen = step;
    showStep();
    selectStep();
}

void BendingStage::selectStep() {
    const sequence::Step& step = plan()->steps[static_cast<size_t>(chosen)];
    document.select(Element::bend(shown()->part().bends[static_cast<size_t>(step.operation.bend)].id));
}

void BendingStage::showStep() {
    playing.stop();
    for (size_t i = 0; i < small.size(); ++i)
        small[i]->setChosen(static_cast<int>(i) == chosen);
    const auto latest = shown();
    if (plan() && chosen < stepCount()) {
        const sequence::Step& step = plan()->steps[static_cast<size_t>(chosen)];
        const QSignalBlocker quiet(slider);
        slider->setRange(0, static_cast<int>(std::lround(step.operation.setup.loadedAngleDeg * kPerDegree)));
        slider->setValue(slider->maximum() / 3);
        large->show(latest, step.operation, step.before, static_cast<double>(slider->value()) / kPerDegree);
        QApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest); // the row may just have been filled
        rowArea->ensureWidgetVisible(small[static_cast<size_t>(chosen)]);
    } else {
        showStuck();
    }
    slider->setEnabled(!large->isEmpty());
    angle->setText(tr("%1°").arg(slider->value() / kPerDegree));
    beside->refresh();
}

/// What came nearest to being made.
void BendingStage::showStuck() {
    const auto latest = shown();
    for (size_t i = 0; latest && i < latest->outcome().stuck.size(); ++i) {
        const auto& reasons = latest->outcome().stuck[i].reasons;
        if (reasons.empty()) continue;
        const auto furthest =
            std::max_element(reasons.begin(), reasons.end(), [](const auto& a, const auto& b) {
                return a.obstacle.atDeg < b.obstacle.atDeg;
            });
        return showReason(i, static_cast<size_t>(furthest - reasons.begin()));
    }
    large->clear();
}

void BendingStage::showReason(size_t stuck, size_t reason) {
    lookedAt = {stuck, reason};
    const auto latest = shown();
    const sequence::Stuck& bend = latest->outcome().stuck[stuck];
    const auto& [operation, obstacle] = bend.reasons[reason];
    const QSignalBlocker quiet(slider);
    slider->setRange(0, static_cast<int>(std::lround(operation.setup.loadedAngleDeg * kPerDegree)));
    slider->setValue(static_cast<int>(std::lround(obstacle.atDeg * kPerDegree)));
    large->show(latest, operation, bend.made, obstacle.atDeg, obstacle);
    angle->setText(tr("%1°").arg(slider->value() / kPerDegree));
}

void BendingStage::play() {
    if (!plan()) return;
    if (slider->value() >= slider->maximum()) slider->setValue(0);
    playing.isActive() ? playing.stop() : playing.start();
}

void BendingStage::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_PageDown:
    case Qt::Key_Right:
        return choose(chosen + 1);
    case Qt::Key_PageUp:
    case Qt::Key_Left:
        return choose(chosen - 1);
    case Qt::Key_Space:
        return play();
    default:
        QWidget::keyPressEvent(event);
    }
}

Cell::Answer BendingStage::moveStep(int from, int to) {
    std::vector<std::string> order;
    for (const sequence::Step& step : plan()->steps)
        order.push_back(shown()->part().bends[static_cast<size_t>(step.operation.bend)].id);
    const auto at = order.begin() + from;
    if (to > from)
        std::rotate(at, at + 1, order.begin() + to + 1);
    else
        std::rotate(order.begin() + to, at, at + 1);
    chosen = to;
    return document.apply(tr("order of bending"), edit::withBendOrder(document.job(), order));
}

} // namespace goodfold::app
