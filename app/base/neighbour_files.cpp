#include "app/base/neighbour_files.h"

#include "app/base/job_store.h"
#include "app/base/text.h"

#include <QDir>
#include <QFileInfo>

#include <algorithm>

namespace goodfold::app {

namespace {

constexpr int kMostJobs = 200; // of a folder that are looked through

QString fileBeside(const QString& path, const std::string& file) {
    return QFileInfo(path).dir().absoluteFilePath(QString::fromStdString(file));
}

Result<job::Job> withNeighbourAs(const job::Job& job, const std::string& file, const job::Job& other,
                                 Books& books) {
    TaughtCache cache;
    const TaughtBooks& taught = cache.of(other, books);
    return lineup::withNeighbour(job, file, other,
                                 {*taught.material, *taught.shop, books.hardware.book(), *taught.errors});
}

bool isPlaced(const job::Job& job, const std::string& file) {
    const auto isOpen = [&](const job::MountPoint& point) {
        return point.of && point.of->job == file && !point.at;
    };
    return std::none_of(job.mount->points.begin(), job.mount->points.end(), isOpen);
}

} // namespace

Result<job::Job> withNeighbourIn(const job::Job& job, const QString& path, const std::string& file,
                                 Books& books) {
    const auto other = openJob(fileBeside(path, file));
    if (!other) return other.error();
    return withNeighbourAs(job, file, other->job, books);
}

Result<std::vector<lineup::Offered>> offeredIn(const QString& path, const QString& other) {
    if (path.isEmpty())
        return Error{
            NeighbourFiles::tr("Save this job first: the other one is named as seen from its folder.")
                .toStdString(),
            "mount"};
    if (QFileInfo(path) == QFileInfo(other))
        return Error{
            NeighbourFiles::tr("A bracket is not bolted to itself: choose another job.").toStdString(),
            "mount"};
    const auto read = openJob(other);
    if (!read) return read.error();
    const std::string file = QFileInfo(path).dir().relativeFilePath(other).toStdString();
    auto offered =
        lineup::offeredBy(file, read->job, *material::standardMaterials().find(read->job.material));
    if (offered.empty())
        return Error{
            NeighbourFiles::tr("%1 has no hole to bolt to.").arg(QFileInfo(other).fileName()).toStdString(),
            "mount"};
    return offered;
}

NeighbourFiles::NeighbourFiles(Document& document, QObject* parent) : QObject(parent), document(document) {
    constexpr int kMoment = 200; // ms
    settling.setSingleShot(true);
    settling.setInterval(kMoment);
    connect(&settling, &QTimer::timeout, this, [this] { look(); });
    connect(&watcher, &QFileSystemWatcher::fileChanged, this, [this] { settling.start(); });
}

void NeighbourFiles::watch() {
    if (const QStringList watched = watcher.files(); !watched.isEmpty()) watcher.removePaths(watched);
    for (const std::string& file : lineup::neighboursOf(document.job()))
        if (const QString path = fileBeside(document.path(), file); QFileInfo::exists(path))
            watcher.addPath(path);
}

void NeighbourFiles::look() {
    if (document.path().isEmpty()) return;
    for (const std::string& file : lineup::neighboursOf(document.job()))
        look(file);
    watch();
}

void NeighbourFiles::look(const std::string& file) {
    const job::Job& job = document.job();
    const auto now = withNeighbourIn(job, document.path(), file, document.books());
    if (!now) {
        const QString asBefore =
            isPlaced(job, file) ? tr(" Its holes stay where they were last.") : QString();
        return emit said(text(now.error().says) + asBefore);
    }
    const bool isNew = !isPlaced(job, file);
    const lineup::Moved moved = lineup::movedMost(job, *now, file);
    if (!isNew && moved.by < lineup::kMovedAtAll) return;
    const auto wrong = document.edit(tr("holes of %1").arg(text(file)), *now);
    if (wrong) return emit said(text(wrong->says));
    if (!isNew)
        emit said(
            tr("%1 is another now: %2 went %3 from where it was. The point follows it; bring the bracket "
               "onto its mount again.")
                .arg(text(file), text(moved.point),
                     text(quantity::typesetSize(quantity::Length::mm(moved.by), job.units))));
}

void NeighbourFiles::tellOthers() {
    const QFileInfo own(document.path());
    const QStringList names =
        own.dir().entryList({QStringLiteral("*.gfold")}, QDir::Files, QDir::Name).mid(0, kMostJobs);
    for (const QString& name : names) {
        if (name == own.fileName()) continue;
        const auto other = openJob(own.dir().absoluteFilePath(name));
        if (!other) continue;
        for (const std::string& file : lineup::neighboursOf(other->job)) {
            if (QFileInfo(own.dir().absoluteFilePath(QString::fromStdString(file))) != own) continue;
            const auto now = withNeighbourAs(other->job, file, document.job(), document.books());
            if (!now) {
                emit said(tr("%1 is bolted to this bracket: %2").arg(name, text(now.error().says)));
                continue;
            }
            const lineup::Moved moved = lineup::movedMost(other->job, *now, file);
            if (moved.by >= lineup::kMovedAtAll)
                emit said(
                    tr("%1 is bolted to this bracket, whose %2 went %3 from where that has it: open it and "
                       "bring it onto its mount again.")
                        .arg(name, text(now->mount->findPoint(moved.point)->of->id),
                             text(quantity::typesetSize(quantity::Length::mm(moved.by),
                                                        document.job().units))));
        }
    }
}

} // namespace goodfold::app
