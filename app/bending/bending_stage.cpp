#include "app/bending/bending_stage.h"

#include "app/base/batch_work.h"
#include "app/base/text.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "part/mirror.h"
#include "text/reasons.h"
#include "text/step.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPushButton>
#include <QScrollArea>
#include <QSlider>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::app {

namespace {

constexpr int kPerDegree = 10; // slider steps

} // namespace

BendingStage::BendingStage(Document& document, Planner& planner, BatchWork& work, QAction* sheet,
                           QWidget* parent)
    : Stage(parent), document(document), planner(planner), work(work), sheet(sheet) {
    setAccessibleName(tr("Steps of bending"));
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeLadder(), 0, 0, 2, 1);
    layout->addWidget(makePicture(), 0, 1);
    layout->addWidget(makeRibbon(), 1, 1);
    layout->setRowStretch(0, 1);
    layout->setColumnStretch(1, 1);
    setFocusProxy(large);

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
        ladder->refresh();
    });
    connect(&planner, &Planner::progressed, this, [this](int placed) {
        heading->setText(tr("Looking for the order: %1 of %2 bends placed")
                             .arg(placed)
                             .arg(this->document.part().bends.size()));
    });
    connect(&planner, &Planner::done, this, &BendingStage::takePlan);
    connect(&work, &BatchWork::changed, this, [this] { ladder->refresh(); });
    if (planner.latest()) takePlan();
}

QWidget* BendingStage::makeLadder() {
    auto* column = new QWidget(this);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    column->setFixedWidth(columnPx(318));
    heading = new QLabel(column);
    heading->setProperty("role", "heading");
    heading->setWordWrap(true);
    ladder = new CellPanel(
        document, tr("Steps"), [this](Document&) { return blocks(); }, column);
    ladder->installEventFilter(this); // its rungs can be pulled to another place
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(10, 10, 6, 8);
    layout->addWidget(heading);
    layout->addWidget(scrolling(ladder), 1);
    return column;
}

QWidget* BendingStage::makePicture() {
    auto* pane = new QWidget(this);
    large = new StepView(pane);
    large->setAccessibleName(tr("The step in its tool"));
    slider = new QSlider(Qt::Horizontal, pane);
    slider->setAccessibleName(tr("How far the bend has turned"));
    slider->setMaximumWidth(px(420));
    angle = new QLabel(pane);
    angle->setProperty("role", "heading");
    angle->setMinimumWidth(px(64));
    connect(slider, &QSlider::valueChanged, this, [this](int value) {
        const double degrees = static_cast<double>(value) / kPerDegree;
        angle->setText(tr("%1°").arg(QString::number(degrees, 'f', 0)));
        large->setTurned(degrees);
    });
    auto* plays = new QPushButton(tr("play"), pane);
    plays->setToolTip(tr("Plays the bend (space)"));
    connect(plays, &QPushButton::clicked, this, &BendingStage::play);
    auto* swing = new QHBoxLayout;
    swing->addWidget(plays);
    swing->addWidget(slider, 1);
    swing->addWidget(angle);
    swing->addStretch();
    stepName = new QLabel(pane);
    stepName->setProperty("role", "heading");
    instruction = new QLabel(pane);
    instruction->setProperty("role", "instruction");
    instruction->setWordWrap(true);
    instruction->setTextInteractionFlags(Qt::TextSelectableByMouse);
    readAs(*instruction, QAccessible::StaticText);
    auto* layout = new QVBoxLayout(pane);
    layout->setContentsMargins(18, 8, 16, 8);
    layout->setSpacing(6);
    layout->addWidget(large, 1);
    layout->addLayout(swing);
    layout->addWidget(stepName);
    layout->addWidget(instruction);
    return pane;
}

QWidget* BendingStage::makeRibbon() {
    auto* foot = new QWidget(this);
    foot->setObjectName(QStringLiteral("ribbon"));
    foot->setAttribute(Qt::WA_StyledBackground);
    ribbon = new RibbonView(document, 13, foot);
    ribbon->setAccessibleName(tr("Blank with the line of this step lit"));
    auto* layout = new QVBoxLayout(foot);
    layout->setContentsMargins(18, 6, 18, 6);
    layout->addWidget(ribbon);
    return foot;
}

/// Sheet is seen in two directions, and takes more room for it. With larger text it grows less than that: the
/// picture keeps its room.
void BendingStage::sizeRibbon() {
    constexpr double kGrows = 0.3, kBar = 136, kSheet = 176;
    const bool isSheet = document.job().stock.form == job::StockForm::Sheet;
    ribbon->parentWidget()->setFixedHeight(
        qRound((isSheet ? kSheet : kBar) * (1 + (textScale() - 1) * kGrows)));
}

void BendingStage::showEvent(QShowEvent*) {
    sizeRibbon();
    planner.hurry();
}

QString BendingStage::hint() const {
    return tr("Page down goes to the next step, page up back; space plays the bend.");
}

std::optional<QString> BendingStage::takeOut() {
    return tr("A bend is taken out on the Bracket stage, where one sees what hangs on it.");
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
    return stepName->text() + QLatin1Char('\n') + instruction->text() + QLatin1Char('\n') + ladder->text();
}

