// What goodfold-cli must never do: write something over, lose what it printed, believe a file.
#include "cli/support.h"

namespace goodfold::trust_test {

using nlohmann::json;
using namespace goodfold::test;

class TrustTest : public QObject {
    Q_OBJECT
private slots:
    void exportWritesNothingOver();
    void stoppedJobIsNotExported();
    void fullDiskAndClosedOutputAreTold();
    void namesDoNotReachTheTerminalRaw();
    void booksAreReadStrictly_data();
    void booksAreReadStrictly();
};

/// Neither the job, nor another output, nor unasked anything that is there; and whole or not at all.
void TrustTest::exportWritesNothingOver() {
    QTemporaryDir folder;
    const QString job = folder.filePath("stay.gfold"), there = folder.filePath("a.csv");
    QVERIFY(QFile::copy(demo("vent-stay.gfold"), job));
    const QByteArray before = textOf(job);
    Outcome outcome =
        run({"export", job, "--csv", folder.filePath("../" + QDir(folder.path()).dirName() + "/stay.gfold"),
             "--force"});
    QCOMPARE(outcome.status, 3);
    QVERIFY2(outcome.err.contains("the job itself"), outcome.err);
    QCOMPARE(textOf(job), before);
    outcome = run({"export", job, "--csv", there, "--dxf", there});
    QCOMPARE(outcome.status, 3);
    QVERIFY2(outcome.err.contains("two outputs"), outcome.err);
    QVERIFY(!QFile::exists(there));
    QCOMPARE(run({"export", job, "--csv", there}).status, 0);
    const QByteArray written = textOf(there);
    outcome = run({"export", demo("lamp-hanger.gfold"), "--csv", there});
    QCOMPARE(outcome.status, 3);
    QVERIFY2(outcome.err.contains("--force"), outcome.err);
    QCOMPARE(textOf(there), written);
    QCOMPARE(run({"export", demo("lamp-hanger.gfold"), "--csv", there, "--force"}).status, 0);
    QVERIFY(textOf(there) != written);
    QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 2); // nothing half written is left beside
}

void TrustTest::stoppedJobIsNotExported() {
    QTemporaryDir folder;
    QByteArray job = textOf(demo("vent-stay.gfold"));
    job.replace("\"diameter\": 6.6", "\"diameter\": 28");
    const QString path = folder.filePath("a.dxf");
    Outcome outcome = run({"export", "-", "--dxf", path}, job);
    QCOMPARE(outcome.status, 1);
    QVERIFY2(outcome.err.contains("--force"), outcome.err);
    QVERIFY(!QFile::exists(path));
    outcome = run({"export", "-", "--dxf", path, "--force"}, job);
    QCOMPARE(outcome.status, 1);
    QVERIFY(QFile::exists(path));
}

void TrustTest::fullDiskAndClosedOutputAreTold() {
    for (const char* to : {">/dev/full", ">&-"})
        for (const char* command : {"show", "plan"}) {
            QProcess shell;
            shell.start("sh",
                        {"-c", QStringLiteral("%1 %2 --json %3 %4")
                                   .arg(PROGRAMS "/goodfold-cli", command, demo("vent-stay.gfold"), to)});
            QVERIFY(shell.waitForFinished(60000));
            QCOMPARE(shell.exitCode(), 3);
            QVERIFY(shell.readAllStandardError().contains("standard output"));
        }
}

void TrustTest::namesDoNotReachTheTerminalRaw() {
    const Outcome outcome = run({"show", "-", "--json"}, "{\"format\": \"\\u001b[31mred\\u0007\"}");
    QCOMPARE(outcome.status, 2);
    for (const char c : outcome.err)
        QVERIFY2(c == '\n' || static_cast<unsigned char>(c) >= 0x20, outcome.err);
    QTemporaryDir folder;
    const Outcome named = run({"show", folder.filePath("a\x1b[2Jb.gfold"), "--json"});
    QVERIFY2(!named.err.contains('\x1b') && named.err.contains("\\x1b"), named.err);
}

/// Of the shop's own files as well: what is misspelt, given twice or no figure is named, in our own words.
void TrustTest::booksAreReadStrictly_data() {
    QTest::addColumn<QString>("option");
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QString>("names");
    const QByteArray vise =
        R"("id": "x", "name": "x", "kind": "vise", "radii": [1], "length": 90, "thickest": 3, "most_angle": 95, "lever": 300)";
    const auto shipped = json::parse(textOf(QStringLiteral(PROJECT_DATA "/tools.json")).toStdString());
    const json vises{{"tools", {shipped["tools"][0], shipped["tools"][0]}}};
    const QByteArray twice = QByteArray::fromStdString(vises.dump());
    const auto tools = [&](const QByteArray& more) { return "{\"tools\": [{" + vise + more + "}]}"; };
    QTest::newRow("misspelt") << "--tools" << tools(", \"lenght\": 5") << "lenght";
    QTest::newRow("misspelt in a group") << "--tools" << tools(", \"clamp\": {\"lfit\": 5}") << "lfit";
    QTest::newRow("twice") << "--tools" << tools(", \"length\": 5") << "given twice";
    QTest::newRow("two of one id") << "--tools" << twice << "two tools";
    QTest::newRow("text for a number") << "--tools" << tools(", \"place_sigma\": \"far\"") << "place_sigma";
    QTest::newRow("no list") << "--tools" << QByteArray("{\"tools\": 3}") << "tools";
    QTest::newRow("no JSON") << "--tools" << QByteArray("{\"tools\": [{") << "line 1";
    QTest::newRow("zero byte") << "--tools" << tools("") + QByteArray(1, '\0') + "more"
                               << "zero byte";
    QTest::newRow("deep") << "--tools"
                          << "{\"tools\": " + QByteArray(65, '[') + QByteArray(65, ']') + "}"
                          << "64 deep";
    QTest::newRow("many fingers") << "--tools"
                                  << tools(", \"fingers\": [" + QByteArray("20,").repeated(99) + "20]")
                                  << "sixty";
    QTest::newRow("misspelt hardware")
        << "--hardware" << QByteArray(R"({"rivets": [{"size": "4", "diametre": 4}]})") << "diameter";
    QTest::newRow("more hardware")
        << "--hardware"
        << QByteArray(
               R"({"rivets": [{"size": "4", "diameter": 4, "hole": 4.1, "head_diameter": 8, "grips": [[8, 3, 5]], "colour": "red"}]})")
        << "colour";
    QTest::newRow("no such list")
        << "--hardware"
        << QByteArray(
               R"({"rivets": [{"size": "4", "diameter": 4, "hole": 4.1, "head_diameter": 8, "lengths": "mine"}]})")
        << "mine";
    QTest::newRow("no hardware") << "--hardware" << QByteArray("[1]") << "object";
}

void TrustTest::booksAreReadStrictly() {
    QFETCH(QString, option);
    QFETCH(QByteArray, text);
    QFETCH(QString, names);
    QTemporaryDir folder;
    QFile file(folder.filePath("own.json"));
    QVERIFY(file.open(QIODevice::WriteOnly) && file.write(text) == text.size());
    file.close();
    const Outcome outcome = run({"plan", demo("vent-stay.gfold"), "--json", option, file.fileName()});
    QCOMPARE(outcome.status, 2);
    QVERIFY2(outcome.err.contains(names.toUtf8()), outcome.err);
    QVERIFY2(!outcome.err.contains("json.exception"), outcome.err);
}

GOODFOLD_TEST(TrustTest)

} // namespace goodfold::trust_test

#include "trust.moc"
