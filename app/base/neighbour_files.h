// Parts that are bolted to each other, each a job in a file of its own: what the one has another where the
// other needs it, both are told.
#pragma once

#include "app/base/document.h"
#include "lineup/neighbours.h"

#include <QFileSystemWatcher>
#include <QTimer>

namespace goodfold::app {

/// The job with the holes of another one's file where those are now: as withNeighbour(), by the shop's books.
/// `file` as seen from the folder of `path`, this job's own.
Result<job::Job> withNeighbourIn(const job::Job& job, const QString& path, const std::string& file,
                                 Books& books);

/// What another job's file offers to be bolted to.
Result<std::vector<lineup::Offered>> offeredIn(const QString& path, const QString& other);

/// Watches the files of jobs that this one is bolted to, and follows them.
class NeighbourFiles : public QObject {
    Q_OBJECT
public:
    NeighbourFiles(Document& document, QObject* parent);

    /// All of them now: what moved there moves here, as a step that can be undone.
    void look();
    /// This job was saved: says which others in its folder are bolted to holes that are elsewhere now.
    void tellOthers();

signals:
    void said(const QString& sentence);

private:
    void look(const std::string& file);
    void watch();

    Document& document;
    QFileSystemWatcher watcher;
    QTimer settling; // a file that is written anew goes and comes
};

} // namespace goodfold::app
