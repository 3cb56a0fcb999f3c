// Job files: read back equal, unknown members kept, broken and hostile ones refused in one sentence.
#include "common/told.h"
#include "core/spoilt.h"
#include "files/dxf.h"
#include "files/show.h"

#include <nlohmann/json.hpp>

namespace goodfold::job_file_test {

using nlohmann::json;

namespace {

const char* const kSmall = R"({"format": "good-fold-job", "version": 1, "title": "Vent stay", "units": "mm",
 "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30},
 "plates": [{"id": "A", "length": 40}, {"id": "B", "length": 60, "holes": [{"id": "h1", "diameter": 6.6, "x": 20}]}],
 "bends": [{"id": "1", "from": "A", "edge": "end", "to": "B", "angle": 90, "turn": "up"}]})";

Result<files::ReadJob> read(const std::string& text) {
    std::istringstream in(text);
    return files::readJob(in);
}

/// kSmall with one value replaced, addressed by JSON pointer.
std::string with(const char* pointer, const json& value) {
    json file = json::parse(kSmall);
    file[json::json_pointer(pointer)] = value;
    return file.dump();
}

} // namespace

class JobFileTest : public QObject {
    Q_OBJECT
private slots:
    void randomJobsReadBackEqual();
    void heldLegsReadBack();
    void unknownMembersAreKept();
    void leftOutFiguresTakeTheirDefaults();
    void newerVersionIsMarked();
    void broken_data();
    void broken();
    void wrongFigures_data();
    void wrongFigures();
    void damagedTextNeverCrashes();
    void deepNestingIsRefused();
    void dxfHoldsTheBlank();
};

void JobFileTest::randomJobsReadBackEqual() {
    test::RandomJobs random(21);
    for (int i = 0; i < 300; ++i) {
        const job::Job job = random.next();
        const std::string text = test::textOf(job);
        const auto back = read(text);
        QVERIFY2(back, back ? "" : back.error().says.c_str());
        QVERIFY(back->job == job);
        QVERIFY(!back->isNewer);
        QCOMPARE(test::textOf(back->job), text);
    }
}

/// Said of a bend, and not written where nothing is said.
void JobFileTest::heldLegsReadBack() {
    job::Job job = test::bar({60, 60, 60}, {job::Bend{}, job::Bend{}});
    QVERIFY(test::textOf(job).find("holds") == std::string::npos);
    job.bends[0].holds = job::Holds::To;
    job.bends[1].holds = job::Holds::From;
    QVERIFY(test::jobFromText(test::textOf(job)) == job);
}

void JobFileTest::unknownMembersAreKept() {
    json file = json::parse(kSmall);
    const json taper = {{"to", 5.0}};
    file["plates"][1]["taper"] = taper;
    file["plates"][1]["holes"][0]["colour"] = "blue";
    file["bends"][0]["note"] = {1, 2, 3};
    file["stock"]["heat"] = "A7";
    file["allowance"] = {{"rule", "material"}, {"batch", 4}};
    file["author note"] = nullptr;
    const auto job = read(file.dump());
    QVERIFY(job);
    const json back = json::parse(test::textOf(job->job));
    QCOMPARE(back["plates"][1]["taper"], taper);
    QCOMPARE(back["plates"][1]["holes"][0]["colour"], json("blue"));
    QCOMPARE(back["bends"][0]["note"], json({1, 2, 3}));
    QCOMPARE(back["stock"]["heat"], json("A7"));
    QCOMPARE(back["allowance"]["batch"], json(4));
    QVERIFY(back["author note"].is_null());
    int told = 0;
    for (const check::Finding& finding : test::findingsOf(job->job))
        told += finding.rule == "kept-unused";
    QCOMPARE(told, 6);
}

