#include "app/window/main_window.h"

#include "app/window/actions.h"
#include "app/bending/bending_stage.h"
#include "app/blank/blank_stage.h"
#include "app/bracket/panels.h"
#include "app/widgets/cell_panel.h"
#include "app/window/choices.h"
#include "app/widgets/findings_view.h"
#include "app/window/headline.h"
#include "app/bracket/ladder.h"
#include "app/bracket/picture_view.h"
#include "app/base/recovery.h"
#include "app/bracket/ribbon_view.h"
#include "app/shop/shop_stage.h"
#include "app/window/start_page.h"
#include "app/widgets/theme.h"
#include "part/mirror.h"

#include <QApplication>
#include <QButtonGroup>
#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSlider>
#include <QStackedWidget>
#include <QToolButton>

namespace goodfold::app {

namespace {

QLabel* heading(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("role", "heading");
    return label;
}

QLabel* faint(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("role", "faint");
    return label;
}

} // namespace

MainWindow::MainWindow(job::Job job)
    : doc(std::move(job)), acts(std::make_unique<Actions>(this, undoGroup)),
      recovery(new Recovery(doc, this)), planner(new Planner(doc, this)) {
    undoGroup.addStack(&doc.undoStack());
    undoGroup.setActiveStack(&doc.undoStack());
    setAttribute(Qt::WA_DeleteOnClose);
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    resize(1280, 800);
    setWindowIcon(QIcon(QStringLiteral(":/icons/good-fold.svg")));
    doc.setReadings(chosenReading(quantity::Unit::Millimetre), chosenReading(quantity::Unit::Inch));

    headline = new Headline(doc, makeMenuButton(), acts->undo, acts->redo, this);
    auto* bracketStage = new QWidget(this);
    auto* bracketLayout = new QGridLayout(bracketStage);
    bracketLayout->setContentsMargins(0, 0, 0, 0);
    bracketLayout->setSpacing(0);
    findings = new FindingsView(doc, this);
    findings->setObjectName(QStringLiteral("findings"));
    findings->setAttribute(Qt::WA_StyledBackground);
    bracketLayout->addWidget(makePicturePane(), 0, 0);
    bracketLayout->addWidget(findings, 0, 1);
    bracketLayout->addWidget(makeRibbon(), 1, 0, 1, 2);
    bracketLayout->setRowStretch(0, 1);
    stages = new QStackedWidget(this);
    stages->addWidget(bracketStage);

    body = new QWidget(this);
    auto* bodyLayout = new QHBoxLayout(body);
    bodyLayout->setContentsMargins(0, 0, 0, 0);
    bodyLayout->setSpacing(0);
    bodyLayout->addWidget(makeRail());
    bodyLayout->addWidget(makeLadderColumn());
    bodyLayout->addWidget(stages, 1);
    pages = new QStackedWidget(this);
    pages->addWidget(body);
    auto* central = new QWidget(this);
    auto* layout = new QVBoxLayout(central);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(headline);
    layout->addWidget(pages, 1);
    setCentralWidget(central);
    sizePanels();

    connect(headline, &Headline::stockWanted, this, &MainWindow::toggleStock);
    connect(headline, &Headline::blankWanted, this, [this] { showStage(Stage::Blank); });
    connect(headline, &Headline::findingsWanted, this, [this] {
        showStage(Stage::Bracket);
        findings->enter();
    });
    connectFileActions();
    connectOutActions();
    connectViewActions();
    connect(&doc, &Document::changed, this, &MainWindow::refreshTitle);
    connect(&doc, &Document::secondPartMade, this,
            [](const job::Job& second) { (new MainWindow(second))->show(); });
    connect(&doc, &Document::selectionChanged, this, &MainWindow::refreshTitle);
    connect(&doc.undoStack(), &QUndoStack::cleanChanged, this, &MainWindow::refreshTitle);
    refreshTitle();
    ladderView->entry()->setFocus();
}

MainWindow::~MainWindow() {
    // The views look at the document to the last, so they go first; its undo stack tells of its own end.
    doc.undoStack().disconnect(this);
    undoGroup.setActiveStack(nullptr);
    delete takeCentralWidget();
}

/// Columns grow with the text, but less than it: the picture keeps its room.
void MainWindow::sizePanels() {
    const double grown = 1 + (textScale() - 1) * 0.6;
    headline->setFixedHeight(px(58));
    rail->setFixedWidth(qRound(92 * grown));
    ladderColumn->setFixedWidth(qRound(312 * grown));
    findings->setFixedWidth(qRound(282 * grown));
    ribbon->setFixedHeight(qRound(216 * (1 + (textScale() - 1) * 0.3)));
}

/// With large text the blank's table needs the ladder's room, in a small window the step in its tool. The
/// shop is of no one job.
void MainWindow::giveTableRoom() {
    constexpr double kLarge = 1.2;
    constexpr int kNarrow = 1150;
    const QWidget* shown = stages->currentWidget();
    const bool isShop = shopStage && shown == shopStage, isBending = bendingStage && shown == bendingStage;
    const bool hasRoom = stages->currentIndex() == 0 || textScale() < kLarge;
    ladderColumn->setVisible(hasRoom && !isShop && !(isBending && width() < kNarrow));
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    giveTableRoom();
}

/// After the user has chosen how things are read and look.
void MainWindow::takeChoices() {
    sizePanels();
    giveTableRoom();
    acts->renewIcons();
    doc.setReadings(chosenReading(quantity::Unit::Millimetre), chosenReading(quantity::Unit::Inch));
    for (QWidget* widget : findChildren<QWidget*>())
        widget->update();
}

QWidget* MainWindow::makeRail() {
    rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(rail);
    layout->setContentsMargins(0, 16, 0, 0);
    layout->setSpacing(2);
    auto* group = new QButtonGroup(this);
    const auto button = [&](const QString& text, QAction* action) {
        auto* made = new QPushButton(text, rail);
        made->setCheckable(true);
        made->setFocusPolicy(Qt::StrongFocus);
        made->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        made->setToolTip(tr("%1 (%2)").arg(text, action->shortcut().toString(QKeySequence::NativeText)));
        connect(made, &QPushButton::clicked, action, &QAction::trigger);
        group->addButton(made);
        layout->addWidget(made);
        return made;
    };
    bracketButton = button(tr("Bracket"), acts->bracket);
    blankButton = button(tr("Blank"), acts->blank);
    bendingButton = button(tr("Bending"), acts->bending);
    bracketButton->setChecked(true);
    layout->addSpacing(px(22));
    shopButton = button(tr("Shop"), acts->shop);
    layout->addStretch();
    return rail;
}

QWidget* MainWindow::makeLadderColumn() {
    auto* column = ladderColumn = new QWidget(this);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    ladderView = new Ladder(doc, column);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(0, 0, 1, 0);
    layout->setSpacing(0);
    layout->addWidget(ladderView, 1);
    auto* allowance = new CellPanel(doc, tr("Allowance"), allowanceBlocks, column);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(6, 2, 4, 8);
    foot->addWidget(allowance);
    layout->addLayout(foot);
    return column;
}

QWidget* MainWindow::makePicturePane() {
    auto* pane = new QWidget(this);
    pictureView = new PictureView(doc, pane);
    auto* slider = new QSlider(Qt::Horizontal, pane);
    slider->setRange(0, 1000);
    slider->setValue(1000);
    slider->setPageStep(100);
    slider->setSingleStep(20);
    slider->setMinimumSize(70, 22);
    slider->setMaximumWidth(190);
    slider->setAccessibleName(tr("From flat to formed"));
    connect(slider, &QSlider::valueChanged, pictureView,
            [this](int value) { pictureView->setFormedness(value / 1000.0); });
    connect(pictureView, &PictureView::formednessChanged, slider,
            [slider](double share) { slider->setValue(qRound(share * 1000)); });

    auto* top = new QHBoxLayout;
    auto* state = heading(tr("Formed"), pane);
    connect(pictureView, &PictureView::formednessChanged, state, [state](double share) {
        state->setText(share == 1 ? tr("Formed") : share == 0 ? tr("Flat") : tr("On the way to formed"));
    });
    top->addWidget(state);
    top->addStretch();
    auto* foot = new QHBoxLayout;
    foot->setSpacing(10);
    foot->addWidget(faint(tr("flat"), pane));
    foot->addWidget(slider, 1);
    foot->addWidget(faint(tr("formed"), pane));
    auto* sides = faint(tr("the light side is the face"), pane);
    sides->setWordWrap(true); // in a narrow picture
    sides->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    foot->addWidget(sides, 1);
    auto* layout = new QVBoxLayout(pane);
    layout->setContentsMargins(18, 10, 16, 10);
    layout->setSpacing(4);
    layout->addLayout(top);
    layout->addWidget(pictureView, 1);
    layout->addLayout(foot);
    return pane;
}

QWidget* MainWindow::makeRibbon() {
    ribbon = new QWidget(this);
    ribbon->setObjectName(QStringLiteral("ribbon"));
    ribbon->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(ribbon);
    layout->setContentsMargins(18, 10, 18, 8);
    auto* says = heading({}, ribbon);
    const auto refresh = [this, says] {
        says->setText(doc.job().datum == job::Edge::End ? tr("Blank, marks from the right end, face up")
                                                         : tr("Blank, marks from the left end, face up"));
    };
    connect(&doc, &Document::changed, says, refresh);
    refresh();
    layout->addWidget(says);
    layout->addWidget(new RibbonView(doc, 15, ribbon), 1);
    return ribbon;
}

QToolButton* MainWindow::makeMenuButton() {
    auto* button = new QToolButton(this);
    button->setIcon(icon(QStringLiteral("menu")));
    button->setIconSize({20, 20});
    button->setAccessibleName(tr("Menu"));
    button->setToolTip(tr("Menu (F10)"));
    button->setShortcut(QKeySequence(Qt::Key_F10));
    button->setFocusPolicy(Qt::StrongFocus);
    button->setPopupMode(QToolButton::InstantPopup);
    auto* recent = new QMenu(tr("Open &recent"), this);
    connect(recent, &QMenu::aboutToShow, this, [this, recent] { showRecent(recent); });
    button->setMenu(acts->menu(this, recent, choiceMenus(this, [] {
                                   for (QWidget* window : QApplication::topLevelWidgets())
                                       if (auto* own = qobject_cast<MainWindow*>(window)) own->takeChoices();
                               })));
    return button;
}

/// Made when it is first asked for.
void MainWindow::toggleStock() {
    if (!stock) {
        QWidget* column = ladderView->parentWidget();
        stock = new CellPanel(
            doc, tr("Stock and load"),
            [](Document& document) {
                std::vector<Block> all = stockBlocks(document);
                for (Block& block : loadBlocks(document))
                    all.push_back(std::move(block));
                return all;
            },
            column);
        stock->hide();
        static_cast<QVBoxLayout*>(column->layout())->insertWidget(0, stock);
    }
    stock->setVisible(!stock->isVisible());
    if (stock->isVisible()) stock->go(0);
}

void MainWindow::connectViewActions() {
    connect(acts->zoomIn, &QAction::triggered, this, [this] { pictureView->zoom(1.25); });
    connect(acts->zoomOut, &QAction::triggered, this, [this] { pictureView->zoom(0.8); });
    connect(acts->fit, &QAction::triggered, pictureView, &PictureView::fit);
    connect(acts->flat, &QAction::triggered, this, [this] { pictureView->setFormedness(0); });
    connect(acts->formed, &QAction::triggered, this, [this] { pictureView->setFormedness(1); });
    for (const auto& [action, from] : {std::pair{acts->fromFace, PictureView::From::Face},
                                       {acts->fromSide, PictureView::From::Side},
                                       {acts->fromEnd, PictureView::From::End},
                                       {acts->fromCorner, PictureView::From::Corner}})
        connect(action, &QAction::triggered, this, [this, from = from] { pictureView->lookFrom(from); });
    acts->bothHands->setChecked(pictureView->showsBothHands());
    connect(acts->bothHands, &QAction::triggered, pictureView, &PictureView::showBothHands);
    connect(&doc, &Document::changed, this,
            [this] { acts->bothHands->setChecked(pictureView->showsBothHands()); });
    connect(acts->bracket, &QAction::triggered, this, [this] { showStage(Stage::Bracket); });
    connect(acts->blank, &QAction::triggered, this, [this] { showStage(Stage::Blank); });
    connect(acts->bending, &QAction::triggered, this, [this] { showStage(Stage::Bending); });
    connect(acts->shop, &QAction::triggered, this, [this] { showStage(Stage::Shop); });
    connect(acts->startPage, &QAction::triggered, this, &MainWindow::showStartPage);
    connect(acts->help, &QAction::triggered, this, &MainWindow::tellWhatCanBeDone);
    connect(acts->ladder, &QAction::triggered, this,
            [this] { ladderView->entry()->setFocus(Qt::ShortcutFocusReason); });
    connect(acts->remove, &QAction::triggered, this, [this] {
        if (const auto wrong = doc.apply(tr("removal"), edit::without(doc.job(), doc.selected())))
            say(QString::fromStdString(wrong->says));
    });
    connect(acts->mirror, &QAction::triggered, this,
            [this] { doc.edit(tr("opposite hand"), part::mirrored(doc.job(), doc.part())); });
}

/// Help in place: a sentence about what has the keyboard.
void MainWindow::tellWhatCanBeDone() {
    const QWidget* here = focusWidget();
    if (auto* sheet = qobject_cast<const CellPanel*>(here); sheet && sheet->current() >= 0) {
        const Cell& cell = sheet->cellAt(sheet->places()[static_cast<size_t>(sheet->current())]);
        const QString how = cell.kind == Cell::Kind::Value ? tr("type over it, or press Enter to change it")
                            : cell.kind == Cell::Kind::Choice ? tr("press Enter for what it can be")
                                                              : tr("press Enter to do it");
        return say(tr("%1: %2. Arrows and Tab go on. %3").arg(cell.name, how, cell.tip));
    }
    if (here && !here->accessibleDescription().isEmpty()) {
        const QString says = here->accessibleDescription();
        return say(here->accessibleName() + QStringLiteral(": ") + says.left(1).toLower() + says.mid(1));
    }
    say(tr("Type the bracket at the ladder (Ctrl+L): a length, b 90 away for a bend, h 12 for a hole, j 6 "
           "over 24 for a "
           "joggle. Figures are changed where they stand."));
}

bool MainWindow::event(QEvent* event) {
    const bool done = QMainWindow::event(event);
    if (event->type() == QEvent::UpdateRequest && !std::exchange(wasPainted, true)) emit painted();
    return done;
}

} // namespace goodfold::app
