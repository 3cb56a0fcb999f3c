// Unsaved edits on disk, so that a crash or a kill loses no more than the last two seconds.
#pragma once

#include "app/base/document.h"

#include <QLockFile>
#include <QString>
#include <QTimer>

#include <future>
#include <memory>

namespace goodfold::app {

/// The job file that a window stands for, as it was read or written there last.
struct Origin {
    QString path;           // empty where there is none yet
    bool isNewer = false;   // of a later version: not to be saved over
    QByteArray fingerprint; // of what it said; empty where it was not there
};
/// Of what the file says now; empty where it is not there or cannot be read.
QByteArray fingerprintOf(const QString& path);

/// Keeps one window's unsaved job in a file of its own while there is something unsaved. The file is locked
/// by this process; when the process is gone, the lock is stale and the file is what is to be recovered.
class Recovery : public QObject {
    Q_OBJECT
public:
    static constexpr int kEvery = 2000; // ms: what a kill may cost at most
    Recovery(Document& document, QObject* parent, int every = kEvery);
    ~Recovery() override;
    void setOrigin(const Origin& origin) { from = origin; }
    /// Nothing is unsaved any more, or it is not wanted: the file goes.
    void forget();
    /// Writes at once what is unsaved. Whether all that is unsaved is on the disk now.
    bool write();

signals:
    void failed(const QString& sentence); // once, until it goes again

private:
    void writeAside();
    void take();
    void haveFile();
    void tell(const std::optional<Error>& wrong);

    Document& document;
    Origin from;
    QString file;
    bool hasFailed = false;
    QTimer timer;
    std::unique_ptr<QLockFile> lock;
    std::future<std::optional<Error>> writing; // on another core: a disk may take its time
};

struct Recovered {
    job::Job job;
    Origin origin;
    QString file; // where it lies; to be removed once it is safe elsewhere
};

/// What processes that are gone left unsaved, and files of it that could not be read: kept by another name.
struct LeftUnsaved {
    std::vector<Recovered> jobs;
    QStringList aside;
};
LeftUnsaved leftUnsaved();

/// Where the files are.
QString recoveryFolder();

} // namespace goodfold::app
