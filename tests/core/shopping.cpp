// What has to be bought for a batch: counted by hand.
#include "stock/shopping.h"

#include "core/support.h"
#include "stock/metal.h"
#include "stock/rack_files.h"

#include <sstream>

namespace goodfold::shopping_test {

using namespace goodfold::stock;
using Kind = Purchase::Kind;

namespace {

const cutting::Cutters kCutters{cutting::cutList, cutting::nest};

job::Hole hole(const char* id, double diameter, double x) {
    return {.id = id, .diameter = diameter, .x = x, .xFrom = job::Hole::XFrom::Start};
}

RackStock hotRolled(double width, const char* name, double length, std::optional<int> count, double price = 0,
                    bool isOffcut = false) {
    return {job::StockForm::Bar, "steel-hot-rolled", width, 3, length, name, count, price, isOffcut};
}

/// A strip of 100 without a bend, thirty times.
job::Job strip() {
    job::Job job = test::bar({100}, {}, 3, 30);
    job.quantity = 30;
    return job;
}

struct Bought {
    std::vector<Purchase> list;
    const Purchase* find(const std::string& says) const {
        for (const Purchase& each : list)
            if (each.says == says) return &each;
        return nullptr;
    }
    int countOf(const std::string& says) const { return find(says) ? find(says)->count : 0; }
    size_t of(Kind kind) const {
        return static_cast<size_t>(
            std::count_if(list.begin(), list.end(), [&](const Purchase& each) { return each.kind == kind; }));
    }
};

Bought buy(const std::vector<job::Job>& jobs, const Rack& rack = {}) {
    const auto reading = quantity::Reading::millimetres();
    std::vector<part::Part> parts;
    for (const job::Job& job : jobs)
        parts.push_back(part::solve(job, test::materialOf(job)));
    std::vector<Batched> batch;
    std::vector<Shopped> shopped;
    for (size_t i = 0; i < jobs.size(); ++i) {
        batch.push_back({"strip " + std::to_string(i + 1), jobs[i], parts[i]});
        shopped.push_back(
            shoppedFor(batch.back(), test::materialOf(jobs[i]), hardware::standardBook(), {}, reading));
    }
    const auto cut = cutBatch(batch, rack, {.seconds = 0.1}, kCutters);
    if (!cut) qFatal("%s", cut.error().says.c_str());
    const auto beyond = cutMissing(*cut, quantity::Unit::Millimetre, kCutters);
    if (!beyond) qFatal("%s", beyond.error().says.c_str());
    return {shoppingList(shopped, *cut, *beyond, reading)};
}

} // namespace

class ShoppingTest : public QObject {
    Q_OBJECT
private slots:
    void holesInOffcutsAreCutAround();
    void whatIsLeftKeepsItsHoles();
    void columnsThatMeanNothingAreSaid();
    void metalsAreOfTheBook();
    void metalIsWhatIsCutAndNotKept();
    void whatIsLostIsSharedFairly();
    void sheetsAreLostByArea();
    void stockIsBoughtAsItIsSold();
    void whatLiesOnTheRackIsNotBought();
    void whatTheRackIsShortOfIs();
    void fastenersAreForAllPieces();
    void holesThatAreThereTakeNoDrill();
    void jobsAreBoughtForTogether();
};

/// With cuts of 1, thirty of 100 take 3029: more than one of 3 m, and two of 2 m are less than any other.
void ShoppingTest::stockIsBoughtAsItIsSold() {
    const Bought bought = buy({strip()});
    QCOMPARE(bought.list.size(), size_t(1));
    QCOMPARE(bought.list[0].says, std::string("Mild steel S235, hot rolled: flat bar 30 × 3, 2000.0 long"));
    QCOMPARE(bought.list[0].count, 2);
    QCOMPARE(bought.list[0].price, 0.0);
}

/// Eleven come out of the offcut of 1200, nineteen take 1918 of a bar that can be had at 7.50.
void ShoppingTest::whatLiesOnTheRackIsNotBought() {
    const std::vector<RackStock> bars{hotRolled(30, "rest", 1200, 1, 0, true),
                                      hotRolled(30, "long", 2000, {}, 7.5)};
    const Bought bought = buy({strip()}, {bars, {}});
    QCOMPARE(bought.list.size(), size_t(1));
    QCOMPARE(bought.countOf("Mild steel S235, hot rolled: flat bar 30 × 3, 2000.0 long"), 1);
    QCOMPARE(bought.list[0].price, 7.5);
}

/// The rack has but the offcut, and bars of another width.
void ShoppingTest::whatTheRackIsShortOfIs() {
    const std::vector<RackStock> bars{hotRolled(30, "rest", 1200, 1, 0, true),
                                      hotRolled(40, "other", 6000, 2)};
    QCOMPARE(buy({strip()}, {bars, {}}).countOf("Mild steel S235, hot rolled: flat bar 30 × 3, 2000.0 long"),
             1);
    // Enough of it there: nothing is bought.
    const std::vector<RackStock> enough{hotRolled(30, "bar", 2000, 2)};
    QCOMPARE(buy({strip()}, {enough, {}}).list.size(), size_t(0));
}

/// Through 3 mm with a washer each side of 1.6 and a nut of 5 or so: 3 + 3.2 + 5.2 + 2 threads of 1 are 13.4,
/// and 16 is sold. Two in each of thirty, of each hand.
void ShoppingTest::fastenersAreForAllPieces() {
    job::Job job = strip();
    job.hand = job::Hand::Left;
    job.oppositeHand = true;
    for (const double x : {20.0, 60.0}) {
        job.plates[0].holes.push_back(hole(x < 40 ? "h1" : "h2", 6.6, x));
        job.plates[0].holes.back().fastener = job::Fastener{};
    }
    job.plates[0].holes.push_back(hole("h3", 5, 80));
    job.plates[0].holes.back().fastener =
        job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6", .clamps = 2};
    const Bought bought = buy({job});
    int bolts = 0, screws = 0;
    for (const Purchase& each : bought.list) {
        if (each.kind != Kind::Fastener) continue;
        (each.says.starts_with("M6 bolt") ? bolts : screws) += each.count;
    }
    QCOMPARE(bolts, 2 * 30 * 2);
    QCOMPARE(screws, 30 * 2);
    QCOMPARE(bought.of(Kind::Cutter), size_t(3));
    for (const char* cutter : {"drill 5", "drill 6.6", "tap M6"})
        QCOMPARE(bought.countOf(cutter), 1);
}

void ShoppingTest::holesThatAreThereTakeNoDrill() {
    job::Job job = strip();
    job.plates[0].holes.push_back(hole("h1", 6.6, 20));
    QCOMPARE(buy({job}).of(Kind::Cutter), size_t(1));
    job.plates[0].holes[0].isThere = true;
    QCOMPARE(buy({job}).of(Kind::Cutter), size_t(0));
}

/// One drill for both, stock of each section told for whom; thirty of 100 and one of 60 fit two bars of 2 m.
void ShoppingTest::jobsAreBoughtForTogether() {
    job::Job other = test::bar({60}, {}, 3, 30), wide = test::bar({60}, {}, 3, 40);
    job::Job one = strip();
    for (job::Job* job : {&one, &other, &wide})
        job->plates[0].holes.push_back(hole("h1", 6.6, 20));
    const Bought bought = buy({one, other, wide});
    QCOMPARE(bought.of(Kind::Stock), size_t(2));
    QCOMPARE(bought.of(Kind::Cutter), size_t(1));
    QCOMPARE(bought.countOf("Mild steel S235, hot rolled: flat bar 30 × 3, 2000.0 long"), 2);
    QCOMPARE(bought.list[0].about, std::string("for strip 1 and strip 2"));
    QCOMPARE(bought.find("Mild steel S235, hot rolled: flat bar 40 × 3, 2000.0 long")->about,
             std::string("for strip 3"));
}

/// 600 long with holes of 8 at 100 and 300: 94, 188 and 294 are whole, 2 off each rim.
void ShoppingTest::holesInOffcutsAreCutAround() {
    std::istringstream table("name,material,width,thickness,length,count,offcut,holes\n"
                             "strip,steel-hot-rolled,30,3,600,2,yes,300 8; 100 8\n"
                             "bar,steel-hot-rolled,30,3,2000,,no,\n");
    const auto read = readBars(table);
    QVERIFY(read && read->rows.size() == 2 && read->passedOver.empty());
    const Section section{"steel-hot-rolled", 30, 3, {}, 1};
    const std::vector<Bar> bars = barsFor(section, read->rows);
    QCOMPARE(bars.size(), size_t(4));
    QCOMPARE(bars[0].length, 94.0);
    QCOMPARE(bars[1].length, 188.0);
    QCOMPARE(bars[2].length, 294.0);
    QCOMPARE(bars[1].name, std::string("strip, 106 to 294"));
    QCOMPARE(*bars[2].count, 2);
    QVERIFY(bars[3].length == 2000 && bars[3].name == "bar");
    std::ostringstream out;
    writeBars(out, read->rows);
    std::istringstream in(out.str());
    const auto again = readBars(in);
    QVERIFY(again && again->rows == read->rows);
    for (const char* wrong : {"ten", "100", "100 8 8", "-5 8", "700 8", "100 0"}) {
        std::istringstream bad(std::string("name,material,width,thickness,length,holes\n"
                                           "strip,steel-hot-rolled,30,3,600,") +
                               wrong + "\n");
        const auto none = readBars(bad);
        QVERIFY2(!none && none.error().says.find("20 6.6; 95 6.6") != std::string::npos, wrong);
    }
}

/// Two strips of 600 with holes of 8 at 100 and 300. One of 180 comes out of the middle of one of them: what
/// is before keeps its hole and is 106 long, what is after is 6 (its rest) + 2 + 8 + 2 and 294 more. The
/// other strip stays.
void ShoppingTest::whatIsLeftKeepsItsHoles() {
    RackStock strip = hotRolled(30, "strip", 600, 2, 0, true);
    strip.holes = {{300, 8}, {100, 8}};
    strip.batch = "bar of May";
    strip.id = "one";
    SectionCut cut{{"steel-hot-rolled", 30, 3, {}, 1}, {}, {}, {}};
    cut.bars = barsFor(cut.section, {strip});
    cut.list.bars = {{.bar = 1, .pieces = {0}, .rest = 6}};
    Rack rack;
    rack.bars = {strip};
    // The 106 with its hole at 100 has 94 that are whole: no stock to whoever keeps no less than 100.
    QCOMPARE(rackAfter(rack, {{cut}, {}}, 100).bars->size(), size_t(2));
    const Rack left = rackAfter(rack, {{cut}, {}}, 90);
    QCOMPARE(left.bars->size(), size_t(3));
    const RackStock &other = (*left.bars)[0], &before = (*left.bars)[1], &after = (*left.bars)[2];
    QVERIFY(other.id == "one" && *other.count == 1 && other.holes == strip.holes);
    QCOMPARE(before.length, 106.0);
    QCOMPARE(after.length, 312.0);
    QVERIFY(before.holes == std::vector<StockHole>({{100, 8}}) && before.batch == "bar of May");
    QVERIFY(after.holes == std::vector<StockHole>({{12, 8}}) && after.id.empty() && *after.count == 1);
}

void ShoppingTest::metalsAreOfTheBook() {
    std::istringstream table("name,material,width,thickness,length\nstrip,mild steel,30,3,600\n");
    const auto read = readBars(table);
    QVERIFY(!read);
    const std::string& says = read.error().says;
    QVERIFY2(says.starts_with("\"material\" must be one of") &&
                 says.find("steel-hot-rolled") != std::string::npos,
             says.c_str());
    QCOMPARE(read.error().where, std::string("line 2"));
}

/// Ten of 100 with cuts of 1 out of 2000 leave 990, which is kept: 1010 are taken for 1000, at 8.00 a bar.
/// Out of 1050 they leave 40, which is lost. Where three come out of an offcut of 320 and seven of a bar that
/// is bought, 320 + 707 are taken, and nobody knows what that costs.
void ShoppingTest::metalIsWhatIsCutAndNotKept() {
    job::Job job = strip();
    job.quantity = 10;
    const double kilograms = 0.1 * 0.03 * 0.003 * test::materialOf(job).density;
    const auto metal = [&](const std::vector<RackStock>& bars) {
        const part::Part part = part::solve(job, test::materialOf(job));
        Rack rack;
        rack.bars = bars;
        const auto found = metalFor({"strip", job, part}, rack, kCutters);
        if (!found) qFatal("no metal");
        return *found;
    };
    const cost::Metal kept = metal({hotRolled(30, "bar", 2000, 1, 8)});
    QVERIFY(test::near(kept.waste, 0.01, 1e-9) && test::near(kept.kilograms, 1.01 * kilograms, 1e-9));
    QVERIFY(kept.price && test::near(*kept.price, 8 * 1010.0 / 2000 / 10, 1e-9));
    const cost::Metal lost = metal({hotRolled(30, "bar", 1050, 1, 4.2)});
    QVERIFY(test::near(lost.waste, 0.05, 1e-9) && test::near(*lost.price, 0.42, 1e-9));
    const cost::Metal bought = metal({hotRolled(30, "rest", 320, 1, 0, true)});
    QVERIFY(test::near(bought.waste, 0.027, 1e-9) && !bought.price);
    job.quantity = 1;
    job.plates[0].length = 7000; // longer than any bar
    const part::Part part = part::solve(job, test::materialOf(job));
    QVERIFY(!metalFor({"strip", job, part}, {}, kCutters));
}

/// Ten of 100 and five of 60 share fifteen cuts by their length.
void ShoppingTest::whatIsLostIsSharedFairly() {
    job::Job one = strip(), other = test::bar({60}, {}, 3, 30);
    one.quantity = 10;
    other.quantity = 5;
    const part::Part first = part::solve(one, test::materialOf(one)),
                     second = part::solve(other, test::materialOf(other));
    const std::vector<Batched> batch{{"strip 1", one, first}, {"strip 2", other, second}};
    Rack rack;
    rack.bars = {hotRolled(30, "bar", 2000, 1, 8)};
    const auto cut = cutBatch(batch, rack, {}, kCutters);
    QVERIFY(bool(cut));
    const auto long_ = metalOf(*cut, {}, batch[0]), short_ = metalOf(*cut, {}, batch[1]);
    QVERIFY(long_ && short_);
    QVERIFY(test::near(long_->waste, 15.0 / 1300, 1e-9) && test::near(short_->waste, 15.0 / 1300, 1e-9));
    QVERIFY(test::near(*long_->price, 8 * 1315.0 / 2000 * 100 / 1300, 1e-9));
    QVERIFY(test::near(10 * *long_->price + 5 * *short_->price, 8 * 1315.0 / 2000, 1e-9)); // nothing is lost
}

/// A blank of 100 by 200 on each sheet of 112 by 212, whose edges are no stock.
void ShoppingTest::sheetsAreLostByArea() {
    job::Job job = strip();
    job.quantity = 2;
    job.stock.form = job::StockForm::Sheet;
    job.plates[0].length = 200;
    job.plates[0].width = 100;
    const part::Part part = part::solve(job, test::materialOf(job));
    Rack rack;
    rack.sheets = {{{job::StockForm::Sheet, "steel-hot-rolled", 112, 3, 212, "sheet", 2, 3}}};
    const auto metal = metalFor({"strip", job, part}, rack, kCutters);
    QVERIFY(metal && test::near(metal->waste, 112 * 212 / 20000.0 - 1, 1e-9));
    QVERIFY(test::near(*metal->price, 3, 1e-9));
}

/// A name that is misspelt would be as if nobody had said it.
void ShoppingTest::columnsThatMeanNothingAreSaid() {
    std::istringstream table("name,material,width,thickness,length,shelf,pirce\n"
                             "strip,steel-hot-rolled,30,3,600,top,4\n");
    const auto read = readBars(table);
    QVERIFY(read && read->rows.size() == 1);
    const std::string& says = read->passedOver;
    QVERIFY2(says.starts_with("Passed over: \"shelf\", \"pirce\".") && says.find("price") > 0, says.c_str());
}

GOODFOLD_TEST(ShoppingTest)

} // namespace goodfold::shopping_test

#include "shopping.moc"
