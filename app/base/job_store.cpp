#include "app/base/job_store.h"

#include "material/material.h"

#include <QFile>
#include <QFileInfo>
#include <QRegularExpression>
#include <QSaveFile>

#include <sstream>

namespace goodfold::app {

Result<files::ReadJob> openJob(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return Error{file.errorString().toStdString() + ".", "the file"};
    std::istringstream in(file.read(static_cast<qint64>(files::kMostBytes) + 1).toStdString());
    auto read = files::readJob(in);
    if (read && !material::standardMaterials().find(read->job.material))
        return Error{"\"" + read->job.material + "\" is not in the material book.", "material"};
    return read;
}

std::optional<Error> saveBytes(const QString& path, const QByteArray& bytes) {
    QSaveFile file(path);
    // commit() overlooks what only fails when the buffer is written out, so that is done and looked at first.
    const bool written = file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size() && file.flush();
    if (!written) {
        const Error error{file.errorString().toStdString() + ".", "writing"};
        file.cancelWriting();
        return error;
    }
    if (!file.commit()) return Error{file.errorString().toStdString() + ".", "writing"};
    return {};
}

std::optional<Error> saveJob(const QString& path, const job::Job& job) {
    std::ostringstream out;
    files::writeJob(out, job);
    return saveBytes(path, QByteArray::fromStdString(out.str()));
}

QString inOneSentence(const QString& path, const Error& error) {
    return QStringLiteral("%1: %2: %3")
        .arg(QFileInfo(path).fileName(), QString::fromStdString(error.where),
             QString::fromStdString(error.says));
}

QString fileNameFor(const std::string& title) {
    QString name = QString::fromStdString(title).trimmed().toLower();
    name.replace(QRegularExpression(QStringLiteral("[^\\w]+")), QStringLiteral("-"));
    return name.isEmpty() ? QStringLiteral("bracket") : name;
}

} // namespace goodfold::app