void JobFileTest::leftOutFiguresTakeTheirDefaults() {
    const job::Job job = test::jobFromText(kSmall);
    QCOMPARE(job.quantity, 1);
    QVERIFY(!job.oppositeHand);
    QVERIFY(job.plates[1].holes[0].xFrom == job::Hole::XFrom::Outside);
    QVERIFY(job.plates[1].holes[0].yFrom == job::Hole::YFrom::Centre);
    const part::Part part = part::solve(job, test::hotRolled());
    QCOMPARE(part.bends[0].shape.insideRadius, 3.0);
    QCOMPARE(part.bends[0].k, 0.407);
    QCOMPARE(part.bends[0].kSource, std::string("Material table"));
    json inside = json::parse(kSmall);
    inside["dimension_to"] = "inside";
    QVERIFY(test::jobFromText(inside.dump()).plates[1].holes[0].xFrom == job::Hole::XFrom::Inside);
}

void JobFileTest::newerVersionIsMarked() {
    const auto newer = read(with("/version", 2));
    QVERIFY(newer);
    QVERIFY(newer->isNewer);
}

void JobFileTest::broken_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QString>("says");
    QTest::newRow("empty") << ""
                           << "it is empty.";
    QTest::newRow("not JSON") << "a bracket"
                              << "line 1, column 1: ";
    QTest::newRow("cut short") << QString(kSmall).left(200) << "line 3, column";
    QTest::newRow("a list") << "[1, 2]"
                            << "this must be an object in braces.";
    QTest::newRow("nothing in it") << "{}"
                                   << "\"format\" is missing.";
    QTest::newRow("number beyond all bounds") << QString(kSmall).replace("40}", "1e999}") << "a number";
    QTest::newRow("member given twice")
        << QString(kSmall).replace("\"thickness\"", "\"title\": \"x\", \"thickness\"")
        << "\"title\" is given twice.";
}

void JobFileTest::broken() {
    QFETCH(QString, text);
    QFETCH(QString, says);
    const auto job = read(text.toStdString());
    QVERIFY(!job);
    QVERIFY2(QString::fromStdString(told(job.error())).startsWith(says), told(job.error()).c_str());
    QVERIFY(job.error().says.ends_with('.'));
    QVERIFY(job.error().says.find('\n') == std::string::npos);
    QVERIFY(!read(std::string("{\"title\": \"\xFF\"}")));
}

void JobFileTest::wrongFigures_data() {
    QTest::addColumn<QString>("pointer");
    QTest::addColumn<QString>("value");
    QTest::addColumn<QString>("where");
    const auto row = [](const char* name, const char* pointer, const char* value, const char* where) {
        QTest::newRow(name) << pointer << value << where;
    };
    row("other format", "/format", "\"a-song\"", "format");
    row("version zero", "/version", "0", "version");
    row("thickness as text", "/thickness", "\"3\"", "thickness");
    row("no thickness at all", "/thickness", "0", "thickness");
    row("negative width", "/stock/width", "-30", "stock.width");
    row("unknown form", "/stock/form", "\"tube\"", "stock.form");
    row("unknown unit", "/units", "\"furlongs\"", "units");
    row("half a piece", "/quantity", "1.5", "quantity");
    row("plates is a number", "/plates", "7", "plates");
    row("a plate is a number", "/plates/0", "7", "plates[0]");
    row("no plates", "/plates", "[]", "plates");
    row("zero leg", "/plates/1/length", "0", "plates[1].length");
    row("same name twice", "/plates/1/id", "\"A\"", "plates[1].id");
    row("empty name", "/plates/0/id", "\"\"", "plates[0].id");
    row("bend to nowhere", "/bends/0/to", "\"Z\"", "bends[0].to");
    row("bend to itself", "/bends/0/to", "\"A\"", "bends");
    row("no bends", "/bends", "[]", "bends");
    row("angle beyond a roll", "/bends/0/angle", "351", "bends[0].angle");
    row("angle under 1", "/bends/0/angle", "0.5", "bends[0].angle");
    row("turn sideways", "/bends/0/turn", "\"sideways\"", "bends[0].turn");
    row("side edge of a bar", "/bends/0/edge", "\"left\"", "bends[0].edge");
    row("steep skew", "/bends/0/skew", "89", "bends[0].skew");
    row("K of 3", "/bends/0/k", "3", "bends[0].k");
    row("hole of no size", "/plates/1/holes/0/diameter", "0", "plates[1].holes[0].diameter");
    row("oval hole", "/plates/1/holes/0/kind", "\"oval\"", "plates[1].holes[0].kind");
    row("slot without a length", "/plates/1/holes/0/kind", "\"slot\"", "plates[1].holes[0]");
    row("corner at a bend", "/plates/1/corners", R"({"start-left": {"round": 3}})",
        "plates[1].corners.start-left");
    row("corner of no kind", "/plates/1/corners", R"({"end-left": {"bite": 3}})",
        "plates[1].corners.end-left");
    row("corner nowhere", "/plates/1/corners", R"({"middle": {"round": 3}})", "plates[1].corners.middle");
    row("end that is bent", "/plates/0/ends", R"({"end": {"extra": 3}})", "plates[0].ends.end");
    row("end cut along the bar", "/plates/1/ends", R"({"end": {"cut": 80}})", "plates[1].ends.end");
    row("round end with an angle", "/plates/1/ends", R"({"end": {"cut": 8, "full_round": true}})",
        "plates[1].ends.end");
    row("joggle at a free end", "/plates/1/joggle", R"({"offset": 3, "length": 20})", "plates[1].joggle");
    row("measured across at a free end", "/plates/1/measure", "\"overall\"", "plates[1].measure");
    row("stock of no length", "/stock/on_hand", "0", "stock.on_hand");
    row("grain askew", "/stock/grain", "\"askew\"", "stock.grain");
    row("marks from the side", "/datum", "\"left\"", "datum");
    row("load at no hole", "/load", R"({"held": "h1", "at": "h9", "newtons": 5, "toward": "back"})",
        "load.at");
    row("load at its own hold", "/load", R"({"held": "h1", "at": "h1", "newtons": 5, "toward": "back"})",
        "load.at");
    row("hole from a start that is bent", "/plates/1/holes/0/x_from", "\"start\"",
        "plates[1].holes[0].x_from");
    row("hole from no hole", "/plates/1/holes/0/x_from", "\"h9\"", "plates[1].holes[0].x_from");
    row("hole from itself", "/plates/1/holes/0/x_from", "\"h1\"", "plates[1].holes[0].x_from");
}

