// Books, jobs and pieces: what was learned goes into them, and what they teach.
#include "learn/taught.h"

#include "core/bench_support.h"
#include "core/shop_support.h"
#include "learn/from_piece.h"
#include "learn/newer.h"
#include "part/mark.h"

namespace goodfold::taught_test {

using namespace goodfold::learn;
using test::hotRolled;
using test::near;

namespace {

const lineup::ErrorBook& errors() {
    return lineup::standardErrors();
}

Point kPoint(double value, double sigma, double ratio = 1, const std::string& tool = "vise",
             const std::string& batch = "bar 1") {
    return {What::K, "steel-hot-rolled", tool, batch, {}, ratio, value, sigma};
}

} // namespace

class TaughtTest : public QObject {
    Q_OBJECT
private slots:
    void booksAreTaught();
    void jobsKeepWhatTheyTook();
    void newerKnowledgeMovesMarks();
    void piecesTeach();
    void piecesTeachWhatWasRead();
    void shopsOwnBookSaysHowBendsHangTogether();
};

void TaughtTest::booksAreTaught() {
    const std::string steel = "steel-hot-rolled";
    Points points{{What::Springback, steel, "vise", "", {}, 1, 1.6, 0.12},
                  {What::Offset, steel, "vise", "", {}, 1, 0.4, 0.1},
                  {What::Radius, steel, "vise", "", {}, 1, 1.3, 0.05},
                  {What::Angle, steel, "vise", "", "square", 1, 0.2, 0.05, 200},
                  {What::Line, "", "", "", "rule-and-scriber", 1, 0.4, 0.05, 200},
                  {What::Hole, "", "", "", "rule-and-scriber+usual+press", 1, 0.616, 0.01, 500}};
    const material::Material metal = taught(hotRolled(), points, errors());
    const auto* vise = material::learnedSpringback(metal, "vise");
    const auto* other = material::learnedSpringback(metal, "press");
    QVERIFY(vise && other);
    QVERIFY(vise->times > other->times && other->times > 1 && vise->times < 1.6);
    QVERIFY(vise->sigma < 0.25 && vise->sigma > 0.1);
    QVERIFY(!material::learnedSpringback(hotRolled(), "vise"));

    const tool::Shop shop = taught(tool::standardShop(), points, errors());
    const tool::Tool &before = *tool::standardShop().find("vise"), &after = *shop.find("vise");
    // 0.4 to 0.1 against 0 to 0.3
    QVERIFY(near(after.markOffset, 0.4 * 0.09 / (0.09 + 0.01), 1e-9));
    QVERIFY(after.radiusTimes > 1.2 && after.radiusTimes < 1.3);
    QVERIFY(near(after.angleSigma, 0.2, 0.03));
    QVERIFY(*shop.find("press") == *tool::standardShop().find("press"));
    const tool::Work work{.angleDeg = 90, .thickness = 3, .length = 30};
    const auto plain = tool::fit(before, work, hotRolled()).setups.front();
    const auto knows = tool::fit(after, work, metal).setups.front();
    QVERIFY(near(knows.insideRadius, plain.insideRadius * after.radiusTimes, 1e-9));
    QVERIFY(near(tool::markOf(knows, work).fromTangent - tool::markOf(plain, work).fromTangent, 0.36, 1e-9));

    const lineup::ErrorBook book = taught(errors(), points);
    QVERIFY(near(*book.find("line")->find("rule-and-scriber")->sigma, 0.4, 0.03));
    QCOMPARE(*book.find("line")->find("tape")->sigma, 0.5);
    // Twice as far as 0.308, of all three: sqrt(0.18^2 + 0.15^2 + 0.2^2)
    QVERIFY(near(*book.find("mark")->find("rule-and-scriber")->sigma, 0.36, 0.02));
    QVERIFY(near(*book.find("drill")->find("press")->sigma, 0.40, 0.02));
}

/// A job keeps the figures that it took, and its odds count with their sigma.
void TaughtTest::jobsKeepWhatTheyTook() {
    job::Job job = test::boltedBar({60, 50, 40}, {{.angleDeg = 90}, {.angleDeg = 60}});
    const Points points{kPoint(0.46, 0.01), kPoint(0.47, 0.01, 2)};
    job.allowance.kind = bend::AllowanceRule::Kind::Learned;
    QVERIFY(job::whatIsWrong(job).has_value()); // nothing in it yet
    job.allowance.learned = learnedK(points, hotRolled(), errors(), "vise", "bar 1", "2026-11-30");
    job.allowance.learned.isFrozen = true;
    QVERIFY(!job::whatIsWrong(job));
    QVERIFY(test::jobFromText(test::textOf(job)).allowance == job.allowance);
    const bend::KFactor k = bend::kFactor(job.allowance, hotRolled(), {90, 3, 3});
    QVERIFY(near(k.k, 0.46, 0.005));
    QVERIFY(near(*k.sigma, 0.01, 0.001));
    const auto sourceOfK = [](const job::Job& made) {
        const test::Shopfloor floor(made);
        for (const lineup::Source& source : floor.making->sources)
            if (source.kind == lineup::SourceKind::K) return source.of.front().sigma;
        return 0.0;
    };
    QVERIFY(sourceOfK(job) < 0.02);
    job.allowance.kind = bend::AllowanceRule::Kind::Material;
    QVERIFY(sourceOfK(job) > 0.02);
    QVERIFY(test::jobFromText(test::textOf(job)).allowance ==
            job.allowance); // kept for when it is chosen again
    for (const char* spoiled :
         {R"("k": [])",
          R"("k": [{"ratio": 2, "k": 0.4, "sigma": 0.1}, {"ratio": 1, "k": 0.4, "sigma": 0.1}])",
          R"("k": [{"ratio": 1, "k": 7, "sigma": 0.1}])"}) {
        std::istringstream in(
            std::string(
                R"({"format": "good-fold", "version": 1, "allowance": {"rule": "learned", "learned": {)") +
            spoiled +
            R"(}}, "material": "steel-hot-rolled", "thickness": 3, "stock": {"form": "bar", "width": 30}, "plates": [{"id": "A", "length": 50}], "bends": []})");
        const auto read = files::readJob(in);
        QVERIFY(!read || job::whatIsWrong(read->job).has_value());
    }
}

/// K up by 0.1 makes a bend of 90 in 3 mm longer by 0.1 * 3 * pi / 2, and a hole beyond two bends moves by
/// twice that.
void TaughtTest::newerKnowledgeMovesMarks() {
    job::Job job = test::boltedBar({60, 50, 40}, {{.angleDeg = 90}, {.angleDeg = 90}});
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 3;
    job.allowance.kind = bend::AllowanceRule::Kind::Learned;
    job.allowance.learned.rows = {{1, 0.4, 0.01}};
    bend::LearnedK newer = job.allowance.learned;
    QVERIFY(near(movedBy(job, newer, hotRolled()).mark, 0, 1e-12));
    newer.rows[0].k = 0.5;
    const Moved moved = movedBy(job, newer, hotRolled());
    QVERIFY(near(moved.blank, 2 * 0.1 * 3 * std::numbers::pi / 2, 1e-9));
    QVERIFY(near(moved.mark, 2 * 0.1 * 3 * std::numbers::pi / 2, 1e-9));
    QCOMPARE(moved.about, std::string("hole h3"));
}

/// A bar of one bend whose radius and thickness are known: both legs tell K by the deduction's own formula.
void TaughtTest::piecesTeach() {
    lineup::ErrorBook exact = errors();
    for (const auto kind : {lineup::SourceKind::Radius, lineup::SourceKind::Thickness,
                            lineup::SourceKind::Cut, lineup::SourceKind::Square, lineup::SourceKind::Angle})
        exact.fixed[kind] = 0;
    const test::Shopfloor floor(test::boltedBar({60, 50}, {{.angleDeg = 90}}), exact);
    QVERIFY(floor.settled.outcome.plan);
    const part::PartBend& bend = floor.settled.part.bends[0];
    const double off = 0.25; // both legs together longer than drawn
    const bench::Log log{
        1,
        {},
        {{bench::Entry::Kind::Done, {"1"}},
         {.kind = bench::Entry::Kind::Outside, .of = {"A"}, .value = 60 + off / 2, .sigma = 0.001},
         {.kind = bench::Entry::Kind::Outside, .of = {"B"}, .value = 50 + off / 2, .sigma = 0.001}},
        "bar 1"};
    const MadeOf of{*floor.making, floor.plan(), hotRolled(), floor.book};
    const Points told = learn::of(taughtBy(of, log), What::K);
    QCOMPARE(told.size(), size_t(1));
    // The strip was as drawn, so the deduction is larger by `off`: BA = 2 OSSB - BD.
    QVERIFY(near(told[0].value, bend.k - off / (std::numbers::pi / 2 * 3), 1e-4));
    QVERIFY(told[0].sigma < 0.001);
    QVERIFY(near(told[0].ratio, bend.shape.insideRadius / 3, 1e-9));
    QCOMPARE(told[0].batch, std::string("bar 1"));
    QVERIFY(taughtBy(of, {}).empty());
}

void TaughtTest::piecesTeachWhatWasRead() {
    const test::Shopfloor floor(test::boltedBar({60, 50}, {{.angleDeg = 90}}));
    QVERIFY(floor.settled.outcome.plan);
    using Kind = bench::Entry::Kind;
    const part::Part& part = floor.settled.part;
    const double hole = part::alongBlank(part, part.holes[0].centreInFlat);
    bench::Log log{1,
                   {},
                   {{.kind = Kind::Blank, .of = {}, .value = part.blank.length + 0.4},
                    {.kind = Kind::Hole, .of = {"h1"}, .value = hole - 0.2, .with = "calipers"},
                    {.kind = Kind::Done, .of = {"1"}},
                    {.kind = Kind::Angle, .of = {"1"}, .value = 88.5}}};
    const MadeOf of{*floor.making, floor.plan(), hotRolled(), floor.book};
    const auto one = [&](What what) {
        const Points told = learn::of(taughtBy(of, log), what);
        return told.size() == 1 ? told[0] : Point{};
    };
    QVERIFY(near(one(What::Cut).value, 0.4, 1e-9));
    QCOMPARE(one(What::Cut).method, std::string("filed"));
    QVERIFY(near(one(What::Hole).value, -0.2, 1e-9));
    QCOMPARE(one(What::Hole).sigma, 0.1);
    QCOMPARE(one(What::Hole).method, std::string("rule-and-scriber+usual+press"));
    QVERIFY(near(one(What::Angle).value, -1.5, 1e-9));
    QCOMPARE(one(What::Angle).tool, floor.plan().steps[0].operation.setup.tool->id);
    log.entries[0].value = 20; // asked about, not believed
    QVERIFY(learn::of(taughtBy(of, log), What::Cut).empty());
}

void TaughtTest::shopsOwnBookSaysHowBendsHangTogether() {
    QVERIFY(errors().alike == lineup::Alike()); // what ships is what these say of themselves
    QVERIFY(errors().testBend == lineup::TestBendErrors());
    std::istringstream in(R"({"test_bend": {"reads": 0.3}, "alike": {"tool": 0.5, "metal": 0.14}})");
    const auto own = lineup::readErrors(in);
    QVERIFY(own);
    const lineup::ErrorBook book = lineup::withOwn(errors(), *own);
    QCOMPARE(book.testBend.reads, 0.3);
    QCOMPARE(book.testBend.repeats, 0.06);
    QCOMPARE(book.alike.tool, 0.5);
    QCOMPARE(book.alike.batch, 0.36);
    QVERIFY(lineup::withOwn(errors(), {}).alike == errors().alike);
}

GOODFOLD_TEST(TaughtTest)

} // namespace goodfold::taught_test

#include "taught.moc"
