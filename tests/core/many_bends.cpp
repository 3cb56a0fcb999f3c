// The order of many bends: what is proven, what is known to have no order, and how that is known.
#include "core/shop_support.h"
#include "core/support.h"
#include "sequence/makeable.h"
#include "sequence/plan.h"

namespace goodfold::many_bends_test {

using sequence::BendSet;
using sequence::Operation;

namespace {

/// Legs long enough for most tools: of twenty bends some bars have an order, and most have none.
job::Job drawnBar(test::RandomJobs& random, int bends) {
    return test::randomBar(random, bends, 25, 3);
}

/// Bends that can be made next, each by trying all its ways.
std::vector<int> nextAfter(BendSet made, const sequence::Operations& operations,
                           sequence::Collisions& collisions) {
    std::vector<int> next;
    for (size_t bend = 0; bend < operations.of.size(); ++bend) {
        const auto& ways = operations.of[bend];
        if (!(made >> bend & 1) && std::any_of(ways.begin(), ways.end(), [&](const Operation& way) {
                return !collisions.inTheWay(way, made);
            }))
            next.push_back(static_cast<int>(bend));
    }
    return next;
}

} // namespace

class ManyBendsTest : public QObject {
    Q_OBJECT
private slots:
    void whatCanBeMadeIsSaidTo();
    void drawnBarsOfTwentyAreDecided();
    void manyBendsAreProven();
    void stairOfTwentyIsProven();
    void noOrderOfManyIsKnown();
    void bendsBeyondWhatIsPlannedAreNeverMade();
};

/// Every set of bends that some order comes to is one that could be by what lies near, however few count as
/// near; and the more do, the fewer sets are left.
void ManyBendsTest::whatCanBeMadeIsSaidTo() {
    test::RandomJobs random(61);
    size_t ruledOut = 0;
    for (int n = 0; n < test::rounds(12, 60); ++n) {
        const int bends = random.whole(3, 6);
        const job::Job job = n % 2 ? drawnBar(random, bends) : test::randomBar(random, bends);
        const auto& material = test::materialOf(job);
        const part::Part part = part::solve(job, material);
        const sequence::Operations operations = sequence::operationsOf(part, material, tool::standardShop());
        sequence::Collisions collisions(part);
        const BendSet all = (BendSet{1} << bends) - 1;
        std::vector<char> comeTo(size_t{all} + 1, false);
        comeTo[0] = true;
        for (BendSet made = 0; made <= all; ++made)
            if (comeTo[made])
                for (const int bend : nextAfter(made, operations, collisions))
                    comeTo[made | BendSet{1} << bend] = true;

        const sequence::Wishes wishes;
        sequence::KnownSteps steps(part, material, tool::standardShop(), wishes);
        size_t before = size_t{all} + 1;
        for (const size_t near : {0, 1, 2, 4, 8}) {
            const sequence::Makeable could(steps, near, {});
            size_t left = 0;
            for (BendSet made = 0; made <= all; ++made) {
                left += could.may(made);
                QVERIFY2(could.may(made) || !comeTo[made], qPrintable(QString("bar %1").arg(n)));
            }
            QVERIFY(left <= before);
            ruledOut += before - left;
            before = left;
        }
    }
    QVERIFY2(ruledOut > 20, qPrintable(QString::number(ruledOut)));
}

/// Whether bars of twenty bends have an order is always known; where they are said to have none, many tries
/// at random come to none.
void ManyBendsTest::drawnBarsOfTwentyAreDecided() {
    size_t found = 0, none = 0;
    for (const unsigned seed : {1001, 1004, 1012, 1014, 1020, 1022}) {
        test::RandomJobs random(seed);
        const job::Job job = drawnBar(random, 20);
        const auto& material = test::materialOf(job);
        const part::Part part = part::solve(job, material);
        const auto outcome = sequence::plan(part, material, tool::standardShop(), {}, {}, 0);
        QVERIFY2(!outcome.gaveUp, qPrintable(QString::number(seed)));
        ++(outcome.plan ? found : none);
        if (outcome.plan) continue;
        QVERIFY(!outcome.stuck.empty());
        const sequence::Operations operations = sequence::operationsOf(part, material, tool::standardShop());
        sequence::Collisions collisions(part);
        for (int attempt = 0; attempt < test::rounds(2, 20); ++attempt) {
            BendSet made = 0;
            for (auto next = nextAfter(0, operations, collisions); !next.empty();
                 next = nextAfter(made, operations, collisions))
                made |= BendSet{1}
                        << next[static_cast<size_t>(random.whole(0, static_cast<int>(next.size()) - 1))];
            QVERIFY(made != (BendSet{1} << 20) - 1);
        }
    }
    QVERIFY2(found == 2 && none == 4, qPrintable(QString("%1 %2").arg(found).arg(none)));
}

/// Thirteen bends are planned to a proof. With no points looked through the first plan that is found stands:
/// it can be made too, costs what it says and no less than the best, which its bound does not pass.
void ManyBendsTest::manyBendsAreProven() {
    std::vector<job::Bend> bends;
    for (int i = 0; i < 13; ++i)
        bends.push_back({.angleDeg = i % 2 ? 30.0 : 45.0, .turn = i % 2 ? job::Turn::Up : job::Turn::Down});
    const part::Part part =
        part::solve(test::bar(std::vector<double>(14, 45), bends, 2, 25), test::hotRolled());
    const tool::Shop& vise = test::only("vise");
    const auto best = sequence::plan(part, test::hotRolled(), vise);
    const auto first = sequence::plan(part, test::hotRolled(), vise, {}, {}, 0);
    QVERIFY(best.plan && first.plan);
    QVERIFY(best.plan->isBest && !first.plan->isBest);
    QCOMPARE(best.plan->bound, best.plan->cost);
    QVERIFY(first.plan->cost >= best.plan->cost);
    QVERIFY(first.plan->bound > 0 && first.plan->bound <= best.plan->cost);
    for (const auto& plan : {*best.plan, *first.plan}) {
        sequence::Collisions anew(part);
        std::vector<Operation> operations;
        for (const sequence::Step& step : plan.steps)
            operations.push_back(step.operation);
        const auto judged = sequence::judge(part, anew, operations);
        QVERIFY(!judged.obstacle);
        QVERIFY(std::abs(judged.plan.cost - plan.cost) < 1e-6);
    }
}

/// Twenty bends of a stair, each like the others: no step has to be set anew but for turning over or end for
/// end, and that is known at once.
void ManyBendsTest::stairOfTwentyIsProven() {
    std::vector<job::Bend> bends;
    for (int i = 0; i < 20; ++i)
        bends.push_back({.angleDeg = 90, .turn = i % 2 ? job::Turn::Up : job::Turn::Down});
    const part::Part part =
        part::solve(test::bar(std::vector<double>(21, 40), bends, 2, 25), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), tool::standardShop());
    QVERIFY(outcome.plan && outcome.plan->isBest);
    double alone = 0;
    for (const sequence::Step& step : outcome.plan->steps)
        alone += step.cost.sum() - step.cost.change;
    QVERIFY(outcome.plan->cost >= alone);
}

