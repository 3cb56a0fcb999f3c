#include "app/bending/bending_stage.h"

#include "app/cells/sheet.h"
#include "app/shop_book.h"
#include "app/theme.h"
#include "draw/job_sheet.h"
#include "sequence/say.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLocale>
#include <QScrollArea>
#include <QSlider>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

constexpr int kPerDegree = 10; // slider steps

QString text(const std::string& says) {
    return QString::fromStdString(says);
}

Block blockOf(int gapAbove, const Line& first) {
    Block block;
    block.gapAbove = gapAbove;
    block.lines.push_back(first);
    return block;
}

} // namespace

BendingStage::BendingStage(Document& document, QWidget* parent)
    : QWidget(parent), document(document), planner(new Planner(this)) {
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
    beside = new Sheet(
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

    constexpr int kMoment = 150, kFrame = 30; // ms
    waiting.setSingleShot(true);
    waiting.setInterval(kMoment);
    connect(&waiting, &QTimer::timeout, this, &BendingStage::beginPlan);
    playing.setInterval(kFrame);
    connect(&playing, &QTimer::timeout, this, [this] {
        constexpr int kDegrees = 2;
        if (slider->value() >= slider->maximum()) return playing.stop();
        slider->setValue(slider->value() + kDegrees * kPerDegree);
    });
    connect(&document, &Document::changed, this, [this] {
        isStale = true;
        wishes = {};
        if (isVisible()) waiting.start();
    });
    connect(planner, &Planner::progressed, this, [this](int placed) {
        heading->setText(tr("Looking for the order: %1 of %2 bends placed")
                             .arg(placed)
                             .arg(this->document.part().bends.size()));
    });
    connect(planner, &Planner::done, this, &BendingStage::takePlan);
}

void BendingStage::showEvent(QShowEvent*) {
    if (isStale && !planner->isBusy()) beginPlan();
}

const sequence::Plan* BendingStage::plan() const {
    const auto latest = planner->latest();
    return latest && latest->outcome.plan ? &*latest->outcome.plan : nullptr;
}

int BendingStage::stepCount() const {
    return plan() ? static_cast<int>(plan()->steps.size()) : 0;
}

QString BendingStage::says() const {
    return beside->text();
}

void BendingStage::beginPlan() {
    isStale = false;
    playing.stop();
    heading->setText(tr("Looking for the order…"));
    planner->begin(document.job(), document.material(), shopTools(), shopBook(), document.reading(), wishes);
    beside->refresh();
}

void BendingStage::takePlan() {
    chosen = std::clamp(chosen, 0, std::max(0, stepCount() - 1));
    if (plan()) {
        std::set<std::string> tools;
        for (const sequence::Step& step : plan()->steps)
            tools.insert(step.way.setup.tool->id);
        heading->setText(wishes.order.empty() && wishes.tool.empty()
                             ? tools.size() == 1 ? tr("Best order, all in one tool")
                                                 : tr("Best order, in %1 tools").arg(tools.size())
                             : tr("Best order with what you settled, cost %1").arg(plan()->cost, 0, 'f', 0));
    } else {
        heading->setText(planner->latest()->part.bends.empty() ? tr("Nothing to bend yet")
                                                               : tr("No order works with these tools"));
    }
    fillRow();
    showStep();
    emit planned();
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
        const auto& bend = planner->latest()->part.bends[static_cast<size_t>(step.way.bend)];
        view->setFixedSize(px(150), px(116));
        view->setCaption(
            tr("%1  bend %2, %3").arg(i + 1).arg(text(bend.id), text(step.way.setup.tool->name)));
        view->setAccessibleName(tr("Step %1, bend %2").arg(i + 1).arg(text(bend.id)));
        view->show(planner->latest(), step.way, step.before, bend.shape.angleDeg);
        connect(view, &StepView::clicked, this, [this, i] { choose(i); });
        layout->addWidget(view);
        small.push_back(view);
    }
    layout->addStretch();
}

void BendingStage::choose(int step) {
    if (step < 0 || step >= stepCount()) return;
    chosen = step;
    showStep();
}

