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

GOODFOLD_TEST(BenchingTest)

} // namespace goodfold::cli_benching_test

#include "benching.moc"
