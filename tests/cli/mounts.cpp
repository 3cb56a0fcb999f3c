// goodfold-cli about the mount: odds, places by their readings, brackets brought onto it and proposed to it.
#include "cli/support.h"

#include <cmath>

namespace goodfold::mounts_test {

using nlohmann::json;
using namespace goodfold::test;

class MountsTest : public QObject {
    Q_OBJECT
private slots:
    void lineupCountsTheOdds();
    void lineupTakesOwnErrors();
    void mountFindsTheSlip();
    void solveWritesTheChangedJob();
    void proposePrintsShapes();
    void lineupSaysWhatIsMissing();
    void otherSideIsHeldAgainstThisOne();
    void measuringSheetSaysWhatToRead();
    void bracketIsBoltedToAnother();
    void tubeIsSolved();
};

/// A strap on the foot's long leg, which is a job of its own beside it.
void MountsTest::bracketIsBoltedToAnother() {
    QTemporaryDir folder;
    const QString foot = folder.filePath("foot.gfold"), strap = folder.filePath("strap.gfold");
    QVERIFY(QFile::copy(demo("foot-on-base.gfold"), foot));
    json job = {{"format", "good-fold-job"},
                {"version", 1},
                {"title", "Valve strap"},
                {"material", "steel-hot-rolled"},
                {"thickness", 3},
                {"stock", {{"form", "bar"}, {"width", 30}}},
                {"plates",
                 {{{"id", "A"},
                   {"length", 80},
                   {"holes", {{{"id", "h1"}, {"diameter", 9}, {"x", 20}, {"x_from", "start"}}}}}}},
                {"rests", {{"plate", "A"}, {"on", {{"job", "foot.gfold"}, {"plate", "B"}}}}},
                {"ties", {{{"hole", "h1"}, {"point", {{"job", "foot.gfold"}, {"hole", "h2"}}}}}}};
    const auto write = [&] {
        QFile file(strap);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(job.dump()));
    };
    write();
    const Outcome fits = run({"lineup", strap, "--json", "--trials", "500"});
    QVERIFY2(fits.status == 0, fits.err.constData());
    const json told = json::parse(fits.out.toStdString());
    QCOMPARE(told.at("ties").at(0).at("point").get<std::string>(), std::string("foot.h2"));
    QCOMPARE(told.at("odds").get<double>(), 1.0); // a single bolt always goes in
    // Without that file nothing is known of its holes.
    QVERIFY(QFile::remove(foot));
    const Outcome alone = run({"lineup", strap, "--json"});
    QVERIFY(alone.status != 0);
    QVERIFY2(alone.err.contains("foot.gfold"), alone.err.constData());
    // And a hole that is not there is named.
    QVERIFY(QFile::copy(demo("foot-on-base.gfold"), foot));
    job["ties"][0]["point"]["hole"] = "h7";
    write();
    const Outcome gone = run({"lineup", strap, "--json"});
    QVERIFY(gone.status != 0 && gone.err.contains("foot.gfold has no hole h7 any more."));
}

void MountsTest::tubeIsSolved() {
    QTemporaryDir folder;
    const QString path = folder.filePath("pipe.gfold");
    QFile file(demo("pipe-saddle.gfold"));
    QVERIFY(file.open(QIODevice::ReadOnly));
    json job = json::parse(file.readAll().toStdString());
    job["mount"] = json::parse(R"({"faces": [{"id": "P", "kind": "round", "diameter": 48}],
        "points": [{"id": "a", "face": "P", "sketch": [0, 0]}, {"id": "b", "face": "P", "sketch": [90, 30, -10]}],
        "readings": [{"id": "r1", "kind": "along", "of": ["a", "b", "P"], "value": 100, "with": "rule"},
                     {"id": "r2", "kind": "square", "of": ["a", "b", "P"], "value": 37.7, "with": "tape"}]})");
    QFile out(path);
    QVERIFY(out.open(QIODevice::WriteOnly));
    out.write(QByteArray::fromStdString(job.dump()));
    out.close();
    const Outcome outcome = run({"mount", path, "--json"});
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json told = json::parse(outcome.out.toStdString());
    const json at = told.at("points").at(1).at("at");
    QVERIFY(std::abs(at[0].get<double>() - 100) < 1e-6);
    QVERIFY(std::abs(at[1].get<double>() - 24 * std::sin(37.7 / 24)) < 1e-6);
    QCOMPARE(told.at("faces").at(0).at("along").at(0).get<double>(), 1.0);
}

