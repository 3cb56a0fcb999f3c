// Families of parts that a tool cannot make, called impossible for the right reason; and their neighbours
// that it can.
#include "core/sheet_support.h"
#include "core/shop_support.h"
#include "sequence/mend.h"
#include "text/reasons.h"
#include "text/step.h"

namespace goodfold::impossible_test {

using job::Edge;
using sequence::Obstacle;
using test::only;

namespace {

/// Obstacles of a part that one tool cannot make.
std::set<Obstacle::Kind> obstacles(const job::Job& job, const tool::Shop& shop, std::string* says = nullptr) {
    const auto& material = test::materialOf(job);
    const part::Part part = part::solve(job, material);
    const sequence::Outcome outcome = sequence::plan(part, material, shop);
    if (outcome.plan) return {};
    std::set<Obstacle::Kind> kinds;
    for (const sequence::Stuck& stuck : outcome.stuck) {
        for (const auto& reason : stuck.reasons)
            kinds.insert(reason.obstacle.kind);
        if (says) *says += text::inWords(part, stuck, quantity::Reading::millimetres()) + "\n";
    }
    return kinds;
}

job::Job randomBox(test::RandomJobs& random, double height, std::initializer_list<Edge> walls) {
    job::Job job = test::tray(walls, 90, height);
    job.thickness = 1;
    job.plates[0].length = std::round(random.real(160, 260));
    job.plates[0].width = std::round(random.real(140, 200));
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 1;
    return job;
}

} // namespace

class ImpossibleTest : public QObject {
    Q_OBJECT
private slots:
    void legShorterThanHalfTheOpening();
    void returnFlangeUnderThePunch();
    void flangeDeeperThanTheFingers();
    void closedBoxOnAPlainBrake();
    void longLegHitsTheScrew();
    void longLegHitsTheFrame();
};

/// A leg is bent in the narrowest setting that takes the stock, and no shorter.
void ImpossibleTest::legShorterThanHalfTheOpening() {
    test::RandomJobs random(71);
    for (int n = 0; n < test::rounds(25); ++n) {
        const double thickness = random.real(4, 9), width = random.real(20, 40), angle = random.real(60, 95);
        const auto job = [&](double leg) {
            return test::bar({90, leg}, {{.angleDeg = angle}}, thickness, width);
        };
        const part::Part part = part::solve(job(90), test::hotRolled());
        double least = std::numeric_limits<double>::infinity();
        for (const tool::Setup& setup :
             tool::fit(only("press").tools[0], sequence::workOf(part, 0), test::hotRolled()).setups)
            least = std::min(least, setup.leastPlateLength);
        QVERIFY(std::isfinite(least));
        std::string says;
        QCOMPARE(obstacles(job(random.real(0.75, 0.99) * least), only("press"), &says),
                 std::set{Obstacle::Kind::ShortPlate});
        QVERIFY2(says.find("slips into") != std::string::npos, says.c_str());
        QVERIFY(obstacles(job(least + 0.01), only("press")).empty());
    }
}

/// A coil whose last leg comes back over the first: in a press the last bend closes over the punch, or the
/// part over itself. Opened to a channel it is made.
void ImpossibleTest::returnFlangeUnderThePunch() {
    test::RandomJobs random(72);
    for (int n = 0; n < test::rounds(15); ++n) {
        const double side = random.real(38, 60), thickness = random.real(2, 4), width = random.real(20, 40);
        const std::vector<job::Bend> square(4, {.angleDeg = 90});
        std::string says;
        const auto kinds = obstacles(test::bar(std::vector<double>(5, side), square, thickness, width),
                                     only("press"), &says);
        QVERIFY2(kinds.count(Obstacle::Kind::Hit) || kinds.count(Obstacle::Kind::SelfHit), says.c_str());
        QVERIFY2(says.find("punch") != std::string::npos || says.find("ram") != std::string::npos ||
                     says.find("meet") != std::string::npos,
                 says.c_str());
        const job::Job open =
            test::bar({side, 2.5 * side, side}, {{.angleDeg = 45}, {.angleDeg = 45}}, thickness, width);
        QVERIFY(obstacles(open, only("press")).empty());
    }
}

/// Four walls: as low as the clamp opens they come out of it; higher they are caught; higher than the fingers
/// they hit the beam above.
void ImpossibleTest::flangeDeeperThanTheFingers() {
    test::RandomJobs random(73);
    const auto all = {Edge::End, Edge::Start, Edge::Left, Edge::Right};
    for (int n = 0; n < test::rounds(8); ++n) {
        std::string says;
        QVERIFY2(obstacles(randomBox(random, random.real(15, 42), all), only("finger-brake"), &says).empty(),
                 says.c_str());
        const job::Job high = randomBox(random, random.real(50, 70), all);
        QVERIFY(obstacles(high, only("finger-brake"), &says).count(Obstacle::Kind::Trapped));
        const job::Job deep = randomBox(random, random.real(110, 150), all);
        QVERIFY(obstacles(deep, only("finger-brake"), &says).count(Obstacle::Kind::Hit));
        QVERIFY2(says.find("beam") != std::string::npos, says.c_str());
    }
}

void ImpossibleTest::closedBoxOnAPlainBrake() {
    test::RandomJobs random(74);
    for (int n = 0; n < test::rounds(8); ++n) {
        const double height = random.real(15, 80);
        std::string says;
        const job::Job box = randomBox(random, height, {Edge::End, Edge::Start, Edge::Left, Edge::Right});
        QVERIFY(obstacles(box, only("brake"), &says).count(Obstacle::Kind::Hit));
        QVERIFY2(says.find("clamp") != std::string::npos, says.c_str());
        const job::Job channel = randomBox(random, std::min(height, 50.0), {Edge::End, Edge::Start});
        QVERIFY(obstacles(channel, only("brake")).empty()); // two walls are no box
    }
}

/// Wide bar cannot be held beside the screw: what reaches below hits it, unless it goes in the other way.
void ImpossibleTest::longLegHitsTheScrew() {
    const part::Part part = part::solve(test::bar({200, 30}, {{.angleDeg = 90}}, 3, 60), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), only("vise"));
    QVERIFY(outcome.plan);
    QVERIFY(outcome.plan->steps[0].operation.holdsChild); // the short leg is in the jaws
    const part::Part both = part::solve(test::bar({200, 200}, {{.angleDeg = 90}}, 3, 60), test::hotRolled());
    const auto none = sequence::plan(both, test::hotRolled(), only("vise"));
    QVERIFY(!none.plan);
    QCOMPARE(none.stuck.size(), size_t{1});
    QVERIFY(none.stuck[0].reasons[0].obstacle.body == tool::Body::Screw);
    const part::Part narrow =
        part::solve(test::bar({200, 200}, {{.angleDeg = 90}}, 3, 30), test::hotRolled());
    const auto beside = sequence::plan(narrow, test::hotRolled(), only("vise"));
    QVERIFY(beside.plan);
    QVERIFY(beside.plan->steps[0].operation.hold.besideScrew);
}

