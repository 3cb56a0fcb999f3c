// What is said along the foot of the window, and what is taken out by a key: both go by what has the
// keyboard.
#include "app/bracket/ladder.h"
#include "app/bracket/picture_view.h"
#include "app/help/calculation.h"
#include "app/help/handbook.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/window/actions.h"
#include "app/window/help_list.h"
#include "app/window/main_window.h"
#include "app/window/revisions.h"
#include "app/window/stage_table.h"
#include "common/phrase.h"
#include "edit/entry.h"
#include "edit/outcome.h"

#include <QApplication>
#include <QStackedWidget>

namespace goodfold::app {

void MainWindow::say(const QString& sentence) {
    Notice::say(*this, sentence);
    inHand = doc.selected();
}

/// What was said goes with the next edit, and when something else is taken in hand.
void MainWindow::connectNotice() {
    connect(&doc, &Document::changed, notice, [this] { Notice::clear(*this); });
    connect(&doc, &Document::selectionChanged, notice, [this] {
        if (doc.selected() != std::exchange(inHand, doc.selected())) Notice::clear(*this);
        refreshHint();
    });
    connect(&doc, &Document::changed, this, &MainWindow::refreshHint);
    connect(qApp, &QApplication::focusChanged, this, &MainWindow::refreshHint);
    connect(ladderView->entry(), &EntryLine::foretold, this, &MainWindow::refreshHint);
    connect(&undoOrder, &UndoOrder::said, this, &MainWindow::say);
    refreshHint();
}

/// At the line: what can be typed, or what would come of what is; else what the stage is for.
void MainWindow::refreshHint() {
    if (showsStartPage())
        return notice->setHint(
            tr("Type what it is made from, as %1, and press Enter; or press one of the pictures.")
                .arg(doc.job().units == quantity::Unit::Inch ? tr("1 x 1/8") : tr("25 x 3")));
    const EntryLine* entry = ladderView->entry();
    const bool isTyping = entry->hasFocus() && entry->isVisible();
    if (isTyping && !entry->outcome().isEmpty()) return notice->setHint(entry->outcome(), true);
    const QString ofStage = static_cast<const Stage*>(stages->currentWidget())->hint();
    notice->setHint(ofStage.isEmpty() || isTyping
                        ? QString::fromStdString(edit::whatToType(doc.job(), doc.selected()))
                        : ofStage);
}

bool MainWindow::isAtLadder() const {
    const QWidget* focus = QApplication::focusWidget();
    return focus && ladderColumn->isAncestorOf(focus);
}

void MainWindow::removeInHand() {
    if (!isAtLadder())
        if (const auto says = static_cast<Stage*>(stages->currentWidget())->takeOut()) return say(*says);
    const job::Job before = doc.job();
    const auto selected = doc.allSelected();
    std::vector<std::string> names;
    names.reserve(selected.size());
    for (const Element& element : selected)
        names.push_back(nameOf(element));
    if (const auto wrong = doc.apply(tr("removal of %1").arg(QString::fromStdString(listed(names))),
                                     edit::without(doc.job(), selected)))
        return say(QString::fromStdString(wrong->says));
    const auto outcome = edit::outcomeOf(before, doc.job(), doc.reading());
    say(tr("Taken out: %1. %2 brings it back.")
            .arg(QString::fromStdString(listed(outcome.takenOut)),
                 acts->undo->shortcut().toString(QKeySequence::NativeText)));
}

/// At that page, else at the stage's own.
void MainWindow::showHandbook(const QString& page) {
    if (!handbook) handbook = new Handbook(this);
    size_t row = kBracketRow;
    for (size_t i = 0; i < made.size(); ++i)
        if (made[i] && made[i] == stages->currentWidget()) row = i;
    handbook->open(page.isEmpty() ? QString::fromLatin1(stageRows()[row].page) : page);
    handbook->show();
    handbook->raise();
    handbook->activateWindow();
}

void MainWindow::showCalculation() {
    if (!calculation) {
        calculation = new Calculation(doc, *planner, *odds, this);
        connect(calculation, &Calculation::handbookWanted, this,
                [this] { showHandbook(QStringLiteral("docs/formulas.md")); });
    }
    calculation->show();
    calculation->raise();
    calculation->activateWindow();
}

void MainWindow::showRevisions() {
    if (!revisions) {
        revisions = new Revisions(doc, this);
        connect(revisions, &Revisions::shown, this,
                [this](const std::optional<job::Job>& earlier) { picture()->showOver(earlier); });
    }
    if (shownStage() != QLatin1String("bracket")) showStage(QStringLiteral("bracket"));
    revisions->show();
    revisions->raise();
    revisions->activateWindow();
}

/// Pressed again where that stands there, the whole handbook.
void MainWindow::tellWhatCanBeDone() {
    const auto tell = [this](const QString& sentence) {
        notice->message() == sentence ? showHandbook() : say(sentence);
    };
    const QWidget* here = focusWidget();
    if (auto* sheet = qobject_cast<const CellPanel*>(here); sheet && sheet->current() >= 0) {
        const Cell& cell = sheet->cellAt(sheet->places()[static_cast<size_t>(sheet->current())]);
        const QString how = cell.kind == Cell::Kind::Value ? tr("type over it, or press Enter to change it")
                            : cell.kind == Cell::Kind::Choice ? tr("press Enter for what it can be")
                                                              : tr("press Enter to do it");
        return tell(tr("%1: %2. Arrows and Tab go on. %3").arg(cell.name, how, cell.tip));
    }
    if (here && here != ladderView->entry() && !here->accessibleDescription().isEmpty()) {
        const QString says = here->accessibleDescription();
        return tell(here->accessibleName() + QStringLiteral(": ") + says.left(1).toLower() + says.mid(1));
    }
    showHelpList();
}

void MainWindow::showHelpList() {
    if (!helpList) {
        helpList = new HelpList(this);
        connect(helpList, &HelpList::handbookWanted, this, [this] {
            helpList->close();
            showHandbook();
        });
        connect(helpList, &HelpList::taken, this, [this](const QString& example) {
            showStage(QStringLiteral("bracket"));
            ladderView->entry()->setFocus(Qt::OtherFocusReason);
            ladderView->entry()->setText(example);
            ladderView->entry()->selectAll();
        });
    }
    helpList->fill(doc.job().units, QWidget::actions());
    helpList->show();
    helpList->activateWindow();
}

} // namespace goodfold::app
