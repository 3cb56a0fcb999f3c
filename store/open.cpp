#include "store/open.h"

#include "store/schema.h"
#include "store/statement.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>

#include <atomic>

namespace goodfold::store {

namespace {

QString tr(const char* says) {
    return QString::fromUtf8(says);
}

/// A connection of its own: any number of them, in any number of programs, write one after the other.
/// Its name: no value of it may live when it is closed.
Result<QString> connected(const QString& path) {
    static std::atomic<int> number{0};
    const QString name = QStringLiteral("logbook-%1").arg(++number);
    if (!QSqlDatabase::isDriverAvailable(QStringLiteral("QSQLITE")))
        return Error{"The logbook needs the package libqt6sql6-sqlite, which is not installed.", {}};
    QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
    database.setDatabaseName(path);
    database.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=3000"));
    if (database.open()) return name;
    const Error wrong = sentence(database.lastError());
    database = {};
    QSqlDatabase::removeDatabase(name);
    return wrong;
}

void disconnect(QSqlDatabase& database) {
    const QString name = database.connectionName();
    database.close();
    database = {};
    QSqlDatabase::removeDatabase(name);
}

enum class State { Empty, Sound, Newer, Foreign, Damaged };

State stateOf(QSqlDatabase& database) {
    QSqlQuery query(database);
    const auto asked = [&](const char* pragma) -> QVariant {
        const bool isAnswered = query.exec(QString::fromLatin1(pragma)) && query.next();
        QVariant answer = isAnswered ? query.value(0) : QVariant();
        query.finish();
        return answer;
    };
    const QVariant check = asked("PRAGMA quick_check(1)");
    if (check.toString() != QLatin1String("ok")) return State::Damaged;
    const int version = asked("PRAGMA user_version").toInt();
    if (asked("SELECT count(*) FROM sqlite_master").toInt() == 0) return State::Empty;
    if (asked("PRAGMA application_id").toInt() != kApplicationId) return State::Foreign;
    return version > newestVersion() ? State::Newer : State::Sound;
}

QString beside(const QString& path, const char* what) {
    const QFileInfo info(path);
    return info.path() + QLatin1Char('/') + info.completeBaseName() + QLatin1Char('-') + QLatin1String(what) +
           QDateTime::currentDateTimeUtc().toString(QStringLiteral("-yyyyMMdd-HHmmss-zzz.")) + info.suffix();
}

/// With what SQLite keeps beside it, which may hold what was written last.
Result<QString> setAside(const QString& path) {
    const QString aside = beside(path, "unreadable");
    if (!QFile::rename(path, aside))
        return Error{
            "The logbook " + path.toStdString() + " cannot be read, nor given another name: it is left.", {}};
    for (const char* suffix : {"-wal", "-shm"})
        QFile::rename(path + QLatin1String(suffix), aside + QLatin1String(suffix));
    return aside;
}

} // namespace

Error sentence(const QSqlError& wrong) {
    enum {
        Busy = 5,
        Locked = 6,
        NoMemory = 7,
        ReadOnly = 8,
        InputOutput = 10,
        Corrupt = 11,
        Full = 13,
        CannotOpen = 14,
        NoDatabase = 26
    };
    switch (wrong.nativeErrorCode().toInt() & 0xff) {
    case Busy:
    case Locked:
        return {"The logbook is being written by another program, so nothing was saved in it: try again.",
                {}};
    case ReadOnly:
        return {"The logbook's file may not be written, so nothing was saved in it.", {}};
    case Full:
    case InputOutput:
        return {"There is no room on the disk, or it cannot be written: nothing was saved in the logbook.",
                {}};
    case CannotOpen:
        return {"The logbook's file cannot be opened.", {}};
    case Corrupt:
    case NoDatabase:
        return {
            "The logbook's file is damaged, so nothing was saved in it: close Good Fold and open it again.",
            {}};
    case NoMemory:
        return {"There is not enough memory for the logbook.", {}};
    default:
        return {"The logbook could not do that: " + wrong.databaseText().toStdString() + ".", {}};
    }
}

Result<Opened> openFile(const QString& path) {
    QDir().mkpath(QFileInfo(path).path());
    if (QFileInfo info(path); info.exists() && !info.isFile())
        return Error{"The logbook " + path.toStdString() + " is no file.", {}};
    const auto name = connected(path);
    if (!name) return name.error();
    Opened opened{QSqlDatabase::database(*name), {}};
    const State state = stateOf(opened.database);
    if (state == State::Newer) {
        disconnect(opened.database);
        return Error{"The logbook was written by a newer Good Fold: it is left as it is, and not used.", {}};
    }
    if (state == State::Damaged || state == State::Foreign) {
        disconnect(opened.database);
        const auto aside = setAside(path);
        if (!aside) return aside.error();
        const auto again = connected(path);
        if (!again) return again.error();
        opened.database = QSqlDatabase::database(*again);
        opened.said =
            (state == State::Damaged ? tr("The logbook's file is damaged. It is kept as %1, and an empty "
                                          "one is begun.")
                                     : tr("The logbook's file is something else. It is kept as %1, and an "
                                          "empty one is begun."))
                .arg(*aside);
    }
    try {
        Statement mode(opened.database, "PRAGMA journal_mode = WAL");
        mode.next();
        mode.finish();
        execute(opened.database, "PRAGMA synchronous = FULL"); // kept is kept, whatever the power does
        execute(opened.database, "PRAGMA foreign_keys = ON");
        Statement version(opened.database, "PRAGMA user_version");
        const int has = version.next() ? version.whole(0) : 0;
        version.finish();
        if (has == newestVersion()) return opened;
        if (has > 0) {
            const QString copy = beside(path, "before-update");
            execute(opened.database, "VACUUM INTO ?", {copy});
            opened.said = tr("The logbook was brought up to date. It is kept as it was in %1.").arg(copy);
        }
        if (const auto wrong = migrate(opened.database)) throw sentence(*wrong);
        return opened;
    } catch (const Error& error) {
        disconnect(opened.database);
        return error;
    }
}

} // namespace goodfold::store