/// A press with a frame behind it: what is longer than its throat cannot go in, so the other leg does; where
/// both are, a deeper throat is what it takes.
void ImpossibleTest::longLegHitsTheFrame() {
    tool::Shop shop = only("c-press");
    shop.tools[0].isThere = true;
    const double throat = shop.tools[0].die.throat;
    test::RandomJobs random(75);
    const auto reading = quantity::Reading::millimetres();
    for (int n = 0; n < test::rounds(20); ++n) {
        const double fits = random.real(40, throat - 5), longer = random.real(throat + 15, throat + 150);
        const bool childIsLong = random.whole(0, 1);
        const auto job = [&](double first, double second) {
            const double angle = random.real(40, 85), width = random.real(20, 60);
            return test::bar({first, second}, {{.angleDeg = angle}}, 3, width);
        };
        const job::Job one = childIsLong ? job(fits, longer) : job(longer, fits);
        const part::Part part = part::solve(one, test::hotRolled());
        const auto outcome = sequence::plan(part, test::hotRolled(), shop);
        QVERIFY(outcome.plan);
        QCOMPARE(outcome.plan->steps[0].operation.hold.childToFrame, !childIsLong); // the short leg goes in
        const std::string says = text::instruction(part, outcome.plan->steps[0], reading);
        QVERIFY2(says.find(childIsLong ? "leg A to its frame" : "leg B to its frame") != std::string::npos,
                 says.c_str());

        std::string why;
        const job::Job both = job(longer, longer);
        QCOMPARE(obstacles(both, shop, &why), std::set{Obstacle::Kind::Hit});
        QVERIFY2(why.find("hits the press's frame") != std::string::npos, why.c_str());
        const part::Part stuckPart = part::solve(both, test::hotRolled());
        const auto stuck = sequence::plan(stuckPart, test::hotRolled(), shop).stuck;
        const auto larger = sequence::toolsThatWouldDo(both, test::hotRolled(), shop, reading, stuck, {});
        QVERIFY(!larger.empty());
        QVERIFY2(larger[0].find("punch back to the frame") != std::string::npos, larger[0].c_str());
    }
}

GOODFOLD_TEST(ImpossibleTest)

} // namespace goodfold::impossible_test

#include "impossible.moc"
