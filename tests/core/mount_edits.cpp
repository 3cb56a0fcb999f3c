// Edits of the mount: names of their own, what hangs on a thing goes along, and what can be read of what.
#include "edit/mount_edits.h"

#include "core/support.h"
#include "mount/solve.h"

using namespace goodfold;
using job::MountReading;
using Kind = MountReading::Kind;

class MountEditsTest : public QObject {
    Q_OBJECT
private slots:
    void eachHasANameOfItsOwn();
    void whatIsMadeCanBeSolved();
    void whatHangsOnAThingGoesAlong();
    void whatCanBeReadOfWhat();
};

void MountEditsTest::eachHasANameOfItsOwn() {
    job::Job job = edit::withNewMount(test::bar({60, 60}, {job::Bend{}}));
    for (int i = 0; i < 40; ++i) {
        edit::addFace(*job.mount);
        edit::addPoint(*job.mount, "F");
        edit::addEdge(*job.mount, "F");
        edit::addReading(*job.mount, {.kind = Kind::Between, .of = {"a", "b"}, .value = 50});
    }
    const auto wrong = job::whatIsWrong(job); // two of one name would be
    QVERIFY2(!wrong, wrong ? wrong->says.c_str() : "");
    QCOMPARE(job.mount->points.size(), size_t(42));
    job.mount->readings.erase(job.mount->readings.begin());
    edit::addReading(*job.mount, {.kind = Kind::Between, .of = {"a", "b"}, .value = 50});
    QVERIFY(!job::whatIsWrong(job));
}

/// Nothing that the stage adds is without a sketch.
void MountEditsTest::whatIsMadeCanBeSolved() {
    job::Job job = edit::withNewMount(test::bar({60, 60}, {job::Bend{}}));
    edit::addFace(*job.mount);
    edit::addPoint(*job.mount, "G");
    edit::addEdge(*job.mount, "G");
    edit::addEdge(*job.mount, "F");
    QVERIFY(mount::problemOf(*job.mount, {}));
}

void MountEditsTest::whatHangsOnAThingGoesAlong() {
    job::Job job = test::bar({60, 60}, {job::Bend{}});
    job.plates[0].holes = {{.id = "h1", .x = 20, .xFrom = job::Hole::XFrom::Start}};
    job = edit::withNewMount(job);
    edit::addFace(*job.mount);
    edit::addPoint(*job.mount, "G");
    edit::addReading(*job.mount, {.kind = Kind::Between, .of = {"a", "b"}, .value = 50});
    edit::addReading(*job.mount, {.kind = Kind::Height, .of = {"a", "G"}, .value = 60});
    job.ties = {{.hole = "h1", .point = "c"}};
    edit::removeThing(job, "G");
    QCOMPARE(job.mount->faces.size(), size_t(1));
    QCOMPARE(job.mount->points.size(), size_t(2));
    QCOMPARE(job.mount->readings.size(), size_t(1));
    QVERIFY(job.ties.empty() && job.rests);
    edit::removeThing(job, "F");
    QVERIFY(!job.mount && !job.rests && !job::whatIsWrong(job));
}

/// In whichever order one points.
void MountEditsTest::whatCanBeReadOfWhat() {
    job::Job job = edit::withNewMount(test::bar({60, 60}, {job::Bend{}}));
    edit::addFace(*job.mount);
    edit::addEdge(*job.mount, "F");
    edit::addEdge(*job.mount, "G");
    const auto kinds = [&](const std::vector<std::string>& of) {
        std::vector<Kind> all;
        for (const MountReading& reading : edit::readingsOf(*job.mount, of))
            all.push_back(reading.kind);
        return all;
    };
    QCOMPARE(kinds({"a", "b"}), (std::vector{Kind::Between}));
    QCOMPARE(kinds({"a"}), (std::vector{Kind::Diameter}));
    QCOMPARE(kinds({"G", "F"}), (std::vector{Kind::Turn, Kind::Rise}));
    QCOMPARE(kinds({"G", "a"}), (std::vector{Kind::Height}));
    QCOMPARE(kinds({"edge", "a"}), (std::vector{Kind::FromEdge}));
    QCOMPARE(kinds({"a", "edge 2"}), std::vector<Kind>{}); // of another face
    QCOMPARE(kinds({"a", "edge", "b"}), (std::vector{Kind::Along, Kind::Square}));
    QCOMPARE(edit::readingsOf(*job.mount, {"G", "a"}).front().of, (std::vector<std::string>{"a", "G"}));
}

GOODFOLD_TEST(MountEditsTest)
#include "mount_edits.moc"
