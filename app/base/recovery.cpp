#include "app/base/recovery.h"

#include "app/base/job_store.h"
#include "files/job_file.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>
#include <QUuid>

#include <sstream>

namespace goodfold::app {

namespace {

constexpr int kEvery = 2000; // ms: what a kill may cost at most
const QString kEnding = QStringLiteral(".unsaved");

/// First line: the job file it belongs to. Then the job as it would be saved.
QByteArray contentsFor(const job::Job& job, const QString& path) {
    std::ostringstream out;
    files::writeJob(out, job);
    return path.toUtf8() + '\n' + QByteArray::fromStdString(out.str());
}

} // namespace

QString recoveryFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
           QStringLiteral("/unsaved");
}

Recovery::Recovery(Document& document, QObject* parent) : QObject(parent), document(document) {
    timer.setSingleShot(true);
    timer.setInterval(kEvery);
    connect(&timer, &QTimer::timeout, this, &Recovery::write);
    connect(&document, &Document::changed, this, [this] {
        if (!timer.isActive()) timer.start(); // not put off by the next edit
    });
}

Recovery::~Recovery() {
    forget();
}

void Recovery::write() {
    timer.stop();
    if (document.undoStack().isClean()) return forget();
    if (file.isEmpty()) {
        QDir().mkpath(recoveryFolder());
        file = recoveryFolder() + QLatin1Char('/') + QUuid::createUuid().toString(QUuid::WithoutBraces) +
               kEnding;
        lock = std::make_unique<QLockFile>(file + QStringLiteral(".lock"));
        lock->setStaleLockTime(0); // stale only when its process is gone
        lock->lock();
    }
    saveBytes(file, contentsFor(document.job(), jobPath)); // a full disk is told of when the user saves
}

void Recovery::forget() {
    timer.stop();
    if (file.isEmpty()) return;
    QFile::remove(file);
    lock.reset();
    file.clear();
}

std::vector<Recovered> leftUnsaved() {
    std::vector<Recovered> all;
    const QDir folder(recoveryFolder());
    for (const QString& name : folder.entryList({QLatin1Char('*') + kEnding}, QDir::Files, QDir::Time)) {
        const QString path = folder.filePath(name);
        QLockFile lock(path + QStringLiteral(".lock"));
        lock.setStaleLockTime(0);
        if (!lock.tryLock()) continue; // another window that is alive
        QFile file(path);
        if (!file.open(QIODevice::ReadOnly)) continue;
        const QString jobPath = QString::fromUtf8(file.readLine()).trimmed();
        std::istringstream in(file.readAll().toStdString());
        file.close();
        const auto read = files::readJob(in);
        if (read && material::standardMaterials().find(read->job.material))
            all.push_back({read->job, jobPath, path});
    }
    return all;
}

} // namespace goodfold::app
