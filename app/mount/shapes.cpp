#include "app/mount/shapes.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

Shapes::Shapes(Document& document, QObject* parent) : QObject(parent), document(document) {
    connect(&document, &Document::changed, this, [this] {
        const bool isThere = isLooking() || proposals;
        if (isThere && this->document.job().mount != foundFor) leave();
    });
}

Shapes::~Shapes() {
    if (stopAsked) *stopAsked = true;
}

void Shapes::leave() {
    if (stopAsked) *stopAsked = true;
    stopAsked.reset();
    proposals.reset();
    wrong.clear();
    emit changed();
}

void Shapes::look() {
    if (!document.job().mount) return;
    leave();
    stopAsked = std::make_shared<std::atomic<bool>>(false);
    foundFor = document.job().mount;
    const auto work = [self = QPointer(this), asked = stopAsked, job = document.job(),
                       material = document.material(), shop = document.shop(),
                       hardware = document.books().hardware.book(), errors = document.errors(),
                       reading = document.reading()] {
        constexpr int kPieces = 2000;
        const lineup::Judging judging{material, *shop,   hardware, errors,
                                      reading,  kPieces, 1,        [&asked] { return !*asked; }};
        const auto known = lineup::knownMount(*job.mount, errors.instruments);
        const auto made = known ? propose::proposalsFor(job, *known, judging)
                                : Result<std::vector<propose::Proposal>>(known.error());
        QMetaObject::invokeMethod(
            qApp,
            [self, asked, made] {
                if (!self || self->stopAsked != asked) return;
                self->stopAsked.reset();
                self->proposals = made ? *made : std::vector<propose::Proposal>();
                self->wrong = made ? std::string() : made.error().says;
                emit self->changed();
            },
            Qt::QueuedConnection);
    };
    QThreadPool::globalInstance()->start(work);
    emit changed();
}

} // namespace goodfold::app
