#include "app/logbook/piece_picture.h"

#include "app/base/shop_logbook.h"
#include "app/base/text.h"
#include "draw/picture_file.h"
#include "draw/save_bytes.h"

#include <QBuffer>
#include <QDir>
#include <QFileInfo>

namespace goodfold::app {

Result<QString> keepPicture(const QString& path) {
    const auto read = draw::readPicture(path);
    if (!read) return read.error();
    constexpr int kLookedAt = 1600; // pixels
    const QImage image =
        read->width() > kLookedAt || read->height() > kLookedAt
            ? read->scaled(kLookedAt, kLookedAt, Qt::KeepAspectRatio, Qt::SmoothTransformation)
            : *read;
    QByteArray bytes;
    QBuffer out(&bytes);
    if (!out.open(QIODevice::WriteOnly) || !image.save(&out, "JPG", 88))
        return Error{"The picture cannot be written.", path.toStdString()};
    const QDir folder(QFileInfo(ShopLogbook::path()).path() + QStringLiteral("/pictures"));
    folder.mkpath(QStringLiteral("."));
    const QString kept = folder.filePath(text(store::newId()) + QStringLiteral(".jpg"));
    if (const auto failed = draw::saveBytes(kept, bytes)) return *failed;
    return kept;
}

QImage keptPicture(const QString& path, const QSize& room) {
    const auto read = draw::readPicture(path);
    return read ? read->scaled(room, Qt::KeepAspectRatio, Qt::SmoothTransformation) : QImage();
}

} // namespace goodfold::app