/// That there is no order of eighteen bends is known from the end: a coil of nine legs each way that gets
/// tighter hits itself or the tool with its last bends, whichever those are.
void ManyBendsTest::noOrderOfManyIsKnown() {
    std::vector<job::Bend> bends(18, job::Bend{.angleDeg = 90});
    std::vector<double> legs;
    for (int i = 0; i < 19; ++i)
        legs.push_back(30 + 2 * std::abs(9 - i));
    const part::Part part = part::solve(test::bar(legs, bends, 2, 25), test::hotRolled());
    const auto outcome = sequence::plan(part, test::hotRolled(), test::only("vise"));
    QVERIFY(!outcome.plan && !outcome.gaveUp && !outcome.stopped);
    QVERIFY(!outcome.stuck.empty());
}

/// Of forty bends none is planned, and those past the thirty-second are in no set: stock reaches past them
/// all as long as none is made. The straight bar of 41 legs of 20 lies flat from end to end.
void ManyBendsTest::bendsBeyondWhatIsPlannedAreNeverMade() {
    const std::vector<job::Bend> bends(40, job::Bend{.angleDeg = 5});
    const part::Part part =
        part::solve(test::bar(std::vector<double>(41, 20), bends, 2, 25), test::hotRolled());
    QVERIFY(sequence::plan(part, test::hotRolled(), tool::standardShop()).tooMany);
    const auto all = sequence::operationsOf(part, test::hotRolled(), tool::standardShop());
    const Operation& last = all.of[39].front();
    const double fromLast = sequence::flatReach(part, last, 0, false);
    QVERIFY(std::abs(fromLast - part.bends[39].near.middle().x()) < 1e-9); // to the far end of the first leg
    QVERIFY(sequence::flatReach(part, last, sequence::BendSet{1} << 30, false) < fromLast / 2);
}

GOODFOLD_TEST(ManyBendsTest)

} // namespace goodfold::many_bends_test

#include "many_bends.moc"
