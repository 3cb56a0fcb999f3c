#include "app/window/job_files.h"

#include "app/base/job_store.h"
#include "app/base/settings.h"

#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>

namespace goodfold::app {

namespace {

QString jobFilter() {
    return JobFiles::tr("Good Fold jobs (*.gfold)");
}

} // namespace

JobFiles::JobFiles(Document& document, QWidget& window)
    : QObject(&window), document(document), window(window), recovery(new Recovery(document, this)) {
    connect(&document.undoStack(), &QUndoStack::cleanChanged, this, [this](bool clean) {
        if (clean) recovery->forget();
    });
}

QString JobFiles::baseName() const {
    const QFileInfo file(filePath);
    return filePath.isEmpty() ? fileNameFor(document.job().title)
                              : file.path() + QLatin1Char('/') + file.completeBaseName();
}

bool JobFiles::isUntouched() const {
    return filePath.isEmpty() && document.undoStack().isClean() && document.undoStack().count() == 0;
}

std::optional<QString> JobFiles::open(const QString& path) {
    auto read = openJob(path);
    if (!read) return inOneSentence(path, read.error());
    document.replace(read->job);
    standFor(path, read->isNewer);
    emit opened();
    return {};
}

std::optional<QString> JobFiles::revert() {
    auto read = openJob(filePath);
    if (!read) return inOneSentence(filePath, read.error());
    document.edit(tr("back to what is saved"), read->job); // a slip of the hand loses nothing
    document.undoStack().setClean();
    recovery->forget();
    emit changed();
    return {};
}

void JobFiles::takeRecovered(const Recovered& left) {
    filePath = left.path;
    recovery->setPath(left.path);
    document.undoStack().resetClean(); // it was never saved as it is
    recovery->write();
    QFile::remove(left.file); // only now that it is safe again
    emit changed();
}

void JobFiles::standFor(const QString& path, bool isOfNewerVersion) {
    filePath = QFileInfo(path).absoluteFilePath();
    isNewer = isOfNewerVersion;
    recovery->setPath(filePath);
    settings::rememberFile(filePath);
    emit changed();
    if (isNewer)
        emit said(
            tr("%1 comes from a newer Good Fold. You can look at it; to change it, save it under another "
               "name, without what this version does not know.")
                .arg(QFileInfo(path).fileName()));
}

std::optional<QString> JobFiles::save(const QString& path) {
    if (isNewer && QFileInfo(path).absoluteFilePath() == filePath)
        return tr("%1 comes from a newer Good Fold and is not written over: save it under another name.")
            .arg(QFileInfo(path).fileName());
    if (const auto wrong = saveJob(path, document.job())) return inOneSentence(path, *wrong);
    standFor(path, false);
    document.undoStack().setClean();
    recovery->forget();
    emit changed();
    return {};
}

QStringList JobFiles::askWhatToOpen() {
    return QFileDialog::getOpenFileNames(&window, tr("Open jobs"), QFileInfo(filePath).path(), jobFilter());
}

bool JobFiles::saveAsked() {
    if (filePath.isEmpty() || isNewer) return saveAsAsked();
    const auto wrong = save(filePath);
    if (wrong) emit said(*wrong);
    return !wrong;
}

bool JobFiles::saveAsAsked() {
    QString path = QFileDialog::getSaveFileName(
        &window, tr("Save the job"), filePath.isEmpty() ? baseName() + QStringLiteral(".gfold") : filePath,
        jobFilter());
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".gfold");
    const auto wrong = save(path);
    if (wrong) emit said(*wrong);
    return !wrong;
}

bool JobFiles::mayDiscard() {
    if (document.undoStack().isClean()) return true;
    const auto answer = QMessageBox::question(
        &window, tr("Good Fold"),
        tr("Save the changes to “%1” first?").arg(QString::fromStdString(document.job().title)),
        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    if (answer == QMessageBox::Save) return saveAsked();
    return answer == QMessageBox::Discard;
}

} // namespace goodfold::app