void BendingStage::takePlan() {
    chosen = std::clamp(chosen, 0, std::max(0, stepCount() - 1));
    if (!shown()->failed.empty()) {
        heading->setText(text(shown()->failed));
    } else if (plan()) {
        std::set<std::string> tools;
        for (const sequence::Step& step : plan()->steps)
            tools.insert(step.operation.setup.tool->id);
        constexpr double kAsGood = 0.5; // of the plan's cost, a tenth of a millimetre each
        QString says = tools.size() == 1 ? tr("Best order, all in one tool")
                                         : tr("Best order, in %1 tools").arg(tools.size());
        if (!shown()->wishes.isFree())
            says = plan()->cost > shown()->freeCost.value_or(plan()->cost) + kAsGood
                       ? tr("Best order with what you settled; left free it would be easier or truer")
                       : tr("Best order with what you settled, as good as any");
        if (!plan()->isBest)
            says = tr("A good order; the best is at most %1 % easier or truer%2")
                       .arg(std::ceil(100 * (1 - plan()->bound / plan()->cost)))
                       .arg(planner.isImproving() ? tr(": still looking") : QString());
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
    sizeRibbon();
    ribbon->showOppositeHand(showsTwin);
    showStep();
}

int BendingStage::stepAt(const QPoint& inLadder) const {
    const int block = ladder->blockUnder(inLadder);
    return block < 0 || block >= static_cast<int>(stepOfBlock.size())
               ? -1
               : stepOfBlock[static_cast<size_t>(block)];
}

/// A rung that is pulled over another goes to its place.
bool BendingStage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != ladder) return Stage::eventFilter(watched, event);
    const auto at = [event] { return static_cast<const QMouseEvent*>(event)->position().toPoint(); };
    if (event->type() == QEvent::MouseButtonPress) {
        pulled = stepAt(at());
    } else if (event->type() == QEvent::MouseMove && pulled >= 0) {
        const bool isHeld = static_cast<const QMouseEvent*>(event)->buttons() & Qt::LeftButton;
        const int over = stepAt(at());
        if (isHeld && over >= 0 && over != pulled) {
            ladder->setCursor(Qt::ClosedHandCursor);
            return true;
        }
    } else if (event->type() == QEvent::MouseButtonRelease && pulled >= 0) {
        const int from = std::exchange(pulled, -1), to = stepAt(at());
        ladder->unsetCursor();
        if (to >= 0 && to != from && from < stepCount() && to < stepCount()) {
            if (const auto wrong = moveStep(from, to)) Notice::say(*this, text(wrong->says));
            return true;
        }
    }
    return Stage::eventFilter(watched, event);
}

void BendingStage::choose(int step) {
    if (step < 0 || step >= stepCount()) return;
    const int before = std::exchange(chosen, step);
    showStep();
    if (step == before + 1 && isVisible()) showTurning();
    selectStep();
}

/// From a step to the next in the same tool the standpoint stays: what is turned is seen to be.
void BendingStage::showTurning() {
    const auto& steps = plan()->steps;
    const sequence::Operation &from = steps[static_cast<size_t>(chosen) - 1].operation,
                              &to = steps[static_cast<size_t>(chosen)].operation;
    const sequence::Changes changes = sequence::changesBetween(shown()->part(), from, to);
    if (!changes.tool && (changes.turnedOver || changes.endForEnd)) large->carryFrom(from);
}

/// Since the step before, where that was in the same tool.
QString BendingStage::turned() const {
    if (chosen == 0) return {};
    const auto& steps = plan()->steps;
    const sequence::Changes changes =
        sequence::changesBetween(shown()->part(), steps[static_cast<size_t>(chosen) - 1].operation,
                                 steps[static_cast<size_t>(chosen)].operation);
    if (changes.tool) return {};
    return changes.turnedOver && changes.endForEnd ? tr(": turn it over, and end for end")
           : changes.turnedOver                    ? tr(": turn it over")
           : changes.endForEnd                     ? tr(": turn it end for end")
                                                   : QString();
}

void BendingStage::selectStep() {
    const sequence::Step& step = plan()->steps[static_cast<size_t>(chosen)];
    document.select(Element::bend(shown()->part().bends[static_cast<size_t>(step.operation.bend)].id));
}

void BendingStage::showStep() {
    playing.stop();
    const auto latest = shown();
    if (plan() && chosen < stepCount()) {
        const sequence::Step& step = plan()->steps[static_cast<size_t>(chosen)];
        const part::PartBend& bend = latest->part().bends[static_cast<size_t>(step.operation.bend)];
        const QSignalBlocker quiet(slider);
        slider->setRange(0, static_cast<int>(std::lround(step.operation.setup.loadedAngleDeg * kPerDegree)));
        slider->setValue(0);
        large->show(latest, step.operation, step.before, 0, document.reading());
        stepName->setText(tr("Step %1 of %2, bend %3, %4")
                              .arg(chosen + 1)
                              .arg(stepCount())
                              .arg(text(bend.id), text(step.operation.setup.tool->name)) +
                          turned());
        instruction->setText(text(text::instruction(latest->part(), step, document.reading())));
        large->setAccessibleDescription(instruction->text());
        std::vector<int> made;
        for (size_t i = 0; i < latest->part().bends.size(); ++i)
            if (step.before >> i & 1) made.push_back(static_cast<int>(i));
        ribbon->showWork(step.operation.bend, made);
    } else {
        stepName->clear();
        instruction->clear();
        ribbon->showWork({}, {});
        showStuck();
    }
    slider->setEnabled(!large->isEmpty());
    angle->setText(tr("%1°").arg(slider->value() / kPerDegree));
    ladder->refresh();
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
    large->show(latest, operation, bend.made, obstacle.atDeg, document.reading(), obstacle);
    instruction->setText(text(text::notMadeInWords(latest->part(), bend)));
    large->setAccessibleDescription(instruction->text());
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
