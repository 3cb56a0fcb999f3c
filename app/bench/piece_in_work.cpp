#include "app/bench/piece_in_work.h"

#include "app/base/job_store.h"
#include "app/base/own_file.h"
#include "app/base/text.h"
#include "app/logbook/logbook_commands.h"
#include "bench/acts.h"
#include "bench/telling.h"
#include "draw/save_bytes.h"
#include "files/bench_log.h"
#include "files/job_file.h"
#include "learn/from_piece.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QPointer>
#include <QThreadPool>
#include <QTimer>

#include <algorithm>
#include <cmath>
#include <sstream>

namespace goodfold::app {

class LogCommand : public QUndoCommand {
public:
    LogCommand(PieceInWork& piece, const QString& label, bench::Log to)
        : QUndoCommand(label), piece(piece), from(piece.log()), to(std::move(to)) {}
    void undo() override { piece.set(from); }
    void redo() override { piece.set(to); }

private:
    PieceInWork& piece;
    bench::Log from, to;
};

namespace {

struct PieceWanted {
    std::shared_ptr<const Planned> planned;
    bench::Log log;
    material::Material material;
    hardware::Book hardware;
    lineup::ErrorBook errors;
    quantity::Reading reading;
    job::Job job; // as it is now, its mount with it
    std::vector<bench::Log> earlier;
};

/// What a picture may wait for: what is believed and what moves. Everything else is counted.
enum class Answer { AtOnce, Counted };

/// What would be worth reading, what would still help, and how the batch goes.
void tellMore(Worked& worked, const bench::Work& work) {
    const bench::Now& now = *worked.now;
    constexpr double kEven = 0.5;
    if (now.best.odds < kEven && !worked.on->isDrawn) worked.waysOut = bench::waysOut(work, worked.log, now);
    std::vector<bench::Entry> readings;
    for (const bench::Act& act : bench::actsOf(work.settled, work.material, work.reading, &now))
        for (const bench::Act::Read& read : act.reads)
            if (!bench::readingOf(worked.log, read.entry)) readings.push_back(read.entry);
    const auto shares = bench::tellingOf(work.making, *work.settled.outcome.plan, now.known, readings,
                                         work.errors.instruments);
    for (size_t i = 0; i < readings.size(); ++i)
        worked.telling.emplace_back(readings[i], shares[i]);
    std::vector<bench::Log> pieces = work.earlier;
    pieces.push_back(worked.log);
    worked.charts = bench::chartsOf(now.accept, pieces);
}

std::shared_ptr<const Worked> workedOf(const PieceWanted& wanted, std::shared_ptr<const bench::OnMount> on,
                                       Answer answer) {
    auto worked = std::make_shared<Worked>();
    worked->planned = wanted.planned;
    worked->log = wanted.log;
    worked->on = std::move(on);
    if (!worked->on->making) return worked;
    const bench::Work work{worked->on->settled, *worked->on->making,
                           wanted.material,     wanted.errors,
                           wanted.reading,      answer == Answer::AtOnce ? bench::kAtOnce : bench::Counting(),
                           wanted.earlier,      wanted.hardware};
    worked->now = bench::replanned(work, wanted.log);
    if (answer == Answer::Counted) tellMore(*worked, work);
    return worked;
}

} // namespace

PieceInWork::PieceInWork(Document& document, Planner& planner, QObject* parent)
    : QObject(parent), document(document), planner(planner) {
    connect(&planner, &Planner::done, this, [this] {
        const QByteArray now = fingerprintOf(this->document.job());
        if (now != ofJob) {
            ofJob = now;
            practice.reset();
            entries.batch.clear();
            read();
        }
        if (!isWanted && finished) { // what is left of it is of another plan
            finished.reset();
            emit changed();
        }
        begin();
    });
    if (!planner.latest()) return;
    ofJob = fingerprintOf(document.job());
    read();
    begin();
}

void PieceInWork::setWanted(bool on) {
    if (std::exchange(isWanted, on) == on || !on) return;
    sinceLast.start();
    if (!isChangedElsewhere()) return begin();
    read();
    begin();
    emit changed();
}

PieceInWork::~PieceInWork() {
    if (stopAsked) *stopAsked = true;
}

void PieceInWork::put(const QString& label, bench::Log log) {
    if (!(log == entries)) undo.push(new LogCommand(*this, label, std::move(log)));
}

void PieceInWork::add(const QString& label, std::vector<bench::Entry> more) {
    bench::Log log = entries;
    log.entries.insert(log.entries.end(), more.begin(), more.end());
    put(label, std::move(log));
}

bool PieceInWork::isChangedElsewhere() const {
    if (isPractice()) return false;
    const auto content = readOwnFile(pathOf(entries.piece));
    return content && *content != onDisk;
}

/// Another window is at the same piece; what it noted last goes on from there.
void PieceInWork::takeFromElsewhere() {
    read();
    begin();
    emit changed();
    emit said(
        tr("This piece was worked on in another window: what was noted there is shown. Note yours again."));
}

/// Minutes since something was last done to this piece; a long while is a break, and counts as none.
double PieceInWork::worked() {
    constexpr double kBreak = 20;
    const double minutes = sinceLast.isValid() ? static_cast<double>(sinceLast.elapsed()) / 60'000 : 0;
    sinceLast.start();
    return minutes < kBreak ? minutes : 0;
}

void PieceInWork::goTo(int piece, std::optional<job::Hand> hand) {
    practice.reset();
    entries = {piece, hand, {}, entries.batch, 0}; // most likely cut from the same bar
    read();
    begin();
    emit changed();
}

void PieceInWork::set(const bench::Log& log) {
    if (isChangedElsewhere()) // a command is under way: its stack is cleared once it is done
        return QTimer::singleShot(0, this, [this] { takeFromElsewhere(); });
    const double minutes = entries.minutes + worked(); // what is taken back took its time all the same
    entries = log;
    entries.minutes = minutes;
    keep();
    begin();
    emit changed();
}

/// Of the same hand, those that anything was noted of.
std::vector<bench::Log> PieceInWork::earlier() const {
    std::vector<bench::Log> all;
    for (int number = 1; number < entries.piece; ++number) {
        const auto content = readOwnFile(pathOf(number));
        if (!content || content->empty()) continue;
        std::istringstream in(*content);
        if (const auto log = files::readBenchLog(in)) all.push_back(*log);
    }
    return all;
}

QString PieceInWork::pathOf(int number) const {
    const QString hand = !entries.hand                      ? QString()
                         : *entries.hand == job::Hand::Left ? QStringLiteral("-left")
                                                            : QStringLiteral("-right");
    return ownFilePath(QStringLiteral("bench/%1-%2-piece-%3%4.gfbench")
                           .arg(fileNameFor(document.job().title), QString::fromLatin1(ofJob))
                           .arg(number)
                           .arg(hand));
}

/// As far as this piece has come; one that cannot be read is kept by another name.
void PieceInWork::read() {
    undo.clear();
    sinceLast.start();
    entries.entries.clear();
    entries.minutes = 0;
    const job::Job& job = document.job();
    if (!job.oppositeHand)
        entries.hand.reset();
    else if (!entries.hand)
        entries.hand = job.hand == job::Hand::Unsaid ? job::Hand::Left : job.hand;
    const auto content = readOwnFile(pathOf(entries.piece));
    onDisk = content ? *content : std::string();
    if (!content) return emit said(text(content.error().says));
    if (content->empty()) return;
    std::istringstream in(*content);
    const auto log = files::readBenchLog(in);
    if (log) {
        entries.entries = log->entries;
        entries.batch = log->batch;
        entries.minutes = log->minutes;
        return;
    }
    const auto kept = setAside(pathOf(entries.piece));
    if (kept) onDisk.clear();
    emit said(kept ? tr("What was noted of this piece cannot be read; it is kept as %1.").arg(*kept)
                   : text(kept.error().says));
}

void PieceInWork::keep() {
    if (isPractice()) return;
    QDir().mkpath(QFileInfo(pathOf(entries.piece)).path());
    std::ostringstream out;
    files::writeBenchLog(out, entries);
    const std::string now = out.str();
    if (const auto wrong = draw::saveBytes(pathOf(entries.piece), QByteArray::fromStdString(now)))
        emit said(tr("This piece could not be kept: %1").arg(text(wrong->says)));
    else
        onDisk = now;
}

std::optional<learn::KeptPiece> PieceInWork::inLogbook() const {
    ShopLogbook& logbook = document.books().logbook;
    if (!logbook.hasPiecesOf(ofJob)) return {};
    const auto file = logbook.file();
    const auto kept = file ? (*file)->piece(ShopLogbook::idOfPiece(ofJob, entries.piece, entries.hand))
                           : Result<std::optional<learn::KeptPiece>>(file.error());
    return kept ? *kept : std::nullopt;
}

void PieceInWork::practise(unsigned seed) {
    entries.entries.clear();
    undo.clear();
    practice = seed;
    begin();
    emit changed();
}

void PieceInWork::endPractice() {
    goTo(entries.piece, entries.hand);
}

/// It is made again from its seed, and all that was done to it.
template <class Do> auto PieceInWork::onMadeUp(Do ask) const {
    const auto worked = latest();
    using Answer = decltype(ask(std::declval<bench::VirtualPiece&>()));
    if (!practice || !worked || !worked->on->making) return Answer();
    bench::Random random(*practice);
    const material::Material metal = document.material();
    const lineup::ErrorBook errors = document.errors();
    const bench::Work work{worked->on->settled, *worked->on->making, metal, errors, document.reading()};
    const bench::VirtualShop shop = bench::virtualShop(work, random);
    bench::VirtualPiece piece(work, shop, random);
    for (const bench::Entry& entry : entries.entries)
        piece.take(entry, random);
    return ask(piece);
}

std::optional<double> PieceInWork::measured(const bench::Entry& entry) const {
    return onMadeUp([&](bench::VirtualPiece& piece) -> std::optional<double> {
        const auto read = piece.reads(entry);
        if (!read) return {};
        bench::Random noise(*practice + static_cast<unsigned>(entries.entries.size()) + 1);
        const double shown = bench::isAngle(entry.kind) ? 0.1 : 0.05; // of what instruments show
        return shown *
               std::round((*read + noise(bench::sigmaOf(entry, document.errors().instruments))) / shown);
    });
}

std::optional<lineup::Fitting> PieceInWork::tried() const {
    return onMadeUp([](bench::VirtualPiece& piece) { return std::optional(piece.fitted()); });
}

std::optional<Error> PieceInWork::writeIntoLogbook(bool isScrap) {
    const auto worked = latest();
    if (!worked || !worked->now) return Error{"What was measured of this piece is not worked out yet.", {}};
    const bool isReworked =
        std::any_of(entries.entries.begin(), entries.entries.end(), [](const auto& entry) {
            return entry.kind == bench::Entry::Kind::Filed || entry.kind == bench::Entry::Kind::Shim;
        });
    using Outcome = learn::KeptPiece::Outcome;
    const auto before = inLogbook();
    learn::KeptPiece kept = before.value_or(learn::KeptPiece()); // what was noted of it there stays
    kept.id = ShopLogbook::idOfPiece(ofJob, entries.piece, entries.hand);
    kept.at = store::now();
    kept.job = document.job().title.empty() ? "A bracket" : document.job().title;
    std::ostringstream file;
    files::writeJob(file, document.job());
    kept.jobFile = file.str();
    kept.log = entries;
    if (!before) kept.minutes = std::ceil(entries.minutes);
    kept.outcome = isScrap ? Outcome::Scrapped : isReworked ? Outcome::Reworked : Outcome::AtOnce;
    const learn::Points taught = learn::taughtBy(
        {*worked->on->making, *worked->planned->outcome().plan, document.material(), document.errors()},
        entries);
    EntryCommand::Side from;
    if (before) {
        const auto logbook = document.books().logbook.file();
        const auto told = logbook ? (*logbook)->pointsOf(before->id) : Result<learn::Points>(logbook.error());
        from = KeptEntry{*before, told ? *told : learn::Points()};
    }
    return EntryCommand::push(undo, document.books().logbook, tr("piece written into the logbook"), from,
                              KeptEntry{kept, taught});
}

void PieceInWork::begin() {
    if (stopAsked) *stopAsked = true;
    if (!isWanted) return;
    auto planned = planner.latest();
    const bool isOpposite = bench::isOfOpposite(entries, document.job());
    if (planned && isOpposite) planned = planned->opposite;
    if (!planned || !planned->outcome().plan) {
        finished.reset();
        waiting = false;
        return emit changed();
    }
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    waiting = true;
    QThreadPool::globalInstance()->start(
        [self = QPointer(this), asked = stopAsked,
         wanted = PieceWanted{planned, entries, document.material(), document.books().hardware.book(),
                              document.errors(), document.reading(), document.job(),
                              isPractice() ? std::vector<bench::Log>() : earlier()}] {
            if (*asked) return;
            const auto on = bench::onMount(wanted.job, wanted.planned->settled,
                                           bench::isOfOpposite(wanted.log, wanted.job), wanted.material,
                                           wanted.errors, wanted.hardware);
            const auto show = [&](Answer answer) {
                if (*asked) return;
                QMetaObject::invokeMethod(
                    qApp,
                    [self, asked, answer, made = workedOf(wanted, on, answer)] {
                        if (!self || self->stopAsked != asked) return;
                        self->waiting = answer != Answer::Counted;
                        self->finished = made;
                        emit self->changed();
                    },
                    Qt::QueuedConnection);
            };
            // Of a formed piece nothing can be said before its rework and its final check are found.
            const auto& part = wanted.planned->settled.part;
            if (!bench::progressOf(part, wanted.log).isFormed()) show(Answer::AtOnce);
            show(Answer::Counted);
        });
}

} // namespace goodfold::app