/// The demo that is poor: what is to blame, what helps, and the way there; twice the same.
void MountsTest::lineupCountsTheOdds() {
    const QStringList words{"lineup", demo("foot-on-base.gfold"), "--json", "--trials", "2000", "--reach",
                            "99"};
    const Outcome outcome = run(words);
    QCOMPARE(outcome.status, 0);
    QCOMPARE(run(words).out, outcome.out);
    const json told = json::parse(outcome.out.toStdString());
    QVERIFY(told.at("odds") > 0.2 && told.at("odds") < 0.4);
    QCOMPARE(told.at("ties").size(), size_t(2));
    QCOMPARE(told.at("placement").size(), size_t(4));
    QCOMPARE(told.at("held_lines").at("1").at("which").get<std::string>(), std::string("centre"));
    double shares = 0;
    for (const json& cause : told.at("causes")) {
        QVERIFY(cause.at("odds_without").get<double>() >= told.at("odds").get<double>() - 0.01);
        shares += cause.at("share").get<double>();
    }
    QVERIFY(std::abs(shares - 1) < 1e-6);
    QVERIFY(!told.at("remedies").empty());
    QVERIFY(told.at("way").at("odds") >= 0.99);
    QVERIFY(told.at("way_on").at("straight").get<bool>());
    QCOMPARE(told.at("drilling").size(), size_t(2));
    QCOMPARE(told.at("drilling").at(1).at("now").get<std::string>(), std::string("before"));
    QCOMPARE(told.at("drilling").at(1).at("odds_before"), told.at("odds"));
    const Outcome soon =
        run({"lineup", demo("foot-on-base.gfold"), "--json", "--trials", "6000", "--within", "1.1"});
    QCOMPARE(json::parse(soon.out.toStdString()).at("trials"), 2000); // 0.3 of 2000 is known to 0.0103
}

/// Two holes 100 apart on two studs, their marks alone out, by 0.3: 0.6 of play between them, so that
/// erf(0.6 / (2 * 0.3)) go on. Without any error all do.
void MountsTest::lineupTakesOwnErrors() {
    const QByteArray job =
        R"({"format": "good-fold-job", "version": 1, "title": "Gutter strap", "units": "mm",
        "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30},
        "plates": [{"id": "A", "length": 130, "holes": [
            {"id": "h1", "diameter": 6.6, "x": 15}, {"id": "h2", "diameter": 6.6, "x": 115}]}],
        "mount": {"faces": [{"id": "F"}], "points": [
            {"id": "a", "face": "F", "kind": "stud", "diameter": 6, "at": [0, 0, 0]},
            {"id": "b", "face": "F", "kind": "stud", "diameter": 6, "at": [100, 0, 0]}]},
        "rests": {"plate": "A", "on": "F"},
        "ties": [{"hole": "h1", "point": "a"}, {"hole": "h2", "point": "b"}]})";
    QTemporaryDir folder;
    const auto odds = [&](const QByteArray& fixed) {
        const QString path = folder.filePath("errors.json");
        QFile file(path);
        if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
        file.write("{\"fixed\": " + fixed + "}");
        file.close();
        const Outcome outcome = run({"lineup", "-", "--json", "--errors", path}, job);
        return json::parse(outcome.out.toStdString()).at("odds").get<double>();
    };
    const QByteArray none = R"("punch": 0, "drill": 0, "cut": 0, "thickness": 0)";
    QCOMPARE(odds("{\"mark\": 0, " + none + "}"), 1.0);
    QVERIFY(std::abs(odds("{\"mark\": 0.3, " + none + "}") - std::erf(1.0)) < 3 * 0.0026 + 0.005);
    QFile broken(folder.filePath("broken.json"));
    QVERIFY(broken.open(QIODevice::WriteOnly));
    broken.write(R"({"fixed": {"mark": "much"}})");
    broken.close();
    const Outcome wrong = run({"lineup", "-", "--json", "--errors", broken.fileName()}, job);
    QCOMPARE(wrong.status, 2);
    QVERIFY2(wrong.err.contains("fixed.mark"), wrong.err.constData());
}

