#include "app/window/job_files.h"

#include "app/base/job_store.h"
#include "app/base/settings.h"

#include <QCoreApplication>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QTimer>

namespace goodfold::app {

namespace {

QString jobFilter() {
    return JobFiles::tr("Good Fold jobs (*.gfold)");
}

} // namespace

JobFiles::JobFiles(Document& document, QWidget& window)
    : QObject(&window), document(document), window(window), recovery(new Recovery(document, this)),
      neighbours(new NeighbourFiles(document, this)) {
    connect(&document.undoStack(), &QUndoStack::cleanChanged, this, [this](bool clean) {
        if (clean) recovery->forget();
    });
    connect(recovery, &Recovery::failed, this, &JobFiles::said);
    connect(neighbours, &NeighbourFiles::said, this, &JobFiles::said);
    constexpr int kMoment = 200; // ms
    settling.setSingleShot(true);
    settling.setInterval(kMoment);
    connect(&settling, &QTimer::timeout, this, &JobFiles::lookOutside);
    connect(&watcher, &QFileSystemWatcher::fileChanged, this, [this] { settling.start(); });
}

QString JobFiles::baseName() const {
    const QFileInfo file(origin.path);
    return origin.path.isEmpty() ? fileNameFor(document.job().title)
                                 : file.path() + QLatin1Char('/') + file.completeBaseName();
}

bool JobFiles::isUntouched() const {
    return origin.path.isEmpty() && document.undoStack().isClean() && document.undoStack().count() == 0;
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
    auto read = openJob(origin.path);
    if (!read) return inOneSentence(origin.path, read.error());
    origin.fingerprint = fingerprintOf(origin.path);
    document.edit(tr("back to what is saved"), read->job); // a slip of the hand loses nothing
    document.undoStack().setClean();
    recovery->forget();
    emit changed();
    return {};
}

void JobFiles::take(const Origin& from) {
    if (const QStringList watched = watcher.files(); !watched.isEmpty()) watcher.removePaths(watched);
    origin = from;
    if (QFileInfo::exists(origin.path)) watcher.addPath(origin.path);
    recovery->setOrigin(origin);
    document.setPath(origin.path);
    neighbours->look();
}

bool JobFiles::isChangedOutside() const {
    return QFileInfo::exists(origin.path) && fingerprintOf(origin.path) != origin.fingerprint;
}

/// The file was touched: by this window, or by another, or by another program.
void JobFiles::lookOutside() {
    if (origin.path.isEmpty()) return;
    const QString name = QFileInfo(origin.path).fileName();
    if (!QFileInfo::exists(origin.path))
        return emit said(
            tr("%1 is gone from where it was: what is here is all there is of it. Saving writes it again.")
                .arg(name));
    if (!watcher.files().contains(origin.path)) watcher.addPath(origin.path); // written anew it is another
    if (isChangedOutside())
        emit said(
            tr("%1 was changed by another program or window. “Back to what is saved” shows that; saving "
               "asks before it writes over it.")
                .arg(name));
}

bool JobFiles::takeRecovered(const Recovered& left) {
    take(left.origin);
    document.undoStack().resetClean(); // it was never saved as it is
    const bool isKept = recovery->write();
    if (isKept)
        QFile::remove(left.file); // only now that it is safe again
    else
        connect(&document.undoStack(), &QUndoStack::cleanChanged, this, [file = left.file](bool isSaved) {
            if (isSaved) QFile::remove(file);
        });
    emit changed();
    return isKept;
}

void JobFiles::standFor(const QString& path, bool isOfNewerVersion) {
    take({QFileInfo(path).absoluteFilePath(), isOfNewerVersion, fingerprintOf(path)});
    // Settings are written to the disk: a window that is only coming does not wait for that.
    constexpr int kStands = 300; // ms
    if (window.isVisible())
        settings::rememberFile(origin.path);
    else
        QTimer::singleShot(kStands, qApp, [path = origin.path] { settings::rememberFile(path); });
    emit changed();
    if (origin.isNewer)
        emit said(
            tr("%1 comes from a newer Good Fold. You can look at it; to change it, save it under another "
               "name, without what this version does not know.")
                .arg(QFileInfo(path).fileName()));
}

std::optional<QString> JobFiles::save(const QString& path, Over over) {
    const QFileInfo file(path);
    const bool isOwn = file.absoluteFilePath() == origin.path;
    if (origin.isNewer && isOwn)
        return tr("%1 comes from a newer Good Fold and is not written over: save it under another name.")
            .arg(file.fileName());
    if (isOwn && over == Over::WhatWasHere && isChangedOutside())
        return tr("%1 was changed by another program or window, and is not written over unasked.")
            .arg(file.fileName());
    if (const auto wrong = saveJob(path, document.job())) return inOneSentence(path, *wrong);
    standFor(path, false);
    document.undoStack().setClean();
    recovery->forget();
    neighbours->tellOthers();
    emit changed();
    return {};
}

QStringList JobFiles::askWhatToOpen() {
    return QFileDialog::getOpenFileNames(
        &window, tr("Open jobs"), QFileInfo(origin.path).path(),
        tr("Jobs, drawings, pictures of patterns and bench logs (*.gfold *.dxf "
           "*.svg *.gfbench *.png *.jpg *.jpeg *.bmp *.tif *.tiff *.webp)"));
}

/// Nothing where it is not to be saved over what came since.
std::optional<JobFiles::Over> JobFiles::askToWriteOver() {
    if (!isChangedOutside()) return Over::WhatWasHere;
    QMessageBox ask(
        QMessageBox::Warning, tr("Good Fold"),
        tr("%1 was changed by another program or window since it was opened here. Write over that?")
            .arg(QFileInfo(origin.path).fileName()),
        QMessageBox::Cancel, &window);
    const QAbstractButton* over = ask.addButton(tr("Write over it"), QMessageBox::DestructiveRole);
    const QAbstractButton* other = ask.addButton(tr("Save under another name…"), QMessageBox::AcceptRole);
    ask.setDefaultButton(QMessageBox::Cancel);
    ask.exec();
    if (ask.clickedButton() == over) return Over::Anything;
    if (ask.clickedButton() == other) saveAsAsked();
    return {};
}

bool JobFiles::saveAsked() {
    if (origin.path.isEmpty() || origin.isNewer) return saveAsAsked();
    const auto over = askToWriteOver();
    if (!over) return document.undoStack().isClean();
    const auto wrong = save(origin.path, *over);
    if (wrong) emit said(*wrong);
    return !wrong;
}

bool JobFiles::saveAsAsked() {
    QString path = QFileDialog::getSaveFileName(
        &window, tr("Save the job"),
        origin.path.isEmpty() ? baseName() + QStringLiteral(".gfold") : origin.path, jobFilter());
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
