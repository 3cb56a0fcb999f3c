// Whether the last start came through. What killed it is not loaded again unasked.
#pragma once

#include <QFile>
#include <QLockFile>
#include <QString>

#include <memory>

namespace goodfold::app {

/// From before anything of the user's is read until the windows have stood for a while, a file says that a
/// start is under way. Found at the next start, with nobody alive who wrote it, that start ended in the
/// middle.
class StartGuard {
public:
    StartGuard();
    /// The last start ended before its windows stood.
    bool lastFailed() const { return failed; }
    /// What it had begun last; empty where that is not known.
    const QString& failedAt() const { return begunLast; }
    /// What of the user's is read next.
    void begins(const QString& what);
    /// The windows stand: from here on nothing is held against what was loaded.
    void cameThrough();

    static QString path();

private:
    bool failed = false;
    QString begunLast;
    std::unique_ptr<QLockFile> lock;
    QFile mark;
};

} // namespace goodfold::app