/// The demo's reading r9 is a centimetre long, and says so; what is open makes it end with 1.
void MountsTest::mountFindsTheSlip() {
    const Outcome outcome = run({"mount", demo("stay-on-sill.gfold"), "--json"});
    QCOMPARE(outcome.status, 0);
    const json all = json::parse(outcome.out.toStdString());
    QCOMPARE(all["suspects"][0]["reading"], "r9");
    QCOMPARE(all["suspects"][0]["why"], "centimetre");
    QVERIFY(std::abs(all["suspects"][0]["off_by"].get<double>() - 10) < 1e-9);
    QCOMPARE(all["readings"].size(), size_t(12));
    QCOMPARE(all["joint_covariance"]["matrix"].size(), 3 * all["points"].size());
    QVERIFY(all["undetermined"].empty());
    json job = json::parse(textOf(demo("stay-on-sill.gfold")).toStdString());
    job["mount"]["readings"].erase(8);
    job["mount"]["readings"].erase(9);
    job["mount"]["readings"].erase(8);
    const Outcome open = run({"mount", "-", "--json"}, QByteArray::fromStdString(job.dump()));
    QCOMPARE(open.status, 1);
    const json said = json::parse(open.out.toStdString());
    QVERIFY(!said["undetermined"].empty());
    QVERIFY(said["undetermined"][0].contains("wants"));
}

/// The foot's far hole 3 higher on the base: its own hole goes up on its leg, in the job that is written.
void MountsTest::solveWritesTheChangedJob() {
    json job = json::parse(textOf(demo("foot-on-base.gfold")).toStdString());
    job["mount"]["points"][1]["at"][2] = 95;
    const QTemporaryDir dir;
    const QString path = dir.filePath("foot.gfold");
    const QByteArray changed = QByteArray::fromStdString(job.dump());
    const Outcome outcome = run({"solve", "-", "--json", "--out", path}, changed);
    const json told = json::parse(outcome.out.toStdString());
    QVERIFY(told["reached"].get<bool>());
    QCOMPARE(told["changed"].size(), size_t(1));
    QCOMPARE(told["changed"][0]["of"], "h2.x");
    QCOMPARE(told["changed"][0]["now"], 15.0); // from the end, 18 before
    QVERIFY(told["ties"][1]["off"] < 0.01);
    QCOMPARE(json::parse(textOf(path).toStdString())["plates"][1]["holes"][0]["x"], 15.0);
    QCOMPARE(run({"solve", "-", "--json", "--out", path}, changed).status, 3);
    QCOMPARE(run({"solve", "-", "--json", "--out", path, "--force"}, changed).status, outcome.status);
    const Outcome held = run({"solve", "-", "--json", "--hold", "h2,B,1"}, changed);
    QCOMPARE(held.status, 1);
    QVERIFY(!json::parse(held.out.toStdString())["reached"].get<bool>());
}

