#include "app/base/start_guard.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>

namespace goodfold::app {

QString StartGuard::path() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) +
           QStringLiteral("/starting");
}

StartGuard::StartGuard() {
    QDir().mkpath(QFileInfo(path()).path());
    lock = std::make_unique<QLockFile>(path() + QStringLiteral(".lock"));
    lock->setStaleLockTime(0); // stale only when its process is gone
    if (!lock->tryLock()) {    // another one is starting beside this one: each start is its own
        lock.reset();
        return;
    }
    mark.setFileName(path());
    failed = mark.exists();
    if (!mark.open(QIODevice::ReadWrite | QIODevice::Unbuffered)) return;
    if (failed) begunLast = QString::fromUtf8(mark.readAll()).trimmed();
    begins({});
}

void StartGuard::begins(const QString& what) {
    // In its place: a file that is cut short first goes to the disk each time it is closed, and the window
    // waits for it.
    constexpr int kLongest = 32;
    if (lock && mark.isOpen() && mark.seek(0)) mark.write(what.toUtf8().leftJustified(kLongest, ' '));
}

void StartGuard::cameThrough() {
    if (!lock) return;
    mark.close();
    QFile::remove(path());
    lock.reset();
}

} // namespace goodfold::app
