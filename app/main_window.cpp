#include "app/main_window.h"

#include "app/actions.h"
#include "app/blank_stage.h"
#include "app/cells/panels.h"
#include "app/cells/sheet.h"
#include "app/findings_view.h"
#include "app/headline.h"
#include "app/ladder.h"
#include "app/picture_view.h"
#include "app/ribbon_view.h"
#include "app/theme.h"

#include <QActionGroup>
#include <QButtonGroup>
#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
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

MainWindow::MainWindow(part::Job job)
    : doc(std::move(job)), acts(std::make_unique<Actions>(this, doc.undoStack())) {
    setAttribute(Qt::WA_DeleteOnClose);
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    resize(1280, 800);
    setWindowIcon(QIcon(QStringLiteral(":/icons/good-fold.svg")));
    readSteps();

    auto* headline = new Headline(doc, makeMenuButton(), acts->undo, acts->redo, this);
    headline->setFixedHeight(58);
    auto* bracketStage = new QWidget(this);
    auto* bracketLayout = new QGridLayout(bracketStage);
    bracketLayout->setContentsMargins(0, 0, 0, 0);
    bracketLayout->setSpacing(0);
    findings = new FindingsView(doc, this);
    findings->setObjectName(QStringLiteral("findings"));
    findings->setAttribute(Qt::WA_StyledBackground);
    findings->setFixedWidth(282);
    bracketLayout->addWidget(makePicturePane(), 0, 0);
    bracketLayout->addWidget(findings, 0, 1);
    bracketLayout->addWidget(makeRibbon(), 1, 0, 1, 2);
    bracketLayout->setRowStretch(0, 1);
    stages = new QStackedWidget(this);
    stages->addWidget(bracketStage);

    auto* body = new QHBoxLayout;
    body->setSpacing(0);
    body->addWidget(makeRail());
    body->addWidget(makeLadderColumn());
    body->addWidget(stages, 1);
    auto* central = new QWidget(this);
    auto* layout = new QVBoxLayout(central);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(headline);
    layout->addLayout(body, 1);
    setCentralWidget(central);

    connect(headline, &Headline::stockWanted, this, &MainWindow::toggleStock);
    connect(headline, &Headline::blankWanted, this, [this] { showStage(Stage::Blank); });
    connect(headline, &Headline::findingsWanted, this, [this] {
        showStage(Stage::Bracket);
        findings->enter();
    });
    connectActions();
    connect(&doc, &Document::changed, this, &MainWindow::refreshTitle);
    connect(&doc.undoStack(), &QUndoStack::cleanChanged, this, &MainWindow::refreshTitle);
    refreshTitle();
    ladderView->entry()->setFocus();
}

MainWindow::~MainWindow() {
    // The views look at the document to the last, so they go first; its undo stack tells of its own end.
    doc.undoStack().disconnect(this);
    delete takeCentralWidget();
}

QWidget* MainWindow::makeRail() {
    auto* rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    rail->setFixedWidth(92);
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
    bracketButton->setChecked(true);
    layout->addStretch();
    return rail;
}

QWidget* MainWindow::makeLadderColumn() {
    auto* column = new QWidget(this);
    column->setObjectName(QStringLiteral("ladderColumn"));
    column->setAttribute(Qt::WA_StyledBackground);
    column->setFixedWidth(312);
    ladderView = new Ladder(doc, column);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(0, 0, 1, 0);
    layout->setSpacing(0);
    layout->addWidget(ladderView, 1);
    auto* allowance = new Sheet(doc, tr("Allowance"), allowanceBlocks, column);
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
    foot->addStretch();
    foot->addWidget(faint(tr("the light side is the face"), pane));
    auto* layout = new QVBoxLayout(pane);
    layout->setContentsMargins(18, 10, 16, 10);
    layout->setSpacing(4);
    layout->addLayout(top);
    layout->addWidget(pictureView, 1);
    layout->addLayout(foot);
    return pane;
}

QWidget* MainWindow::makeRibbon() {
    auto* ribbon = new QWidget(this);
    ribbon->setObjectName(QStringLiteral("ribbon"));
    ribbon->setAttribute(Qt::WA_StyledBackground);
    ribbon->setFixedHeight(216);
    auto* layout = new QVBoxLayout(ribbon);
    layout->setContentsMargins(18, 10, 18, 8);
    layout->addWidget(heading(tr("Blank, marks from the left end, face up"), ribbon));
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
    button->setMenu(acts->menu(this, makeThemes(), makeSteps()));
    return button;
}

