#include "draw/picture_file.h"

#include <QFileInfo>
#include <QImageReader>

namespace goodfold::draw {

Result<QImage> readPicture(const QString& path) {
    constexpr int kMostSide = 20000, kLeastSide = 50;
    constexpr qint64 kMostPixels = 80'000'000, kMostBytes = 200'000'000;
    const std::string where = QFileInfo(path).fileName().toStdString();
    if (QFileInfo(path).size() > kMostBytes) return Error{"It is larger than a photograph is.", where};
    QImageReader reader(path);
    reader.setDecideFormatFromContent(true);
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (!reader.canRead() || !size.isValid())
        return Error{"This is no picture that can be read: a PNG or JPEG does.", where};
    if (size.width() > kMostSide || size.height() > kMostSide ||
        qint64(size.width()) * size.height() > kMostPixels)
        return Error{"It is " + std::to_string(size.width()) + " by " + std::to_string(size.height()) +
                         " pixels: save it smaller, 5000 across is plenty.",
                     where};
    if (size.width() < kLeastSide || size.height() < kLeastSide)
        return Error{"It is too small to find anything in it.", where};
    const QImage image = reader.read();
    if (image.isNull())
        return Error{"The picture is broken: " + reader.errorString().toStdString() + ".", where};
    return image;
}

picture::Raster rasterOf(const QImage& image) {
    const QImage grey = image.convertToFormat(QImage::Format_Grayscale8);
    picture::Raster raster{grey.width(), grey.height(), {}};
    raster.grey.reserve(static_cast<size_t>(grey.width()) * static_cast<size_t>(grey.height()));
    for (int y = 0; y < grey.height(); ++y)
        raster.grey.insert(raster.grey.end(), grey.constScanLine(y), grey.constScanLine(y) + grey.width());
    return raster;
}

} // namespace goodfold::draw
