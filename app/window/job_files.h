// One window's dealings with its job file: opening, saving, reverting, recovering, and asking before
// something is lost.
#pragma once

#include "app/base/neighbour_files.h"
#include "app/base/recovery.h"

#include <QFileSystemWatcher>

namespace goodfold::app {

class JobFiles : public QObject {
    Q_OBJECT
public:
    JobFiles(Document& document, QWidget& window);

    /// Absolute; empty for a job that was never saved.
    const QString& path() const { return origin.path; }
    /// Where exports go by themselves: beside the job file, by its name; else the title's.
    QString baseName() const;
    /// Nothing was begun yet.
    bool isUntouched() const;

    /// Another file in this document's place. On failure nothing changes and the sentence is returned.
    std::optional<QString> open(const QString& path);
    /// Over a file that was changed since by somebody else only where that is said.
    enum class Over { WhatWasHere, Anything };
    std::optional<QString> save(const QString& path, Over over = Over::WhatWasHere);
    /// The file as it was last saved, in place of what is here; one step that can be undone.
    std::optional<QString> revert();
    /// The document was just made from this file.
    void standFor(const QString& path, bool isOfNewerVersion);
    /// The document was just made from what a kill left unsaved. Whether that lies in a file of this window
    /// now.
    bool takeRecovered(const Recovered& left);

    QStringList askWhatToOpen();
    bool saveAsked();
    bool saveAsAsked();
    /// Asks where something would be lost.
    bool mayDiscard();
    /// Nothing more is to be kept for after a crash.
    void forget() { recovery->forget(); }

signals:
    void opened();
    void changed(); // path, or whether all is saved
    void said(const QString& sentence);

private:
    void take(const Origin& origin);
    bool isChangedOutside() const;
    void lookOutside();
    std::optional<Over> askToWriteOver();

    Document& document;
    QWidget& window;
    Recovery* recovery;
    Origin origin;
    NeighbourFiles* neighbours;
    QFileSystemWatcher watcher;
    QTimer settling; // a file that is written anew goes and comes
};

} // namespace goodfold::app