/// Of a mount alone, best first; each job reads as any other. A reading that cannot be right comes first.
void MountsTest::proposePrintsShapes() {
    const Outcome outcome = run({"propose", demo("foot-on-base.gfold"), "--json"});
    QCOMPARE(outcome.status, 0);
    const json all = json::parse(outcome.out.toStdString());
    QVERIFY(all.is_array() && all.size() >= 2);
    QVERIFY(all[0]["buildable"].get<bool>() && all[0]["stops"].empty());
    for (const json& each : all) {
        QCOMPARE(each["bends"].get<size_t>(), each["job"]["bends"].size());
        QVERIFY(each["blank"]["length"] > 100);
        QVERIFY(each["odds"] >= 0 && each["odds"] <= 1);
        const Outcome shown = run({"show", "-", "--json"}, QByteArray::fromStdString(each["job"].dump()));
        QCOMPARE(shown.status == 0, each["stops"].empty());
    }
    const Outcome doubted = run({"propose", demo("stay-on-sill.gfold"), "--json"});
    QCOMPARE(doubted.status, 1);
    QVERIFY2(doubted.err.contains("r9 cannot be right"), doubted.err.constData());
}

void MountsTest::lineupSaysWhatIsMissing() {
    const Outcome none = run({"lineup", demo("vent-stay.gfold"), "--json"});
    QCOMPARE(none.status, 1);
    QVERIFY2(none.err.contains("says nothing of a mount"), none.err.constData());
    QVERIFY(none.out.isEmpty());
}

/// The other hand's own mount, read alike but for one distance 4 longer: that one stands out, first.
void MountsTest::otherSideIsHeldAgainstThisOne() {
    json job = json::parse(textOf(demo("stay-on-sill.gfold")).toStdString());
    job["mount"]["readings"][8]["value"] = 45.3;
    job["opposite_hand"] = true;
    job["opposite_mount"] = job["mount"];
    for (json& point : job["opposite_mount"]["points"])
        point["sketch"][1] = -point["sketch"][1].get<double>();
    json& other = job["opposite_mount"]["readings"][4]; // a to m, by a rule
    other["value"] = other["value"].get<double>() + 4;
    const Outcome outcome = run({"mount", "-", "--json"}, QByteArray::fromStdString(job.dump()));
    QVERIFY2(outcome.status == 0, outcome.err.constData());
    const json sides = json::parse(outcome.out.toStdString())["other_side"];
    QCOMPARE(sides.size(), size_t(12));
    QCOMPARE(sides[0]["reading"], "r5");
    QVERIFY(sides[0]["stands"].get<bool>() && !sides[1]["stands"].get<bool>());
    QVERIFY(std::abs(sides[0]["apart"].get<double>() - 4) < 0.5);
}

/// As text on paper; of a job without a mount what to do first.
void MountsTest::measuringSheetSaysWhatToRead() {
    QTemporaryDir folder;
    const QString sheet = folder.filePath("sheet.pdf");
    const auto words = [&](const QByteArray& job) {
        QFile::remove(sheet);
        run({"export", "-", "--pdf-measuring", sheet}, job);
        QProcess text;
        text.start("pdftotext", {"-layout", sheet, "-"});
        text.waitForFinished();
        return QString::fromUtf8(text.readAllStandardOutput());
    };
    json job = json::parse(textOf(demo("stay-on-sill.gfold")).toStdString());
    job["mount"]["readings"] = json::array();
    job["plates"][1]["length"] = 3; // a bracket that cannot be made is no reason not to measure
    const QString whole = words(QByteArray::fromStdString(job.dump()));
    QVERIFY2(whole.contains("what to read at the place") && whole.contains("How far a and b are apart"),
             qPrintable(whole));
    QVERIFY2(whole.contains("face F") && whole.contains("calipers"), qPrintable(whole));
    QVERIFY(words(textOf(demo("vent-stay.gfold"))).contains("Nothing is told of the place yet"));
}

GOODFOLD_TEST(MountsTest)

} // namespace goodfold::mounts_test

#include "mounts.moc"
