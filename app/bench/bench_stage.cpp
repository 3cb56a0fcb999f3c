#include "app/bench/bench_stage.h"

#include "app/base/settings.h"
#include "app/base/text.h"
#include "app/bench/instrument.h"
#include "app/bench/reading_rows.h"
#include "app/bending/step_view.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "app/widgets/undo_key.h"
#include "app/widgets/value_field.h"
#include "bench/words.h"
#include "part/mirror.h"
#include "text/lineup_words.h"

#include <QComboBox>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QStackedWidget>
#include <QStyle>

#include <algorithm>

namespace goodfold::app {

using bench::Act;
using bench::Entry;

BenchStage::BenchStage(Document& document, Planner& planner, QWidget* parent)
    : Stage(parent), document(document), planner(planner), piece(new PieceInWork(document, planner, this)) {
    setAccessibleName(tr("At the bench"));
    setFocusPolicy(Qt::StrongFocus);
    pictures = new QStackedWidget(this);
    step = new StepView(pictures);
    step->setAccessibleName(tr("The bend in its tool"));
    blank = new RibbonView(document, 17, pictures);
    blank->setAttribute(Qt::WA_TransparentForMouseEvents); // nothing is dragged by a sleeve
    blank->setFocusPolicy(Qt::NoFocus);
    list = new QScrollArea(pictures);
    list->setWidgetResizable(true);
    list->setFocusPolicy(Qt::NoFocus);
    things = wordsOn(list, "act");
    things->setAlignment(Qt::AlignVCenter | Qt::AlignLeft);
    list->setWidget(things);
    whole = new QLabel(pictures);
    whole->setAlignment(Qt::AlignCenter);
    whole->setMinimumSize(1, 1);
    readAs(*whole, QAccessible::Graphic);
    whole->setAccessibleName(tr("The bracket when it is bent"));
    for (QWidget* page : std::initializer_list<QWidget*>{step, blank, list, whole})
        pictures->addWidget(page);
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeHead(), 0, 0);
    layout->addWidget(pictures, 1, 0);
    layout->addWidget(makeBeside(), 0, 1, 2, 1);
    layout->addWidget(makeFoot(), 2, 0, 1, 2);
    layout->setRowStretch(1, 1);
    layout->setColumnStretch(0, 1);
    connect(piece, &PieceInWork::changed, this, &BenchStage::take);
    connect(piece, &PieceInWork::said, this,
            [this](const QString& sentence) { Notice::say(*this, sentence); });
    take();
}

QWidget* BenchStage::makeHead() {
    auto* head = new QWidget(this);
    which = wordsOn(head, "actTitle");
    which->setWordWrap(false);
    count = wordsOn(head, "actTitle");
    count->setWordWrap(false);
    before = largeButton(head, tr("‹"), "take");
    after = largeButton(head, tr("›"), "take");
    hand = largeButton(head, tr("other hand"), "take");
    before->setAccessibleName(tr("The piece before"));
    after->setAccessibleName(tr("The next piece"));
    which->setSizePolicy(QSizePolicy::Minimum, QSizePolicy::Preferred);
    connect(before, &QPushButton::clicked, this, [this] { goToPiece(piece->log().piece - 1); });
    connect(after, &QPushButton::clicked, this, [this] { goToPiece(piece->log().piece + 1); });
    connect(hand, &QPushButton::clicked, this, [this] {
        const bool isRight = bench::isOfOpposite(piece->log(), this->document.job()) ==
                             (this->document.job().hand == job::Hand::Right);
        shown = -1;
        piece->goTo(piece->log().piece, isRight ? job::Hand::Right : job::Hand::Left);
    });
    auto* layout = new QHBoxLayout(head);
    layout->setContentsMargins(18, 8, 16, 2);
    layout->addWidget(which);
    layout->addSpacing(px(10));
    layout->addWidget(before);
    layout->addWidget(after);
    layout->addWidget(hand);
    layout->addStretch();
    layout->addWidget(count);
    return head;
}

QWidget* BenchStage::makeBeside() {
    auto* column = new QWidget(this);
    column->setObjectName(QStringLiteral("findings"));
    column->setAttribute(Qt::WA_StyledBackground);
    column->setFixedWidth(columnPx(352));
    odds = wordsOn(column, "odds");
    oddsSay = wordsOn(column, "measure");
    moves = wordsOn(column, "moves");
    rows = new ReadingRows(document, column);
    connect(rows, &ReadingRows::passedOn, this, [this] { setFocus(); });
    auto* inside = new QWidget(column);
    auto* all = new QVBoxLayout(inside);
    all->setContentsMargins(0, 0, px(6), 0);
    all->setSpacing(px(8));
    all->addWidget(moves);
    all->addWidget(rows);
    batch = new QLineEdit(inside);
    batch->setProperty("role", "measure");
    batch->setAccessibleName(tr("Batch of stock"));
    batch->setPlaceholderText(tr("which bar or sheet?"));
    leaveUndoToDocument(*batch);
    connect(batch, &QLineEdit::editingFinished, this, [this] {
        if (!batch->isModified()) return;
        batch->setModified(false);
        bench::Log log = piece->log();
        log.batch = batch->text().trimmed().toStdString();
        piece->put(tr("batch of stock"), std::move(log));
    });
    all->addWidget(batch);
    makeInstrument(inside);
    all->addWidget(lines);
    answers = new QVBoxLayout;
    answers->setSpacing(px(6));
    all->addLayout(answers);
    all->addStretch();
    auto* scroll = new QScrollArea(column);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inside);
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(14, 6, 8, 8);
    layout->addWidget(odds);
    layout->addWidget(oddsSay);
    layout->addWidget(scroll, 1);
    return column;
}

