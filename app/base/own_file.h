// The user's own data files, which lie beside the settings.
#pragma once

#include "common/result.h"

#include <QString>

#include <functional>
#include <optional>

namespace goodfold::app {

QString ownFilePath(const QString& name);

/// What it says; empty where there is none, a sentence where it cannot be opened or is no plain file.
Result<std::string> readOwnFile(const QString& path);

/// Writes a file of the user's anew, over what it says by then: another copy of the program may have changed
/// other entries. `change` makes the new text from that (empty: there is none), or says that it cannot be
/// read; the file is then set aside, which `tell` is told, and changed from nothing. `what`: "Your tools".
std::optional<Error> rewriteOwnFile(const QString& path, const QString& what,
                                    const std::function<Result<std::string>(const std::string&)>& change,
                                    const std::function<void(const QString&)>& tell);

/// Gives a file that cannot be read another name beside it, so that nothing is written over: the new path.
Result<QString> setAside(const QString& path);

} // namespace goodfold::app
