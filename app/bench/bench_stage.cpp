#include "app/bench/bench_stage.h"

#include "app/base/text.h"
#include "app/bench/reading_rows.h"
#include "app/bending/step_view.h"
#include "app/bracket/ribbon_view.h"
#include "app/widgets/notice.h"
#include "app/widgets/panel_column.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"
#include "bench/words.h"
#include "draw/formed_picture.h"
#include "part/mirror.h"
#include "text/lineup_words.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>

#include <algorithm>

namespace goodfold::app {

using bench::Act;
using bench::Entry;

namespace {

enum Page { kStep, kBlank, kThings, kWhole };

QLabel* label(QWidget* parent, const char* role) {
    auto* made = new QLabel(parent);
    made->setProperty("role", role);
    made->setWordWrap(true);
    readAs(*made, QAccessible::StaticText);
    return made;
}

QPushButton* button(QWidget* parent, const QString& says, const char* role) {
    auto* made = new QPushButton(says, parent);
    made->setProperty("role", role);
    made->setFocusPolicy(Qt::TabFocus); // a greasy thumb does not take the keys along
    return made;
}

/// Buttons do not wrap their words themselves.
QString inLines(const QString& says, const QFontMetrics& metrics, int width) {
    QStringList lines;
    for (const QString& paragraph : says.split(QLatin1Char('\n'))) {
        QString line;
        for (const QString& word : paragraph.split(QLatin1Char(' '))) {
            const QString longer = line.isEmpty() ? word : line + QLatin1Char(' ') + word;
            if (!line.isEmpty() && metrics.horizontalAdvance(longer) > width)
                lines << std::exchange(line, word);
            else
                line = longer;
        }
        lines << line;
    }
    return lines.join(QLatin1Char('\n'));
}

} // namespace

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
    things = label(pictures, "act");
    things->setAlignment(Qt::AlignVCenter | Qt::AlignLeft);
    whole = new QLabel(pictures);
    whole->setAlignment(Qt::AlignCenter);
    whole->setMinimumSize(1, 1);
    readAs(*whole, QAccessible::Graphic);
    whole->setAccessibleName(tr("The bracket when it is bent"));
    for (QWidget* page : std::initializer_list<QWidget*>{step, blank, things, whole})
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
    which = label(head, "actTitle");
    which->setWordWrap(false);
    count = label(head, "actTitle");
    count->setWordWrap(false);
    before = button(head, tr("‹ piece"), "take");
    after = button(head, tr("piece ›"), "take");
    hand = button(head, tr("the other hand"), "take");
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
    column->setFixedWidth(px(352));
    odds = label(column, "odds");
    oddsSay = label(column, "measure");
    moves = label(column, "moves");
    rows = new ReadingRows(document, column);
    connect(rows, &ReadingRows::passedOn, this, [this] { setFocus(); });
    auto* inside = new QWidget(column);
    auto* all = new QVBoxLayout(inside);
    all->setContentsMargins(0, 0, px(6), 0);
    all->setSpacing(px(8));
    all->addWidget(moves);
    all->addWidget(rows);
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

QWidget* BenchStage::makeFoot() {
    auto* foot = new QWidget(this);
    foot->setObjectName(QStringLiteral("ribbon"));
    foot->setAttribute(Qt::WA_StyledBackground);
    title = label(foot, "actTitle");
    instruction = label(foot, "act");
    instruction->setTextInteractionFlags(Qt::NoTextInteraction);
    why = label(foot, "measure");
    back = button(foot, tr("‹ Back"), "large");
    next = button(foot, tr("Done ›"), "large");
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
    foot->setMinimumHeight(px(176));
    return foot;
}

void BenchStage::showEvent(QShowEvent*) {
    planner.hurry();
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
        acts = bench::actsOf(worked->settled, document.material(), document.reading(),
                             worked->now ? &*worked->now : nullptr);
    const bench::Progress* progress = worked && worked->now ? &worked->now->known.progress : nullptr;
    if (shown < 0 || shown >= static_cast<int>(acts.size())) {
        const auto first = std::find_if(acts.begin(), acts.end(), [&](const Act& act) {
            return !progress || !bench::isDone(act, worked->settled.part, *progress);
        });
        shown = acts.empty() ? -1 : static_cast<int>(std::min(first, acts.end() - 1) - acts.begin());
    }
    showAct();
}

void BenchStage::go(int act) {
    if (act < 0 || act >= static_cast<int>(acts.size())) return;
    shown = act;
    setFocus();
    showAct();
}

void BenchStage::showExample() {
    for (size_t i = 0; i < acts.size(); ++i)
        if (acts[i].kind == Act::Kind::Bend) return go(static_cast<int>(i));
}

void BenchStage::showAct() {
    const bool isThere = shown >= 0;
    for (QWidget* each : std::initializer_list<QWidget*>{odds, oddsSay, moves, rows, back, next, count})
        each->setVisible(isThere);
    const bench::Log& log = piece->log();
    QString whose = tr("Piece %1 of %2").arg(log.piece).arg(std::max(log.piece, document.job().quantity));
    if (document.job().oppositeHand)
        whose += QStringLiteral(", ") +
                 text(part::handInWords(document.job().hand, bench::isOfOpposite(log, document.job())));
    which->setText(whose);
    before->setEnabled(log.piece > 1);
    hand->setVisible(document.job().oppositeHand);
    for (QPushButton* each : buttons)
        each->deleteLater();
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
    const bool isDone = worked->now && bench::isDone(act, worked->settled.part, worked->now->known.progress);
    count->setText(tr("%1 of %2").arg(shown + 1).arg(acts.size()));
    title->setText(text(act.title) + (isDone ? tr(" (done)") : QString()));
    instruction->setText(text(act.says));
    why->setText(text(act.why));
    why->setVisible(!act.why.empty());
    back->setEnabled(shown > 0);
    next->setText(isDone ? tr("Next ›") : tr("Done ›"));
    showPicture(act);
    showReadings(act);
    showAnswers(act);
}

void BenchStage::showPicture(const Act& act) {
    const auto worked = piece->latest();
    blank->showOppositeHand(bench::isOfOpposite(piece->log(), document.job()));
    if (act.kind == Act::Kind::Bend) {
        const sequence::Step& planned = worked->planned->outcome().plan->steps[act.step];
        const bool isMade =
            worked->now && bench::isDone(act, worked->settled.part, worked->now->known.progress);
        step->show(worked->planned, planned.operation, planned.before,
                   isMade ? planned.operation.setup.restsAtDeg : 0, document.reading());
        step->setAccessibleDescription(instruction->text());
        return pictures->setCurrentIndex(kStep);
    }
    if (act.kind == Act::Kind::Rework || act.kind == Act::Kind::Check) {
        showWhole();
        return pictures->setCurrentIndex(kWhole);
    }
    if (act.kind == Act::Kind::Fetch) {
        QString lines; // each hangs: what it goes on with stands under its own words
        for (const std::string& line : act.lines)
            lines +=
                QStringLiteral("<p style='margin-left:26px; text-indent:-18px; margin-bottom:10px'>– %1</p>")
                    .arg(text(line).toHtmlEscaped());
        things->setText(lines);
        things->setContentsMargins(px(4), 0, px(16), 0);
        return pictures->setCurrentIndex(kThings);
    }
    std::vector<int> made;
    if (worked->now)
        for (size_t i = 0; i < worked->now->known.progress.made.size(); ++i)
            if (worked->now->known.progress.made[i]) made.push_back(static_cast<int>(i));
    std::optional<int> bend;
    if (act.about.kind == Element::Kind::Bend)
        bend = worked->settled.part.bendIndex(act.about.id);
    else if (act.kind == Act::Kind::Mark)
        document.select(act.about);
    blank->showWork(bend, made);
    pictures->setCurrentIndex(kBlank);
}

void BenchStage::showWhole() {
    const part::Part& part = piece->latest()->settled.part;
    const draw::Scene scene = draw::sceneOf(part, part::fold(part));
    const qreal ratio = devicePixelRatioF();
    QPixmap picture(pictures->size() * ratio);
    picture.setDevicePixelRatio(ratio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF room = QRectF(QPointF(0, 0), QSizeF(pictures->size())).adjusted(60, 40, -60, -40);
    draw::paintFormed(painter, draw::look(scene, draw::fitted({}, scene.points, room)), colours(), {});
    painter.end();
    whole->setPixmap(picture);
}

void BenchStage::resizeEvent(QResizeEvent*) {
    if (pictures->currentIndex() == kWhole) showWhole();
}

void BenchStage::showReadings(const Act& act) {
    const auto worked = piece->latest();
    std::vector<ReadingRows::Row> all;
    const auto readSoFar = [&](const Entry& what) -> std::optional<double> {
        std::optional<double> value;
        for (const Entry& entry : piece->log().entries)
            if (entry.kind == what.kind && entry.of == what.of && entry.how == what.how) value = entry.value;
        return value;
    };
    for (const Entry& entry : act.reads)
        all.push_back({entry, readSoFar(entry), {}, {}});
    if (act.kind == Act::Kind::Check && worked->now)
        for (const bench::Accept& accept : worked->now->accept) {
            const auto shownAs = [&](double value) {
                const bool isAngle = bench::isAngle(accept.measure.kind);
                return ValueField::shown(
                    document, isAngle ? ValueField::Kind::BendAngle : ValueField::Kind::Length, value, false);
            };
            all.push_back({accept.measure, readSoFar(accept.measure),
                           tr("%1 to %2")
                               .arg(shownAs(accept.from), shownAs(accept.to))
                               .replace(QLatin1Char('-'), QChar(0x2212)),
                           accept.value ? std::optional(accept.isGood()) : std::nullopt});
        }
    rows->setVisible(!all.empty());
    rows->show(all, [this, act](const Entry& read) { return takeReading(act, read); });
}

Cell::Answer BenchStage::takeReading(const Act& act, const Entry& read) {
    const auto worked = piece->latest();
    bench::Log log = piece->log();
    const auto same = std::find_if(log.entries.begin(), log.entries.end(), [&](const Entry& entry) {
        return entry.kind == read.kind && entry.of == read.of && entry.how == read.how;
    });
    if (same != log.entries.end()) {
        same->value = read.value;
        same->isKept = false;
    } else {
        // It is read of a piece on which this is done.
        const std::vector<Entry> first = doneWith(act);
        if (act.kind == Act::Kind::Bend) log.entries.insert(log.entries.end(), first.begin(), first.end());
        log.entries.push_back(read);
    }
    piece->put(tr("reading of %1").arg(text(bench::measureInWords(read))), std::move(log));
    return {};
}

std::vector<Entry> BenchStage::doneWith(const Act& act) const {
    const auto worked = piece->latest();
    if (!worked->now || bench::isDone(act, worked->settled.part, worked->now->known.progress)) return {};
    std::vector<Entry> all;
    constexpr double kSame = 1e-6;
    const part::Part& part = worked->settled.part;
    for (const bench::Left& left : worked->now->left) {
        const std::string& id = part.bends[static_cast<size_t>(left.step->operation.bend)].id;
        if (act.about.kind != Element::Kind::Bend || act.about.id != id) continue;
        if (std::abs(left.line - left.lineWas) > kSame)
            all.push_back({.kind = Entry::Kind::LineTo, .of = {id}, .value = left.line});
        if (act.kind == Act::Kind::Bend && std::abs(left.angle - left.angleWas) > kSame)
            all.push_back({.kind = Entry::Kind::AngleTo, .of = {id}, .value = left.angle});
    }
    if (act.kind == Act::Kind::Mark)
        for (const bench::MovedHole& moved : worked->now->holes)
            if (const part::PartHole& hole = part.holes[static_cast<size_t>(moved.hole)]; hole.id == act.mark)
                all.push_back({.kind = Entry::Kind::HoleTo, .of = {hole.id}, .by = moved.by});
    all.push_back({.kind = Entry::Kind::Done, .of = {act.id}});
    return all;
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

void BenchStage::addButton(const QString& says, std::function<void()> pressed) {
    auto* made = button(this, {}, "take");
    made->ensurePolished();
    made->setText(inLines(says, made->fontMetrics(), px(296)));
    connect(made, &QPushButton::clicked, this, pressed);
    answers->addWidget(made);
    buttons.push_back(made);
}

/// The odds, what moves, what is asked about, and what can be done again.
void BenchStage::showAnswers(const Act& act) {
    const auto worked = piece->latest();
    odds->setVisible(worked->now.has_value() && !worked->isDrawnMount);
    if (!worked->now) {
        oddsSay->setText(worked->wrong.empty() ? tr("No hole of it takes a bolt: nothing has to line up.")
                                               : text(worked->wrong));
        moves->clear();
        return;
    }
    const bench::Now& now = *worked->now;
    odds->setText(text(text::oddsInWords(now.best.odds)) + (piece->isCurrent() ? QString() : tr(" …")));
    QString means = worked->isDrawnMount
                        ? tr("No mount is stated: its holes are brought to where they are drawn.")
                        : tr("that every bolt goes in");
    if (!worked->isDrawnMount && now.best.odds > now.best.oddsBefore + 0.005)
        means += tr("; %1 if nothing were moved").arg(text(text::oddsInWords(now.best.oddsBefore)));
    oddsSay->setText(means);
    QStringList says;
    for (const bench::Left& left : now.left)
        if (const std::string moved = bench::inWords(left, worked->settled.part, document.reading());
            !moved.empty())
            says << text(moved);
    for (const bench::MovedHole& moved : now.holes)
        says << text(bench::inWords(moved, worked->settled.part, document.reading()));
    for (const bench::Cannot& cannot : now.cannot)
        if (!now.known.progress.isFormed() && !worked->isDrawnMount)
            says << text(bench::inWords(cannot, *worked->making, document.reading()));
    for (const auto& [entry, wrong] : now.known.refused)
        says << text(bench::inWords(piece->log().entries[entry], document.reading()) + ": " + wrong.says);
    for (const bench::Doubt& doubt : now.known.doubted)
        says << text(bench::inWords(doubt, worked->log, document.reading()));
    moves->setText(says.join(QStringLiteral("\n\n")));
    moves->setVisible(!says.isEmpty());
    if (!piece->isCurrent()) return;
    for (const bench::Doubt& doubt : now.known.doubted) {
        const auto change = [this, at = doubt.entry](const std::function<void(Entry&)>& how) {
            bench::Log log = piece->log();
            how(log.entries[at]);
            piece->put(tr("reading that was asked about"), std::move(log));
        };
        const Entry& typed = worked->log.entries[doubt.entry];
        addButton(tr("%1 is right").arg(text(bench::inWords(typed, document.reading()))),
                  [change] { change([](Entry& entry) { entry.isKept = true; }); });
        if (doubt.likely) {
            Entry meant = worked->log.entries[doubt.entry];
            meant.value = *doubt.likely;
            addButton(text(bench::inWords(meant, document.reading())), [change, value = *doubt.likely] {
                change([value](Entry& entry) { entry.value = value; });
            });
        }
    }
    if (act.kind != Act::Kind::Rework) return;
    for (const bench::Rework& rework : now.rework)
        addButton(tr("%1\n%2 then")
                      .arg(text(bench::inWords(rework, *worked->making, document.reading())),
                           text(text::oddsInWords(rework.odds))),
                  [this, rework, worked] {
                      piece->add(tr("rework"), {bench::entryOf(rework, *worked->making, worked->now->known)});
                  });
}

void BenchStage::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Space:
    case Qt::Key_PageDown:
        return done();
    case Qt::Key_PageUp:
        return go(shown - 1);
    default:
        QWidget::keyPressEvent(event);
    }
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
