#include "store/logbook.h"

#include "files/bench_log.h"
#include "store/open.h"
#include "store/statement.h"

#include <QCryptographicHash>
#include <QDateTime>
#include <QRegularExpression>
#include <QUuid>

#include <cmath>
#include <sstream>

namespace goodfold::store {

using learn::KeptBend;
using learn::KeptPiece;
using learn::Point;
using learn::Points;

namespace {

const char* wordOf(const std::optional<job::Hand>& hand) {
    return !hand ? "" : *hand == job::Hand::Left ? "left" : "right";
}

std::optional<job::Hand> handOf(const std::string& word) {
    if (word == "left") return job::Hand::Left;
    if (word == "right") return job::Hand::Right;
    return {};
}

int bucketOf(const Point& point) {
    constexpr double kPerOctave = 10; // of ln(R/T): much closer than what one bend tells of another
    return static_cast<int>(std::lround(kPerOctave * std::log(std::max(point.ratio, 1e-3))));
}

void takeOutPoints(QSqlDatabase& database, const std::string& id) {
    execute(database, "DELETE FROM points WHERE entry = ?", {text(id)});
}

void putPoints(QSqlDatabase& database, const std::string& id, const Points& points) {
    takeOutPoints(database, id);
    for (const Point& point : points)
        execute(database, "INSERT INTO points VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                {text(id), text(std::string(learn::wordOf(point.what))), text(point.material),
                 text(point.tool), text(point.batch), text(point.method), bucketOf(point),
                 learn::isScatter(point.what) ? point.sigma : 0.0, point.ratio, point.value, point.sigma});
}

void putBend(QSqlDatabase& database, const KeptBend& kept, const Points& taught) {
    const learn::TestBend& bend = kept.bend;
    execute(
        database,
        "INSERT OR REPLACE INTO test_bends VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        {text(kept.id), text(kept.at), text(bend.material), text(bend.tool), text(bend.batch), bend.opening,
         bend.isHammered ? 1 : 0, bend.width, bend.thickness, bend.strip, bend.line, bend.heldLeg,
         bend.freeLeg, bend.wantedDeg, bend.pushedDeg, bend.angleDeg, bend.radius, kept.counts ? 1 : 0,
         text(kept.note)});
    putPoints(database, kept.id, kept.counts ? taught : Points{});
    if (!bend.batch.empty()) // what is left of that bar is so thick
        execute(database,
                "INSERT INTO batches VALUES (?, ?, ?, ?, '') ON CONFLICT (name) DO UPDATE SET"
                " at = excluded.at, material = excluded.material, thickness = excluded.thickness",
                {text(bend.batch), text(kept.at), text(bend.material), bend.thickness});
}

KeptBend bendFrom(const Statement& row) {
    KeptBend kept{row.text(0), row.text(1), {}, row.text(18), row.whole(17) != 0};
    learn::TestBend& bend = kept.bend;
    bend.material = row.text(2);
    bend.tool = row.text(3);
    bend.batch = row.text(4);
    bend.opening = row.number(5);
    bend.isHammered = row.whole(6) != 0;
    bend.width = row.number(7);
    bend.thickness = row.number(8);
    bend.strip = row.number(9);
    bend.line = row.number(10);
    bend.heldLeg = row.number(11);
    bend.freeLeg = row.number(12);
    bend.wantedDeg = row.number(13);
    bend.pushedDeg = row.number(14);
    bend.angleDeg = row.number(15);
    bend.radius = row.number(16);
    return kept;
}

/// Words of one piece are found by the number of its row.
void takeOutWords(QSqlDatabase& database, const std::string& id) {
    execute(database, "DELETE FROM piece_words WHERE rowid = (SELECT rowid FROM pieces WHERE id = ?)",
            {text(id)});
}