void JobFileTest::wrongFigures() {
    QFETCH(QString, pointer);
    QFETCH(QString, value);
    QFETCH(QString, where);
    const auto job = read(with(qPrintable(pointer), json::parse(value.toStdString())));
    QVERIFY(!job);
    QCOMPARE(QString::fromStdString(job.error().where), where);
    QVERIFY2(job.error().says.ends_with('.'), job.error().says.c_str());
}

void JobFileTest::damagedTextNeverCrashes() {
    test::RandomJobs random(22);
    const std::string good = kSmall;
    for (int i = 0; i < 20000; ++i) {
        const auto job = read(test::spoilt(good, random, {"1e999", "{"}));
        if (!job) {
            QVERIFY(!job.error().says.empty());
            continue;
        }
        QVERIFY(!job::whatIsWrong(job->job));
        if (material::standardMaterials().find(job->job.material)) test::findingsOf(job->job);
    }
}

void JobFileTest::deepNestingIsRefused() {
    const std::string deep = std::string(200'000, '[') + std::string(200'000, ']');
    QVERIFY(!read("{\"format\": " + deep + "}"));
    json file = json::parse(kSmall);
    std::string text = file.dump();
    text.insert(1, "\"x\": " + deep + ", ");
    const auto job = read(text);
    QVERIFY(!job);
    QVERIFY(QString::fromStdString(job.error().says).contains("64 deep"));
}

void JobFileTest::dxfHoldsTheBlank() {
    const part::Part part = part::solve(test::jobFromText(kSmall), test::hotRolled());
    std::ostringstream out;
    files::writeDxf(out, part);
    const std::string dxf = out.str();
    for (const char* piece :
         {"AC1015", "$INSUNITS", "LWPOLYLINE", "CIRCLE", "BEND_UP", "1: 90 deg up R3", "EOF"})
        QVERIFY2(dxf.find(piece) != std::string::npos, piece);
}

GOODFOLD_TEST(JobFileTest)

} // namespace goodfold::job_file_test

#include "job_file.moc"
