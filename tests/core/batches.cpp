// Batches: what a reading would tell, whether pieces stay as they were, and pieces that are made up.
#include "bench/control.h"
#include "bench/telling.h"
#include "bench/virtual_piece.h"
#include "bench/ways_out.h"
#include "bench/words.h"
#include "core/bench_support.h"
#include "core/shop_support.h"

namespace goodfold::batches_test {

using namespace goodfold::bench;
using Kind = Entry::Kind;
using test::near;

namespace {

Accept angleOf(double from, double to) {
    return {
        .measure = {.kind = Kind::Angle, .of = {"1"}}, .nominal = 90, .from = from, .to = to, .value = {}};
}

std::vector<Log> piecesOf(const std::vector<double>& angles) {
    std::vector<Log> all;
    for (const double angle : angles)
        all.push_back(
            {static_cast<int>(all.size()) + 1, {}, {{.kind = Kind::Angle, .of = {"1"}, .value = angle}}});
    return all;
}

Chart chartOf(const std::vector<double>& angles, double from = 80, double to = 100) {
    const auto charts = chartsOf({angleOf(from, to)}, piecesOf(angles));
    if (charts.size() != 1) qFatal("one measure, one chart");
    return charts[0];
}

} // namespace

class BatchesTest : public QObject {
    Q_OBJECT
private slots:
    void limitsAreShewharts();
    void changesAreSeen();
    void steadyPiecesAreCheckedSeldom();
    void readingsTellWhatTheyTell();
    void madeUpPiecesDoAsTheyAreTold();
    void whatStillHelpsIsCounted();
};

/// 90, 90.4, 89.8, 90.2: mean 90.1, ranges 0.4, 0.6 and 0.4, so 2.66 x 0.4667 either way.
void BatchesTest::limitsAreShewharts() {
    const Chart chart = chartOf({90, 90.4, 89.8, 90.2});
    QVERIFY(near(chart.mean, 90.1, 1e-9));
    QVERIFY(near(chart.high - chart.mean, 2.66 * 1.4 / 3, 1e-3));
    QVERIFY(near(chart.mean - chart.low, 2.66 * 1.4 / 3, 1e-3));
    QVERIFY(!chart.hasChanged);
    QVERIFY(!chartOf({90}).hasChanged);
    QVERIFY(chartsOf({angleOf(80, 100)}, {{1, {}, {}}}).empty()); // nobody read it
}

void BatchesTest::changesAreSeen() {
    std::vector<double> angles;
    for (int i = 0; i < 20; ++i)
        angles.push_back(i % 2 ? 90.1 : 89.9);
    QVERIFY(!chartOf(angles).hasChanged);
    angles.push_back(92);
    const Chart out = chartOf(angles);
    QVERIFY(out.hasChanged);
    const std::string says = inWords(out, quantity::Reading::millimetres());
    QVERIFY2(says.find("92.0") != std::string::npos && says.find("has changed") != std::string::npos,
             says.c_str());
    // Eight on one side, none of them far out.
    std::vector<double> drifted;
    for (int i = 0; i < 8; ++i)
        drifted.push_back(i % 2 ? 89.9 : 89.3);
    for (int i = 0; i < 8; ++i)
        drifted.push_back(i % 2 ? 90.2 : 90.6);
    const Chart run = chartOf(drifted);
    QVERIFY(drifted.back() < run.high && drifted.back() > run.low);
    QVERIFY(run.hasChanged);
}

void BatchesTest::steadyPiecesAreCheckedSeldom() {
    const auto every = [](const std::vector<double>& angles, double from, double to) {
        return checkEvery({chartOf(angles, from, to)});
    };
    const std::vector<double> steady{90, 90.2, 89.9, 90.1, 90, 90.1};
    QCOMPARE(every({90, 90.2}, 80, 100), 1); // too few
    QCOMPARE(every(steady, 88, 92), 5);
    QCOMPARE(every(steady, 89.9, 90.3), 1); // many would be beyond
    QCOMPARE(checkEvery({}), 1);
    std::vector<double> changed(20, 90);
    for (size_t i = 0; i < changed.size(); i += 2)
        changed[i] = 90.1;
    changed.push_back(93);
    QCOMPARE(every(changed, 80, 100), 1);
}

/// What a reading leaves of the variance of the room, by taking the reading itself: the posterior's
/// covariance, however it is found, with the room's slopes.
void BatchesTest::readingsTellWhatTheyTell() {
    const test::Shopfloor floor(test::boltedBar({60, 50, 45}, {{.angleDeg = 90}, {.angleDeg = 60}}));
    QVERIFY(floor.settled.outcome.plan);
    const std::string first =
        floor.settled.part.bends[static_cast<size_t>(floor.plan().steps[0].operation.bend)].id;
    Log log{1, {}, {{Kind::Done, {first}}}};
    const Known known = floor.known(log);
    std::vector<Entry> readings{{.kind = Kind::Angle, .of = {first}, .with = "digital-protractor"},
                                {.kind = Kind::Thickness, .of = {}},
                                {.kind = Kind::Hole, .of = {"h1"}},
                                {.kind = Kind::Place, .of = {"h2", "h1"}, .how = Entry::How::Along},
                                {.kind = Kind::Angle, .of = {"none"}}};
    const auto shares = tellingOf(*floor.making, floor.plan(), known, readings, floor.book.instruments);
    QCOMPARE(shares.size(), readings.size());
    QCOMPARE(shares.back(), 0.0);
    lineup::Workshop workshop(*floor.making);
    Eigen::VectorXd numbers = known.mean, slopes(numbers.size());
    for (Eigen::Index i = 0; i < numbers.size(); ++i) {
        const auto roomAt = [&](double by) {
            numbers[i] = known.mean[i] + by;
            workshop.make(numbers.data());
            numbers[i] = known.mean[i];
            return workshop.fitted().room;
        };
        slopes[i] = (roomAt(1) - roomAt(-1)) / 2;
    }
    const auto unsure = [&](const Known& of) { return slopes.dot(of.covariance * slopes); };
    for (size_t r = 0; r + 1 < readings.size(); ++r) {
        Log more = log;
        Entry taken = readings[r];
        Piece piece(*floor.making, floor.plan());
        taken.value = piece.reads(taken, known.progress.made, known.mean); // as foreseen
        more.entries.push_back(taken);
        const double left = unsure(floor.known(more)) / unsure(known);
        QVERIFY2(near(shares[r], 1 - left, 0.03), wordOf(taken.kind).data());
    }
    QVERIFY(shares[0] > shares[2]); // an angle tells more than where one hole is
}

void BatchesTest::madeUpPiecesDoAsTheyAreTold() {
    const test::Shopfloor floor(test::boltedBar({60, 50, 45}, {{.angleDeg = 90}, {.angleDeg = 60}}));
    QVERIFY(floor.settled.outcome.plan);
    const Work work = floor.work(100);
    Random random(7);
    const VirtualShop shop = virtualShop(work, random);
    const auto made = [&] {
        Random own(11);
        return std::make_unique<VirtualPiece>(work, shop, own);
    };
    const Entry line{.kind = Kind::Line, .of = {"1"}}, angle{.kind = Kind::Angle, .of = {"1"}};
    const auto one = made(), other = made();
    QCOMPARE(*one->reads(line), *other->reads(line)); // one seed, one piece
    const double planned = Piece(*floor.making, floor.plan()).plannedLine(0);
    other->take({.kind = Kind::LineTo, .of = {"1"}, .value = planned + 0.75}, random);
    QVERIFY(near(*other->reads(line) - *one->reads(line), 0.75, 1e-9));
    other->take({.kind = Kind::AngleTo, .of = {"1"}, .value = 92}, random);
    one->take({Kind::Done, {"1"}}, random);
    other->take({Kind::Done, {"1"}}, random);
    QVERIFY(near(*other->reads(angle) - *one->reads(angle), 2, 1e-9));
    QVERIFY(!one->reads({.kind = Kind::Across, .of = {"A", "C"}})); // bend 2 is not made
    // Nudged, it comes out as it is to be, give or take half a degree.
    one->take({.kind = Kind::AngleTo, .of = {"1"}, .value = 90}, random);
    QVERIFY(near(*one->reads(angle), 90, 2));
    const double room = one->fitted().room;
    one->take({.kind = Kind::Filed, .of = {"h3"}, .by = {2, 0}}, random);
    QVERIFY(one->fitted().room != room || room >= 0);
}

/// A first bend that came out 5 degrees flat: the far hole misses, and another piece is as good as the first
/// was.
void BatchesTest::whatStillHelpsIsCounted() {
    const test::Shopfloor floor(test::boltedBar({60, 50, 45}, {{.angleDeg = 90}, {.angleDeg = 90}}));
    QVERIFY(floor.settled.outcome.plan);
    const std::string first =
        floor.settled.part.bends[static_cast<size_t>(floor.plan().steps[0].operation.bend)].id;
    const Work work = floor.work(1000);
    const Log fresh;
    const Now before = replanned(work, fresh);
    Log log{1,
            {},
            {{Kind::Done, {first}},
             {.kind = Kind::Angle, .of = {first}, .value = 85, .with = "digital-protractor"}}};
    log.entries.back().isKept = true;
    const Now now = replanned(work, log);
    QVERIFY(now.best.odds < before.best.odds);
    const auto ways = waysOut(work, log, now);
    const auto found = [&](WayOut::Kind kind) {
        const auto way =
            std::find_if(ways.begin(), ways.end(), [&](const WayOut& each) { return each.kind == kind; });
        return way == ways.end() ? WayOut{kind, {}, 0} : *way;
    };
    // All its holes are drilled before it is bent, and it is bent: none can be made otherwise any more.
    QCOMPARE(found(WayOut::Kind::DrillAfter).odds, 0.0);
    QVERIFY(near(found(WayOut::Kind::BeginAgain).odds, before.best.odds, 0.12));
    // Before it is bent the far hole may still be a slot, or wait: as the job would count it then.
    const auto early = waysOut(work, fresh, before);
    QVERIFY(std::any_of(early.begin(), early.end(), [](const WayOut& each) {
        return each.kind == WayOut::Kind::Slot && each.hole == "h3";
    }));
    for (const WayOut& way : early) {
        job::Job other = floor.settled.job;
        job::Hole& hole = *other.findHole(way.hole);
        if (way.kind == WayOut::Kind::DrillAfter) hole.afterBending = true;
        if (way.kind == WayOut::Kind::Slot) {
            hole.kind = job::Hole::Kind::Slot;
            hole.length = hole.diameter + 3;
        }
        const test::Shopfloor made(other);
        QVERIFY2(near(way.odds, lineup::oddsOf(*made.making, 1000, 1), 0.05),
                 inWords(way, work.reading).c_str());
        QVERIFY(way.odds >= before.best.odds + 0.05);
    }
    const std::string says = inWords(WayOut{WayOut::Kind::DrillAfter, "h3", 0.85}, work.reading);
    QVERIFY2(says.find("Drill h3 once it is bent") == 0 && says.find("85") != std::string::npos,
             says.c_str());
    for (size_t i = 1; i < early.size(); ++i)
        QVERIFY(early[i].odds <= early[i - 1].odds);
}

GOODFOLD_TEST(BatchesTest)

} // namespace goodfold::batches_test

#include "batches.moc"
