#include "app/base/taught_books.h"

#include "app/base/job_store.h"
#include "learn/taught.h"

#include <utility>

namespace goodfold::app {

namespace {

/// Of a book that outlives every window.
template <class Book> std::shared_ptr<const Book> borrowed(const Book& book) {
    return {std::shared_ptr<void>(), &book};
}

} // namespace

const TaughtBooks& TaughtCache::of(const job::Job& job, Books& books) {
    const material::Material& metal = *material::standardMaterials().find(job.material);
    const lineup::ErrorBook& errors = books.errors.book();
    const bool isTaught = !books.logbook.points().empty();
    Key now{books.tools.shop(),    books.errors.revision(),
            books.work.revision(), books.logbook.revision(),
            job.material,          {}};
    if (isTaught) {
        if (fingerprint.isEmpty()) fingerprint = fingerprintOf(job);
        if (books.logbook.hasPiecesOf(fingerprint)) now.exceptJob = fingerprint;
    }
    if (taught.shop && key == now) return taught;
    key = now;
    before = std::exchange(taught, {});
    taught = {now.shop, borrowed(errors), borrowed(metal), borrowed(books.work.book())};
    if (!isTaught) return taught;
    const learn::Points& points = books.logbook.points(now.exceptJob);
    if (!now.exceptJob.isEmpty()) {
        cost::WorkBook own = books.work.book();
        own.took = books.logbook.minutesOf(now.exceptJob);
        taught.work = std::make_shared<cost::WorkBook>(std::move(own));
    }
    taught.shop = std::make_shared<tool::Shop>(learn::taught(*now.shop, points, errors));
    taught.errors = std::make_shared<lineup::ErrorBook>(learn::taught(errors, points));
    taught.material = std::make_shared<material::Material>(learn::taught(metal, points, errors));
    return taught;
}

} // namespace goodfold::app
