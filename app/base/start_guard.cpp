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
    QFile before(path());
    failed = before.exists();
    if (failed && before.open(QIODevice::ReadOnly)) begunLast = QString::fromUtf8(before.readAll()).trimmed();
    begins({});
}

void StartGuard::begins(const QString& what) {
    if (!lock) return;
    QFile mark(path());
    if (mark.open(QIODevice::WriteOnly)) mark.write(what.toUtf8());
}

void StartGuard::cameThrough() {
    if (!lock) return;
    QFile::remove(path());
    lock.reset();
}

} // namespace goodfold::app
