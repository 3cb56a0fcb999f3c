#include "app/logbook/piece_picture.h"

#include "app/base/own_file.h"
#include "app/base/text.h"
#include "draw/save_bytes.h"
#include "store/logbook.h"

#include <QBuffer>
#include <QDir>
#include <QFileInfo>
#include <QImageReader>

namespace goodfold::app {

namespace {

QImage readWithin(const QString& path, const QSize& room, QString& wrong) {
    QImageReader reader(path);
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (size.width() > room.width() || size.height() > room.height()) // while it is read: it may be large
        reader.setScaledSize(size.scaled(room, Qt::KeepAspectRatio));
    const QImage image = reader.read();
    if (image.isNull()) wrong = reader.errorString();
    return image;
}

} // namespace

Result<QString> keepPicture(const QString& path) {
    constexpr QSize kLookedAt(1600, 1600);
    QString wrong;
    const QImage image = readWithin(path, kLookedAt, wrong);
    if (image.isNull())
        return Error{"That cannot be read as a picture: " + wrong.toStdString() + ".", path.toStdString()};
    QByteArray bytes;
    QBuffer out(&bytes);
    if (!out.open(QIODevice::WriteOnly) || !image.save(&out, "JPG", 88))
        return Error{"The picture cannot be written.", path.toStdString()};
    const QString kept = ownFilePath(QStringLiteral("pictures/%1.jpg").arg(text(store::newId())));
    QDir().mkpath(QFileInfo(kept).path());
    if (const auto failed = draw::saveBytes(kept, bytes)) return *failed;
    return kept;
}

QImage keptPicture(const QString& path, const QSize& room) {
    QString wrong;
    return readWithin(path, room, wrong);
}

} // namespace goodfold::app
