// The logbook's file: kept whatever happens, by any number of programs, of any version, damaged or full.
#include "core/support.h"
#include "store/schema.h"
#include "store/support.h"

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>

namespace goodfold::logbook_test {

using namespace goodfold::store;
using test::keptBend;
using test::keptPiece;
using test::taughtBy;

namespace {

QString writer() {
    return QStringLiteral(PROGRAMS "/logbook_writer");
}

/// SQL on a file, beside the logbook.
void execute(const QString& path, const QStringList& statements) {
    {
        QSqlDatabase database =
            QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), QStringLiteral("beside"));
        database.setDatabaseName(path);
        QVERIFY(database.open());
        QSqlQuery query(database);
        for (const QString& each : statements)
            QVERIFY2(query.exec(each), qPrintable(query.lastError().text()));
        query.finish();
        database.close();
    }
    QSqlDatabase::removeDatabase(QStringLiteral("beside"));
}

} // namespace

class LogbookTest : public QObject {
    Q_OBJECT
private slots:
    void init() { folder = std::make_unique<QTemporaryDir>(); }
    void comesBackAsItWasPut();
    void pagesAndWords();
    void alikePointsAreJoined();
    void takenOutIsForgotten();
    void theRackIsKept();
    void twoWriteAtOnce();
    void lockedIsSaid();
    void killedKeepsWhatItSaid();
    void fullDiskIsSaid();
    void damagedIsSetAside();
    void otherFilesAreSetAside();
    void newerIsLeftAlone();
    void olderIsBroughtUpToDate();
    void folderIsSaid();

private:
    QString path() const { return folder->filePath(QStringLiteral("shop/logbook.sqlite")); }
    std::unique_ptr<Logbook> open() const {
        auto opened = Logbook::open(path());
        if (!opened) qFatal("%s", opened.error().says.c_str());
        return std::move(*std::move(opened));
    }
    std::unique_ptr<QTemporaryDir> folder;
};

void LogbookTest::comesBackAsItWasPut() {
    const learn::KeptBend bend = keptBend(1);
    learn::KeptPiece piece = keptPiece(0);
    piece.photo = "/somewhere/stay.jpg";
    piece.note = "it's \"fine\"; 3/8'' — söhn";
    {
        const auto logbook = open();
        QVERIFY(logbook->said().isEmpty());
        QVERIFY(!logbook->put(bend, taughtBy(1)));
        QVERIFY(!logbook->put(piece, taughtBy(2)));
        QVERIFY(!logbook->put(Batch{"bar 1", now(), "steel-hot-rolled", "from the rack by the door", 2.94}));
        QVERIFY(!logbook->put(ToolFigures{"vise", now(), "{}"}));
    }
    const auto logbook = open();
    QVERIFY(logbook->bends(0, 10)->front() == bend);
    QVERIFY(**logbook->piece(piece.id) == piece);
    QVERIFY(!*logbook->piece("none"));
    QCOMPARE(logbook->batches()->front().thickness, 2.94);
    QCOMPARE(logbook->figuresOf("vise")->size(), size_t(1));
    QVERIFY(logbook->figuresOf("press")->empty());
}

void LogbookTest::pagesAndWords() {
    const auto logbook = open();
    std::vector<std::pair<learn::KeptPiece, learn::Points>> pieces;
    for (int i = 0; i < 60; ++i) {
        pieces.emplace_back(keptPiece(i), taughtBy(i));
        pieces.back().first.at =
            "2026-11-" + std::to_string(10 + i / 4) + "T08:0" + std::to_string(i % 4) + ":00Z";
    }
    QVERIFY(!logbook->putAll(pieces));
    QCOMPARE(*logbook->countOfPieces({}), 60);
    const auto first = *logbook->pieces({}, 0, 25), last = *logbook->pieces({}, 50, 25);
    QCOMPARE(first.size(), size_t(25));
    QCOMPARE(last.size(), size_t(10));
    QCOMPARE(first.front().id, pieces.back().first.id); // newest first
    QCOMPARE(last.back().id, pieces.front().first.id);
    QCOMPARE(*logbook->countOfPieces(QStringLiteral("gutter")), 12);
    QCOMPARE(*logbook->countOfPieces(QStringLiteral("GUTT left")), 6);
    QCOMPARE(*logbook->countOfPieces(QStringLiteral("ridge")), 6);
    QCOMPARE(*logbook->countOfPieces(QStringLiteral("scrapped")), 20);
    for (const char* odd : {"\"", "'; DROP TABLE pieces; --", "NEAR(", "*", "a AND", "-stay", "col:vent"})
        QVERIFY(bool(logbook->pieces(QString::fromLatin1(odd), 0, 5)));
    const auto straps = *logbook->pieces(QStringLiteral("strap"), 0, 5);
    QCOMPARE(straps.size(), size_t(5));
    for (const PieceRow& row : straps)
        QCOMPARE(row.job, std::string("Gutter strap"));
}

