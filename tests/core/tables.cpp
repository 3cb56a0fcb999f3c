// Tables out and in: cells as spreadsheets write them, test bends and pieces of the logbook.
#include "common/told.h"
#include "core/support.h"
#include "files/csv_table.h"
#include "files/logbook_csv.h"

namespace goodfold::tables_test {

using namespace goodfold::files;
using learn::KeptBend;
using learn::KeptPiece;

namespace {

Result<CsvTable> tableOf(const std::string& text) {
    std::istringstream in(text);
    return CsvTable::read(in);
}

KeptBend aBend(int number) {
    KeptBend kept{"id-" + std::to_string(number),
                  "2026-11-30T08:15:00Z",
                  {},
                  "a \"note\", with\nlines; and more",
                  number % 2 == 0};
    kept.bend = {.material = "steel-hot-rolled", .tool = "vise", .batch = "bar, by the door"};
    kept.bend.isHammered = number % 3 == 0;
    kept.bend.width = 30;
    kept.bend.thickness = 2.94;
    kept.bend.strip = 100;
    kept.bend.line = 37.5 + number;
    kept.bend.heldLeg = 42.3;
    kept.bend.freeLeg = 63.1;
    kept.bend.pushedDeg = 92.25;
    kept.bend.angleDeg = 89.5;
    kept.bend.radius = 3.2;
    return kept;
}

KeptPiece aPiece() {
    KeptPiece kept;
    kept.id = "piece-1";
    kept.at = "2026-11-30T08:15:00Z";
    kept.job = "Vent stay, west";
    kept.jobFile = "{\n \"name\": \"Vent stay, west\"\n}\n";
    kept.log.batch = "bar 2";
    kept.log.piece = 3;
    kept.log.hand = job::Hand::Right;
    kept.log.entries = {
        {bench::Entry::Kind::Done, {"1"}},
        {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 88.6, .with = "protractor"}};
    kept.outcome = KeptPiece::Outcome::Reworked;
    kept.minutes = 25.5;
    kept.note = "=1+1";
    return kept;
}

} // namespace

class TablesTest : public QObject {
    Q_OBJECT
private slots:
    void cellsAsSpreadsheetsWriteThem();
    void brokenTablesAreSaid();
    void bendsComeBack();
    void piecesComeBack();
    void brokenEntriesAreSaid_data();
    void brokenEntriesAreSaid();
};

void TablesTest::cellsAsSpreadsheetsWriteThem() {
    const auto table = tableOf("\xEF\xBB\xBF"
                               "a,b,c\r\n1,\"two, \"\"2\"\"\r\nlines\",\r\n\r\n,x\n4,5,6");
    QVERIFY(bool(table));
    QCOMPARE(table->rows(), size_t(3));
    QCOMPARE(table->at(0, "b"), std::string("two, \"2\"\r\nlines"));
    QCOMPARE(table->at(1, "b"), std::string("x"));
    QCOMPARE(table->at(1, "c"), std::string());
    QCOMPARE(table->at(2, "c"), std::string("6"));
    QCOMPARE(table->at(2, "none"), std::string());
    QCOMPARE(table->placeOf(1), std::string("line 5"));
    QVERIFY(table->has("a") && !table->has("d"));
    const auto semicolons = tableOf("a;b\n1,5;2\n");
    QVERIFY(bool(semicolons));
    QCOMPARE(semicolons->at(0, "a"), std::string("1,5"));
}

void TablesTest::brokenTablesAreSaid() {
    for (const auto& [broken, says] : {std::pair{"", "The table is empty."},
                                       {"\n", "The table is empty."},
                                       {"a,b\n1,2,3\n", "line 2: "},
                                       {"a,b\n\"1,2\n", "line 2: "}}) {
        const auto table = tableOf(broken);
        QVERIFY2(!table, broken);
        QVERIFY2(told(table.error()).starts_with(says), told(table.error()).c_str());
    }
}

void TablesTest::bendsComeBack() {
    std::vector<KeptBend> bends;
    for (int i = 0; i < 10; ++i)
        bends.push_back(aBend(i));
    std::stringstream file;
    writeTestBends(file, bends);
    QVERIFY(!isTableOfPieces(file.str().substr(0, file.str().find('\n'))));
    const auto read = readTestBends(file);
    QVERIFY(bool(read));
    QVERIFY(read->rows == bends && read->passedOver.empty());
}

void TablesTest::piecesComeBack() {
    std::stringstream file;
    writePieces(file, {aPiece(), aPiece()});
    QVERIFY(isTableOfPieces(file.str().substr(0, file.str().find('\n'))));
    const auto read = readPieces(file);
    QVERIFY(bool(read));
    QVERIFY(read->rows == std::vector<KeptPiece>({aPiece(), aPiece()}) && read->passedOver.empty());
}

void TablesTest::brokenEntriesAreSaid_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QString>("named");
    const QString head = QStringLiteral("id,at,material,width,thickness,strip,held_leg,free_leg,angle\n");
    QTest::newRow("no id") << head + ",2026,steel,30,3,100,42,63,90\n"
                           << "\"id\"";
    QTest::newRow("no number") << head + "1,2026,steel,wide,3,100,42,63,90\n"
                               << "\"width\"";
    QTest::newRow("no thickness") << head + "1,2026,steel,30,0,100,42,63,90\n"
                                  << "\"thickness\"";
    QTest::newRow("not a number") << head + "1,2026,steel,30,nan,100,42,63,90\n"
                                  << "\"thickness\"";
    QTest::newRow("longer than the strip") << head + "1,2026,steel,30,3,100,420,63,90\n"
                                           << "\"held_leg\"";
}

void TablesTest::brokenEntriesAreSaid() {
    QFETCH(QString, text);
    QFETCH(QString, named);
    std::istringstream in(text.toStdString());
    const auto read = readTestBends(in);
    QVERIFY(!read);
    QVERIFY2(QString::fromStdString(read.error().says).contains(named), read.error().says.c_str());
    QCOMPARE(read.error().where, std::string("line 2"));
    std::istringstream pieces("id,at,outcome,log\n1,2026,at-once,{}\n");
    QVERIFY(!readPieces(pieces));
}

GOODFOLD_TEST(TablesTest)

} // namespace goodfold::tables_test

#include "tables.moc"
