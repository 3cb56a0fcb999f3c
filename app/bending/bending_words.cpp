// What the ladder of steps says, and what can be settled there.
#include "app/base/batch_work.h"
#include "app/base/text.h"
#include "app/bending/bending_stage.h"
#include "app/bending/price_cells.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "cost/words.h"
#include "part/mirror.h"
#include "text/cautions.h"
#include "text/dies.h"
#include "text/reasons.h"
#include "text/step.h"
#include "text/tasks.h"

#include <QLabel>

#include <algorithm>

namespace goodfold::app {

namespace {

Block blockOf(int gapAbove, const Line& first) {
    Block block;
    block.gapAbove = gapAbove;
    block.lines.push_back(first);
    return block;
}

} // namespace

Block BendingStage::stopButton(const QString& says) {
    return blockOf(2, {press(
                          says, CellName{QStringLiteral("plan.stop"), tr("Stop looking for the order")},
                          [this] {
                              const bool stays = planner.isImproving();
                              planner.stop();
                              if (stays)
                                  takePlan();
                              else
                                  heading->setText(tr("Stopped. Any edit begins anew."));
                              ladder->refresh();
                              return Cell::Answer();
                          },
                          Cell::Look::Button)});
}

std::vector<Block> BendingStage::blocks() {
    const bool isLookingOn = planner.isImproving() && plan();
    if (planner.isBusy() && !isLookingOn) return {stopButton(tr("stop"))};
    stepOfBlock.clear();
    if (!plan() || chosen >= stepCount()) return stuckBlocks();
    std::vector<Block> all;
    const auto add = [&](Block block, int step) {
        all.push_back(std::move(block));
        stepOfBlock.push_back(step);
    };
    if (isLookingOn) add(stopButton(tr("this one will do")), -1);
    if (planner.latest()->opposite) add(handChoice(), -1);
    for (int i = 0; i < stepCount(); ++i)
        add(rung(i), i);
    Block of = blockOf(14, {words(tr("Step %1 of %2").arg(chosen + 1).arg(stepCount()), Cell::Look::Large)});
    add(std::move(of), -1);
    for (Block& block : stepBlocks(plan()->steps[static_cast<size_t>(chosen)]))
        add(std::move(block), -1);
    add(blockOf(14, {press(
                        tr("job sheet…"), CellName{QStringLiteral("plan.sheet"), tr("Job sheet as PDF")},
                        [this] {
                            sheet->trigger();
                            return Cell::Answer();
                        },
                        Cell::Look::Button)}),
        -1);
    return all;
}

/// A step in two lines: its bend, its tool, what is done.
Block BendingStage::rung(int index) {
    const sequence::Step& step = plan()->steps[static_cast<size_t>(index)];
    const part::PartBend& bend = shown()->part().bends[static_cast<size_t>(step.operation.bend)];
    const QString tool = text(step.operation.setup.tool->name);
    Cell badge;
    badge.kind = Cell::Kind::Badge;
    badge.about = Element::bend(bend.id);
    badge.order = bend.order;
    const bool isShown = index == chosen;
    Cell go = press(
        isShown ? QStringLiteral("▶ ") + tool : tool,
        CellName{QStringLiteral("step.go.%1").arg(index + 1),
                 tr("Step %1, bend %2 in the %3").arg(index + 1).arg(text(bend.id), tool)},
        [this, index] {
            choose(index);
            return Cell::Answer();
        },
        isShown ? Cell::Look::Strong : Cell::Look::Plain);
    go.tip = tr("Pull it to another place in the order");
    Block block = blockOf(index == 0 ? 2 : 8, {badge, go});
    block.about = Element::bend(bend.id);
    block.lines.push_back(
        {wrapped(text(text::inShort(shown()->part(), step, document.reading())), Cell::Look::Faint)});
    return block;
}

Cell BendingStage::toolChoice(const sequence::Step& step) {
    const std::string bend = shown()->part().bends[static_cast<size_t>(step.operation.bend)].id;
    const job::Bend* own = document.job().findBend(bend);
    std::vector<OptionOf<std::string>> tools{{QStringLiteral("best"), {}, tr("whichever is best")}};
    for (const tool::Tool& tool : shown()->shop->tools) {
        if (!tool.isThere) continue;
        QString name = text(tool.name); // two may have been given the same
        const auto namesakes = std::count_if(tools.begin(), tools.end(), [&](const auto& other) {
            return other.text == name || other.text.startsWith(name + QStringLiteral(" ("));
        });
        if (namesakes > 0) name += QStringLiteral(" (%1)").arg(namesakes + 1);
        tools.push_back({text(tool.id), tool.id, name});
    }
    const bool isThere = own && std::any_of(tools.begin(), tools.end(),
                                            [&](const auto& tool) { return tool.value == own->tool; });
    return choiceOf(CellName{QStringLiteral("step.tool"), tr("Tool of this step")}, tools,
                    isThere ? own->tool : std::string(), [this, bend](const std::string& id) {
                        return document.apply(tr("tool"), edit::withTool(document.job(), bend, id));
                    });
}

/// Which leg lies in the tool: where its line is set and where what the bend is out by goes to.
Cell BendingStage::heldChoice(const job::Bend& bend) {
    const std::vector<OptionOf<job::Holds>> legs{
        {QStringLiteral("best"), job::Holds::Either, tr("whichever leg is best")},
        {QStringLiteral("from"), job::Holds::From, tr("leg %1").arg(text(bend.from))},
        {QStringLiteral("to"), job::Holds::To, tr("leg %1").arg(text(bend.to))}};
    return choiceOf(CellName{QStringLiteral("step.held"), tr("Leg that this step holds")}, legs, bend.holds,
                    [this, id = bend.id](job::Holds holds) {
                        return document.change(tr("held leg"),
                                               [&](job::Job& job) { job.findBend(id)->holds = holds; });
                    });
}

/// The openings of the step's die, to be settled; those that will not do are told below.
void BendingStage::addDieChoice(Block& block, const sequence::Step& step) {
    const sequence::Operation& operation = step.operation;
    if (!operation.setup.tool->isDie()) return;
    const std::string bend = shown()->part().bends[static_cast<size_t>(operation.bend)].id;
    const job::Bend* own = document.job().findBend(bend);
    using Choice = std::optional<job::DieChoice>;
    std::vector<OptionOf<Choice>> openings{{QStringLiteral("best"), {}, tr("whichever is best")}};
    QStringList unfit; // narrower or wider than this stock is bent over
    Line refused;
    for (const tool::DieOption& option :
         tool::dieOptions(*operation.setup.tool, operation.work, document.material())) {
        const QString says = text(text::dieInWords(option, document.reading()));
        const job::DieChoice choice{option.setup.opening, option.setup.bottomed};
        if (option.refusal && option.refusal->kind == tool::Refusal::Kind::Opening)
            unfit << text(quantity::printMm(choice.opening, document.reading()));
        else if (option.refusal)
            refused.push_back(wrapped(says, Cell::Look::Faint));
        else
            openings.push_back(
                {QStringLiteral("%1%2").arg(choice.opening).arg(choice.bottomed ? "-home" : ""), choice,
                 says});
    }
    block.lines.push_back({words(tr("opening"), Cell::Look::Faint),
                           choiceOf(CellName{QStringLiteral("step.die"), tr("Opening of this step's die")},
                                    openings, own ? own->die : Choice(),
                                    [this, bend, tool = operation.setup.tool->id](const Choice& choice) {
                                        return document.apply(
                                            tr("opening"), edit::withDie(document.job(), bend, tool, choice));
                                    })});
    unfit.removeDuplicates();
    if (!unfit.isEmpty())
        block.lines.push_back(
            {wrapped(tr("Not over %1: 5 to 16 thicknesses are.").arg(unfit.join(QStringLiteral(", "))),
                     Cell::Look::Faint)});
    for (const Cell& cell : refused)
        block.lines.push_back({cell});
}

Cell BendingStage::bestAgain() {
    return press(
        tr("best order again"), CellName{QStringLiteral("plan.best"), tr("Best order again")},
        [this] { return document.change(tr("free order of bending"), edit::freeBending); },
        Cell::Look::Button);
}

/// Each hand of a pair has its own lines and its own way round in the tools.
Block BendingStage::handChoice() {
    const auto hand = [&](bool opposite) { return text(part::handInWords(document.job().hand, opposite)); };
    return blockOf(2, {words(tr("Shown is the"), Cell::Look::Faint),
                       choiceOf(CellName{QStringLiteral("bending.hand"), tr("Hand shown")},
                                std::vector<OptionOf<bool>>{{QStringLiteral("own"), false, hand(false)},
                                                            {QStringLiteral("opposite"), true, hand(true)}},
                                showsTwin, [this](bool twin) {
                                    showsTwin = twin;
                                    takePlan();
                                    return Cell::Answer();
                                })});
}

/// What is done before the first step, or once a step is done.
Block BendingStage::taskBlock(size_t afterStep) const {
    Block block =
        blockOf(8, {words(afterStep == 0 ? tr("Before the first bend") : tr("Then"), Cell::Look::Heading)});
    for (const text::Task& task :
         text::tasksOf(shown()->settled.job, shown()->part(), *plan(), document.reading()))
        if (task.afterStep == afterStep) {
            block.lines.push_back({wrapped(text(task.says))});
            block.lines.push_back({wrapped(text(task.why), Cell::Look::Faint)});
        }
    return block;
}

/// What the whole batch takes.
Block BendingStage::timeBlock() {
    const job::Job& job = document.job();
    const cost::WorkBook book = work.book();
    const auto items =
        cost::itemsOf(shown()->settled, book, document.reading(), static_cast<int>(job.ties.size()));
    Block block = blockOf(12, {words(tr("Time"), Cell::Look::Heading)});
    for (const std::string& says :
         cost::inWords(items, job.quantity * (job.oppositeHand ? 2 : 1), shown()->settled, book))
        block.lines.push_back({wrapped(text(says))});
    for (Line& line : priceLines(
             document, [this] { ladder->refresh(); },
             [this](const QString& says) { Notice::say(*this, says); }))
        block.lines.push_back(std::move(line));
    return block;
}

std::vector<Block> BendingStage::stepBlocks(const sequence::Step& step) {
    const part::Part& part = shown()->part();
    const quantity::Reading reading = document.reading();
    std::vector<Block> all;
    const auto addTasks = [&](size_t afterStep) {
        Block tasks = taskBlock(afterStep);
        if (tasks.lines.size() > 1) all.push_back(std::move(tasks));
    };
    const auto list = [&](const QString& title, const std::vector<std::string>& says) {
        if (says.empty()) return;
        Block block = blockOf(8, {words(title, Cell::Look::Heading)});
        for (const std::string& line : says)
            block.lines.push_back({wrapped(text(line))});
        all.push_back(std::move(block));
    };
    list(tr("Set"), text::settings(part, step, reading));
    list(tr("Check"), text::inspections(part, step, reading));
    list(tr("Take care"), text::cautions(part, step, document.material(), reading));
    if (chosen == 0) addTasks(0);
    addTasks(static_cast<size_t>(chosen) + 1);

    Block wish = blockOf(12, {words(tr("In another order or tool"), Cell::Look::Heading)});
    Line order;
    if (chosen > 0)
        order.push_back(press(
            tr("earlier"), CellName{QStringLiteral("step.earlier"), tr("Do this step earlier")},
            [this] { return moveStep(chosen, chosen - 1); }, Cell::Look::Button));
    if (chosen + 1 < stepCount())
        order.push_back(press(
            tr("later"), CellName{QStringLiteral("step.later"), tr("Do this step later")},
            [this] { return moveStep(chosen, chosen + 1); }, Cell::Look::Button));
    if (!shown()->wishes.isFree()) order.push_back(bestAgain());
    if (!order.empty()) wish.lines.push_back(order);
    wish.lines.push_back({words(tr("tool"), Cell::Look::Faint), toolChoice(step)});
    const std::string& bend = shown()->part().bends[static_cast<size_t>(step.operation.bend)].id;
    if (const job::Bend* own = document.job().findBend(bend); own && !step.operation.setup.tool->isDie())
        wish.lines.push_back({words(tr("held"), Cell::Look::Faint), heldChoice(*own)});
    addDieChoice(wish, step);
    all.push_back(std::move(wish));
    all.push_back(timeBlock());
    return all;
}

std::vector<Block> BendingStage::reasonBlocks(size_t which) {
    const part::Part& part = shown()->part();
    const sequence::Stuck& stuck = shown()->outcome().stuck[which];
    Block head =
        blockOf(which == 0 ? 2 : 12, {wrapped(text(text::notMadeInWords(part, stuck)), Cell::Look::Strong)});
    head.about = Element::bend(part.bends[static_cast<size_t>(stuck.bend)].id);
    std::vector<Block> all{head};
    for (size_t i = 0; i < stuck.reasons.size(); ++i) {
        const sequence::Stuck::Reason& reason = stuck.reasons[i];
        const QString name = text(reason.operation.setup.tool->name);
        const bool isShown = lookedAt == std::pair(which, i);
        Block block =
            blockOf(6, {press(
                           name,
                           CellName{QStringLiteral("stuck.%1.%2")
                                        .arg(text(head.about.id), text(reason.operation.setup.tool->id)),
                                    tr("Show bend %1 in the %2").arg(text(head.about.id), name)},
                           [this, which, i] {
                               showReason(which, i);
                               ladder->refresh();
                               return Cell::Answer();
                           },
                           isShown ? Cell::Look::Strong : Cell::Look::Link)});
        block.lines.push_back({wrapped(text(sentence(
            text::inWords(reason.obstacle, *reason.operation.setup.tool->kind, document.reading()))))});
        all.push_back(std::move(block));
    }
    for (const tool::Refusal& refusal : stuck.refusals)
        all.push_back(blockOf(6, {wrapped(text(sentence(text::inWords(refusal, document.reading()))))}));
    return all;
}

std::vector<Block> BendingStage::stuckBlocks() {
    std::vector<Block> all;
    if (!shown()) return all;
    for (size_t i = 0; i < shown()->outcome().stuck.size(); ++i)
        for (Block& block : reasonBlocks(i))
            all.push_back(std::move(block));
    Block remedies;
    remedies.gapAbove = 8;
    for (const check::Remedy& remedy : shown()->mends)
        remedies.lines.push_back({press(
            text(remedy.says),
            CellName{QStringLiteral("plan.mend.%1").arg(remedies.lines.size() + 1), text(remedy.says)},
            [this, remedy] { return document.take(remedy, document.selected()); }, Cell::Look::Button)});
    if (!remedies.lines.empty()) all.push_back(std::move(remedies));
    Block tools;
    tools.gapAbove = 8;
    for (const std::string& says : shown()->otherTools)
        tools.lines.push_back({wrapped(text(says))});
    all.push_back(std::move(tools));
    if (!shown()->wishes.isFree()) all.push_back(blockOf(8, {bestAgain()}));
    return all;
}

} // namespace goodfold::app
