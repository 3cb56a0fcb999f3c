#include "app/window/main_window.h"

#include "app/base/batch_work.h"
#include "app/base/odds_counter.h"
#include "app/base/own_rack.h"
#include "app/base/planner.h"
#include "app/base/settings.h"
#include "app/bracket/bracket_stage.h"
#include "app/bracket/ladder.h"
#include "app/bracket/panels.h"
#include "app/bracket/picture_view.h"
#include "app/help/calculation.h"
#include "app/help/handbook.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/findings_view.h"
#include "app/widgets/foldable.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/window/actions.h"
#include "app/window/choices.h"
#include "app/window/exporter.h"
#include "app/window/headline.h"
#include "app/window/job_files.h"
#include "app/window/revisions.h"
#include "app/window/stage_table.h"
#include "app/window/start_page.h"
#include "part/mirror.h"

#include <QApplication>
#include <QButtonGroup>
#include <QEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QPushButton>
#include <QScreen>
#include <QSplitter>
#include <QStackedWidget>
#include <QTimer>
#include <QToolButton>

namespace goodfold::app {

namespace {

/// Takes the room that the page in front needs, where Qt's takes what any of them would.
class Pages : public QStackedWidget {
public:
    explicit Pages(QWidget* parent) : QStackedWidget(parent) {
        connect(this, &QStackedWidget::currentChanged, this, &QWidget::updateGeometry);
    }
    QSize minimumSizeHint() const override {
        return currentWidget() ? currentWidget()->minimumSizeHint() : QSize();
    }
};

} // namespace

MainWindow::MainWindow(job::Job job, Books& books)
    : doc(std::move(job), books), undoOrder(this), acts(std::make_unique<Actions>(this, undoOrder)),
      planner(new Planner(doc, this)), odds(new OddsCounter(doc, *planner, this)),
      rack(new OwnRack(books.logbook, this)), work(new BatchWork(doc, *planner, *rack, this)),
      batchCutter(new BatchCutter(doc, *planner, *rack, *this)), jobFiles(new JobFiles(doc, *this)),
      out(new Exporter(doc, *planner, *rack, *work, *batchCutter, *jobFiles, *this)),
      made(stageRows().size(), nullptr) {
    undoOrder.add(&doc.undoStack(), {});
    undoOrder.add(&rack->undoStack(), tr("on the rack"));
    setAttribute(Qt::WA_DeleteOnClose);
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    resize(QSize(1280, 800).boundedTo(screen()->availableSize() - QSize(8, px(36)))); // its title bar too
    doc.setReadings(chosenReading(quantity::Unit::Millimetre), chosenReading(quantity::Unit::Inch));

    // Each is made in its place: what is moved there later has its style worked out anew, with all in it.
    auto* central = new QWidget(this);
    setCentralWidget(central);
    headline = new Headline(doc, *planner, *odds, makeMenuButton(), acts->undo, acts->redo, central);
    pages = new Pages(central);
    body = new QWidget(pages);
    pages->addWidget(
        body); // before there is anything in it to lay out, which is done when the window is shown
    auto* bodyLayout = new QHBoxLayout(body);
    bodyLayout->setContentsMargins(0, 0, 0, 0);
    bodyLayout->setSpacing(0);
    bodyLayout->addWidget(makeRail());
    columns = new QSplitter(body);
    columns->setChildrenCollapsible(false);
    columns->setHandleWidth(px(4));
    stages = new Pages(columns);
    bracket = static_cast<BracketStage*>(stageAt(kBracketRow));
    columns->insertWidget(0, makeLadderColumn());
    columns->setStretchFactor(1, 1);
    connect(columns, &QSplitter::splitterMoved, this,
            [this] { settings::setLadderWidth(ladderColumn->width()); });
    bodyLayout->addWidget(columns, 1);
    auto* layout = new QVBoxLayout(central);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(headline);
    layout->addWidget(pages, 1);
    layout->addWidget(notice = new Notice(central));
    sizePanels();

    connect(headline, &Headline::stockWanted, this, &MainWindow::toggleStock);
    connect(headline, &Headline::blankWanted, this, [this] { showStage(QStringLiteral("blank")); });
    connect(headline, &Headline::lineUpWanted, this, [this] { showStage(QStringLiteral("lineup")); });
    connect(headline, &Headline::findingsWanted, this, [this] {
        showStage(QStringLiteral("bracket"));
        bracket->findings()->enter();
    });
    connectFileActions();
    connectOutActions();
    connectViewActions();
    connectClipActions();
    connectNotice();
    connect(&doc, &Document::changed, this, &MainWindow::refreshTitle);
    connect(&doc, &Document::secondPartMade, this,
            [this](const job::Job& second) { another(second)->show(); });
    connect(&doc, &Document::selectionChanged, this, &MainWindow::refreshTitle);
    connect(&doc.undoStack(), &QUndoStack::cleanChanged, this, &MainWindow::refreshTitle);
    refreshTitle();
    ladderView->entry()->setFocus();
}

MainWindow::~MainWindow() {
    // The windows beside it tell of the keyboard when they go, to one that is taken down already.
    disconnect(qApp, nullptr, this, nullptr);
    delete calculation;
    delete revisions;
    delete handbook;
    // What looks at the document goes before it; its undo stack tells of its own end.
    doc.undoStack().disconnect(this);
    rack->undoStack().disconnect();
    delete takeCentralWidget();
    delete out;
    delete batchCutter;
    delete jobFiles;
    delete odds;
    delete planner;
}

MainWindow* MainWindow::another(job::Job job) const {
    return new MainWindow(std::move(job), doc.books());
}

PictureView* MainWindow::picture() const {
    return bracket->picture();
}

void MainWindow::sizePanels() {
    headline->setFixedHeight(px(58));
    rail->setFixedWidth(columnPx(92));
    ladderColumn->setMinimumWidth(columnPx(250));
    ladderColumn->setMaximumWidth(columnPx(620));
    const int wanted = settings::ladderWidth() > 0 ? settings::ladderWidth() : columnPx(312);
    columns->setSizes({wanted, qMax(1, columns->width() - wanted)});
    bracket->sizePanels();
}

void MainWindow::giveTableRoom() {
    const auto* shown = static_cast<const Stage*>(stages->currentWidget());
    ladderColumn->setVisible(shown->hasRoomForLadder(width(), textScale()));
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    giveTableRoom();
}

void MainWindow::allTakeChoices() {
    for (QWidget* window : QApplication::topLevelWidgets())
        if (auto* own = qobject_cast<MainWindow*>(window)) own->takeChoices();
}

void MainWindow::takeChoices() {
    sizePanels();
    giveTableRoom();
    acts->renewIcons();
    if (handbook) handbook->renew();
    doc.setReadings(chosenReading(quantity::Unit::Millimetre), chosenReading(quantity::Unit::Inch));
    for (QWidget* widget : findChildren<QWidget*>())
        widget->update();
}

QWidget* MainWindow::makeRail() {
    rail = new QWidget(body);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(rail);
    layout->setContentsMargins(0, 16, 0, 0);
    layout->setSpacing(2);
    auto* group = new QButtonGroup(this);
    const auto button = [&](QAction* action) {
        const QString text = action->text();
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
    for (size_t i = 0; i < stageRows().size(); ++i) {
        const bool beginsOther = stageRows()[i].isOfNoJob() && (i == 0 || !stageRows()[i - 1].isOfNoJob());
        if (beginsOther) layout->addSpacing(px(22));
        railButtons.push_back(button(acts->stages[static_cast<qsizetype>(i)]));
    }
    railButtons[kBracketRow]->setChecked(true);
    layout->addStretch();
    return rail;
}

QWidget* MainWindow::makeLadderColumn() {
    auto* column = ladderColumn = new QWidget(columns);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    ladderView = new Ladder(doc, column);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(0, 0, 1, 0);
    layout->setSpacing(0);
    layout->addWidget(ladderView, 1);
    auto* allowance = new CellPanel(doc, tr("Allowance"), allowanceBlocks, column);
    auto* folded = new Foldable(tr("Allowance"), QStringLiteral("allowance"), allowance, false, column);
    const auto summary = [this, folded] { folded->setSummary(allowanceFactors(doc.part())); };
    connect(&doc, &Document::changed, folded, summary);
    connect(&doc, &Document::planTaken, folded, summary);
    summary();
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(6, 0, 4, 8);
    foot->addWidget(folded);
    layout->addLayout(foot);
    return column;
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
    auto* menu = new QMenu(this);
    connect(
        menu, &QMenu::aboutToShow, this,
        [this, menu] {
            auto* recent = new QMenu(tr("Open recen&t"), this);
            connect(recent, &QMenu::aboutToShow, this, [this, recent] { showRecent(recent); });
            acts->fill(menu, recent, choiceMenus(this, &MainWindow::allTakeChoices));
        },
        Qt::SingleShotConnection); // what is in it is made when it is first opened
    button->setMenu(menu);
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
    PictureView* pictureView = picture();
    connect(acts->zoomIn, &QAction::triggered, this, [pictureView] { pictureView->zoom(1.25); });
    connect(acts->zoomOut, &QAction::triggered, this, [pictureView] { pictureView->zoom(0.8); });
    connect(acts->fit, &QAction::triggered, pictureView, &PictureView::fit);
    connect(acts->flat, &QAction::triggered, this, [pictureView] { pictureView->setFormedness(0); });
    connect(acts->formed, &QAction::triggered, this, [pictureView] { pictureView->setFormedness(1); });
    for (const auto& [action, from] : {std::pair{acts->fromFace, PictureView::From::Face},
                                       {acts->fromSide, PictureView::From::Side},
                                       {acts->fromEnd, PictureView::From::End},
                                       {acts->fromCorner, PictureView::From::Corner}})
        connect(action, &QAction::triggered, this,
                [pictureView, from = from] { pictureView->lookFrom(from); });
    acts->bothHands->setChecked(pictureView->showsBothHands());
    connect(acts->bothHands, &QAction::triggered, pictureView, &PictureView::showBothHands);
    connect(pictureView, &PictureView::bothHandsChanged, acts->bothHands, &QAction::setChecked);
    connect(&doc, &Document::changed, this,
            [this, pictureView] { acts->bothHands->setChecked(pictureView->showsBothHands()); });
    for (size_t i = 0; i < stageRows().size(); ++i)
        connect(acts->stages[static_cast<qsizetype>(i)], &QAction::triggered, this,
                [this, key = QString::fromLatin1(stageRows()[i].key)] { showStage(key); });
    connect(acts->startPage, &QAction::triggered, this, &MainWindow::showStartPage);
    connect(acts->help, &QAction::triggered, this, &MainWindow::tellWhatCanBeDone);
    connect(acts->handbook, &QAction::triggered, this, [this] { showHandbook(); });
    connect(acts->calculation, &QAction::triggered, this, &MainWindow::showCalculation);
    connect(acts->revisions, &QAction::triggered, this, &MainWindow::showRevisions);
    connect(acts->ladder, &QAction::triggered, this, [this] {
        if (!ladderColumn->isVisible()) showStage(QStringLiteral("bracket"));
        ladderView->entry()->setFocus(Qt::ShortcutFocusReason);
    });
    connect(acts->remove, &QAction::triggered, this, &MainWindow::removeInHand);
    connect(acts->mirror, &QAction::triggered, this,
            [this] { doc.edit(tr("opposite hand"), part::mirrored(doc.job(), doc.part())); });
}

void MainWindow::keyPressEvent(QKeyEvent* event) {
    const bool isPlain = (event->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) == Qt::NoModifier;
    EntryLine* entry = ladderView->entry();
    if (!isPlain || event->text().isEmpty() || !event->text().front().isLetterOrNumber() ||
        !entry->isVisible())
        return QMainWindow::keyPressEvent(event);
    entry->setFocus(Qt::ShortcutFocusReason);
    entry->insert(event->text());
}

bool MainWindow::event(QEvent* event) {
    const bool done = QMainWindow::event(event);
    if (event->type() == QEvent::UpdateRequest && !std::exchange(wasPainted, true)) {
        emit painted();
        // What draws it is loaded for it alone: not before the window stands there.
        QTimer::singleShot(0, this,
                           [this] { setWindowIcon(QIcon(QStringLiteral(":/icons/good-fold.svg"))); });
    }
    return done;
}

} // namespace goodfold::app
