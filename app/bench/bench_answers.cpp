// What is measured at an act of the Bench stage, and what comes of it.
#include "app/base/text.h"
#include "app/bench/bench_stage.h"
#include "app/bench/reading_rows.h"
#include "app/widgets/notice.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"
#include "bench/words.h"
#include "text/lineup_words.h"

#include <QLabel>
#include <QPushButton>
#include <QRandomGenerator>
#include <QVBoxLayout>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

using bench::Act;
using bench::Entry;

QPushButton* BenchStage::largeButton(QWidget* parent, const QString& says, const char* role) {
    auto* made = new QPushButton(says, parent);
    made->setProperty("role", role);
    made->setFocusPolicy(Qt::TabFocus); // a greasy thumb does not take the keys along
    return made;
}

namespace {

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

void BenchStage::showReadings(const Act& act) {
    const auto worked = piece->latest();
    std::vector<ReadingRows::Row> all;
    const auto readSoFar = [&](const Entry& what) -> std::optional<double> {
        const auto at = bench::readingOf(piece->log(), what);
        return at ? std::optional(piece->log().entries[*at].value) : std::nullopt;
    };
    for (const Act::Read& read : act.reads)
        all.push_back({read.entry, text(read.says), readSoFar(read.entry), tellsInWords(read.entry), {}});
    if (act.kind == Act::Kind::Check && worked->now)
        for (const bench::Accept& accept : worked->now->accept) {
            const auto shownAs = [&](double value) {
                const bool isAngle = bench::isAngle(accept.measure.kind);
                return ValueField::shown(
                    document, isAngle ? ValueField::Kind::BendAngle : ValueField::Kind::Length, value, false);
            };
            all.push_back({accept.measure, text(bench::measureInWords(accept.measure)),
                           readSoFar(accept.measure),
                           tr("%1 to %2")
                               .arg(shownAs(accept.from), shownAs(accept.to))
                               .replace(QLatin1Char('-'), QChar(0x2212)),
                           accept.value ? std::optional(accept.isGood()) : std::nullopt});
        }
    rows->setVisible(!all.empty());
    rows->show(all, [this, act](const Entry& read) { return takeReading(act, read); });
}

/// How much of what is unsure a reading would tell, where that is worth saying.
QString BenchStage::tellsInWords(const Entry& reading) const {
    constexpr double kWorthSaying = 0.05;
    for (const auto& [entry, share] : piece->latest()->telling)
        if (entry == reading && share >= kWorthSaying)
            return tr("%1 % of what is unsure").arg(std::lround(100 * share));
    return {};
}

Cell::Answer BenchStage::takeReading(const Act& act, const Entry& read) {
    bench::Log log = piece->log();
    if (const auto same = bench::readingOf(log, read)) {
        log.entries[*same].value = read.value;
        log.entries[*same].isKept = false;
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
    std::vector<Entry> all;
    if (isDone(act)) return all;
    const Entry done{.kind = Entry::Kind::Done, .of = {act.id}};
    if (!worked->now) return {done};
    constexpr double kSame = 1e-6;
    const part::Part& part = worked->on->settled.part;
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
    all.push_back(done);
    return all;
}

void BenchStage::addButton(const QString& says, std::function<void()> pressed) {
    auto* made = largeButton(this, {}, "take");
    made->ensurePolished();
    made->setText(inLines(says, made->fontMetrics(), columnPx(352) - px(56)));
    connect(made, &QPushButton::clicked, this, pressed);
    answers->addWidget(made);
    buttons.push_back(made);
}

void BenchStage::practise() {
    shown = -1;
    piece->practise(QRandomGenerator::global()->generate());
}

/// What can be measured of the made-up piece now; and at the end whether it goes on.
void BenchStage::showPractice(const Act& act) {
    for (const ReadingRows::Row& row : rows->rows())
        if (!row.value)
            addButton(tr("Measure: %1").arg(row.says), [this, act, entry = row.entry]() mutable {
                const auto read = piece->measured(entry);
                if (!read) return Notice::say(*this, tr("That cannot be measured on it yet."));
                entry.value = *read;
                takeReading(act, entry);
            });
    if (act.kind == Act::Kind::Check || act.kind == Act::Kind::Rework)
        addButton(tr("Try it on"), [this] { Notice::say(*this, triedInWords()); });
    addButton(tr("Another made-up piece"), [this] { practise(); });
    addButton(tr("End the practice"), [this] {
        shown = -1;
        piece->endPractice();
    });
}

QString BenchStage::triedInWords() const {
    const auto tried = piece->tried();
    if (!tried) return tr("It is not worked out yet.");
    if (tried->room >= 0) return tr("It goes on: every bolt is in.");
    const lineup::Making& making = *piece->latest()->on->making;
    const QString where =
        tried->tightest < 0 ? tr("a leg stands in its face")
                            : tr("%1 misses its bolt")
                                  .arg(text(making.mounting.ties[static_cast<size_t>(tried->tightest)].hole));
    return tr("It does not go on: %1, by %2.")
        .arg(where,
             ValueField::shown(document, ValueField::Kind::Size, std::ceil(-tried->room * 20) / 20, false));
}

/// Whether the batch is as it was, and which piece to check next.
void BenchStage::showCharts() {
    const auto& charts = piece->latest()->charts;
    if (charts.empty() || charts.front().values.size() < 2) return;
    QStringList says{moves->text()};
    for (const bench::Chart& chart : charts)
        if (chart.hasChanged) says << text(bench::inWords(chart, document.reading()));
    const int every = bench::checkEvery(charts);
    says << (every == 1   ? tr("Check every piece for now.")
             : every == 2 ? tr("The pieces are steady: check every second one.")
                          : tr("The pieces are steady, and well within: check every fifth one."));
    says.removeAll(QString());
    moves->setText(says.join(QStringLiteral("\n\n")));
    moves->show();
}

/// Once it is checked, how it went is kept.
void BenchStage::showLogbook() {
    const auto kept = piece->inLogbook();
    if (kept && kept->log == piece->log()) {
        oddsSay->setText(tr("This piece is in the logbook."));
        return;
    }
    if (kept) oddsSay->setText(tr("This piece is in the logbook as it was before: write it anew."));
    const auto write = [this](bool isScrap) {
        if (const auto failed = piece->writeIntoLogbook(isScrap))
            return Notice::say(*this, text(failed->says));
        Notice::say(*this, tr("Written into the logbook. Undo takes it out again."));
        showAct();
    };
    addButton(tr("It goes on: into the logbook"), [write] { write(false); });
    addButton(tr("It is scrap: into the logbook"), [write] { write(true); });
}

/// The odds, what moves, what is asked about, and what can be done again.
void BenchStage::showAnswers(const Act& act) {
    const auto worked = piece->latest();
    odds->setVisible(worked->now.has_value() && !worked->on->isDrawn);
    if (!worked->now) {
        oddsSay->setText(!worked->on->wrong ? tr("No hole of it takes a bolt: nothing has to line up.")
                                            : text(worked->on->wrong->says));
        moves->clear();
        return;
    }
    const bench::Now& now = *worked->now;
    odds->setText(text(text::oddsInWords(now.best.odds)) + (piece->isCurrent() ? QString() : tr(" …")));
    QString means = worked->on->isDrawn
                        ? tr("No mount is stated: its holes are brought to where they are drawn.")
                        : tr("that every bolt goes in");
    if (!worked->on->isDrawn && now.best.odds > now.best.oddsBefore + 0.005)
        means += tr("; %1 if nothing were moved").arg(text(text::oddsInWords(now.best.oddsBefore)));
    oddsSay->setText(means);
    QStringList says;
    if (const std::string blankSays =
            bench::blankInWords(worked->log, worked->on->settled.part, document.reading());
        !blankSays.empty())
        says << text(blankSays);
    for (const bench::Left& left : now.left)
        if (const std::string moved = bench::inWords(left, worked->on->settled.part, document.reading());
            !moved.empty() && moved != act.why) // said already, under what is done
            says << text(moved);
    for (const bench::MovedHole& moved : now.holes)
        says << text(bench::inWords(moved, worked->on->settled.part, document.reading()));
    for (const bench::Cannot& cannot : now.cannot)
        if (!now.known.progress.isFormed() && !worked->on->isDrawn)
            says << text(bench::inWords(cannot, *worked->on->making, document.reading()));
    for (const bench::WayOut& way : worked->waysOut)
        says << text(bench::inWords(way, document.reading()));
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
    if (piece->isPractice()) showPractice(act);
    if (act.kind == Act::Kind::Fetch && !piece->isPractice())
        addButton(tr("Practise on a made-up piece"), [this] { practise(); });
    if (act.kind == Act::Kind::Check) showCharts();
    if (act.kind == Act::Kind::Check && !piece->isPractice()) return showLogbook();
    if (act.kind != Act::Kind::Rework) return;
    for (const bench::Rework& rework : now.rework)
        addButton(tr("%1\n%2 then")
                      .arg(text(bench::inWords(rework, *worked->on->making, document.reading())),
                           text(text::oddsInWords(rework.odds))),
                  [this, rework, worked] {
                      piece->add(tr("rework"),
                                 {bench::entryOf(rework, *worked->on->making, worked->now->known)});
                  });
}

} // namespace goodfold::app
