#include "app/base/planner.h"

#include "text/plan_facts.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

void planInto(Planned& made, const PlanWanted& wanted, const sequence::GoOn& goOn) {
    const auto& [job, material, shop, hardware, reading, mostPoints] = wanted;
    made.wishes = sequence::wishesOf(job);
    made.settled = sequence::settle(job, material, *shop, goOn, mostPoints);
    if (!made.wishes.isFree())
        if (const auto free = sequence::settle(job, material, *shop, {}, goOn, mostPoints); free.outcome.plan)
            made.freeCost = free.outcome.plan->cost;
    if (job.oppositeHand && made.outcome().plan) {
        auto other = std::make_shared<Planned>();
        other->shop = made.shop;
        other->wishes = made.wishes;
        other->freeCost = made.freeCost;
        other->settled = sequence::settleOpposite(made.settled, material, *shop, goOn);
        other->job = other->settled.job;
        if (other->outcome().plan) made.opposite = std::move(other);
    }
    constexpr size_t kFew = 8; // bends: each mend is planned anew
    std::optional<std::vector<check::Remedy>> mends;
    if (!made.outcome().plan && job.bends.size() <= kFew) {
        const auto& stuck = made.outcome().stuck;
        mends = made.mends = sequence::mends(job, material, *shop, hardware, reading, stuck, goOn);
        made.otherTools = sequence::toolsThatWouldDo(job, material, *shop, reading, stuck, goOn);
    }
    made.facts =
        std::make_shared<check::PlanFacts>(text::factsOf(made.settled, material, *shop, reading, mends));
}

namespace {

/// Nothing thrown leaves the worker: what went wrong is part of what it gives.
std::shared_ptr<const Planned> planned(const Planner::Work& work, const PlanWanted& wanted,
                                       const sequence::GoOn& goOn) {
    auto made = std::make_shared<Planned>();
    made->job = wanted.job;
    made->shop = wanted.shop;
    try {
        work(*made, wanted, goOn);
    } catch (const std::bad_alloc&) {
        made->failed = "There is not enough memory to look for the order.";
    } catch (const std::exception&) { // what a library says of it helps nobody at the bench
        made->failed = "Looking for the order failed: any edit begins anew.";
    }
    if (!made->failed.empty()) made->settled.outcome = {};
    return made;
}

/// Of very many bends what is found first is shown, and twice what is better.
std::vector<size_t> pointsFor(const job::Job& job) {
    constexpr size_t kVeryMany = 12, kSome = 600;
    if (job.bends.size() <= kVeryMany) return {sequence::kMostPoints};
    return {0, kSome, sequence::kMostPoints};
}

/// Whether looking on comes to nothing else.
bool isSettled(const Planned& made) {
    return !made.failed.empty() || !made.outcome().plan || made.outcome().plan->isBest;
}

} // namespace

Planner::Planner(Document& document, QObject* parent, Work work)
    : QObject(parent), document(document), makePlan(std::move(work)) {
    constexpr int kMoment = 300; // ms: typing goes on undisturbed
    waiting.setSingleShot(true);
    waiting.setInterval(kMoment);
    connect(&waiting, &QTimer::timeout, this, &Planner::begin);
    const auto later = [this] {
        stop();
        waiting.start();
    };
    connect(&document, &Document::changed, this, later);
    connect(&document.books().tools, &ToolBook::changed, this, later);
    waiting.start();
}

Planner::~Planner() {
    stop();
}

void Planner::stop() {
    if (!stopAsked) return;
    *stopAsked = true;
    stopAsked.reset();
    emit stopped();
}

void Planner::hurry() {
    if (waiting.isActive()) begin();
}

void Planner::begin() {
    waiting.stop();
    stop();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    improves = false;
    const auto work = [self = QPointer(this), asked = stopAsked, plan = makePlan,
                       wanted = PlanWanted{document.job(), document.material(), document.shop(),
                                           document.books().hardware.book(), document.reading()}] {
        const auto tell = [&](auto what) { // in the window's thread, and only if it still wants to know
            QMetaObject::invokeMethod(
                qApp,
                [self, asked, what] {
                    if (self && self->stopAsked == asked) what(self.data());
                },
                Qt::QueuedConnection);
        };
        size_t told = 0;
        const auto goOn = [&](size_t placed) {
            if (placed != std::exchange(told, placed))
                tell([placed](Planner* planner) { emit planner->progressed(static_cast<int>(placed)); });
            return !*asked;
        };
        for (const size_t points : pointsFor(wanted.job)) {
            auto with = wanted;
            with.mostPoints = points;
            const auto made = planned(plan, with, goOn);
            const bool isLast = points == sequence::kMostPoints || isSettled(*made);
            tell([made, isLast](Planner* planner) { planner->take(made, isLast); });
            if (isLast || *asked) return;
        }
    };
    QThreadPool::globalInstance()->start(work);
    emit begun();
}

void Planner::take(const std::shared_ptr<const Planned>& made, bool isLast) {
    if (isLast) stopAsked.reset();
    improves = !isLast;
    finished = made;
    if (made->failed.empty()) document.takePlan(made->settled, made->facts);
    emit done();
}

} // namespace goodfold::app
