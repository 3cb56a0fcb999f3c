#include "app/lineup/practice.h"

#include "app/base/text.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

Practice::Practice(Document& document, OddsCounter& counter, QObject* parent)
    : QObject(parent), document(document), counter(counter) {
    connect(&document, &Document::changed, this, [this] { // what was made is of another job
        stop();
        made.reset();
        emit changed();
    });
}

Practice::~Practice() {
    stop();
}

void Practice::stop() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
}

std::optional<Error> Practice::begin() {
    const auto counted = counter.latest();
    if (!counted || !counted->making || !counter.isCurrent() || !counted->settled.outcome.plan)
        return Error{"The odds of this job are not known yet.", {}};
    stop();
    made.reset();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    const auto work = [self = QPointer(this), asked = stopAsked, counted, material = document.material(),
                       hardware = document.books().hardware.book(), errors = document.errors(),
                       reading = document.reading()] {
        const job::Job& job = counted->settled.job;
        const auto making = lineup::makingOf(
            {job, counted->settled.part, material, &*counted->settled.outcome.plan, errors, true}, *job.mount,
            hardware);
        if (!making) return;
        const auto tell = [&](const bench::Practice& practice, bool isLast) {
            QMetaObject::invokeMethod(
                qApp,
                [self, asked, practice, isLast] {
                    if (!self || self->stopAsked != asked) return;
                    self->made = practice;
                    if (isLast) self->stopAsked.reset();
                    emit self->changed();
                },
                Qt::QueuedConnection);
            return !*asked;
        };
        constexpr int kCounted = 400; // pieces to judge a choice by
        const bench::Work shop{counted->settled, *making, material, errors, reading, {kCounted, kSeed}};
        const bench::Practice all = bench::practise(
            shop, kPieces, kSeed, 3, [&](const bench::Practice& soFar) { return tell(soFar, false); });
        tell(all, true);
    };
    QThreadPool::globalInstance()->start(work);
    emit changed();
    return {};
}

std::vector<Block> Practice::blocks() {
    Block block;
    if (made) {
        const std::pair<bench::Way, QString> ways[] = {
            {bench::Way::AsPlanned, tr("as planned, nothing measured")},
            {bench::Way::Measured, tr("measured, the rest re-planned, reworked")},
            {bench::Way::TestBends, tr("the same after three test bends")}};
        for (const auto& [way, says] : ways) {
            const auto found = made->ways.find(way);
            if (found == made->ways.end()) continue;
            const bench::Tally& tally = found->second;
            block.lines.push_back({words(tr("%1 of %2").arg(tally.atOnce + tally.reworked).arg(tally.pieces),
                                         Cell::Look::Strong),
                                   wrapped(says)});
            QStringList rest;
            if (tally.reworked > 0) rest << tr("%1 of them filed, nudged or shimmed").arg(tally.reworked);
            for (const auto& [hole, times] : tally.misses)
                rest << tr("%1 missed at %2").arg(times).arg(text(hole));
            if (!rest.isEmpty())
                block.lines.push_back({wrapped(rest.join(QStringLiteral("; ")), Cell::Look::Faint)});
        }
    } else if (!isBusy()) {
        block.lines.push_back(
            {wrapped(tr("The job made %1 times, with errors drawn from the book, by metal and tools that the "
                        "plan does not "
                        "know: bends layer by layer, K and springback a tenth off by batch.")
                         .arg(kPieces),
                     Cell::Look::Faint)});
    }
    const auto button = [&](const QString& says, const char* key, std::function<Cell::Answer()> pressed) {
        block.lines.push_back(
            {press(says, CellName{QLatin1String(key), says}, std::move(pressed), Cell::Look::Button)});
    };
    if (isBusy())
        button(tr("stop"), "practice.stop", [this]() -> Cell::Answer {
            stop();
            emit changed();
            return {};
        });
    else
        button(made ? tr("make them again") : tr("make %1 there").arg(kPieces), "practice.begin",
               [this] { return begin(); });
    return {block};
}

} // namespace goodfold::app