void putPiece(QSqlDatabase& database, const KeptPiece& kept, const Points& taught) {
    const QString job = QString::fromLatin1(
        QCryptographicHash::hash(QByteArray::fromStdString(kept.job + '\0' + kept.jobFile),
                                 QCryptographicHash::Sha1)
            .toHex());
    execute(database, "INSERT OR IGNORE INTO jobs VALUES (?, ?, ?)",
            {job, text(kept.job), text(kept.jobFile)});
    std::ostringstream log;
    files::writeBenchLog(log, kept.log);
    takeOutWords(database, kept.id);
    const QString outcome = text(std::string(wordOf(kept.outcome)));
    const QString hand = QString::fromLatin1(wordOf(kept.log.hand));
    execute(database, "INSERT OR REPLACE INTO pieces VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
            {text(kept.id), text(kept.at), job, kept.log.piece, hand, text(kept.log.batch), outcome,
             kept.minutes, kept.cost, text(kept.note), text(kept.photo), text(log.str())});
    execute(database,
            "INSERT INTO piece_words (rowid, job, hand, batch, outcome, note)"
            " VALUES ((SELECT rowid FROM pieces WHERE id = ?), ?, ?, ?, ?, ?)",
            {text(kept.id), text(kept.job), hand, text(kept.log.batch), outcome, text(kept.note)});
    putPoints(database, kept.id, taught);
}

/// Each word, or the beginning of one; quotes and signs mean nothing.
QString asSearch(const QString& words) {
    static const QRegularExpression gaps(QStringLiteral("[^\\p{L}\\p{N}]+"));
    QStringList all;
    for (const QString& word : words.split(gaps, Qt::SkipEmptyParts))
        all << QLatin1Char('"') + word + QLatin1String("\"*");
    return all.join(QLatin1Char(' '));
}

} // namespace

std::string newId() {
    return QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
}

std::string now() {
    return QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
}

Logbook::Logbook(QString path, const QSqlDatabase& database)
    : file(std::move(path)), database(std::make_unique<QSqlDatabase>(database)) {}

Logbook::~Logbook() {
    const QString name = database->connectionName();
    database->close();
    database.reset();
    QSqlDatabase::removeDatabase(name);
}

Result<std::unique_ptr<Logbook>> Logbook::open(const QString& path) {
    auto opened = openFile(path);
    if (!opened) return opened.error();
    std::unique_ptr<Logbook> logbook(new Logbook(path, opened->database));
    logbook->whatWasDone = opened->said;
    return logbook;
}

std::optional<Error> Logbook::put(const KeptBend& kept, const Points& taught) {
    return written(*database, [&] { putBend(*database, kept, taught); });
}

std::optional<Error> Logbook::put(const KeptPiece& kept, const Points& taught) {
    return written(*database, [&] { putPiece(*database, kept, taught); });
}

std::optional<Error> Logbook::putAll(const std::vector<std::pair<KeptBend, Points>>& bends) {
    return written(*database, [&] {
        for (const auto& [kept, taught] : bends)
            putBend(*database, kept, taught);
    });
}

std::optional<Error> Logbook::putAll(const std::vector<std::pair<KeptPiece, Points>>& pieces) {
    return written(*database, [&] {
        for (const auto& [kept, taught] : pieces)
            putPiece(*database, kept, taught);
    });
}

std::optional<Error> Logbook::put(const Batch& batch) {
    return written(*database, [&] {
        execute(*database, "INSERT OR REPLACE INTO batches VALUES (?, ?, ?, ?, ?)",
                {text(batch.name), text(batch.at), text(batch.material), batch.thickness, text(batch.note)});
    });
}

std::optional<Error> Logbook::put(const ToolFigures& figures) {
    return written(*database, [&] {
        execute(*database, "INSERT OR REPLACE INTO tool_figures VALUES (?, ?, ?)",
                {text(figures.tool), text(figures.at), text(figures.figures)});
    });
}

