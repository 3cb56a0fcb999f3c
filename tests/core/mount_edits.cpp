// Edits of the mount: names of their own, what hangs on a thing goes along, and what can be read of what.
#include "edit/mount_edits.h"

#include "core/support.h"
#include "mount/solve.h"

namespace goodfold::mount_edits_test {

using job::MountReading;
using Kind = MountReading::Kind;

class MountEditsTest : public QObject {
    Q_OBJECT
private slots:
    void eachHasANameOfItsOwn();
    void whatIsMadeCanBeSolved();
    void whatHangsOnAThingGoesAlong();
    void whatCanBeReadOfWhat();
    void oneHoleAPointAndOnePointAHole();
    void thingsToKeepClearOfHaveNames();
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

void MountEditsTest::oneHoleAPointAndOnePointAHole() {
    job::Job job = test::bar({60, 60}, {job::Bend{}});
    for (const auto& [id, x] : {std::pair{"h1", 10.0}, {"h2", 30.0}})
        job.plates[0].holes.push_back({.id = id, .x = x, .xFrom = job::Hole::XFrom::Start});
    job = edit::withNewMount(job);
    edit::boltTo(job, "h1", "a");
    edit::boltTo(job, "h2", "b");
    job.ties[1].bolt = 5;
    edit::boltTo(job, "h2", "a"); // h1 has none now, and b neither
    QCOMPARE(job.ties.size(), size_t{1});
    QCOMPARE(job.ties[0].hole + job.ties[0].point, std::string("h2a"));
    QCOMPARE(job.ties[0].bolt, std::optional(5.0));
    edit::boltTo(job, "", "a");
    QVERIFY(job.ties.empty());
    job.rests->onFace = true;
    edit::restOn(job, "B", "F");
    QVERIFY(job.rests->plate == "B" && job.rests->onFace);
    QVERIFY(!job::whatIsWrong(job));
}

void MountEditsTest::thingsToKeepClearOfHaveNames() {
    job::Job job = edit::withNewMount(test::bar({60, 60}, {job::Bend{}}));
    using Shape = job::Clearance::Shape;
    for (const Shape shape : {Shape::Box, Shape::Box, Shape::Cylinder, Shape::Plane})
        edit::addClearance(*job.mount, shape);
    const auto wrong = job::whatIsWrong(job);
    QVERIFY2(!wrong, wrong ? wrong->says.c_str() : "");
    QCOMPARE(job.mount->clearances[1].id, std::string("lid 2"));
    QCOMPARE(edit::freeNameOf(*job.mount, "hose"), std::string("hose 2"));
    QCOMPARE(edit::freeNameOf(*job.mount, "sash"), std::string("sash"));
}

GOODFOLD_TEST(MountEditsTest)

} // namespace goodfold::mount_edits_test

#include "mount_edits.moc"
