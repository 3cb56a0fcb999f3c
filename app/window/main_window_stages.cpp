// The stages and the start page: made when they are first asked for, as most starts need few of them.
#include "app/window/actions.h"
#include "app/bending/bending_stage.h"
#include "app/blank/blank_stage.h"
#include "app/bracket/ladder.h"
#include "app/window/main_window.h"
#include "app/bracket/picture_view.h"
#include "app/shop/shop_stage.h"
#include "app/window/start_page.h"

#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>

#include <array>

namespace goodfold::app {

void MainWindow::showStage(Stage stage) {
    if (stage == Stage::Blank && !blankStage) {
        blankStage = new BlankStage(doc,
                                    {acts->print, acts->printPreview, acts->templateA4, acts->templateLetter,
                                     acts->exportDxf, acts->exportSvg, acts->exportCsv, acts->copyMarks},
                                    this);
        stages->addWidget(blankStage);
    }
    if (stage == Stage::Bending && !bendingStage) {
        bendingStage = new BendingStage(doc, *planner, this);
        stages->addWidget(bendingStage);
        connect(bendingStage, &BendingStage::jobSheetWanted, this, [this] { exportAsked(Export::JobSheet); });
    }
    if (stage == Stage::Shop && !shopStage) {
        shopStage = new ShopStage(doc, this);
        stages->addWidget(shopStage);
        undoGroup.addStack(&shopStage->undoStack());
    }
    if (showsStartPage()) leaveStartPage();
    undoGroup.setActiveStack(stage == Stage::Shop ? &shopStage->undoStack() : &doc.undoStack());
    const std::array<std::pair<QWidget*, QPushButton*>, 4> shown{
        std::pair<QWidget*, QPushButton*>{stages->widget(0), bracketButton},
        {blankStage, blankButton},
        {bendingStage, bendingButton},
        {shopStage, shopButton}};
    const auto& [widget, button] = shown[static_cast<size_t>(stage)];
    stages->setCurrentWidget(widget);
    button->setChecked(true);
    giveTableRoom();
    if (stage == Stage::Bending || stage == Stage::Shop) widget->setFocus();
}

bool MainWindow::isPlanning() const {
    return planner->isAwaited();
}

void MainWindow::showStartPage() {
    if (!start) {
        start = new StartPage(this);
        pages->addWidget(start);
        connect(start, &StartPage::openWanted, this, &MainWindow::openAsked);
        connect(start, &StartPage::chosen, this, [this](const job::Job& job) {
            if (isUntouched()) {
                doc.replace(job);
                pictureView->fit();
                return leaveStartPage();
            }
            leaveStartPage();
            (new MainWindow(job))->show();
        });
    }
    pages->setCurrentWidget(start);
    start->setFocus();
}

void MainWindow::askForNew() {
    showStartPage();
    start->askForNew(doc.job().units);
}

bool MainWindow::showsStartPage() const {
    return start && pages->currentWidget() == start;
}

void MainWindow::leaveStartPage() {
    pages->setCurrentWidget(body);
    ladderView->entry()->setFocus();
}

} // namespace goodfold::app
