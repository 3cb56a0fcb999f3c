#include "app/base/own_file.h"

#include "common/limits.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>

namespace goodfold::app {

QString ownFilePath(const QString& name) {
    return QDir(QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation)).filePath(name);
}

Result<std::string> readOwnFile(const QString& path) {
    const QFileInfo info(path);
    if (!info.exists()) return std::string();
    QFile file(path);
    if (!info.isFile() || !file.open(QIODevice::ReadOnly))
        return Error{"Your file " + path.toStdString() + " cannot be opened.", {}};
    return file.read(static_cast<qint64>(kMostBytes) + 1).toStdString();
}

Result<QString> setAside(const QString& path) {
    const QFileInfo info(path);
    const QString stem =
        info.path() + QLatin1Char('/') + info.completeBaseName() +
        QDateTime::currentDateTime().toString(QStringLiteral("'-unreadable-'yyyyMMdd-HHmmss"));
    for (int i = 0; i < 100; ++i) {
        const QString aside =
            stem + (i ? QStringLiteral("-%1").arg(i) : QString()) + QLatin1Char('.') + info.suffix();
        if (!QFileInfo::exists(aside) && QFile::rename(path, aside)) return aside;
    }
    return Error{path.toStdString() + " cannot be read, nor given another name: it is left as it is.", {}};
}

} // namespace goodfold::app
