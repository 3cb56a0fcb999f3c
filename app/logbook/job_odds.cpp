#include "app/logbook/job_odds.h"

#include "bench/on_mount.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

namespace {

/// Books and job, by value, as one of the two has them.
struct Side {
    job::Job job;
    material::Material material;
    std::shared_ptr<const tool::Shop> shop;
    lineup::ErrorBook errors;
    hardware::Book hardware;
};

std::optional<double> oddsOf(const Side& side, const std::atomic<bool>& stop) {
    sequence::Settled settled =
        sequence::settle(side.job, side.material, *side.shop, [&stop](size_t) { return !stop; });
    if (!settled.outcome.plan) return {};
    const auto on =
        bench::onMount(side.job, std::move(settled), false, side.material, side.errors, side.hardware);
    if (!on->making || on->isDrawn) return {};
    constexpr int kTrials = 4000;
    constexpr unsigned kSeed = 1;
    return lineup::oddsOf(*on->making, kTrials, kSeed);
}

} // namespace

JobOdds::JobOdds(Document& document, Planner& planner, QObject* parent)
    : QObject(parent), document(document), planner(planner) {}

JobOdds::~JobOdds() {
    stop();
}

void JobOdds::stop() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
}

void JobOdds::take(const std::optional<Odds>& counted) {
    odds = counted;
    emit changed();
}

void JobOdds::ask() {
    Books& books = document.books();
    const auto planned = planner.latest();
    const int revision = books.logbook.revision();
    if (planned == ofPlan && revision == ofLogbook) return;
    stop();
    ofPlan = planned;
    ofLogbook = revision;
    odds.reset();
    const job::Job& job = document.job();
    if (!planned || !job.mount || job.ties.empty() || books.logbook.points().empty()) return;
    const hardware::Book hardware = books.hardware.book();
    const Side known{job, document.material(), document.shop(), document.errors(), hardware};
    Side byBook{job, *material::standardMaterials().find(job.material), books.tools.shop(),
                books.errors.book(), hardware};
    if (byBook.job.allowance.kind == bend::AllowanceRule::Kind::Learned) byBook.job.allowance = {};
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    QThreadPool::globalInstance()->start([self = QPointer(this), asked = stopAsked, known, byBook] {
        const auto before = oddsOf(byBook, *asked), now = oddsOf(known, *asked);
        if (*asked || !before || !now) return;
        QMetaObject::invokeMethod(
            qApp,
            [self, asked, counted = Odds{*before, *now}] {
                if (self && self->stopAsked == asked) self->take(counted);
            },
            Qt::QueuedConnection);
    });
}

} // namespace goodfold::app
