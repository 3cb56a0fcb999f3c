#include "app/base/job_store.h"

#include "common/limits.h"
#include "common/told.h"
#include "draw/save_bytes.h"
#include "material/material.h"

#include <QCryptographicHash>
#include <QFile>
#include <QFileInfo>
#include <QRegularExpression>

#include <sstream>

namespace goodfold::app {

namespace {

Result<std::string> textOf(const QString& path) {
    QFile file(path);
    // Reading a pipe would wait for ever.
    if (QFileInfo::exists(path) && !QFileInfo(path).isFile()) return Error{"it is no plain file.", {}};
    if (!file.open(QIODevice::ReadOnly)) return Error{file.errorString().toStdString() + ".", {}};
    return file.read(static_cast<qint64>(kMostBytes) + 1).toStdString();
}

} // namespace

bool isDrawing(const QString& path) {
    const QString suffix = QFileInfo(path).suffix().toLower();
    return suffix == QLatin1String("dxf") || suffix == QLatin1String("svg");
}

bool isPicture(const QString& path) {
    static const QStringList kinds{QStringLiteral("png"),  QStringLiteral("jpg"), QStringLiteral("jpeg"),
                                   QStringLiteral("bmp"),  QStringLiteral("tif"), QStringLiteral("tiff"),
                                   QStringLiteral("webp"), QStringLiteral("gif")};
    return kinds.contains(QFileInfo(path).suffix().toLower());
}

namespace {

Result<drawing::Drawing> drawingIn(const QString& path, quantity::Unit unit) {
    const auto text = textOf(path);
    if (!text) return text.error();
    std::istringstream in(*text);
    return drawing::readDrawing(in, unit);
}

} // namespace

Result<drawing::Brought> openDrawing(const QString& path, quantity::Unit unit,
                                     const std::map<std::string, drawing::Fold>& folds) {
    const auto drawing = drawingIn(path, unit);
    if (!drawing) return drawing.error();
    return drawing::blankFrom(
        *drawing, {.title = QFileInfo(path).completeBaseName().toStdString(), .units = unit, .folds = folds});
}

std::map<std::string, drawing::FoldOffered> foldsOfferedIn(const QString& path, quantity::Unit unit) {
    const auto drawing = drawingIn(path, unit);
    return drawing ? drawing::foldsOffered(*drawing) : std::map<std::string, drawing::FoldOffered>();
}

Result<files::ReadJob> openJob(const QString& path) {
    const auto text = textOf(path);
    if (!text) return text.error();
    std::istringstream in(*text);
    auto read = files::readJob(in);
    if (read && !material::standardMaterials().find(read->job.material))
        return Error{"\"" + read->job.material + "\" is not in the material book.", "material"};
    return read;
}

std::optional<Error> saveJob(const QString& path, const job::Job& job) {
    std::ostringstream out;
    files::writeJob(out, job);
    return draw::saveBytes(path, QByteArray::fromStdString(out.str()));
}

QString inOneSentence(const QString& path, const Error& error) {
    return QStringLiteral("%1: %2").arg(QFileInfo(path).fileName(), QString::fromStdString(told(error)));
}

QString fileNameFor(const std::string& title) {
    QString name = QString::fromStdString(title).trimmed().toLower();
    name.replace(QRegularExpression(QStringLiteral("[^\\w]+")), QStringLiteral("-"));
    return name.isEmpty() ? QStringLiteral("bracket") : name;
}

QByteArray fingerprintOf(const job::Job& job) {
    std::ostringstream text;
    job::Job itself = job; // what it was before makes it no other
    itself.revisions.clear();
    files::writeJob(text, itself);
    constexpr int kEnough = 12;
    return QCryptographicHash::hash(QByteArray::fromStdString(text.str()), QCryptographicHash::Sha256)
        .toHex()
        .left(kEnough);
}

} // namespace goodfold::app
