// Unsaved edits on disk, so that a crash or a kill loses no more than the last two seconds.
#pragma once

#include "app/base/document.h"

#include <QLockFile>
#include <QString>
#include <QTimer>

#include <memory>

namespace goodfold::app {

/// Keeps one window's unsaved job in a file of its own while there is something unsaved. The file is locked
/// by this process; when the process is gone, the lock is stale and the file is what is to be recovered.
class Recovery : public QObject {
    Q_OBJECT
public:
    Recovery(Document& document, QObject* parent);
    ~Recovery() override;
    /// The job file this window stands for; empty where it has none yet.
    void setPath(const QString& path) { jobPath = path; }
    /// Nothing is unsaved any more, or it is not wanted: the file goes.
    void forget();
    /// Writes at once what is unsaved.
    void write();

private:
    Document& document;
    QString jobPath, file;
    QTimer timer;
    std::unique_ptr<QLockFile> lock;
};

struct Recovered {
    job::Job job;
    QString path; // of the job file it belongs to; empty for one never saved
    QString file; // where it lies; to be removed once it is safe elsewhere
};

/// What processes that are gone left unsaved.
std::vector<Recovered> leftUnsaved();

/// Where the files are.
QString recoveryFolder();

} // namespace goodfold::app
