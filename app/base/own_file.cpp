#include "app/base/own_file.h"

#include "common/limits.h"
#include "draw/save_bytes.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLockFile>
#include <QObject>
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

std::optional<Error> rewriteOwnFile(const QString& path, const QString& what,
                                    const std::function<Result<std::string>(const std::string&)>& change,
                                    const std::function<void(const QString&)>& tell) {
    QDir().mkpath(QFileInfo(path).path());
    QLockFile lock(path + QStringLiteral(".lock"));
    constexpr int kPatience = 2000; // ms
    if (!lock.tryLock(kPatience))
        return Error{(what + QObject::tr(" are being saved by another Good Fold: try again.")).toStdString(),
                     {}};
    const auto text = readOwnFile(path);
    auto changed = text ? change(*text) : Result<std::string>(text.error());
    if (!changed) {
        const auto aside = setAside(path);
        if (!aside) return aside.error();
        tell(what + QObject::tr(" could not be read. They are kept as %1.").arg(*aside));
        changed = change({});
        if (!changed) return changed.error();
    }
    if (const auto wrong = draw::saveBytes(path, QByteArray::fromStdString(*changed)))
        return Error{(what + QObject::tr(" could not be saved: ")).toStdString() + wrong->says, {}};
    return {};
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
