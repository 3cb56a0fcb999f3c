// Job files on disk, and what is exported beside them. Errors come back as one sentence with file and place.
#pragma once

#include "drawing/blank.h"
#include "files/job_file.h"

#include <QByteArray>
#include <QString>

namespace goodfold::app {

/// A job that this version can solve; `isNewer` where it must not be saved over.
Result<files::ReadJob> openJob(const QString& path);

/// Whether it is opened as somebody else's drawing, by its name.
bool isDrawing(const QString& path);
/// Whether it is a photograph or a scan, by its name.
bool isPicture(const QString& path);
/// A new job out of one; `unit` where the file does not say its own, and to read the job in.
Result<drawing::Brought> openDrawing(const QString& path, quantity::Unit unit,
                                     const std::map<std::string, drawing::Fold>& folds = {});
/// Layers of it whose lines may be bend lines.
std::map<std::string, drawing::FoldOffered> foldsOfferedIn(const QString& path, quantity::Unit unit);

/// Writes beside the file and renames over it, so that the old or the new one is there, whole.
std::optional<Error> saveJob(const QString& path, const job::Job& job);

/// "file: place: reason", as the command line says it.
QString inOneSentence(const QString& path, const Error& error);

/// The same of one job, however its file is called or where it lies.
QByteArray fingerprintOf(const job::Job& job);

/// A title as a file name without ending: "Vent stay" is vent-stay; none is a bracket.
QString fileNameFor(const std::string& title);

} // namespace goodfold::app