/// As the points one by one would be weighed.
void LogbookTest::alikePointsAreJoined() {
    const auto logbook = open();
    const auto point = [](double value, double sigma, double ratio = 1) {
        return learn::Point{learn::What::K, "copper-soft", "vise", "bar", {}, ratio, value, sigma};
    };
    const auto cut = [](double value, double sigma) {
        return learn::Point{learn::What::Cut, "", "", "", "filed", 1, value, sigma};
    };
    QVERIFY(!logbook->put(keptBend(1), {point(0.40, 0.1), cut(0.3, 0.1)}));
    QVERIFY(!logbook->put(keptBend(2), {point(0.46, 0.05), cut(-0.4, 0.1)}));
    QVERIFY(!logbook->put(keptBend(3), {point(0.46, 0.05, 4), cut(0.5, 0.02)}));
    const learn::Points all = *logbook->points();
    const learn::Points k = learn::of(all, learn::What::K), cuts = learn::of(all, learn::What::Cut);
    QCOMPARE(k.size(), size_t(2));
    const learn::Point& joined = k[0].count == 2 ? k[0] : k[1];
    QVERIFY(std::abs(joined.value - (0.40 * 100 + 0.46 * 400) / 500) < 1e-12); // by 1 / sigma^2
    QVERIFY(std::abs(joined.sigma - 1 / std::sqrt(500.0)) < 1e-12);
    QCOMPARE(cuts.size(), size_t(2));
    const learn::Point& two = cuts[0].count == 2 ? cuts[0] : cuts[1];
    QVERIFY(std::abs(two.value - std::sqrt((0.09 + 0.16) / 2)) < 1e-12);
    QVERIFY(std::abs(two.sigma - 0.1) < 1e-12);
}

void LogbookTest::takenOutIsForgotten() {
    const auto logbook = open();
    const learn::KeptPiece piece = keptPiece(1);
    learn::KeptBend bend = keptBend(1);
    QVERIFY(!logbook->put(piece, taughtBy(1)));
    QVERIFY(!logbook->put(bend, taughtBy(1)));
    bend.counts = false; // stays, and teaches no more
    QVERIFY(!logbook->put(bend, taughtBy(1)));
    QCOMPARE(*logbook->countOfBends(), 1);
    QVERIFY(!logbook->takeOut(piece.id));
    QCOMPARE(*logbook->countOfPieces({}), 0);
    QCOMPARE(*logbook->countOfPieces(QStringLiteral("vent")), 0);
    QVERIFY(logbook->points()->empty());
    QVERIFY(!logbook->takeOut("none"));
}

void LogbookTest::twoWriteAtOnce() {
    const auto one = open(), other = open();
    QVERIFY(!one->isChangedByOthers());
    QVERIFY(!one->put(keptBend(1), {}));
    QVERIFY(!one->isChangedByOthers());
    QVERIFY(!other->put(keptBend(2), {}));
    QVERIFY(one->isChangedByOthers());
    QVERIFY(!one->isChangedByOthers());
    QCOMPARE(*one->countOfBends(), 2);
}

