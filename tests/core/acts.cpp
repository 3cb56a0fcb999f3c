// The work on one piece, act by act: what is moved is told, and drawn, where it goes.
#include "bench/acts.h"

#include "bench/words.h"
#include "core/bench_support.h"
#include "core/shop_support.h"
#include "part/mark.h"

namespace goodfold::acts_test {

using namespace goodfold::bench;
using test::boltedBar;
using test::near;
using test::Shopfloor;

namespace {

std::vector<Act> actsOf(const Shopfloor& floor, const Now& now) {
    return bench::actsOf(floor.settled, test::hotRolled(), quantity::Reading::millimetres(), &now);
}

const Act* markOf(const std::vector<Act>& acts, const std::string& name, size_t nth = 0) {
    for (const Act& act : acts)
        if (act.kind == Act::Kind::Mark && act.mark == name && nth-- == 0) return &act;
    return nullptr;
}

bool says(const Act* act, const std::string& words) {
    return act && act->says.find(words) != std::string::npos;
}

} // namespace

class ActsTest : public QObject {
    Q_OBJECT
private slots:
    void movedHolesAreMarkedWhereTheyGo();
    void movedSlotsAreMarkedAtBothEnds();
    void movedLinesAreScribedWhereTheyGo();
    void legsAreReadOnceTheyAreTrimmed();
    void boltsAreFetched();
    void boltsIntoTheMountAreFetched_data();
    void boltsIntoTheMountAreFetched();
    void shortBlanksSayWhatTheyMean();
};

/// h1 is drawn 12 from the end; 1.5 farther along its leg and 2 across it is 13.5 and 17.
void ActsTest::movedHolesAreMarkedWhereTheyGo() {
    const Shopfloor floor(boltedBar({60, 50}, {{.angleDeg = 90}}));
    Now now = floor.now({});
    now.left.clear();
    now.holes = {{floor.settled.part.holeIndex("h1"), Vec2(12, 15), Vec2(13.5, 17), Vec2(1.5, 2)}};
    const auto acts = actsOf(floor, now);
    QVERIFY2(says(markOf(acts, "h1"), "13.5 from the"), markOf(acts, "h1")->says.c_str());
    QVERIFY(says(markOf(acts, "h1"), "17.0 from the lower edge"));
    QVERIFY(says(markOf(acts, "h1"), "It was planned at 12.0, 15.0."));
    QVERIFY(!says(markOf(acts, "h2"), "planned"));
    const part::Part set = asSet(floor.settled.part, now);
    for (const part::Mark& mark : part::marksOf(set))
        if (mark.name == "h1") QVERIFY(near(mark.along, 13.5, 1e-9) && near(mark.across, 17, 1e-9));
    const auto hole = static_cast<size_t>(set.holeIndex("h1"));
    const Vec2 middle = (set.holes[hole].spineInFlat.from + set.holes[hole].spineInFlat.to) / 2;
    QVERIFY(near((middle - set.holes[hole].centreInFlat).norm(), 0, 1e-9));
    QCOMPARE(set.holes[static_cast<size_t>(set.holeIndex("h2"))].centreInFlat,
             floor.settled.part.holes[static_cast<size_t>(floor.settled.part.holeIndex("h2"))].centreInFlat);
}

/// A slot 12 by 6.6 about 30 from the end: punched at 27.3 and 32.7, and with it moved by 2 at 29.3 and 34.7.
void ActsTest::movedSlotsAreMarkedAtBothEnds() {
    job::Job job = boltedBar({60, 50}, {{.angleDeg = 90}});
    job::Hole& slot = *job.findHole("h2");
    slot.kind = job::Hole::Kind::Slot;
    slot.length = 12;
    slot.x = 30;
    const Shopfloor floor(job);
    Now now = floor.now({});
    now.left.clear();
    now.holes = {{floor.settled.part.holeIndex("h2"), Vec2(30, 15), Vec2(32, 15), Vec2(2, 0)}};
    const auto acts = actsOf(floor, now);
    QVERIFY2(says(markOf(acts, "h2", 0), "29.3 from the"), markOf(acts, "h2", 0)->says.c_str());
    QVERIFY(says(markOf(acts, "h2", 0), "planned at 27.3."));
    QVERIFY(says(markOf(acts, "h2", 1), "34.7 from the"));
    QVERIFY(says(markOf(acts, "h2", 1), "planned at 32.7."));
}

/// Its strip goes along.
void ActsTest::movedLinesAreScribedWhereTheyGo() {
    const Shopfloor floor(boltedBar({60, 50}, {{.angleDeg = 90}}));
    Now now = floor.now({});
    QCOMPARE(now.left.size(), size_t(1));
    now.left[0].line = now.left[0].lineWas + 0.75;
    const part::PartBend& drawn = floor.settled.part.bends[0];
    const part::Part set = asSet(floor.settled.part, now);
    const Vec2 by = movedInFlat(floor.settled.part, now.left[0]);
    QVERIFY(near(by.norm(), 0.75, 1e-9) && near(by.y(), 0, 1e-9));
    QVERIFY(near((set.bends[0].near.from - drawn.near.from - by).norm(), 0, 1e-9));
    for (size_t i = 0; i < drawn.zoneInFlat.size(); ++i)
        QVERIFY(near((set.bends[0].zoneInFlat[i] - drawn.zoneInFlat[i] - by).norm(), 0, 1e-9));
    for (const part::Mark& mark : part::marksOf(set))
        for (const part::Mark& was : part::marksOf(floor.settled.part))
            if (mark.kind == part::Mark::Kind::SetLine && was.kind == mark.kind)
                QVERIFY(near(mark.along - was.along, 0.75, 1e-9));
}

/// Leg B has 25 left on its end to pull on: its length is asked for at the trim, not at the bend.
void ActsTest::legsAreReadOnceTheyAreTrimmed() {
    job::Job job = boltedBar({60, 40}, {{.angleDeg = 90}});
    job.plates.back().ends[job::Edge::End].extra = 25;
    const Shopfloor floor(job);
    QVERIFY(floor.settled.outcome.plan);
    const auto reads = [](const Act& act, const char* leg) {
        return std::any_of(act.reads.begin(), act.reads.end(), [&](const Act::Read& read) {
            return read.entry.kind == Entry::Kind::Outside && read.entry.of == std::vector<std::string>{leg};
        });
    };
    bool isTrimmed = false;
    for (const Act& act : actsOf(floor, floor.now({}))) {
        const bool isTrim = act.says.rfind("Trim leg B", 0) == 0;
        isTrimmed = isTrimmed || isTrim;
        QCOMPARE(reads(act, "B"), isTrim);
        if (act.kind == Act::Kind::Bend) QVERIFY(reads(act, "A"));
    }
    QVERIFY(isTrimmed);
}

/// Two M6 through stock of 3 and 5 behind it, nut and washer, as the finding says it.
void ActsTest::boltsAreFetched() {
    job::Job job = boltedBar({60, 50}, {{.angleDeg = 90}});
    for (const char* id : {"h1", "h2"})
        *job.findHole(id) = *hardware::fitted(*job.findHole(id), {.size = "M6", .clamps = 5, .washers = 1},
                                              hardware::standardBook());
    const Shopfloor floor(job);
    const auto acts = actsOf(floor, floor.now({}));
    QCOMPARE(acts.front().kind, Act::Kind::Fetch);
    const bool isThere =
        std::any_of(acts.front().lines.begin(), acts.front().lines.end(), [](const auto& line) {
            return line.rfind("2 × M6 bolt, normal", 0) == 0 && line.find(" long") != std::string::npos;
        });
    QVERIFY(isThere);
    const auto cut =
        std::find_if(acts.begin(), acts.end(), [](const Act& act) { return act.says.rfind("Cut", 0) == 0; });
    QVERIFY(cut != acts.end() && cut->why.find("out of square") != std::string::npos);
}

/// Stock of 3, M6. Into a thread: 3 + washer 1.6 + as long in the thread as it is thick, 6, is 10.6; 12 is
/// sold, of which 12 - 4.6 = 7.4 are in it. Through: 3 + two washers + nut 5.2 + two pitches is 13.4 and the
/// mount.
void ActsTest::boltsIntoTheMountAreFetched_data() {
    QTest::addColumn<int>("point");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, job::MountPoint::Kind kind, const char* says) {
        QTest::newRow(name) << static_cast<int>(kind) << says;
    };
    row("thread", job::MountPoint::Kind::Tapped,
        "3 × M6 screw and washer, 12.0 long: 7.4 in the mount's thread");
    row("stud", job::MountPoint::Kind::Stud, "3 × M6 nut and washer for the mount's stud");
    row("hole", job::MountPoint::Kind::Hole,
        "3 × M6 bolt, nut and 2 washers, longer by 13.4 than the mount is thick there");
    row("mark", job::MountPoint::Kind::Mark, "3 × M6 screw or bolt, for what is drilled there");
}
void ActsTest::boltsIntoTheMountAreFetched() {
    QFETCH(int, point);
    QFETCH(QString, says);
    job::Job job = boltedBar({60, 50}, {{.angleDeg = 90}});
    for (job::MountPoint& each : job.mount->points) {
        each.kind = static_cast<job::MountPoint::Kind>(point);
        each.diameter = each.kind == job::MountPoint::Kind::Hole ? 6.6 : 6;
    }
    const Shopfloor floor(job);
    const auto linesWith = [&](const lineup::Mounting* stated) {
        const Now now = floor.now({});
        return bench::actsOf(floor.settled, test::hotRolled(), quantity::Reading::millimetres(), &now, stated)
            .front()
            .lines;
    };
    const auto has = [&](const std::vector<std::string>& lines) {
        return std::any_of(lines.begin(), lines.end(), [&](const std::string& line) {
            return QString::fromStdString(line).replace(QChar(0xa0), ' ') == says;
        });
    };
    const auto lines = linesWith(&floor.making->mounting);
    QVERIFY2(has(lines), lines[lines.size() - 2].c_str());
    QVERIFY(!has(linesWith(nullptr))); // a place that is only drawn has no bolts
}

/// Marks are counted from leg A's end: what the blank lacks, leg B lacks.
void ActsTest::shortBlanksSayWhatTheyMean() {
    const Shopfloor floor(boltedBar({60, 50}, {{.angleDeg = 90}}));
    const part::Part& part = floor.settled.part;
    const auto says = [&](double longer) {
        Log log;
        log.entries = {{.kind = Entry::Kind::Blank, .value = part.blank.length + longer}};
        return blankInWords(log, part, quantity::Reading::millimetres());
    };
    QCOMPARE(says(-0.8),
             std::string("The blank is 0.8 short: leg B comes out 0.8 shorter. What is marked from the "
                         "left end stays where it is."));
    QVERIFY(says(1.5).find("1.5 long: leg B comes out 1.5 longer") != std::string::npos);
    QCOMPARE(says(0.1), std::string());
    QCOMPARE(blankInWords({}, part, quantity::Reading::millimetres()), std::string());
}

GOODFOLD_TEST(ActsTest)

} // namespace goodfold::acts_test

#include "acts.moc"
