// Writing a file so that the old or the new one is there, whole.
#pragma once

#include "common/result.h"

#include <QByteArray>
#include <QString>

#include <optional>

namespace goodfold::draw {

/// Writes beside the file and renames over it. Why not, where that fails: nothing has changed then.
std::optional<Error> saveBytes(const QString& path, const QByteArray& bytes);

} // namespace goodfold::draw