void BendingStage::showStep() {
    playing.stop();
    for (size_t i = 0; i < small.size(); ++i)
        small[i]->setChosen(static_cast<int>(i) == chosen);
    const auto latest = planner->latest();
    const bool isStuck =
        latest && !plan() && !latest->outcome.stuck.empty() && !latest->outcome.stuck.front().reasons.empty();
    slider->setEnabled(plan() || isStuck);
    if (plan() && chosen < stepCount()) {
        const sequence::Step& step = plan()->steps[static_cast<size_t>(chosen)];
        const QSignalBlocker quiet(slider);
        slider->setRange(0, static_cast<int>(std::lround(step.way.setup.loadedAngleDeg * kPerDegree)));
        slider->setValue(slider->maximum() / 3);
        large->show(latest, step.way, step.before, static_cast<double>(slider->value()) / kPerDegree);
        document.select(Element::bend(latest->part.bends[static_cast<size_t>(step.way.bend)].id));
        QApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest); // the row may just have been filled
        rowArea->ensureWidgetVisible(small[static_cast<size_t>(chosen)]);
    } else if (isStuck) {
        const sequence::Stuck& stuck = latest->outcome.stuck.front();
        const auto furthest =
            std::max_element(stuck.reasons.begin(), stuck.reasons.end(), [](const auto& a, const auto& b) {
                return a.obstacle.atDeg < b.obstacle.atDeg;
            });
        const QSignalBlocker quiet(slider);
        slider->setRange(0, static_cast<int>(std::lround(furthest->way.setup.loadedAngleDeg * kPerDegree)));
        slider->setValue(static_cast<int>(furthest->obstacle.atDeg * kPerDegree));
        large->show(latest, furthest->way, stuck.made, furthest->obstacle.atDeg, {furthest->obstacle.one});
    } else {
        large->clear();
    }
    angle->setText(tr("%1°").arg(slider->value() / kPerDegree));
    beside->refresh();
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

void BendingStage::wishFor(const sequence::Wishes& wanted) {
    wishes = wanted;
    beginPlan();
}

/// Its order as it is, but for this step, which changes places with the one beside it.
void BendingStage::moveEarlier(int by) {
    sequence::Wishes wanted = wishes;
    wanted.order.clear();
    for (const sequence::Step& step : plan()->steps)
        wanted.order.push_back(step.way.bend);
    const auto here = static_cast<size_t>(chosen), there = static_cast<size_t>(chosen - by);
    std::swap(wanted.order[here], wanted.order[there]);
    chosen -= by;
    wishFor(wanted);
}

Cell BendingStage::toolChoice(const sequence::Step& step) {
    const auto& tools = shopTools().tools;
    QStringList names{tr("whichever is best")};
    int now = 0;
    const auto pinned = wishes.tool.find(step.way.bend);
    for (size_t i = 0; i < tools.size(); ++i) {
        names << text(tools[i].name);
        if (pinned != wishes.tool.end() && pinned->second == tools[i].id) now = static_cast<int>(i) + 1;
    }
    return choice(tr("Tool of this step"), names, now, [this, bend = step.way.bend](int index) {
        sequence::Wishes wanted = wishes;
        wanted.tool.erase(bend);
        if (index > 0) wanted.tool[bend] = shopTools().tools[static_cast<size_t>(index) - 1].id;
        wishFor(wanted);
        return Cell::Answer();
    });
}

std::vector<Block> BendingStage::blocks() {
    if (planner->isBusy())
        return {blockOf(2, {press(
                               tr("stop"), tr("Stop looking for the order"),
                               [this] {
                                   planner->stop();
                                   heading->setText(tr("Stopped. Any edit begins anew."));
                                   beside->refresh();
                                   return Cell::Answer();
                               },
                               Cell::Look::Button)})};
    if (plan() && chosen < stepCount()) return stepBlocks(plan()->steps[static_cast<size_t>(chosen)]);
    return stuckBlocks();
}

Cell BendingStage::bestAgain() {
    return press(
        tr("best order again"), tr("Best order again"),
        [this] {
            wishFor({});
            return Cell::Answer();
        },
        Cell::Look::Button);
}

