#include "app/bending/planner.h"

#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

Planner::Planner(QObject* parent) : QObject(parent) {}

Planner::~Planner() {
    stop();
}

void Planner::stop() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
}

void Planner::begin(const part::Job& job, const material::Material& material, const tool::Shop& shop,
                    const hardware::Book& book, const quantity::Reading& reading,
                    const sequence::Wishes& wishes) {
    stop();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    const auto work = [self = QPointer(this), asked = stopAsked, job, wishes, reading, &material, &shop,
                       &book] {
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
            if (placed != told)
                tell([placed](Planner* planner) { emit planner->progressed(static_cast<int>(placed)); });
            told = placed;
            return !*asked;
        };
        auto planned = std::make_shared<Planned>();
        planned->part = part::solve(job, material);
        planned->outcome = sequence::plan(planned->part, material, shop, wishes, goOn);
        const bool wished = !wishes.order.empty() || !wishes.tool.empty();
        constexpr size_t kFew = 8; // bends: each mend is planned anew
        if (!planned->outcome.plan && !wished && planned->part.bends.size() <= kFew)
            planned->mends = sequence::mends(job, material, shop, book, reading, planned->outcome.stuck,
                                             [&](size_t) { return !*asked; });
        tell([planned](Planner* planner) {
            planner->stopAsked.reset();
            planner->finished = planned;
            emit planner->done();
        });
    };
    QThreadPool::globalInstance()->start(work);
}

} // namespace goodfold::app
