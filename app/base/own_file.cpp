#include "app/base/own_file.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>

namespace goodfold::app {

QString ownFilePath(const QString& name) {
    return QDir(QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation)).filePath(name);
}

Result<std::string> readOwnFile(const QString& path) {
    QFile file(path);
    if (!file.exists()) return std::string();
    if (!file.open(QIODevice::ReadOnly))
        return Error{"Your file " + path.toStdString() + " cannot be opened.", {}};
    return file.readAll().toStdString();
}

} // namespace goodfold::app
