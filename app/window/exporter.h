// What leaves the window: exports to files, the printer, the clipboard.
#pragma once

#include "app/base/batch_work.h"
#include "app/window/batch_cutter.h"
#include "draw/exports.h"

#include <QPageSize>

namespace goodfold::app {

struct Actions;
class JobFiles;
class Stage;

class Exporter : public QObject {
    Q_OBJECT
public:
    Exporter(Document& document, Planner& planner, OwnRack& rack, BatchWork& work, BatchCutter& cutter,
             JobFiles& files, QWidget& window);

    /// Writes a file, or says why not.
    std::optional<QString> write(const draw::Export& row, QPageSize::PageSizeId paper,
                                 const QString& path) const;
    /// Asks where to, and writes; what takes long is written beside the window, which then says so.
    void ask(const draw::Export& row, QPageSize::PageSizeId paper);

    /// What to buy for such a batch and how it is cut, on paper.
    void askForBatch(const Result<std::vector<InBatch>>& batch, QPageSize::PageSizeId paper);

signals:
    void said(const QString& sentence);

private:
    std::optional<Error> whyNotYet(const draw::Export& row) const;
    void makeBeside(const draw::Export& row);
    void save(const Result<QByteArray>& bytes, const draw::Export& row);
    QString askForPath(const draw::Export& row) const;
    QString sayWritten(const draw::Export& row, const QString& path, const std::optional<Error>& wrong) const;
    Result<QByteArray> bytesOf(const draw::Export& row, QPageSize::PageSizeId paper) const;

    Document& document;
    Planner& planner;
    OwnRack& ownRack;
    BatchWork& work;
    BatchCutter& cutter;
    JobFiles& files;
    QWidget& window;
};

} // namespace goodfold::app
