// The stages and the start page: made when they are first asked for, as most starts need few of them.
#include "app/base/odds_counter.h"
#include "app/bracket/ladder.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/notice.h"
#include "app/window/actions.h"
#include "app/window/exporter.h"
#include "app/window/guide.h"
#include "app/window/job_files.h"
#include "app/window/main_window.h"
#include "app/window/stage_table.h"
#include "app/window/start_page.h"

#include <QCoreApplication>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

Stage* MainWindow::stageAt(size_t row) {
    if (made[row]) return made[row];
    const StageContext context{doc,
                               *planner,
                               *odds,
                               *rack,
                               *work,
                               QList<QAction*>{acts->print, acts->printPreview} + acts->exportsOfBracket() +
                                   QList<QAction*>{acts->copyMarks},
                               [this](const char* key) { return acts->exportAction(key); },
                               [this](const QString& key) { showStage(key); }};
    made[row] = stageRows()[row].make(context, stages);
    made[row]->layout()->setEnabled(false); // it is laid out once, where it is shown
    stages->addWidget(made[row]);
    made[row]->layout()->setEnabled(true);
    if (QUndoStack* own = made[row]->undoStack())
        undoOrder.add(own, stageRows()[row].place
                               ? QCoreApplication::translate("Stages", stageRows()[row].place)
                               : QString());
    return made[row];
}

void MainWindow::showStage(const QString& key) {
    const auto rows = stageRows();
    const auto found = std::find_if(rows.begin(), rows.end(),
                                    [&](const StageRow& row) { return key == QLatin1String(row.key); });
    if (found == rows.end()) return;
    const auto index = static_cast<size_t>(found - rows.begin());
    Stage* stage = stageAt(index);
    if (showsStartPage()) leaveStartPage();
    stages->setCurrentWidget(stage);
    railButtons[index]->setChecked(true);
    giveTableRoom();
    stage->enter();
    Notice::clear(*this);
    refreshHint();
    if (guide) guide->look();
}

QString MainWindow::shownStage() const {
    const auto shown = std::find(made.begin(), made.end(), stages->currentWidget());
    return QString::fromLatin1(stageRows()[static_cast<size_t>(shown - made.begin())].key);
}

void MainWindow::showExample(const QString& which) {
    if (auto* stage = qobject_cast<Stage*>(stages->currentWidget())) stage->showExample(which);
}

bool MainWindow::isBusy() const {
    const auto* stage = qobject_cast<const Stage*>(stages->currentWidget());
    return isPlanning() || (stage && stage->isBusy());
}

bool MainWindow::isPlanning() const {
    return planner->isBusy() || planner->isAwaited() || odds->isBusy();
}

void MainWindow::showStartPage() {
    if (!start) {
        start = new StartPage(this);
        pages->addWidget(start);
        connect(start, &StartPage::openWanted, acts->open, &QAction::trigger);
        connect(start, &StartPage::chosen, this, [this](const job::Job& job) {
            if (jobFiles->isUntouched()) {
                doc.replace(job);
                picture()->fit();
                return leaveStartPage();
            }
            leaveStartPage();
            another(job)->show();
        });
        connect(start, &StartPage::guideWanted, this, [this](const job::Job& job) {
            if (jobFiles->isUntouched()) {
                doc.replace(job);
                return guideFirst();
            }
            MainWindow* window = another(job);
            window->show();
            window->guideFirst();
        });
    }
    pages->setCurrentWidget(start);
    start->askForNew(doc.job().units);
    refreshHint();
}

void MainWindow::guideFirst() {
    leaveStartPage();
    showStage(QStringLiteral("bracket"));
    if (!guide) {
        const Guide::Seen seen{
            [this] { return shownStage(); },
            [this](const QString& key) {
                for (size_t i = 0; i < stageRows().size(); ++i)
                    if (key == QLatin1String(stageRows()[i].key))
                        return acts->stages[static_cast<qsizetype>(i)]->shortcut().toString(
                            QKeySequence::NativeText);
                return QString();
            }};
        guide = new Guide(doc, seen, centralWidget());
        auto* layout = static_cast<QVBoxLayout*>(centralWidget()->layout());
        layout->insertWidget(layout->indexOf(notice), guide);
        connect(guide, &Guide::left, this, [this] {
            guide->deleteLater();
            guide = nullptr;
        });
    }
    guide->show();
    guide->begin();
    ladderView->entry()->setFocus();
}

bool MainWindow::showsStartPage() const {
    return start && pages->currentWidget() == start;
}

void MainWindow::leaveStartPage() {
    pages->setCurrentWidget(body);
    ladderView->entry()->setFocus();
    refreshHint();
}

} // namespace goodfold::app
