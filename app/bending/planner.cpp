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

void Planner::begin(const part::Part& part, const material::Material& material, const tool::Shop& shop,
                    const sequence::Wishes& wishes) {
    stop();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    QThreadPool::globalInstance()->start(
        [self = QPointer(this), asked = stopAsked, part, wishes, &material, &shop] {
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
            auto planned =
                std::make_shared<Planned>(Planned{part, sequence::plan(part, material, shop, wishes, goOn)});
            tell([planned](Planner* planner) {
                planner->stopAsked.reset();
                planner->finished = planned;
                emit planner->done();
            });
        });
}

} // namespace goodfold::app
