#include "app/bending/planner.h"

#include "app/base/tool_book.h"
#include "app/base/hardware_book.h"
#include "sequence/findings.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

namespace {

/// All there is to know about the plan of a job; `goOn` false stops.
std::shared_ptr<Planned> planned(const job::Job& job, const material::Material& material,
                                 std::shared_ptr<const tool::Shop> shop, const quantity::Reading& reading,
                                 const sequence::GoOn& goOn) {
    auto made = std::make_shared<Planned>();
    made->job = job;
    made->shop = std::move(shop);
    made->part = part::solve(job, material);
    made->wishes = sequence::wishesOf(job);
    made->outcome = sequence::plan(made->part, material, *made->shop, made->wishes, goOn);
    if (!made->wishes.isFree())
        if (const auto free = sequence::plan(made->part, material, *made->shop, {}, goOn); free.plan)
            made->freeCost = free.plan->cost;
    if (made->outcome.plan) part::setOrder(made->part, sequence::orderOf(*made->outcome.plan));
    constexpr size_t kFew = 8; // bends: each mend is planned anew
    if (!made->outcome.plan && made->wishes.isFree() && made->part.bends.size() <= kFew) {
        const auto& stuck = made->outcome.stuck;
        made->mends = sequence::mends(job, material, *made->shop, shopBook(), reading, stuck, goOn);
        made->otherTools = sequence::toolsThatWouldDo(job, material, *made->shop, reading, stuck, goOn);
    }
    made->findings = sequence::findingsOf(job, made->part, material, made->outcome, made->mends, reading);
    return made;
}

} // namespace

Planner::Planner(Document& document, QObject* parent) : QObject(parent), document(document) {
    constexpr int kMoment = 300; // ms: typing goes on undisturbed
    waiting.setSingleShot(true);
    waiting.setInterval(kMoment);
    connect(&waiting, &QTimer::timeout, this, &Planner::begin);
    const auto later = [this] {
        stop();
        waiting.start();
    };
    connect(&document, &Document::changed, this, later);
    connect(&ToolBook::instance(), &ToolBook::changed, this, later);
    waiting.start();
}

Planner::~Planner() {
    stop();
}

void Planner::stop() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
}

void Planner::hurry() {
    if (waiting.isActive()) begin();
}

void Planner::begin() {
    waiting.stop();
    stop();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    const auto work = [self = QPointer(this), asked = stopAsked, job = document.job(),
                       reading = document.reading(), shop = ToolBook::instance().shop(),
                       &material = document.material()] {
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
        tell([made = planned(job, material, shop, reading, goOn)](Planner* planner) {
            planner->stopAsked.reset();
            planner->finished = made;
            planner->document.takePlan(made->outcome.plan ? sequence::orderOf(*made->outcome.plan)
                                                          : std::vector<int>(),
                                       made->findings);
            emit planner->done();
        });
    };
    QThreadPool::globalInstance()->start(work);
    emit begun();
}

} // namespace goodfold::app
