#include "app/mount/bringing.h"

#include "app/base/text.h"
#include "text/reached.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

Bringing::Bringing(Document& document, QObject* parent) : QObject(parent), document(document) {
    connect(&document, &Document::changed, this, [this] {
        if (!isBusy() || *asked == this->document.job()) return;
        asked.reset();
        emit changed();
    });
}

std::optional<Error> Bringing::begin() {
    const job::Job& job = document.job();
    const auto& instruments = document.errors().instruments;
    const auto known = lineup::knownMount(*job.mount, instruments);
    if (!known) return known.error();
    if (const auto doubted = lineup::whatIsDoubted(job, *known, instruments)) return *doubted;
    asked = std::make_shared<const job::Job>(job);
    const auto work = [self = QPointer(this), mine = asked, known = *known, material = document.material(),
                       shop = document.shop(), hardware = document.books().hardware.book(),
                       reading = document.reading()] {
        const auto reached = lineup::reachAsBent(*mine, known, material, *shop, hardware, {reading});
        QMetaObject::invokeMethod(
            qApp,
            [self, mine, reached] {
                if (self && self->asked == mine) self->take(reached);
            },
            Qt::QueuedConnection);
    };
    QThreadPool::globalInstance()->start(work);
    emit changed();
    return {};
}

void Bringing::take(const Result<lineup::Reached>& reached) {
    asked.reset();
    emit changed();
    if (!reached) return emit said(text(reached.error().says));
    const bool isOtherwise = reached->laid != lineup::Laid::AsDrawn;
    if (!reached->isReached || (reached->changed.empty() && !isOtherwise))
        return emit said(text(text::inWords(*reached, document.reading())));
    if (const auto wrong = document.edit(tr("bracket brought onto its mount"), reached->job))
        emit said(text(wrong->says));
}

} // namespace goodfold::app