std::vector<Block> BendingStage::stepBlocks(const sequence::Step& step) {
    const part::Part& part = planner->latest()->part;
    const quantity::Reading reading = document.reading();
    const part::PartBend& bend = part.bends[static_cast<size_t>(step.way.bend)];
    Cell badge;
    badge.kind = Cell::Kind::Badge;
    badge.about = Element::bend(bend.id);
    badge.order = step.way.bend;
    Block doing =
        blockOf(2, {badge, words(tr("Step %1 of %2").arg(chosen + 1).arg(stepCount()), Cell::Look::Large)});
    doing.about = Element::bend(bend.id);
    doing.lines.push_back({wrapped(text(sequence::toDo(part, step, reading)), Cell::Look::Strong)});
    std::vector<Block> all{doing};
    const auto list = [&](const QString& title, const std::vector<std::string>& says) {
        if (says.empty()) return;
        Block block = blockOf(8, {words(title, Cell::Look::Heading)});
        for (const std::string& line : says)
            block.lines.push_back({wrapped(text(line))});
        all.push_back(std::move(block));
    };
    list(tr("Check"), sequence::toCheck(part, step, reading));
    list(tr("Mind"), sequence::toMind(part, step, reading));

    Block wish = blockOf(12, {words(tr("In another order or tool"), Cell::Look::Heading)});
    Line order;
    if (chosen > 0)
        order.push_back(press(
            tr("earlier"), tr("Do this step earlier"),
            [this] {
                moveEarlier(1);
                return Cell::Answer();
            },
            Cell::Look::Button));
    if (chosen + 1 < stepCount())
        order.push_back(press(
            tr("later"), tr("Do this step later"),
            [this] {
                moveEarlier(-1);
                return Cell::Answer();
            },
            Cell::Look::Button));
    if (!wishes.order.empty() || !wishes.tool.empty()) order.push_back(bestAgain());
    if (!order.empty()) wish.lines.push_back(order);
    wish.lines.push_back({words(tr("tool"), Cell::Look::Faint), toolChoice(step)});
    wish.lines.push_back({wrapped(tr("Cost %1: accuracy %2, effort %3, sight %4, change %5")
                                      .arg(step.cost.sum(), 0, 'f', 0)
                                      .arg(step.cost.accuracy, 0, 'f', 0)
                                      .arg(step.cost.effort, 0, 'f', 0)
                                      .arg(step.cost.sight, 0, 'f', 0)
                                      .arg(step.cost.change, 0, 'f', 0),
                                  Cell::Look::Faint)});
    all.push_back(std::move(wish));
    all.push_back(blockOf(12, {press(
                                  tr("job sheet…"), tr("Job sheet as PDF"),
                                  [this] {
                                      emit jobSheetWanted();
                                      return Cell::Answer();
                                  },
                                  Cell::Look::Button)}));
    return all;
}

QByteArray BendingStage::jobSheet() const {
    if (!plan()) return {};
    const bool letter = QLocale().measurementSystem() == QLocale::ImperialUSSystem;
    return draw::jobSheetPdf(document.job(), planner->latest()->part, *plan(), document.findings(),
                             letter ? QPageSize::Letter : QPageSize::A4, document.reading());
}

std::vector<Block> BendingStage::stuckBlocks() {
    std::vector<Block> all;
    if (!planner->latest()) return all;
    const part::Part& part = planner->latest()->part;
    for (const sequence::Stuck& stuck : planner->latest()->outcome.stuck) {
        Block block = blockOf(4, {wrapped(text(sequence::inWords(part, stuck, document.reading())))});
        block.about = Element::bend(part.bends[static_cast<size_t>(stuck.bend)].id);
        all.push_back(std::move(block));
    }
    Block ways = blockOf(8, {});
    for (const check::Remedy& remedy : planner->latest()->mends)
        ways.lines.push_back({press(
            text(remedy.says), text(remedy.says),
            [this, remedy] { return document.take(remedy, document.selected()); }, Cell::Look::Button)});
    if (ways.lines.size() > 1) all.push_back(std::move(ways));
    if (!wishes.order.empty() || !wishes.tool.empty()) all.push_back(blockOf(8, {bestAgain()}));
    return all;
}

} // namespace goodfold::app