std::optional<Error> Logbook::takeOut(const std::string& id) {
    return written(*database, [&] {
        takeOutWords(*database, id);
        takeOutPoints(*database, id);
        execute(*database, "DELETE FROM test_bends WHERE id = ?", {text(id)});
        execute(*database, "DELETE FROM pieces WHERE id = ?", {text(id)});
        execute(*database, "DELETE FROM jobs WHERE id NOT IN (SELECT job FROM pieces)");
    });
}

Result<std::vector<KeptBend>> Logbook::bends(int from, int count) {
    return answer<std::vector<KeptBend>>([&] {
        std::vector<KeptBend> all;
        Statement rows(*database, "SELECT * FROM test_bends ORDER BY at DESC, id LIMIT ? OFFSET ?",
                       {count, from});
        while (rows.next())
            all.push_back(bendFrom(rows));
        return all;
    });
}

Result<std::vector<PieceRow>> Logbook::pieces(const QString& words, int from, int count) {
    return answer<std::vector<PieceRow>>([&] {
        const QString search = asSearch(words);
        QVariantList bound;
        if (!search.isEmpty()) bound << search;
        bound << count << from;
        // The page is found in an index; only its rows are then read.
        const QString sql =
            QStringLiteral("SELECT pieces.id, at, name, batch, note, piece, hand, outcome FROM"
                           " (SELECT rowid AS page FROM pieces %1 ORDER BY at DESC, id LIMIT ? OFFSET ?)"
                           " JOIN pieces ON pieces.rowid = page JOIN jobs ON jobs.id = pieces.job"
                           " ORDER BY at DESC, pieces.id")
                .arg(search.isEmpty() ? QString()
                                      : QStringLiteral("WHERE rowid IN (SELECT rowid FROM piece_words"
                                                       " WHERE piece_words MATCH ?)"));
        Statement rows(*database, sql.toLatin1().constData(), bound);
        std::vector<PieceRow> all;
        while (rows.next())
            all.push_back({rows.text(0), rows.text(1), rows.text(2), rows.text(3), rows.text(4),
                           rows.whole(5), handOf(rows.text(6)),
                           learn::outcomeOf(rows.text(7)).value_or(KeptPiece::Outcome::AtOnce)});
        return all;
    });
}

Result<int> Logbook::countOfBends() {
    return answer<int>([&] {
        Statement row(*database, "SELECT count(*) FROM test_bends");
        return row.next() ? row.whole(0) : 0;
    });
}

Result<int> Logbook::countOfPieces(const QString& words) {
    return answer<int>([&] {
        const QString search = asSearch(words);
        Statement row(*database,
                      search.isEmpty() ? "SELECT count(*) FROM pieces"
                                       : "SELECT count(*) FROM piece_words WHERE piece_words MATCH ?",
                      search.isEmpty() ? QVariantList() : QVariantList{search});
        return row.next() ? row.whole(0) : 0;
    });
}

Result<std::optional<KeptPiece>> Logbook::piece(const std::string& id) {
    return answer<std::optional<KeptPiece>>([&]() -> std::optional<KeptPiece> {
        Statement row(*database,
                      "SELECT pieces.id, at, name, file, log, outcome, minutes, cost, note, photo FROM pieces"
                      " JOIN jobs ON jobs.id = pieces.job WHERE pieces.id = ?",
                      {text(id)});
        if (!row.next()) return {};
        std::istringstream in(row.text(4));
        auto log = files::readBenchLog(in);
        if (!log) throw Error{"What was done to this piece cannot be read: " + log.error().says, {}};
        return KeptPiece{row.text(0),   row.text(1),
                         row.text(2),   row.text(3),
                         *log,          learn::outcomeOf(row.text(5)).value_or(KeptPiece::Outcome::AtOnce),
                         row.number(6), row.number(7),
                         row.text(8),   row.text(9)};
    });
}

Result<std::vector<Batch>> Logbook::batches() {
    return answer<std::vector<Batch>>([&] {
        Statement rows(*database,
                       "SELECT name, at, material, note, thickness FROM batches ORDER BY at DESC, name");
        std::vector<Batch> all;
        while (rows.next())
            all.push_back({rows.text(0), rows.text(1), rows.text(2), rows.text(3), rows.number(4)});
        return all;
    });
}

