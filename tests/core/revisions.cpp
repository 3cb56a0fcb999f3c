// Named revisions of a job: kept whole in its file, and what is otherwise between two in words.
#include "files/revisions.h"

#include "core/mount_support.h"

namespace goodfold::revisions_test {

using namespace goodfold::files;

namespace {

job::Job stay() {
    job::Job job = test::bar({60, 40}, {{.id = "1", .from = "A", .to = "B"}});
    job.plates[0].holes.push_back({.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start});
    return job;
}

std::vector<std::string> changes(const job::Job& was, const job::Job& is) {
    return changesBetween(was, is, quantity::Reading::millimetres());
}

using Says = std::vector<std::string>;

} // namespace

class RevisionsTest : public QObject {
    Q_OBJECT
private slots:
    void changesAreSaid_data();
    void changesAreSaid();
    void whatHoldsItThereIsSaid();
    void revisionsAreKeptInTheFile();
    void namesGoOn();
    void whereItStandsIsSaid();
    void brokenRevisionsAreRefused();
    void anyTwoJobsAreCompared();
};

void RevisionsTest::changesAreSaid_data() {
    QTest::addColumn<int>("which");
    QTest::addColumn<QString>("says");
    const char* expected[] = {"Leg A: length from 60 to 55.",
                              "Bend 1: angle from 90° to 85°.",
                              "h1: x from 20 to 22.5.",
                              "h2 is new.",
                              "h1 is gone.",
                              "Material from steel-hot-rolled to stainless-304.",
                              "Opposite hand from no to yes.",
                              "Stock: on hand from nothing said to 500.",
                              "Leg C is new."};
    for (int i = 0; i < 9; ++i)
        QTest::newRow(expected[i]) << i << QString::fromUtf8(expected[i]);
}

void RevisionsTest::changesAreSaid() {
    QFETCH(int, which);
    QFETCH(QString, says);
    job::Job is = stay();
    switch (which) {
    case 0:
        is.plates[0].length = 55;
        break;
    case 1:
        is.bends[0].angleDeg = 85;
        break;
    case 2:
        is.plates[0].holes[0].x = 22.5;
        break;
    case 3:
        is.plates[1].holes.push_back({.id = "h2", .x = 10});
        break;
    case 4:
        is.plates[0].holes.clear();
        break;
    case 5:
        is.material = "stainless-304";
        break;
    case 6:
        is.oppositeHand = true;
        break;
    case 7:
        is.stock.onHand = 500;
        break;
    default:
        is.plates.push_back({.id = "C", .length = 30});
        is.bends.push_back({.id = "2", .from = "B", .to = "C"});
        break;
    }
    const Says all = changes(stay(), is);
    const auto has = std::find(all.begin(), all.end(), says.toStdString());
    QVERIFY2(has != all.end(), all.empty() ? "nothing" : all.front().c_str());
    QCOMPARE(all.size(), size_t(which == 8 ? 2 : 1));
    // The other way about it is said as well.
    QCOMPARE(changes(is, stay()).size(), all.size());
}

/// A spacer under a bolt, and a leg that goes through a slot now.
void RevisionsTest::whatHoldsItThereIsSaid() {
    const part::Part part = part::solve(stay(), test::hotRolled());
    job::Job was = lineup::withDrawnMount(stay(), part, part::fold(part), hardware::standardBook());
    was.mount->points.push_back(
        {.id = "s", .face = was.mount->faces[0].id, .diameter = 4, .at = Vec3(60, 0, 0)});
    was.mount->points.back().slot = job::MountPoint::Slot{34, Vec3(0, 1, 0), {}};
    job::Job is = was;
    is.ties[0].spacer = 6.5;
    is.tabs.push_back({.plate = "B", .point = "s"});
    is.boughtPrice = 3.2;
    const Says says = changes(was, is);
    QVERIFY(says == (Says{"Bought price from nothing said to 3.2.", "Leg B in its slot is new.",
                          "The bolt in h1: spacer from nothing said to 6.5."}));
}

void RevisionsTest::revisionsAreKeptInTheFile() {
    job::Job job = withRevision(stay(), {"A", "2026-11-30", "as first made", "4 pieces", {}});
    job.plates[0].length = 55;
    job = withRevision(job, {"B", "2026-12-01", "", "", {}});
    std::ostringstream out;
    writeJob(out, job);
    const job::Job read = test::jobFromText(out.str());
    QVERIFY(read == job);
    QCOMPARE(read.revisions.size(), size_t(2));
    const auto was = jobOf(read.revisions[0]);
    QVERIFY(was && *was == stay());
    QVERIFY(jobOf(read.revisions[1])->revisions.empty());
    QCOMPARE(changes(*was, read), Says{"Leg A: length from 60 to 55."});
}

void RevisionsTest::namesGoOn() {
    job::Job job = stay();
    for (int i = 0; i < 26; ++i)
        job.revisions.push_back({std::string(1, static_cast<char>('A' + i)), {}, {}, {}, "{}"});
    QCOMPARE(nextRevisionName(stay()), std::string("A"));
    QCOMPARE(nextRevisionName(job), std::string("AA"));
    job.revisions.resize(3);
    job.revisions[0].name = "D";
    QCOMPARE(nextRevisionName(job), std::string("E"));
}

void RevisionsTest::whereItStandsIsSaid() {
    QCOMPARE(revisionInWords(stay()), std::string());
    job::Job job = withRevision(stay(), {"A", {}, {}, {}, {}});
    QCOMPARE(revisionInWords(job), std::string("revision A"));
    job.plates[0].length = 61;
    QCOMPARE(revisionInWords(job), std::string("changed since revision A"));
}

void RevisionsTest::brokenRevisionsAreRefused() {
    job::Job job = withRevision(stay(), {"A", {}, {}, {}, {}});
    std::ostringstream out;
    writeJob(out, job);
    std::string text = out.str();
    const size_t inner = text.rfind("\"thickness\": 3.0");
    QVERIFY(inner != std::string::npos);
    text.replace(inner, 16, "\"thickness\": -3.0");
    std::istringstream in(text);
    const auto read = readJob(in);
    QVERIFY(!read && read.error().says.starts_with("is no job: "));
    QVERIFY2(read.error().where.starts_with("revisions[0].job."), read.error().where.c_str());
    // A revision has none of its own.
    job::Job nested = withRevision(stay(), {"B", {}, {}, {}, {}});
    std::string whole = out.str();
    whole.pop_back(); // the line's end
    nested.revisions[0].job = whole;
    std::ostringstream twice;
    writeJob(twice, nested);
    std::istringstream deep(twice.str());
    const auto refused = readJob(deep);
    QVERIFY(!refused && refused.error().says.find("revisions of its own") != std::string::npos);
}

/// Whatever two jobs are: there is something to say where they differ, and nothing where they don't.
void RevisionsTest::anyTwoJobsAreCompared() {
    test::RandomJobs random(5);
    job::Job before = random.next();
    for (int i = 0; i < 200; ++i) {
        const job::Job job = random.next();
        QVERIFY(changes(job, job).empty());
        std::ostringstream one, other;
        writeJob(one, before);
        writeJob(other, job);
        QCOMPARE(changes(before, job).empty(), one.str() == other.str());
        before = job;
    }
}

GOODFOLD_TEST(RevisionsTest)

} // namespace goodfold::revisions_test

#include "revisions.moc"
