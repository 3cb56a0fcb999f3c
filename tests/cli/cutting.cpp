// `goodfold-cli cut`: what a batch is cut from.
#include "cli/support.h"

namespace goodfold::cli_cutting_test {

using nlohmann::json;
using namespace goodfold::test;

class CuttingTest : public QObject {
    Q_OBJECT
private slots:
    void batchesAreCutFromWhatThereIs();
    void offcutsAreKept();
    void shortStockIsSaid();
    void tablesAreReadStrictly();
    void stoppedJobsAreNotCut();
    void whatIsPassedOverIsSaid();
    void sheetsAreLaidOut();
    void whatIsMissingIsBought();
};

namespace {

constexpr auto kColumns = "name,material,width,thickness,length,count,price,offcut\n";

} // namespace

/// Two of each hand of a blank 176.0 long, cuts 1 wide: four begin 177 apart, and fit no bar of less than
/// 707.
void CuttingTest::batchesAreCutFromWhatThereIs() {
    const QByteArray rack = QByteArray(kColumns) + "long,steel-hot-rolled,30,3,2000,,,\n"
                                                   "rest,steel-hot-rolled,30,3,720,1,,yes\n"
                                                   "other,steel-hot-rolled,30,4,500,,,yes\n";
    const Outcome outcome =
        run({"cut", demo("vent-stay.gfold"), demo("valve-tray.gfold"), "--json", "--bars", "-"}, rack);
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json cut = json::parse(outcome.out.toStdString());
    QCOMPARE(cut["sections"].size(), size_t(1));
    const json& section = cut["sections"][0];
    QCOMPARE(section["bars"].size(), size_t(1));
    QCOMPARE(section["bars"][0]["bar"], "rest");
    const json& pieces = section["bars"][0]["pieces"];
    QCOMPARE(pieces.size(), size_t(4));
    for (size_t i = 0; i < pieces.size(); ++i) {
        QVERIFY(std::abs(pieces[i]["length"].get<double>() - 176.002) < 0.001);
        QVERIFY(std::abs(pieces[i]["at"].get<double>() - 177.002 * static_cast<double>(i)) < 0.01);
    }
    QVERIFY(std::abs(section["bars"][0]["rest"].get<double>() - (720 - 4 * 177.002)) < 0.01);
    QVERIFY(section["is_least"].get<bool>());
    QCOMPARE(cut["sheets"].size(), size_t(1)); // the tray
    QCOMPARE(cut["sheets"][0]["sheets"][0]["blanks"].size(), size_t(4));
}

/// What is left lies on the rack for the next batch, which is cut from it.
void CuttingTest::offcutsAreKept() {
    QTemporaryDir folder;
    const QString after = folder.filePath("bars.csv"), sheets = folder.filePath("sheets.csv");
    const QByteArray rack = QByteArray(kColumns) + "long,steel-hot-rolled,30,3,2000,2,9.5,\n"
                                                   "rest,steel-hot-rolled,30,3,720,1,,yes\n"
                                                   "many,steel-hot-rolled,40,3,6000,,,\n"
                                                   "other,steel-hot-rolled,30,4,500,1,,yes\n";
    const QStringList words{"cut",
                            demo("vent-stay.gfold"),
                            demo("vent-stay.gfold"),
                            "--json",
                            "--bars",
                            "-",
                            "--bars-after",
                            after,
                            "--sheets-after",
                            sheets};
    const Outcome outcome = run(words, rack);
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    QFile file(after);
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QByteArray left = file.readAll();
    // Eight of 176 from one long bar, of which 2000 - 8 x 177.002 is left: with the rest of 720 a long one
    // would have to be begun all the same.
    QVERIFY2(left.contains("long,steel-hot-rolled,30,3,2000,1,9.5,no"), left.constData());
    QVERIFY(left.contains("rest,steel-hot-rolled,30,3,720,1,,yes"));
    QVERIFY(left.contains("many,steel-hot-rolled,40,3,6000,,,no"));
    QVERIFY(left.contains("other,steel-hot-rolled,30,4,500,1,,yes"));
    QVERIFY2(left.contains("rest of long,steel-hot-rolled,30,3,583.9,1,,yes"), left.constData());
    QCOMPARE(run(words, rack).status, 3); // it is there already
    // Of two sheets one is cut, for four trays of less than a quarter of a metre square: most of it stays
    // whole.
    const QByteArray racked = "name,material,thickness,length,width,count,price,offcut\n"
                              "large,steel-galvanised,1.2,2000,1000,2,,\n";
    const Outcome trays = run({"cut", demo("valve-tray.gfold"), "--json", "--sheets", "-", "--seconds", "0",
                               "--sheets-after", sheets, "--force"},
                              racked);
    QVERIFY2(trays.status == 0, trays.err.constData());
    const QByteArray whole = textOf(sheets);
    QVERIFY2(whole.contains("large,steel-galvanised,1000,1.2,2000,1,,no"), whole.constData());
    const qsizetype offcut = whole.indexOf("rest of large,steel-galvanised,1000,1.2,");
    QVERIFY2(offcut > 0 && whole.mid(offcut).contains(",1,,yes"), whole.constData());
    const Outcome next = run({"cut", demo("vent-stay.gfold"), "--json", "--bars", after});
    QVERIFY(next.status == 0);
    for (const json& bar : json::parse(next.out.toStdString())["sections"][0]["bars"]) // all offcuts
        QVERIFY(bar["bar"] != "long");
}

void CuttingTest::shortStockIsSaid() {
    const QByteArray rack = QByteArray(kColumns) + "rest,steel-hot-rolled,30,3,720,1,,yes\n";
    const Outcome outcome =
        run({"cut", demo("vent-stay.gfold"), "--json", "--bars", "-", "--squaring", "20"}, rack);
    QCOMPARE(outcome.status, 1);
    const json cut = json::parse(outcome.out.toStdString());
    QCOMPARE(cut["sections"][0]["missing"][0]["count"], 1);
    QCOMPARE(cut["sections"][0]["bars"][0]["pieces"][0]["at"], 20.0);
}

/// Three stays come out of the offcut, one takes a bar of its own; four trays a sheet, with eight rivets
/// each.
void CuttingTest::whatIsMissingIsBought() {
    const QByteArray rack = QByteArray(kColumns) + "rest,steel-hot-rolled,30,3,560,1,,yes\n";
    const Outcome outcome = run({"buy", demo("vent-stay.gfold"), demo("valve-tray.gfold"), "--json", "--bars",
                                 "-", "--seconds", "0.1"},
                                rack);
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json all = json::parse(outcome.out.toStdString())["buy"];
    const auto countOf = [&](const std::string& begins) {
        int count = 0;
        for (const json& each : all)
            if (each["says"].get<std::string>().starts_with(begins)) count += each["count"].get<int>();
        return count;
    };
    QCOMPARE(countOf("Mild steel S235, hot rolled: flat bar 30 × 3, 2000"), 1);
    QCOMPARE(countOf("Galvanised mild steel: sheet 1.2, 2000.0 × 1000.0"), 1);
    QCOMPARE(countOf("drill 6.6"), 1);
}

/// Four trays on what is there; where that is too small it is said. The drawing opens and has a line round
/// each.
void CuttingTest::sheetsAreLaidOut() {
    const QByteArray head = "name,material,thickness,length,width,count,price,offcut\n";
    QTemporaryDir folder;
    const QString drawing = folder.filePath("sheets.dxf");
    const Outcome outcome = run({"cut", demo("valve-tray.gfold"), "--json", "--sheets", "-", "--seconds",
                                 "0.2", "--margin", "10", "--dxf", drawing},
                                head + "rest,steel-galvanised,1.2,700,500,1,,yes\n"
                                       "sheet,steel-galvanised,1.2,2000,1000,,,\n"
                                       "thick,steel-galvanised,2,2000,1000,,,\n");
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json sheets = json::parse(outcome.out.toStdString())["sheets"][0]["sheets"];
    int blanks = 0;
    for (const json& sheet : sheets) {
        QVERIFY(sheet["sheet"] != "thick");
        blanks += static_cast<int>(sheet["blanks"].size());
        QVERIFY(sheet["used"].get<double>() < 1);
    }
    QCOMPARE(blanks, 4);
    QCOMPARE(sheets[0]["sheet"], "rest");
    const QByteArray drawn = textOf(drawing);
    const json tray = json::parse(run({"show", demo("valve-tray.gfold"), "--json"}).out.toStdString());
    qsizetype inOne = 1; // its outline, and what is cut in it before bending
    for (const json& hole : tray["holes"])
        inOne += !hole["after_bending"].get<bool>();
    QVERIFY(inOne > 6);
    QCOMPARE(drawn.count("\nLWPOLYLINE"), 4 * inOne + static_cast<qsizetype>(sheets.size()));
    QCOMPARE(run({"cut", demo("valve-tray.gfold"), "--json", "--dxf", drawing, "--seconds", "0"}).status, 3);
    const Outcome small = run({"cut", demo("valve-tray.gfold"), "--json", "--sheets", "-", "--seconds", "0"},
                              head + "rest,steel-galvanised,1.2,100,100,,,yes\n");
    QCOMPARE(small.status, 1);
    QCOMPARE(json::parse(small.out.toStdString())["sheets"][0]["missing"][0]["count"], 4);
    const Outcome wrong = run({"cut", demo("valve-tray.gfold"), "--json", "--sheets", "-"},
                              head + "rest,steel-galvanised,1.2,0,100,,,yes\n");
    QCOMPARE(wrong.status, 2);
    QVERIFY(wrong.err.contains("length"));
}

void CuttingTest::tablesAreReadStrictly() {
    const auto wrong = [](const QByteArray& row) {
        return run({"cut", demo("vent-stay.gfold"), "--json", "--bars", "-"}, kColumns + row);
    };
    for (const char* row : {"a,steel-hot-rolled,30,abc,2000,,,", "a,,30,3,2000,,,",
                            "a,steel-hot-rolled,30,3,0,,,", "a,steel-hot-rolled,30,3,2000,1.5,,",
                            "a,steel-hot-rolled,30,3,2000,-3,,", "a,steel-hot-rolled,30,3,2000,,,maybe"}) {
        const Outcome outcome = wrong(row);
        QCOMPARE(outcome.status, 2);
        QVERIFY2(outcome.err.contains("line 2"), outcome.err.constData());
    }
}

/// A hole as wide as its leg: nothing is cut, bought or reckoned for it, unless somebody wants it all the
/// same.
void CuttingTest::stoppedJobsAreNotCut() {
    const QByteArray job = R"({"format": "good-fold-job", "version": 1, "title": "Vent stay", "units": "mm",
        "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30},
        "plates": [{"id": "A", "length": 60, "holes": [{"id": "h1", "diameter": 31, "x": 25}]},
                   {"id": "B", "length": 50}],
        "bends": [{"id": "1", "from": "A", "to": "B", "angle": 90, "turn": "up"}]})";
    for (const char* command : {"cut", "buy", "cost"}) {
        const Outcome refused = run({command, "-", "--json"}, job);
        QCOMPARE(refused.status, 1);
        QVERIFY2(refused.out.isEmpty() && refused.err.contains("--force goes on all the same"),
                 refused.err.constData());
        QVERIFY2(refused.err.contains("h1"), refused.err.constData()); // why
        const Outcome forced = run({command, "-", "--json", "--force"}, job);
        QVERIFY2(forced.status == 0 && !forced.out.isEmpty(), forced.err.constData());
    }
}

void CuttingTest::whatIsPassedOverIsSaid() {
    const Outcome outcome =
        run({"cut", demo("vent-stay.gfold"), "--json", "--bars", "-"},
            "name,material,width,thickness,length,shelf\nlong,steel-hot-rolled,30,3,2000,top\n");
    QCOMPARE(outcome.status, 0);
    QVERIFY2(outcome.err.contains("Passed over: \"shelf\"."), outcome.err.constData());
}

GOODFOLD_TEST(CuttingTest)

} // namespace goodfold::cli_cutting_test

#include "cutting.moc"
