// The user's own data files, which lie beside the settings.
#pragma once

#include "common/result.h"

#include <QString>

namespace goodfold::app {

QString ownFilePath(const QString& name);

/// What it says; empty where there is none, a sentence where it cannot be opened or is no plain file.
Result<std::string> readOwnFile(const QString& path);

/// Gives a file that cannot be read another name beside it, so that nothing is written over: the new path.
Result<QString> setAside(const QString& path);

} // namespace goodfold::app
