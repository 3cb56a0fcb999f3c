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
    failed = QFileInfo::exists(path());
    QFile mark(path());
    if (mark.open(QIODevice::WriteOnly)) mark.write("A start is under way.\n");
}

void StartGuard::cameThrough() {
    if (!lock) return;
    QFile::remove(path());
    lock.reset();
}

} // namespace goodfold::app
