#include "app/window/batch_cutter.h"

#include "app/base/books.h"
#include "app/base/text.h"
#include "app/window/main_window.h"
#include "app/window/nest_search.h"
#include "stock/rack.h"

#include <QApplication>

#include <algorithm>

namespace goodfold::app {

BatchCutter::BatchCutter(Document& document, Planner& planner, OwnRack& rack, QWidget& window)
    : QObject(&window), document(document), planner(planner), rack(rack), window(window) {}

Result<InBatch> BatchCutter::own() const {
    const auto latest = planner.latest();
    if (!latest || planner.isAwaited())
        return Error{"The order of bending is still being looked for: try again in a moment.", "bends"};
    if (!latest->outcome().plan)
        return Error{"There is no order of bending yet, and so no blank to cut.", "bends"};
    if (const auto* stop = check::firstStop(document.findings()))
        return Error{"The bracket cannot be made as it is, and so it is not cut. " + stop->headline + ": " +
                         stop->says,
                     "findings"};
    return InBatch{latest, document.material()};
}

Result<std::vector<InBatch>> BatchCutter::all() const {
    std::vector<InBatch> batch;
    QWidgetList windows = QApplication::topLevelWidgets();
    std::stable_partition(windows.begin(), windows.end(), [&](QWidget* each) { return each == &window; });
    for (QWidget* each : std::as_const(windows)) {
        auto* other = qobject_cast<MainWindow*>(each);
        if (!other || other->showsStartPage()) continue;
        const auto job = other->cutter().own();
        if (!job) {
            const std::string& title = other->document().job().title;
            return Error{(title.empty() ? "A bracket without a title" : title) + ": " + job.error().says,
                         job.error().where};
        }
        batch.push_back(*job);
    }
    return batch;
}

/// On whatever thread: it keeps what it looks at, the plans, and the books as they are now.
Result<BatchCutter::Look> BatchCutter::lookOf(const std::vector<InBatch>& batch) const {
    const auto now = rack.now();
    if (!now) return now.error();
    return Look([batch, rack = *now, reading = document.reading(),
                 hardware = document.books().hardware.book(),
                 errors = document.errors()](const stock::Cutting& how) {
        std::vector<stock::Shopped> jobs;
        std::string title;
        for (const InBatch& each : batch) {
            const job::Job& job = each.planned->settled.job;
            title += (title.empty() ? "" : ", ") + job.title;
            jobs.push_back(stock::shoppedFor({job.title, job, each.planned->part()}, each.metal, hardware,
                                             errors.instruments, reading));
        }
        return draw::buyingFor(title, jobs, rack, how, reading);
    });
}

void BatchCutter::look(const std::vector<InBatch>& batch,
                       std::function<void(const Result<draw::Buying>&)> done) {
    const auto look = lookOf(batch);
    if (!look) return done(look.error());
    if (std::none_of(batch.begin(), batch.end(), [](const InBatch& each) { return each.isSheet(); }))
        return done((*look)({}));
    (new NestSearch(*look, std::move(done), &window))->open();
}

QString BatchCutter::takeOff(const std::vector<InBatch>& batch) {
    const auto now = rack.now();
    const auto look = lookOf(batch);
    if (!now || !look) return text((now ? look.error() : now.error()).says);
    for (const InBatch& each : batch)
        if (each.isSheet() ? !now->sheets : !now->bars)
            return each.isSheet()
                       ? tr("No sheets are on the rack yet: say at the Shop stage, under the rack, what lies "
                            "there.")
                       : tr("No bars are on the rack yet: say at the Shop stage, under the rack, what lies "
                            "there.");
    const auto buying = (*look)({.seconds = 1});
    if (!buying) return text(buying.error().says);
    if (!buying->cut.isAll())
        return tr("The rack is short of stock for this batch: To buy and cut says of what.");
    stock::Rack left = stock::rackAfter(*now, buying->cut);
    if (!now->bars) left.bars.reset(); // nobody says what lies there
    if (!now->sheets) left.sheets.reset();
    if (const auto wrong = rack.become(tr("batch off the rack"), left)) return text(wrong->says);
    return tr("The batch is off the rack, and what is left of its stock is on it. Ctrl+Z puts it back.");
}

} // namespace goodfold::app