void LogbookTest::lockedIsSaid() {
    const auto logbook = open();
    QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), QStringLiteral("holder"));
    database.setDatabaseName(path());
    QVERIFY(database.open());
    QVERIFY(QSqlQuery(database).exec(QStringLiteral("BEGIN EXCLUSIVE")));
    const auto wrong = logbook->put(keptBend(1), {});
    QVERIFY(wrong.has_value());
    QVERIFY(wrong->says.find("another program") != std::string::npos);
    QVERIFY(QSqlQuery(database).exec(QStringLiteral("COMMIT")));
    QVERIFY(!logbook->put(keptBend(1), {}));
    database.close();
    database = {};
    QSqlDatabase::removeDatabase(QStringLiteral("holder"));
}

void LogbookTest::theRackIsKept() {
    stock::RackStock bar{job::StockForm::Bar, "steel-hot-rolled", 30, 3, 6000, "bar of the corner"};
    bar.id = newId();
    stock::RackStock offcut = bar, sheet = bar;
    offcut.id = newId();
    offcut.length = 612.4;
    offcut.count = 2;
    offcut.isOffcut = true;
    offcut.batch = "it's of May — söhn";
    offcut.measured = 2.94;
    offcut.holes = {{20, 6.6}, {95.25, 8}};
    sheet.id = newId();
    sheet.form = job::StockForm::Sheet;
    sheet.width = 1000;
    sheet.count = 0;
    sheet.price = 41.5;
    {
        const auto logbook = open();
        const auto none = logbook->rack();
        QVERIFY(none && !none->bars && !none->sheets);
        QVERIFY(!logbook->changeRack({}, {offcut, bar, sheet}));
    }
    const auto logbook = open();
    const auto rack = logbook->rack();
    QVERIFY(rack && rack->bars && rack->sheets);
    QVERIFY(*rack->bars == std::vector<stock::RackStock>({bar, offcut})); // the longest first
    QVERIFY(*rack->sheets == std::vector<stock::RackStock>({sheet}));
    offcut.count = 1;
    QVERIFY(!logbook->changeRack({bar.id, sheet.id}, {offcut}));
    const auto less = logbook->rack();
    QVERIFY(*less->bars == std::vector<stock::RackStock>({offcut}) && !less->sheets);
}

/// Killed at any moment, whatever it said was kept is there, and the file is sound.
void LogbookTest::killedKeepsWhatItSaid() {
    const int kills = test::rounds(60, 1000);
    std::mt19937 engine(1);
    std::set<QByteArray> said;
    for (int kill = 0; kill < kills; ++kill) {
        QProcess process;
        process.start(writer(), {path()});
        QVERIFY(process.waitForReadyRead(30000)); // it is at it
        process.waitForFinished(std::uniform_int_distribution<int>(0, 12)(engine));
        process.kill();
        process.waitForFinished();
        for (const QByteArray& line : process.readAll().split('\n'))
            if (line.size() == 36) said.insert(line); // a whole id
    }
    const auto logbook = open();
    QVERIFY2(logbook->said().isEmpty(), qPrintable(logbook->said()));
    std::set<QByteArray> kept;
    const auto bends = *logbook->bends(0, 1'000'000);
    const auto pieces = *logbook->pieces({}, 0, 1'000'000);
    for (const learn::KeptBend& bend : bends)
        kept.insert(QByteArray::fromStdString(bend.id));
    for (const PieceRow& piece : pieces)
        kept.insert(QByteArray::fromStdString(piece.id));
    for (const QByteArray& id : said)
        QVERIFY2(kept.count(id), id.constData());
    QVERIFY(said.size() >= static_cast<size_t>(kills));
    QVERIFY(kept.size() <= said.size() + 2 * static_cast<size_t>(kills)); // one or two that were not said yet
    qInfo("%d kills, %zu entries said to be kept, %zu there", kills, said.size(), kept.size());
}

