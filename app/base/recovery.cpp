#include "app/base/recovery.h"

#include "app/base/own_file.h"
#include "common/limits.h"
#include "draw/save_bytes.h"
#include "files/job_file.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QJsonObject>
#include <QStandardPaths>
#include <QUuid>

#include <sstream>

namespace goodfold::app {

namespace {

const QString kEnding = QStringLiteral(".unsaved");

/// First line: the job file it belongs to, as an object. Then the job as it would be saved.
QByteArray contentsFor(const job::Job& job, const Origin& from) {
    std::ostringstream out;
    files::writeJob(out, job);
    const QJsonObject origin{{QStringLiteral("path"), from.path},
                             {QStringLiteral("newer"), from.isNewer},
                             {QStringLiteral("fingerprint"), QString::fromLatin1(from.fingerprint.toHex())}};
    return QJsonDocument(origin).toJson(QJsonDocument::Compact) + '\n' + QByteArray::fromStdString(out.str());
}

Origin originFrom(const QByteArray& line) {
    const QJsonObject said = QJsonDocument::fromJson(line).object();
    return {said.value(QStringLiteral("path")).toString(), said.value(QStringLiteral("newer")).toBool(),
            QByteArray::fromHex(said.value(QStringLiteral("fingerprint")).toString().toLatin1())};
}

} // namespace

QString recoveryFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
           QStringLiteral("/unsaved");
}

Recovery::Recovery(Document& document, QObject* parent, int every) : QObject(parent), document(document) {
    timer.setSingleShot(true);
    timer.setInterval(every);
    connect(&timer, &QTimer::timeout, this, &Recovery::writeAside);
    connect(&document, &Document::changed, this, [this] {
        if (!timer.isActive()) timer.start(); // not put off by the next edit
    });
}

Recovery::~Recovery() {
    forget();
}

bool Recovery::write() {
    timer.stop();
    if (document.undoStack().isClean()) {
        forget();
        return true;
    }
    take(); // what is older is not written over what is newer
    haveFile();
    tell(draw::saveBytes(file, contentsFor(document.job(), from)));
    return !hasFailed;
}

/// The same while the window goes on. Where the disk is not done with what came before, a while later.
void Recovery::writeAside() {
    if (document.undoStack().isClean()) return forget();
    if (writing.valid()) return timer.start();
    haveFile();
    writing = std::async(std::launch::async | std::launch::deferred,
                         [this, path = file, job = document.job(), origin = from] {
                             auto wrong = draw::saveBytes(path, contentsFor(job, origin));
                             QMetaObject::invokeMethod(this, &Recovery::take, Qt::QueuedConnection);
                             return wrong;
                         });
    if (writing.wait_for(std::chrono::seconds(0)) == std::future_status::deferred)
        take(); // no thread to be had
}

/// How it went, once it is through.
void Recovery::take() {
    if (writing.valid()) tell(writing.get());
}

/// A file of its own, locked as long as this process lives; made anew where the folder went or could not be
/// made before: others take what is not locked for what a crash left.
void Recovery::haveFile() {
    if (file.isEmpty())
        file = recoveryFolder() + QLatin1Char('/') + QUuid::createUuid().toString(QUuid::WithoutBraces) +
               kEnding;
    const QString lockFile = file + QStringLiteral(".lock");
    if (lock && lock->isLocked() && QFile::exists(lockFile)) return;
    QDir().mkpath(recoveryFolder());
    lock = std::make_unique<QLockFile>(lockFile);
    lock->setStaleLockTime(0); // stale only when its process is gone
    lock->lock();
}

void Recovery::tell(const std::optional<Error>& wrong) {
    if (wrong && !hasFailed)
        emit failed(tr("What is not saved cannot be kept for after a crash: %1 Save the job yourself.")
                        .arg(QString::fromStdString(wrong->says)));
    hasFailed = wrong.has_value();
}

void Recovery::forget() {
    timer.stop();
    writing = {}; // waits: it would put the file there again
    if (file.isEmpty()) return;
    QFile::remove(file);
    lock.reset();
    file.clear();
}

QByteArray fingerprintOf(const QString& path) {
    QFile file(path);
    if (!QFileInfo(path).isFile() || !file.open(QIODevice::ReadOnly)) return {};
    QCryptographicHash hash(QCryptographicHash::Sha256);
    hash.addData(file.read(static_cast<qint64>(kMostBytes) + 1));
    return hash.result();
}

LeftUnsaved leftUnsaved() {
    LeftUnsaved left;
    const QDir folder(recoveryFolder());
    for (const QString& name : folder.entryList({QLatin1Char('*') + kEnding}, QDir::Files, QDir::Time)) {
        const QString path = folder.filePath(name);
        QLockFile lock(path + QStringLiteral(".lock"));
        lock.setStaleLockTime(0);
        if (!lock.tryLock()) continue; // another window that is alive
        QFile file(path);
        if (!file.open(QIODevice::ReadOnly)) continue;
        const Origin origin = originFrom(file.readLine());
        std::istringstream in(file.readAll().toStdString());
        file.close();
        const auto read = files::readJob(in);
        if (read && material::standardMaterials().find(read->job.material))
            left.jobs.push_back({read->job, origin, path});
        else if (const auto aside = setAside(path))
            left.aside << *aside;
    }
    return left;
}

} // namespace goodfold::app
