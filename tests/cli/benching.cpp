// goodfold-cli bench: a log in, what is believed and what is left out.
#include "cli/support.h"

namespace goodfold::cli_benching_test {

using nlohmann::json;
using namespace goodfold::test;

namespace {

QString written(const QTemporaryDir& folder, const QByteArray& log) {
    const QString path = folder.filePath("piece.gfbench");
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly)) qFatal("no log");
    file.write(log);
    return path;
}

} // namespace

class BenchingTest : public QObject {
    Q_OBJECT
private slots:
    void benchTellsWhatIsLeft();
    void wrongLogsAreTold();
    void practiceCountsPieces();
    void checkSheetHasLimits();
    void tablesTeach();
};

/// A piece on its way: what is believed, the steps that are left with what they were, the odds; then bent.
void BenchingTest::benchTellsWhatIsLeft() {
    QTemporaryDir folder;
    const auto benchWith = [&](const QByteArray& entries) {
        const QString log = written(folder, R"({"format": "good-fold-bench", "version": 1, "piece": 2,
            "entries": [)" + entries + "]}");
        const Outcome outcome =
            run({"bench", demo("foot-on-base.gfold"), "--json", "--log", log, "--trials", "1000"});
        if (outcome.status > 1) qFatal("%s", outcome.err.constData());
        return json::parse(outcome.out.toStdString());
    };
    const json before = benchWith(R"({"kind": "thickness", "value": 4.9})");
    QCOMPARE(before["piece"], 2);
    QCOMPARE(before["steps"].size(), size_t(1));
    QVERIFY(before["steps"][0]["held_line"].contains("was"));
    QVERIFY(before["odds"].get<double>() >= before["odds_before"].get<double>());
    QVERIFY(!before.contains("rework"));
    const json after = benchWith(R"({"kind": "done", "of": "1"}, {"kind": "angle", "of": "1", "value": 88.5},
        {"kind": "outside", "of": "A", "value": 625})");
    QVERIFY(after["steps"].empty());
    QCOMPARE(after["asked"][0]["entry"], 2);
    QVERIFY(!after["rework"].empty());
    QVERIFY(after["rework"][0].contains("says"));
    for (const json& each : after["accept"])
        if (each["measure"] == "angle") QCOMPARE(each["value"], 88.5);
}

void BenchingTest::wrongLogsAreTold() {
    QTemporaryDir folder;
    const QString log = folder.filePath("piece.gfbench");
    QCOMPARE(run({"bench", demo("foot-on-base.gfold"), "--json", "--log", log}).status, 2);
    written(folder, R"({"format": "good-fold-job", "version": 1, "entries": []})");
    const Outcome wrong = run({"bench", demo("foot-on-base.gfold"), "--json", "--log", log});
    QCOMPARE(wrong.status, 2);
    QVERIFY2(wrong.err.contains("not a bench log"), wrong.err.constData());
    written(folder, R"({"format": "good-fold-bench", "version": 1, "entries": []})");
    QCOMPARE(run({"bench", demo("vent-stay.gfold"), "--json", "--log", log}).status, 1); // it has no mount
}

/// Three ways to make the same pieces, each counted whole; the same again for the same seed.
void BenchingTest::practiceCountsPieces() {
    const QStringList asked{"practise", demo("foot-on-base.gfold"), "--json", "--pieces", "3", "--seed", "5"};
    const Outcome outcome = run(asked);
    QCOMPARE(outcome.status, 0);
    const json out = json::parse(outcome.out.toStdString());
    for (const char* way : {"as_planned", "measured", "test_bends"})
        QCOMPARE(out["ways"][way]["pieces"], 3);
    QVERIFY(out["truth"]["k"]["1"].get<double>() > 0.3);
    QVERIFY(out.contains("assumes"));
    QCOMPARE(run(asked).out, outcome.out);
}

/// On paper, what `bench` says of a finished piece: each measure with its limits, a column a piece.
void BenchingTest::checkSheetHasLimits() {
    QTemporaryDir folder;
    const QString log = written(folder, R"({"format": "good-fold-bench", "version": 1, "piece": 1,
        "entries": [{"kind": "done", "of": "1"}]})");
    const json bench =
        json::parse(run({"bench", demo("foot-on-base.gfold"), "--json", "--log", log, "--trials", "200"})
                        .out.toStdString());
    const QString sheet = folder.filePath("check.pdf");
    QCOMPARE(run({"export", demo("foot-on-base.gfold"), "--pdf-check", sheet, "--force"}).status, 0);
    QProcess text;
    text.start("pdftotext", {"-layout", sheet, "-"});
    text.waitForFinished();
    const QString says = QString::fromUtf8(text.readAllStandardOutput()).replace(QChar(0x2212), '-');
    QVERIFY2(says.contains("final check"), qPrintable(says));
    QVERIFY(!bench["accept"].empty());
    for (const json& each : bench["accept"]) {
        const QString from = QString::number(each["from"].get<double>(), 'f', 1);
        QVERIFY2(says.contains(from), qPrintable(from + " is not in " + says));
    }
    for (const char* piece : {"1", "2", "3", "4"})
        QVERIFY(says.contains(piece));
    // Of a pair both hands.
    const QString pair = folder.filePath("pair.pdf");
    QCOMPARE(run({"export", demo("vent-stay.gfold"), "--pdf-check", pair, "--force"}).status, 0);
    text.start("pdftotext", {"-layout", pair, "-"});
    text.waitForFinished();
    const QString both = QString::fromUtf8(text.readAllStandardOutput());
    QVERIFY2(both.contains("left hand", Qt::CaseInsensitive) &&
                 both.contains("right hand", Qt::CaseInsensitive),
             qPrintable(both));
}

/// The demo's bends: K and its band by R/T, the tools' lines; one that is misread is asked about.
void BenchingTest::tablesTeach() {
    const Outcome outcome =
        run({"learn", demo("test-bends.csv"), "--json", "--tool", "vise", "--batch", "bar of November"});
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json known = json::parse(outcome.out.toStdString());
    QCOMPARE(known["material"], "steel-hot-rolled");
    QCOMPARE(known["bends"], 12);
    QVERIFY(known["asked"].empty());
    bool hasOne = false;
    for (const json& row : known["k"]) {
        QVERIFY(row["sigma"].get<double>() <= row["book_sigma"].get<double>() + 1e-9);
        if (std::abs(row["ratio"].get<double>() - 1) > 0.05) continue;
        hasOne = true;
        QVERIFY(row["sigma"].get<double>() < 0.4 * row["book_sigma"].get<double>());
        QVERIFY(std::abs(row["mean"].get<double>() - 0.419) < 0.025); // it was made with 0.419
    }
    QVERIFY(hasOne);
    QVERIFY(!known["tools"].empty());
    QByteArray table = textOf(demo("test-bends.csv"));
    table.replace(",52.2,53.1,", ",25.2,53.1,");
    const json asked = json::parse(run({"learn", "-", "--json"}, table).out.toStdString());
    QCOMPARE(asked["asked"].size(), size_t(1));
    QCOMPARE(asked["asked"][0]["member"], "held_leg");
    QCOMPARE(asked["asked"][0]["likely"], 52.2);
    QCOMPARE(run({"learn", "-", "--json"}, "id,at\n1,2026\n").status, 2);
    QCOMPARE(run({"learn", demo("test-bends.csv"), "--json", "--material", "unobtainium"}).status, 2);
}

GOODFOLD_TEST(BenchingTest)

} // namespace goodfold::cli_benching_test

#include "benching.moc"