void BenchStage::makeInstrument(QWidget* parent) {
    instrument = new Instrument(this);
    lines = new QComboBox(parent);
    lines->setEditable(true); // one that is not listed is typed by its name
    lines->setAccessibleName(tr("Measuring instrument's line"));
    lines->lineEdit()->setPlaceholderText(tr("measuring instrument: none"));
    lines->setToolTip(
        tr("What it sends lands in the box in hand. One that types like a keyboard needs nothing here."));
    connect(lines, &QComboBox::textActivated, this, &BenchStage::listenTo);
    connect(lines->lineEdit(), &QLineEdit::returnPressed, this, [this] { listenTo(lines->currentText()); });
    connect(instrument, &Instrument::lost, this, [this](const QString& why) { Notice::say(*this, why); });
    connect(instrument, &Instrument::sent, this, [this](const QString& line) {
        if (!isVisible()) return;
        const auto sent = readingOf(line, this->document.job().units);
        if (!sent) return Notice::say(*this, tr("The instrument sent no figure: \"%1\".").arg(line));
        if (const auto wrong = rows->takeSent(*sent)) Notice::say(*this, *wrong);
    });
}

void BenchStage::listenTo(const QString& line) {
    settings::setInstrumentLine(line);
    if (const auto wrong = instrument->listenTo(line.trimmed())) Notice::say(*this, *wrong);
}

QWidget* BenchStage::makeFoot() {
    foot = new QWidget(this);
    foot->setObjectName(QStringLiteral("ribbon"));
    foot->setAttribute(Qt::WA_StyledBackground);
    title = wordsOn(foot, "actTitle");
    instruction = wordsOn(foot, "act");
    instruction->setTextInteractionFlags(Qt::NoTextInteraction);
    why = wordsOn(foot, "measure");
    back = largeButton(foot, tr("‹ Back"), "large");
    next = largeButton(foot, tr("Done ›"), "large");
    connect(back, &QPushButton::clicked, this, [this] { go(shown - 1); });
    connect(next, &QPushButton::clicked, this, &BenchStage::done);
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    words->addWidget(title);
    words->addWidget(instruction);
    words->addWidget(why);
    words->addStretch();
    auto* layout = new QHBoxLayout(foot);
    layout->setContentsMargins(18, 8, 16, 10);
    layout->addLayout(words, 1);
    layout->addWidget(back, 0, Qt::AlignBottom);
    layout->addWidget(next, 0, Qt::AlignBottom);
    return foot;
}

/// What is read at the bench is never cut short: the picture gives it room.
void BenchStage::fitFoot() {
    foot->layout()->activate();
    foot->setMinimumHeight(std::max(px(176), foot->layout()->heightForWidth(width())));
}

void BenchStage::hideEvent(QHideEvent*) {
    piece->setWanted(false);
}

void BenchStage::showEvent(QShowEvent*) {
    piece->setWanted(true);
    planner.hurry();
    const QString used = settings::instrumentLine();
    lines->clear();
    lines->addItems(Instrument::lines());
    lines->setCurrentText(used);
    if (!used.isEmpty() && instrument->line().isEmpty()) (void)instrument->listenTo(used);
}

void BenchStage::takeLog(const bench::Log& log) {
    piece->goTo(log.piece, log.hand);
    piece->put(tr("log from a file"), log);
}

QString BenchStage::hint() const {
    return tr("Space or page down: done, the next one. Page up: back. Figures go into the boxes, Enter takes "
              "them.");
}

std::optional<QString> BenchStage::takeOut() {
    return tr("Nothing of the bracket is taken out at the bench. Undo takes back what was noted last.");
}

void BenchStage::goToPiece(int number) {
    if (number < 1) return;
    shown = -1;
    piece->goTo(number, piece->log().hand);
}

void BenchStage::take() {
    const auto worked = piece->latest();
    acts.clear();
    if (worked)
        acts = bench::actsOf(worked->on->settled, document.material(), document.reading(),
                             worked->now ? &*worked->now : nullptr, worked->on->stated(),
                             document.books().hardware.book());
    if (shown < 0 || shown >= static_cast<int>(acts.size())) {
        const auto first =
            std::find_if(acts.begin(), acts.end(), [&](const Act& act) { return !isDone(act); });
        shown = acts.empty() ? -1 : static_cast<int>(std::min(first, acts.end() - 1) - acts.begin());
    }
    showAct();
}