Result<std::vector<ToolFigures>> Logbook::figuresOf(const std::string& tool) {
    return answer<std::vector<ToolFigures>>([&] {
        Statement rows(*database,
                       "SELECT tool, at, figures FROM tool_figures WHERE tool = ? ORDER BY at DESC",
                       {text(tool)});
        std::vector<ToolFigures> all;
        while (rows.next())
            all.push_back({rows.text(0), rows.text(1), rows.text(2)});
        return all;
    });
}

Result<Points> Logbook::points(const std::string& exceptBeginning) {
    return answer<Points>([&] {
        const QString sql =
            QStringLiteral(
                "SELECT what, material, tool, batch, method, avg(ratio), count(*),"
                " sum(1 / (sigma * sigma)), sum(value / (sigma * sigma)), sum(value * value), max(sigma)"
                " FROM points WHERE sigma > 0 %1"
                " GROUP BY what, material, tool, batch, method, bucket, reading")
                .arg(exceptBeginning.empty() ? QString() : QStringLiteral("AND substr(entry, 1, ?) <> ?"));
        QVariantList bound;
        if (!exceptBeginning.empty())
            bound << static_cast<int>(exceptBeginning.size()) << text(exceptBeginning);
        Statement rows(*database, sql.toLatin1().constData(), bound);
        Points all;
        while (rows.next()) {
            const auto what = learn::whatOf(rows.text(0));
            if (!what) continue; // of a newer version
            Point point{*what, rows.text(1), rows.text(2), rows.text(3), rows.text(4), rows.number(5)};
            point.count = rows.whole(6);
            if (learn::isScatter(*what)) {
                point.value = std::sqrt(rows.number(9) / point.count);
                point.sigma = rows.number(10);
            } else {
                point.value = rows.number(8) / rows.number(7);
                point.sigma = 1 / std::sqrt(rows.number(7));
            }
            all.push_back(std::move(point));
        }
        return all;
    });
}

Result<Points> Logbook::pointsOf(const std::string& id) {
    return answer<Points>([&] {
        Statement rows(
            *database,
            "SELECT what, material, tool, batch, method, ratio, value, sigma FROM points WHERE entry = ?",
            {text(id)});
        Points all;
        while (rows.next())
            if (const auto what = learn::whatOf(rows.text(0)))
                all.push_back({*what, rows.text(1), rows.text(2), rows.text(3), rows.text(4), rows.number(5),
                               rows.number(6), rows.number(7)});
        return all;
    });
}

Result<std::vector<std::string>> Logbook::beginningsOfPieces(const std::string& example) {
    return answer<std::vector<std::string>>([&] {
        const std::string kind = example.substr(0, example.find('-') + 1);
        Statement rows(*database,
                       "SELECT DISTINCT substr(id, 1, ?) FROM pieces WHERE id >= ? AND id < ? || 'z'",
                       {static_cast<int>(example.size()), text(kind), text(kind)});
        std::vector<std::string> all;
        while (rows.next())
            all.push_back(rows.text(0));
        return all;
    });
}

Result<std::vector<double>> Logbook::minutesOf(const std::string& beginning) {
    return answer<std::vector<double>>([&] {
        Statement rows(
            *database,
            "SELECT minutes FROM pieces WHERE id >= ? AND id < ? || 'z' AND minutes > 0 ORDER BY at",
            {text(beginning), text(beginning)});
        std::vector<double> all;
        while (rows.next())
            all.push_back(rows.number(0));
        return all;
    });
}

bool Logbook::isChangedByOthers() {
    const auto now = answer<qint64>([&] {
        Statement row(*database, "PRAGMA data_version");
        return row.next() ? row.large(0) : qint64(0);
    });
    if (!now || *now == version) return false;
    const bool isFirst = version < 0;
    version = *now;
    return !isFirst;
}

} // namespace goodfold::store
