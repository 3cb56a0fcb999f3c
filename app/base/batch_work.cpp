#include "app/base/batch_work.h"

#include "draw/on_use.h"
#include "stock/metal.h"

namespace goodfold::app {

BatchWork::BatchWork(Document& document, Planner& planner, OwnRack& rack, QObject* parent)
    : QObject(parent), document(document), planner(planner), rack(rack) {
    connect(&rack, &OwnRack::changed, this, [this] {
        cut.reset();
        emit changed();
    });
}

cost::WorkBook BatchWork::book() {
    cost::WorkBook all = document.work();
    const auto latest = planner.latest();
    if (!all.rates.hour || !latest || !latest->outcome().plan) return all;
    if (cut.lock() != latest) {
        cut = latest;
        metal.reset();
        const auto now = rack.now();
        if (const auto* cutters = draw::cuttersOnUse())
            metal = stock::metalFor({latest->settled.job.title, latest->settled.job, latest->part()},
                                    now ? *now : stock::Rack{}, *cutters);
    }
    all.rates.metal = metal;
    return all;
}

} // namespace goodfold::app