QMenu* MainWindow::makeThemes() {
    auto* menu = new QMenu(tr("&Colours"), this);
    auto* group = new QActionGroup(menu);
    const int now = QSettings().value(QStringLiteral("theme"), 0).toInt();
    const QStringList names{tr("As the desktop"), tr("Light"), tr("Dark")};
    for (int i = 0; i < names.size(); ++i) {
        QAction* action = menu->addAction(names[i]);
        action->setCheckable(true);
        action->setChecked(i == now);
        group->addAction(action);
        connect(action, &QAction::triggered, this, [this, i] {
            QSettings().setValue(QStringLiteral("theme"), i);
            applyTheme(static_cast<Theme>(i));
            acts->renewIcons();
            update();
        });
    }
    return menu;
}

namespace {

struct StepChoice {
    const char* name;
    quantity::Reading reading;
};

const std::vector<StepChoice>& stepChoices() {
    static const std::vector<StepChoice> choices{
        {QT_TR_NOOP("Millimetres to 0.1"), quantity::Reading::millimetres(0.1)},
        {QT_TR_NOOP("Millimetres to 0.5"), quantity::Reading::millimetres(0.5)},
        {QT_TR_NOOP("Inches to 1/16"), quantity::Reading::fractions(16)},
        {QT_TR_NOOP("Inches to 1/32"), quantity::Reading::fractions(32)},
        {QT_TR_NOOP("Inches to 1/64"), quantity::Reading::fractions(64)},
        {QT_TR_NOOP("Inches as decimals"), quantity::Reading::decimalInches()}};
    return choices;
}

QString stepKey(quantity::Unit unit) {
    return unit == quantity::Unit::Inch ? QStringLiteral("inches") : QStringLiteral("millimetres");
}

size_t chosenStep(quantity::Unit unit) {
    const bool inch = unit == quantity::Unit::Inch;
    const auto index = QSettings().value(stepKey(unit), inch ? 3 : 0).toUInt();
    const bool fits = index < stepChoices().size() && stepChoices()[index].reading.unit == unit;
    return fits ? index : (inch ? 3 : 0);
}

} // namespace

QMenu* MainWindow::makeSteps() {
    auto* menu = new QMenu(tr("Read &lengths in"), this);
    for (const auto unit : {quantity::Unit::Millimetre, quantity::Unit::Inch}) {
        auto* group = new QActionGroup(menu);
        for (size_t i = 0; i < stepChoices().size(); ++i) {
            if (stepChoices()[i].reading.unit != unit) continue;
            QAction* action = menu->addAction(tr(stepChoices()[i].name));
            action->setCheckable(true);
            action->setChecked(i == chosenStep(unit));
            group->addAction(action);
            connect(action, &QAction::triggered, this, [this, i, unit] {
                QSettings().setValue(stepKey(unit), static_cast<uint>(i));
                readSteps();
            });
        }
        menu->addSeparator();
    }
    return menu;
}

void MainWindow::readSteps() {
    doc.setSteps(stepChoices()[chosenStep(quantity::Unit::Millimetre)].reading,
                 stepChoices()[chosenStep(quantity::Unit::Inch)].reading);
}

// The stock panel and the blank stage are made when they are first asked for: most starts need neither.

void MainWindow::toggleStock() {
    if (!stock) {
        QWidget* column = ladderView->parentWidget();
        stock = new Sheet(doc, tr("Stock and load"),
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

void MainWindow::showStage(Stage stage) {
    if (stage == Stage::Blank && !blankStage) {
        blankStage = new BlankStage(
            doc, {acts->printTemplate, acts->templateLetter, acts->exportDxf, acts->exportSvg}, this);
        stages->addWidget(blankStage);
    }
    stages->setCurrentIndex(stage == Stage::Bracket ? 0 : 1);
    (stage == Stage::Bracket ? bracketButton : blankButton)->setChecked(true);
}

bool MainWindow::event(QEvent* event) {
    const bool done = QMainWindow::event(event);
    if (event->type() == QEvent::UpdateRequest && !std::exchange(wasPainted, true)) emit painted();
    return done;
}

} // namespace goodfold::app
