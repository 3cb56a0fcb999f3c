// `goodfold-cli import`: drawings that others made.
#include "cli/support.h"

namespace goodfold::cli_importing_test {

using nlohmann::json;
using namespace goodfold::test;

class ImportingTest : public QObject {
    Q_OBJECT
private slots:
    void drawingsBecomeJobs();
    void bendLinesAreBent();
    void whatIsWrongIsSaid();
};

void ImportingTest::bendLinesAreBent() {
    QTemporaryDir folder;
    const QString drawing = folder.filePath("foot.dxf"), job = folder.filePath("foot.gfold");
    QCOMPARE(run({"export", demo("foot-on-base.gfold"), "--dxf", drawing}).status, 0);
    const Outcome made =
        run({"import", drawing, "--out", job, "--thickness", "8", "--bend-up", "BEND_UP", "--angle", "60"});
    QVERIFY2(made.status == 0, made.err.constData());
    QVERIFY(made.err.contains("1 line is bent"));
    const auto shown = [](const QString& path) {
        return json::parse(run({"show", path, "--json"}).out.toStdString());
    };
    const json was = shown(demo("foot-on-base.gfold")), is = shown(job);
    QCOMPARE(is["bends"].size(), size_t(1));
    QVERIFY(std::abs(was["blank"]["length"].get<double>() - is["blank"]["length"].get<double>()) < 1e-3);
    // So does a tray with legs on the sides of its legs, and it can be made.
    QCOMPARE(run({"export", demo("valve-tray.gfold"), "--dxf", drawing, "--force"}).status, 0);
    const Outcome tabbed = run({"import", drawing, "--out", job, "--force", "--bend-up", "BEND_UP",
                                "--thickness", "1.2", "--material", "steel-galvanised"});
    QVERIFY2(tabbed.status == 0 && tabbed.err.contains("8 lines are bent"), tabbed.err.constData());
    const Outcome tray = run({"show", job, "--json"});
    QCOMPARE(tray.status, 0); // nothing stops it
    const json brought = json::parse(tray.out.toStdString()), drawn = shown(demo("valve-tray.gfold"));
    QCOMPARE(brought["bends"].size(), drawn["bends"].size());
    QCOMPARE(brought["holes"].size(), drawn["holes"].size());
    for (const char* side : {"length", "width"})
        QVERIFY(std::abs(brought["blank"][side].get<double>() - drawn["blank"][side].get<double>()) < 1e-3);
}

/// What is exported of a tray is read again: the blank is the same, without its bends.
void ImportingTest::drawingsBecomeJobs() {
    QTemporaryDir folder;
    const QString drawing = folder.filePath("tray.dxf"), job = folder.filePath("tray.gfold");
    QCOMPARE(run({"export", demo("valve-tray.gfold"), "--dxf", drawing}).status, 0);
    const Outcome made = run({"import", drawing, "--out", job, "--thickness", "1.2", "--material",
                              "steel-galvanised", "--leave-out", "BEND_UP,BEND_DOWN"});
    QVERIFY2(made.status == 0, made.err.constData());
    const auto blankOf = [](const QString& path) {
        return json::parse(run({"show", path, "--json"}).out.toStdString())["blank"];
    };
    const json was = blankOf(demo("valve-tray.gfold")), is = blankOf(job);
    for (const char* figure : {"length", "width", "area", "mass"})
        QVERIFY2(std::abs(was[figure].get<double>() - is[figure].get<double>()) < 1e-3, figure);
    // Left to itself it finds out which layers are no outline; there already, it is not written over.
    QCOMPARE(run({"import", drawing, "--out", job}).status, 3);
    QCOMPARE(run({"import", drawing, "--out", job, "--force"}).status, 0);
    QVERIFY(std::abs(blankOf(job)["area"].get<double>() - was["area"].get<double>()) < 1e-3);
}

void ImportingTest::whatIsWrongIsSaid() {
    const Outcome none = run({"import", "-", "--out", "-"}, "no drawing");
    QCOMPARE(none.status, 2);
    QVERIFY(none.err.contains("no DXF"));
    QCOMPARE(run({"import", "/no/such.dxf", "--out", "-"}).status, 2);
    QCOMPARE(run({"import", demo("valve-tray.gfold"), "--out", "-", "--material", "tin"}).status, 2);
}

GOODFOLD_TEST(ImportingTest)

} // namespace goodfold::cli_importing_test

#include "importing.moc"
