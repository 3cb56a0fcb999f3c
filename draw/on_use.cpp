#include "draw/on_use.h"

#include <QCoreApplication>
#include <QDir>
#include <QLibrary>

namespace goodfold::draw {

/// Beside the program where it was built, or where a package puts it.
QFunctionPointer onUse(const char* library, const char* name) {
    const QDir here(QCoreApplication::applicationDirPath());
    const QString file = QString::fromLatin1(library) + QStringLiteral(".so");
    for (const QString& place : {file, QStringLiteral(GOODFOLD_LIBRARIES_PLACE "/") + file}) {
        QLibrary opened(here.filePath(place));
        if (const QFunctionPointer found = opened.resolve(name)) return found;
    }
    return nullptr;
}

const cutting::Cutters* cuttersOnUse() {
    return givenOnUse<cutting::Cutters>("goodfold-cutting", cutting::kGiveCutters);
}

} // namespace goodfold::draw
