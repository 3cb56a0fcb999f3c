// A picture of a finished piece: a copy in the user's own data, so that it is there when the file it came
// from is not.
#pragma once

#include "common/result.h"

#include <QImage>
#include <QString>

namespace goodfold::app {

/// Copied beside the logbook, turned upright and no larger than is looked at; its path. Never over another.
Result<QString> keepPicture(const QString& path);

/// No larger than `room`; a null image where there is none any more.
QImage keptPicture(const QString& path, const QSize& room);

} // namespace goodfold::app
