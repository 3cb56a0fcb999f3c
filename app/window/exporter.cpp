#include "app/window/exporter.h"

#include "app/base/job_store.h"
#include "app/window/job_files.h"
#include "draw/save_bytes.h"

#include <QCoreApplication>
#include <QFileDialog>
#include <QFileInfo>
#include <QPointer>
#include <QThreadPool>

namespace goodfold::app {

Exporter::Exporter(Document& document, Planner& planner, OwnRack& rack, BatchWork& work, BatchCutter& cutter,
                   JobFiles& files, QWidget& window)
    : QObject(&window), document(document), planner(planner), ownRack(rack), work(work), cutter(cutter),
      files(files), window(window) {}

/// What needs a plan is of the job that was planned, which is this one unless it is still being looked for.
Result<QByteArray> Exporter::bytesOf(const draw::Export& row, QPageSize::PageSizeId paper) const {
    if (const auto wait = whyNotYet(row)) return *wait;
    const Books& books = document.books();
    stock::Rack rack;
    if (row.needsPlan) {
        const auto own = ownRack.now();
        if (!own) return own.error();
        rack = *own;
    }
    job::Job job = document.job();
    if (row.isOfPlace && document.isOtherSide()) { // the place that is in hand
        job.mount = document.place();
        job.title += tr(", the other side").toStdString();
    }
    if (!row.needsPlan)
        return row.write({.job = job,
                          .material = document.material(),
                          .part = document.part(),
                          .folded = document.folded(),
                          .reading = document.reading(),
                          .paper = paper,
                          .hardware = books.hardware.book(),
                          .errors = books.errors.book()});
    const auto latest = planner.latest();
    if (!latest || planner.isAwaited())
        return Error{"The order of bending is still being looked for: try again in a moment.", "bends"};
    if (!latest->outcome().plan)
        return Error{"There is no order of bending yet: the Bending stage says what is in the way.", "bends"};
    const part::Folded folded = part::fold(latest->part());
    return row.write({.job = latest->settled.job,
                      .material = document.material(),
                      .part = latest->part(),
                      .folded = folded,
                      .reading = document.reading(),
                      .paper = paper,
                      .settled = &latest->settled,
                      .opposite = latest->opposite ? &latest->opposite->settled : nullptr,
                      .findings = &document.findings(),
                      .hardware = books.hardware.book(),
                      .errors = books.errors.book(),
                      .work = work.book(),
                      .rack = rack});
}

std::optional<Error> Exporter::whyNotYet(const draw::Export& row) const {
    if (row.needsPlan || !planner.isAwaited() || !sequence::takesToolRadii(document.job())) return {};
    return Error{
        "The blank goes by the radii that its tools make, and those are still being chosen: try again "
        "in a moment.",
        "bends"};
}

std::optional<QString> Exporter::write(const draw::Export& row, QPageSize::PageSizeId paper,
                                       const QString& path) const {
    const auto bytes = bytesOf(row, paper);
    if (!bytes) return QString::fromStdString(bytes.error().says);
    if (const auto wrong = draw::saveBytes(path, *bytes)) return inOneSentence(path, *wrong);
    return {};
}

void Exporter::ask(const draw::Export& row, QPageSize::PageSizeId paper) {
    if (const auto own = cutter.own(); own && row.looksForNest && own->isSheet())
        return askForBatch(std::vector{*own}, paper);
    if (row.takesLong) return makeBeside(row);
    save(bytesOf(row, paper), row);
}

/// On a thread, which keeps what it needs and writes the file, whatever becomes of the window.
void Exporter::makeBeside(const draw::Export& row) {
    if (const auto wait = whyNotYet(row)) return emit said(QString::fromStdString(wait->says));
    const QString path = askForPath(row);
    if (path.isEmpty()) return;
    const auto make = [self = QPointer(this), &row, path, job = document.job(), metal = document.material(),
                       part = document.part(), folded = document.folded(), reading = document.reading()] {
        const auto bytes =
            row.write({.job = job, .material = metal, .part = part, .folded = folded, .reading = reading});
        const auto wrong = bytes ? draw::saveBytes(path, *bytes) : std::optional(bytes.error());
        QMetaObject::invokeMethod(qApp, [self, &row, path, wrong] {
            if (self) emit self->said(self->sayWritten(row, path, wrong));
        });
    };
    QThreadPool::globalInstance()->start(make);
    emit said(tr("The file %1 is being made…").arg(QFileInfo(path).fileName()));
}

void Exporter::askForBatch(const Result<std::vector<InBatch>>& batch, QPageSize::PageSizeId paper) {
    if (!batch) return emit said(QString::fromStdString(batch.error().says));
    cutter.look(*batch, [this, paper](const Result<draw::Buying>& buying) {
        if (!buying) return emit said(QString::fromStdString(buying.error().says));
        save(draw::buyingSheetPdf(*buying, paper, document.reading()), *draw::findExport("pdf-buying"));
    });
}

void Exporter::save(const Result<QByteArray>& bytes, const draw::Export& row) {
    if (!bytes) return emit said(QString::fromStdString(bytes.error().says));
    const QString path = askForPath(row);
    if (!path.isEmpty()) emit said(sayWritten(row, path, draw::saveBytes(path, *bytes)));
}

QString Exporter::askForPath(const draw::Export& row) const {
    return QFileDialog::getSaveFileName(&window, tr("Save as"), files.baseName() + QLatin1String(row.suffix),
                                        QCoreApplication::translate("Exports", row.filter));
}

QString Exporter::sayWritten(const draw::Export& row, const QString& path,
                             const std::optional<Error>& wrong) const {
    if (wrong) return inOneSentence(path, *wrong);
    const QString name = QFileInfo(path).fileName();
    const auto* stop = row.isOfPlace ? nullptr : check::firstStop(document.findings());
    return stop ? tr("The file %1 is written, but the bracket cannot be made as it is. %2: %3")
                      .arg(name, QString::fromStdString(stop->headline), QString::fromStdString(stop->says))
                : tr("The file %1 is written.").arg(name);
}

} // namespace goodfold::app
