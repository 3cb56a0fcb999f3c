// The user's own data files, which lie beside the settings.
#pragma once

#include "common/result.h"

#include <QString>

namespace goodfold::app {

QString ownFilePath(const QString& name);

/// What it says; empty where there is none, a sentence where it cannot be opened.
Result<std::string> readOwnFile(const QString& path);

} // namespace goodfold::app