bool BenchStage::isDone(const Act& act) const {
    const part::Part& part = piece->latest()->on->settled.part;
    return bench::isDone(act, part, bench::progressOf(part, piece->log()));
}

void BenchStage::go(int act) {
    if (act < 0 || act >= static_cast<int>(acts.size())) return;
    shown = act;
    setFocus();
    showAct();
}

void BenchStage::showExample(const QString&) {
    for (size_t i = 0; i < acts.size(); ++i)
        if (acts[i].kind == Act::Kind::Bend) return go(static_cast<int>(i));
}

void BenchStage::showAct() {
    const bool isThere = shown >= 0;
    for (QWidget* each :
         std::initializer_list<QWidget*>{odds, oddsSay, moves, rows, batch, lines, back, next, count})
        each->setVisible(isThere);
    const bench::Log& log = piece->log();
    QString whose =
        piece->isPractice()
            ? tr("Made-up piece, for practice")
            : tr("Piece %1 of %2").arg(log.piece).arg(std::max(log.piece, document.job().quantity));
    if (document.job().oppositeHand)
        whose += QStringLiteral(", ") +
                 text(part::handInWords(document.job().hand, bench::isOfOpposite(log, document.job())));
    which->setText(whose);
    which->setProperty("role", bench::isOfOpposite(log, document.job()) ? "otherHand" : "actTitle");
    which->style()->unpolish(which); // the role is read anew
    which->style()->polish(which);
    before->setEnabled(log.piece > 1);
    hand->setVisible(document.job().oppositeHand);
    for (QPushButton* each : buttons) {
        each->hide();
        each->deleteLater(); // it may be what was just pressed
    }
    buttons.clear();
    if (!isThere) {
        title->clear();
        instruction->setText(planner.isAwaited() || piece->isBusy()
                                 ? tr("Looking for the order of bending…")
                                 : tr("There is no order of bending yet: see Bending."));
        why->clear();
        pictures->setCurrentIndex(kThings);
        things->clear();
        return;
    }
    const Act& act = acts[static_cast<size_t>(shown)];
    const auto worked = piece->latest();
    const bool isPast = isDone(act);
    count->setText(tr("%1 of %2").arg(shown + 1).arg(acts.size()));
    title->setText(text(act.title) + (isPast ? tr(" (done)") : QString()));
    instruction->setText(text(act.says));
    why->setText(text(act.why));
    why->setVisible(!act.why.empty());
    back->setEnabled(shown > 0);
    next->setText(isPast ? tr("Next ›") : tr("Done ›"));
    batch->setVisible(act.kind == Act::Kind::Fetch);
    lines->setVisible(act.kind == Act::Kind::Fetch);
    if (!batch->isModified()) batch->setText(text(log.batch));
    showPicture(act);
    showReadings(act);
    showAnswers(act);
    fitFoot();
}

void BenchStage::resizeEvent(QResizeEvent*) {
    fitFoot();
    if (pictures->currentIndex() == kWhole) showWhole();
}

void BenchStage::done() {
    if (shown < 0) return;
    const Act act = acts[static_cast<size_t>(shown)];
    if (QWidget* typing = focusWidget(); typing && typing != this)
        setFocus(); // a figure that stands there is taken
    const int following = std::min(shown + 1, static_cast<int>(acts.size()) - 1);
    const std::vector<Entry> more = doneWith(act);
    shown = following;
    if (more.empty())
        showAct();
    else
        piece->add(tr("%1 is done").arg(text(act.title)), more);
}

void BenchStage::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Space:
    case Qt::Key_PageDown:
        return done();
    case Qt::Key_PageUp:
        return go(shown - 1);
    case Qt::Key_Up:
    case Qt::Key_Down: {
        QScrollBar* bar = list->verticalScrollBar();
        return bar->setValue(bar->value() + (event->key() == Qt::Key_Down ? 1 : -1) * px(60));
    }
    default:
        break;
    }
    // What types like a keyboard, an instrument or a hand, goes into the box.
    const QString typed = event->text();
    ValueField* box = rows->isVisible() ? rows->boxInHand() : nullptr;
    if (box && !typed.isEmpty() && (typed[0].isDigit() || typed[0] == QLatin1Char('.'))) {
        box->setFocus();
        box->setText(typed);
        box->setModified(true);
        return;
    }
    QWidget::keyPressEvent(event);
}

QString BenchStage::says() const {
    QStringList all{which->text(), count->text(), title->text(), instruction->text(), why->text()};
    if (pictures->currentIndex() == kThings) all << things->text();
    all << odds->text() << oddsSay->text() << moves->text() << rows->says();
    for (const QPushButton* each : buttons)
        all << each->text();
    return all.join(QLatin1Char('\n'));
}

} // namespace goodfold::app