void LogbookTest::fullDiskIsSaid() {
    QProcess process;
    process.start(writer(), {path(), QStringLiteral("--room"), QStringLiteral("400000")});
    QVERIFY(process.waitForFinished(60000));
    const QByteArrayList lines = process.readAll().trimmed().split('\n');
    QVERIFY(lines.size() > 5);
    QVERIFY2(lines.last().contains("room on the disk"), lines.last().constData());
    const auto logbook = open();
    QVERIFY(logbook->said().isEmpty());
    QCOMPARE(*logbook->countOfBends() + *logbook->countOfPieces({}), int(lines.size()) - 1);
    QVERIFY(!logbook->put(keptBend(1), {})); // there is room again
}

void LogbookTest::damagedIsSetAside() {
    {
        const auto logbook = open();
        for (int i = 0; i < 200; ++i)
            QVERIFY(!logbook->put(keptPiece(i), taughtBy(i)));
    }
    QFile file(path());
    QVERIFY(file.open(QIODevice::ReadWrite));
    const QByteArray before = file.readAll();
    for (qint64 at = 4096; at + 600 < file.size(); at += 4096) {
        file.seek(at);
        file.write(QByteArray(600, '\x5a'));
    }
    file.close();
    const auto logbook = open();
    QVERIFY(logbook->said().contains(QLatin1String("damaged")));
    const QStringList kept =
        QDir(folder->filePath(QStringLiteral("shop"))).entryList({QStringLiteral("*unreadable*.sqlite")});
    QCOMPARE(kept.size(), 1);
    QVERIFY(logbook->said().contains(kept.first()));
    QCOMPARE(QFileInfo(folder->filePath(QStringLiteral("shop/") + kept.first())).size(), before.size());
    QVERIFY(!logbook->put(keptBend(1), {}));
    QVERIFY(open()->said().isEmpty());
}

void LogbookTest::otherFilesAreSetAside() {
    QDir().mkpath(folder->filePath(QStringLiteral("shop")));
    QFile file(path());
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("a shopping list: vent stays, strap, seed trays\n");
    file.close();
    QVERIFY(open()->said().contains(QLatin1String("kept as")));
    QFile::remove(path());
    execute(path(), {QStringLiteral("CREATE TABLE seeds (name TEXT)")}); // another program's
    const auto logbook = open();
    QVERIFY(logbook->said().contains(QLatin1String("something else")));
    QVERIFY(!logbook->put(keptBend(1), {}));
}

void LogbookTest::newerIsLeftAlone() {
    open();
    execute(path(), {QStringLiteral("PRAGMA user_version = 99")});
    const auto opened = Logbook::open(path());
    QVERIFY(!opened);
    QVERIFY(opened.error().says.find("newer") != std::string::npos);
    QVERIFY(QFile::exists(path()));
}

void LogbookTest::olderIsBroughtUpToDate() {
    const learn::KeptBend bend = keptBend(1);
    QVERIFY(!open()->put(bend, taughtBy(1)));
    // As the first version was: without what came later.
    execute(path(), {QStringLiteral("DROP TABLE batches"), QStringLiteral("DROP TABLE tool_figures"),
                     QStringLiteral("DROP TABLE rack"), QStringLiteral("PRAGMA user_version = 1")});
    const auto logbook = open();
    QVERIFY(logbook->said().contains(QLatin1String("up to date")));
    QVERIFY(logbook->bends(0, 1)->front() == bend);
    QVERIFY(!logbook->put(Batch{"bar 1", now(), "steel-hot-rolled", "", 2.94}));
    const QStringList kept =
        QDir(folder->filePath(QStringLiteral("shop"))).entryList({QStringLiteral("*before-update*.sqlite")});
    QCOMPARE(kept.size(), 1);
    const auto before = Logbook::open(folder->filePath(QStringLiteral("shop/") + kept.first()));
    QVERIFY(before && (*before)->bends(0, 1)->front() == bend);
    QVERIFY(open()->said().isEmpty());
}

void LogbookTest::folderIsSaid() {
    QVERIFY(QDir().mkpath(path()));
    const auto opened = Logbook::open(path());
    QVERIFY(!opened);
    QVERIFY(opened.error().says.find("no file") != std::string::npos);
}

GOODFOLD_TEST(LogbookTest)

} // namespace goodfold::logbook_test

#include "logbook.moc"
