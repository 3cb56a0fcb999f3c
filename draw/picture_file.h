// Photographs and scans read from files that anybody may have made.
#pragma once

#include "common/result.h"
#include "picture/raster.h"

#include <QImage>
#include <QString>

namespace goodfold::draw {

/// As it was meant to be seen (turned as its file says). An error where it is no picture, larger than
/// can be looked at, or broken off.
Result<QImage> readPicture(const QString& path);

picture::Raster rasterOf(const QImage& image);

} // namespace goodfold::draw
