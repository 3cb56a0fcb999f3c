#include "store/schema.h"

#include <QSqlError>
#include <QSqlQuery>
#include <QStringList>
#include <QVariant>

#include <array>

namespace goodfold::store {

namespace {

/// What brings a file from the version before to the next; nothing that was released is ever changed.
const std::array<QStringList, 3>& migrations() {
    static const std::array<QStringList, 3> all{
        QStringList{
            // What is said of a piece of stock: its batch by name, as people write it on the bar.
            "CREATE TABLE test_bends (id TEXT PRIMARY KEY, at TEXT NOT NULL, material TEXT NOT NULL, tool "
            "TEXT NOT NULL,"
            " batch TEXT NOT NULL, opening REAL NOT NULL, hammered INTEGER NOT NULL, width REAL NOT NULL,"
            " thickness REAL NOT NULL, strip REAL NOT NULL, line REAL NOT NULL, held_leg REAL NOT NULL,"
            " free_leg REAL NOT NULL, wanted REAL NOT NULL, pushed REAL NOT NULL, angle REAL NOT NULL,"
            " radius REAL NOT NULL, counts INTEGER NOT NULL, note TEXT NOT NULL) STRICT",
            "CREATE INDEX test_bends_by_date ON test_bends (at DESC, id)",
            // Many pieces are of one job: its file is kept once, by its fingerprint.
            "CREATE TABLE jobs (id TEXT PRIMARY KEY, name TEXT NOT NULL, file TEXT NOT NULL) STRICT",
            "CREATE TABLE pieces (id TEXT PRIMARY KEY, at TEXT NOT NULL, job TEXT NOT NULL REFERENCES jobs "
            "(id),"
            " piece INTEGER NOT NULL, hand TEXT NOT NULL, batch TEXT NOT NULL, outcome TEXT NOT NULL,"
            " minutes REAL NOT NULL, cost REAL NOT NULL, note TEXT NOT NULL, photo TEXT NOT NULL,"
            " log TEXT NOT NULL) STRICT",
            "CREATE INDEX pieces_by_date ON pieces (at DESC, id)",
            "CREATE VIRTUAL TABLE piece_words USING fts5 (job, hand, batch, outcome, note)",
            // What each entry taught; `bucket` joins those at much the same R/T, `reading` scatter that was
            // read equally well. The second index is in the order they are joined in, and holds all it takes.
            "CREATE TABLE points (entry TEXT NOT NULL, what TEXT NOT NULL, material TEXT NOT NULL,"
            " tool TEXT NOT NULL, batch TEXT NOT NULL, method TEXT NOT NULL, bucket INTEGER NOT NULL,"
            " reading REAL NOT NULL, ratio REAL NOT NULL, value REAL NOT NULL, sigma REAL NOT NULL) STRICT",
            "CREATE INDEX points_of_entry ON points (entry)",
            "CREATE INDEX points_alike ON points (what, material, tool, batch, method, bucket, reading,"
            " ratio, value, sigma, entry)",
        },
        QStringList{
            "CREATE TABLE batches (name TEXT PRIMARY KEY, at TEXT NOT NULL, material TEXT NOT NULL,"
            " thickness REAL NOT NULL, note TEXT NOT NULL) STRICT",
            "CREATE TABLE tool_figures (tool TEXT NOT NULL, at TEXT NOT NULL, figures TEXT NOT NULL,"
            " PRIMARY KEY (tool, at)) STRICT",
        },
        QStringList{
            // Without a count there are as many as one likes.
            "CREATE TABLE rack (id TEXT PRIMARY KEY, form TEXT NOT NULL, material TEXT NOT NULL,"
            " width REAL NOT NULL, thickness REAL NOT NULL, length REAL NOT NULL, name TEXT NOT NULL,"
            " count INTEGER, price REAL NOT NULL, offcut INTEGER NOT NULL, batch TEXT NOT NULL,"
            " measured REAL NOT NULL, holes TEXT NOT NULL) STRICT",
        }};
    return all;
}

} // namespace

int newestVersion() {
    return static_cast<int>(migrations().size());
}

std::optional<QSqlError> migrate(QSqlDatabase& database) {
    QSqlQuery query(database);
    if (!query.exec(QStringLiteral("BEGIN IMMEDIATE"))) return query.lastError();
    if (!query.exec(QStringLiteral("PRAGMA user_version")) || !query.next()) return query.lastError();
    QStringList steps;
    for (auto i = query.value(0).toULongLong(); i < migrations().size(); ++i)
        steps += migrations()[i];
    query.finish();
    steps << QStringLiteral("PRAGMA application_id = %1").arg(kApplicationId)
          << QStringLiteral("PRAGMA user_version = %1").arg(newestVersion()) << QStringLiteral("COMMIT");
    for (const QString& step : steps)
        if (!query.exec(step)) {
            const QSqlError wrong = query.lastError();
            query.exec(QStringLiteral("ROLLBACK"));
            return wrong;
        }
    return {};
}

} // namespace goodfold::store
