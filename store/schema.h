// The tables of the logbook's file, version by version.
#pragma once

#include <QSqlDatabase>

#include <optional>

namespace goodfold::store {

/// Written into the file's head, so that other SQLite files are told from a logbook.
inline constexpr int kApplicationId = 0x47466C62;
/// What this program writes. A file of an older version is brought to it, one of a newer is only refused.
int newestVersion();

/// From the version it has to the newest, in one transaction: of two programs that open it at once, the
/// second finds it done. What SQLite says where it cannot be.
std::optional<QSqlError> migrate(QSqlDatabase& database);

} // namespace goodfold::store
