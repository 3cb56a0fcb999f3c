// Time and money counted from the plan: by hand.
#include "core/shop_support.h"
#include "cost/words.h"

namespace goodfold::costing_test {

using namespace goodfold::cost;

namespace {

/// Two legs of 60, bar 20 x 3, two holes of 6.6 and one of 9, bent in a vise.
job::Job stay() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 20);
    job.plates[0].holes = {{.id = "h1", .diameter = 6.6, .x = 12, .xFrom = job::Hole::XFrom::Start},
                           {.id = "h2", .diameter = 6.6, .x = 30, .xFrom = job::Hole::XFrom::Start}};
    job.plates[1].holes = {{.id = "h3", .diameter = 9, .x = 12, .xFrom = job::Hole::XFrom::End}};
    return job;
}

/// In a vise, and nothing else.
sequence::Settled settled(const job::Job& job) {
    static const tool::Shop shop = test::only("vise");
    return sequence::settle(job, test::materialOf(job), shop);
}

std::vector<Item> itemsOf(const sequence::Settled& settled, int bolts = 0) {
    return cost::itemsOf(settled, standardWork(), quantity::Reading::millimetres(), bolts);
}

const Item* find(const std::vector<Item>& items, const std::string& id, const std::string& about = {}) {
    for (const Item& item : items)
        if (item.work->id == id && (about.empty() || item.about == about)) return &item;
    return nullptr;
}

Result<WorkBook> read(const std::string& text) {
    std::istringstream in(text);
    return readWork(in);
}

} // namespace

class CostingTest : public QObject {
    Q_OBJECT
private slots:
    void countedByHand();
    void pairedBendsTurnTheStock();
    void sharedSetUps();
    void whatItIsOutBy();
    void priceByHand();
    void whenMakingPays();
    void piecesTellTheirPace();
    void whatWouldSave();
    void booksAreReadStrictly();
    void moreAreNeverDearerEach();
    void saidAsPeopleSayIt();
};

void CostingTest::countedByHand() {
    const sequence::Settled made = settled(stay());
    QVERIFY(made.outcome.plan);
    const auto items = itemsOf(made, 3);
    const auto minutes = [&](const char* id, const char* about = "") {
        const Item* item = find(items, id, about);
        return item ? item->minutes() : -1;
    };
    QVERIFY(test::near(minutes("saw"), 1 + 0.5 * 0.6, 1e-9)); // 3 x 20 is 0.6 square centimetres
    QVERIFY(test::near(minutes("mark"), 4 * 0.4, 1e-9));      // a line and three crossings
    QVERIFY(test::near(minutes("drill", "6.6"), 2 * (0.6 + M_PI / 4 * 6.6 * 6.6 * 3 / 1000), 1e-9));
    QVERIFY(test::near(minutes("drill", "9.0"), 0.6 + M_PI / 4 * 81 * 3 / 1000, 1e-9));
    QVERIFY(test::near(minutes("drill-change"), 2 * 1.5, 1e-9));
    const double girth = 2 * (made.part.blank.length + 20) / 1000;
    QVERIFY(test::near(minutes("deburr"), 3 * 0.15 + 0.8 * girth, 1e-9));
    QVERIFY(test::near(minutes("bend-vise"), 1.5, 1e-9));
    QVERIFY(test::near(minutes("set-up"), 6, 1e-9));
    QVERIFY(test::near(minutes("check"), 0.8, 1e-9));
    QVERIFY(test::near(minutes("fit"), 3 * 1.5, 1e-9));
    QVERIFY(!find(items, "turn") && !find(items, "trim") && !find(items, "tap"));
    QVERIFY(find(items, "set-up")->isOnce && find(items, "drill-change")->isOnce);
    QVERIFY(!find(items, "saw")->isOnce);
    // Sunk, tapped, riveted, slotted and left long.
    job::Job job = stay();
    job.plates[0].holes[0].countersink = job::Countersink{12, 90, false};
    job.plates[0].holes[1].fastener = job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6"};
    job.plates[1].holes[0].kind = job::Hole::Kind::Slot;
    job.plates[1].holes[0].length = 19;
    job.plates[1].ends[job::Edge::End].extra = 40;
    const auto more = itemsOf(settled(job));
    QCOMPARE(find(more, "countersink")->times, 1.0);
    QCOMPARE(find(more, "tap")->times, 1.0);
    QCOMPARE(find(more, "drill", "9.0")->times, 2.0);                                // both ends of the slot
    QVERIFY(test::near(find(more, "opening")->minutes(), 3 + 25 * 2 * 0.010, 1e-9)); // 19 less 9, both sides
    QCOMPARE(find(more, "trim")->times, 1.0);
}

/// Up and down: the stock is turned between the two.
void CostingTest::pairedBendsTurnTheStock() {
    const job::Job zigzag =
        test::bar({60, 50, 60}, {{.angleDeg = 90}, {.angleDeg = 90, .turn = job::Turn::Down}}, 3, 20);
    const auto items = itemsOf(settled(zigzag));
    QCOMPARE(find(items, "turn")->times, 1.0);
    QCOMPARE(find(items, "set-up")->times, 1.0); // the same vise
}

void CostingTest::sharedSetUps() {
    const auto items = itemsOf(settled(stay()));
    const double once = 6 + 2 * 1.5;
    const double each = minutesFor(items, 2).mean - minutesFor(items, 1).mean;
    QVERIFY(test::near(minutesFor(items, 1).mean, once + each, 1e-9));
    QVERIFY(test::near(minutesFor(items, 50).mean, once + 50 * each, 1e-9));
}

/// The book is out by as much each time it is used: ten times the minutes, ten times the error.
void CostingTest::whatItIsOutBy() {
    const WorkTime saw{"saw", "sawing off", 2, 0, 0.5, ""}, mark{"mark", "scribing", 1, 0, 0.25, ""};
    const std::vector<Item> items{{&saw, 3, 0, false, {}}, {&mark, 4, 0, false, {}}, {&mark, 4, 0, true, {}}};
    const Minutes one = minutesFor(items, 1), ten = minutesFor(items, 10);
    QVERIFY(test::near(one.mean, 14, 1e-9));
    QVERIFY(test::near(one.sigma, std::hypot(3, 2), 1e-9)); // 6 x 0.5, and 8 x 0.25
    QVERIFY(test::near(ten.mean, 60 + 44, 1e-9));
    QVERIFY(test::near(ten.sigma, std::hypot(30, 11), 1e-9));
}

void CostingTest::priceByHand() {
    const sequence::Settled made = settled(stay());
    const auto items = itemsOf(made);
    Rates rates;
    QVERIFY(!priceFor(items, 10, made, rates)); // nobody said what an hour costs
    rates.hour = 45;
    QVERIFY(!priceFor(items, 10, made, rates)); // nor the metal
    rates.kilogram["steel-hot-rolled"] = 2;
    rates.waste = 0.25;
    rates.margin = 0.1;
    const auto price = priceFor(items, 10, made, rates);
    QVERIFY(price);
    const double work = minutesFor(items, 10).mean / 10 / 60 * 45, metal = made.part.blank.mass * 1.25 * 2;
    QVERIFY(test::near(price->work, work, 1e-12) && test::near(price->material, metal, 1e-12));
    QVERIFY(test::near(price->margin, 0.1 * (work + metal), 1e-12));
    QVERIFY(test::near(price->sum(), 1.1 * (work + metal), 1e-12));
    // A bolt with a price, and one without.
    job::Job job = stay();
    job.plates[0].holes[0].fastener = job::Fastener{.size = "M6"};
    job.plates[0].holes[1].fastener = job::Fastener{.size = "M6"};
    job.plates[1].holes[0].fastener = job::Fastener{.size = "M8"};
    rates.fastener["M6 bolt, normal"] = 0.15;
    const sequence::Settled bolted = settled(job);
    const auto withBolts = priceFor(itemsOf(bolted), 10, bolted, rates);
    QVERIFY(test::near(withBolts->fasteners, 0.3, 1e-12));
    QCOMPARE(withBolts->unpriced, std::vector<std::string>{"M8 bolt, normal"});
}

/// 10 minutes by the book, give or take 4; and pieces that say otherwise, each by a fifth of what they took.
void CostingTest::piecesTellTheirPace() {
    const WorkTime bend{"bend", "bending", 10, 0, 0.4, ""}, setUp{"set-up", "setting up a tool", 4, 0, 0, ""};
    const std::vector<Item> items{{&bend, 1, 0, false, {}}, {&setUp, 2, 0, true, {}}};
    QCOMPARE(minutesFor(paced(items, {}), 3).mean, 38.0);
    // One of 15: 1 with a sigma of 0.4, 1.5 with one of 0.3, weighed by 6.25 and 11.11.
    const auto once = paced(items, {15});
    const double pace = (6.25 + 1.5 / 0.09) / (6.25 + 1 / 0.09);
    QVERIFY(test::near(minutesFor(once, 1).mean, 8 + 10 * pace, 1e-9));
    QVERIFY(test::near(minutesFor(once, 1).sigma, 10 / std::sqrt(6.25 + 1 / 0.09), 1e-9));
    // Many that agree are believed: 12, 13, 14 and 13, which differ by 0.8165.
    const auto many = paced(items, {12, 13, 14, 13});
    const double read = 4 / std::pow(0.08164965809, 2);
    QVERIFY(test::near(minutesFor(many, 2).mean, 8 + 20 * (6.25 + 1.3 * read) / (6.25 + read), 1e-6));
    QVERIFY(minutesFor(many, 1).sigma < 0.5);
    WorkBook book;
    book.took = {12, 13, 14, 13};
    std::string says;
    for (const std::string& each : inWords(many, 1, settled(stay()), book))
        says += each + " ";
    QVERIFY2(
        says.find("4 pieces of it took 13 min each by the logbook, where the book of work says 10 min") !=
            std::string::npos,
        says.c_str());
}

/// 2 minutes each and 8 once, a minute costs 1: 2 + 8 / n.
void CostingTest::whenMakingPays() {
    const WorkTime saw{"saw", "sawing off", 2, 0, 0, ""}, setUp{"set-up", "setting up a tool", 4, 0, 0, ""};
    const std::vector<Item> items{{&saw, 1, 0, false, {}}, {&setUp, 2, 0, true, {}}};
    sequence::Settled made = settled(stay());
    WorkBook book;
    QVERIFY(!makingPaysFrom(100, items, made, book.rates)); // nobody knows what it costs
    book.rates.hour = 60;
    book.rates.kilogram["steel-hot-rolled"] = 0;
    QCOMPARE(makingPaysFrom(2.5, items, made, book.rates), std::optional(17));
    QCOMPARE(makingPaysFrom(10.01, items, made, book.rates), std::optional(1));
    QVERIFY(!makingPaysFrom(2, items, made, book.rates));
    const auto says = [&](double price) {
        made.job.boughtPrice = price;
        std::string all;
        for (const std::string& each : inWords(items, 4, made, book))
            all += each + " ";
        return all;
    };
    QVERIFY(says(2.5).find("for 2.50 it costs less for fewer than 17") != std::string::npos);
    QVERIFY(says(2).find("costs less, however many") != std::string::npos);
    QVERIFY(says(20).find("Even one alone costs less to make than the 20.00") != std::string::npos);
    QVERIFY(test::jobFromText(test::textOf(made.job)).boughtPrice == std::optional(20.0));
}

void CostingTest::whatWouldSave() {
    const auto items = itemsOf(settled(stay()));
    const auto ten = savingsFor(items, 10, standardWork());
    QCOMPARE(ten.size(), size_t(2));
    // Nine pieces without 1.6 minutes of marks, for a set-up of 6; a drill less to change, 1.5.
    QVERIFY(ten[0].says.find("A stop") == 0 && test::near(ten[0].minutes, 9 * 1.6 - 6, 1e-9));
    QVERIFY(ten[1].says.find("One size of drill") == 0 && test::near(ten[1].minutes, 1.5, 1e-9));
    QCOMPARE(savingsFor(items, 1, standardWork()).size(), size_t(1)); // a stop for one piece saves nothing
}

void CostingTest::booksAreReadStrictly() {
    QVERIFY(standardWork().operations.size() > 15 && !standardWork().rates.hour);
    for (const char* wrong :
         {R"({"operations": [{"id": "saw", "minutes": -1}]})",
          R"({"operations": [{"id": "saw", "minuets": 1}]})", R"({"rates": {"hour": -3}})",
          R"({"rates": {"kilogram": {"steel-hot-rolled": "dear"}}})", R"({"prices": {}})"})
        QVERIFY2(!read(wrong), wrong);
    const auto own =
        read(R"({"operations": [{"id": "saw", "minutes": 5, "spread": 0.1}, {"id": "polish", "minutes": 9}],
                              "rates": {"hour": 40, "currency": "EUR", "kilogram": {"steel-hot-rolled": 1.8}}})");
    QVERIFY(own);
    const WorkBook both = withOwn(standardWork(), *own);
    QCOMPARE(both.find("saw")->minutes, 5.0);
    QCOMPARE(both.find("polish")->minutes, 9.0);
    QCOMPARE(both.find("tap")->minutes, 1.5);
    QCOMPARE(*both.rates.hour, 40.0);
    // Written and read again it says the same.
    std::ostringstream text;
    writeWork(text, *own);
    const auto again = read(text.str());
    QVERIFY(again);
    QCOMPARE(again->operations.size(), size_t(2));
    QCOMPARE(again->operations[0].spread, 0.1);
    QCOMPARE(*again->rates.hour, 40.0);
    QCOMPARE(again->rates.kilogram.at("steel-hot-rolled"), 1.8);
    QCOMPARE(again->rates.currency, std::string("EUR"));
    std::ostringstream twice;
    writeWork(twice, *again);
    QCOMPARE(twice.str(), text.str());
}

void CostingTest::moreAreNeverDearerEach() {
    test::RandomJobs random(77);
    int tried = 0;
    for (int i = 0; i < test::rounds(40, 400); ++i) {
        const job::Job job = random.next();
        const sequence::Settled made =
            sequence::settle(job, test::materialOf(job), tool::standardShop(), {}, {}, 200);
        if (!made.outcome.plan) continue;
        ++tried;
        const auto items = itemsOf(made);
        double before = 1e12;
        for (const int pieces : {1, 2, 10, 50, 1000}) {
            const Minutes all = minutesFor(items, pieces);
            QVERIFY(std::isfinite(all.mean) && std::isfinite(all.sigma) && all.mean > 0);
            QVERIFY(all.mean / pieces <= before + 1e-9);
            before = all.mean / pieces;
        }
    }
    QVERIFY(tried > test::rounds(10));
}

/// A saw of 2 minutes with 1.5 either way, once 8: one 10, ten 28, 2.8 each.
void CostingTest::saidAsPeopleSayIt() {
    QCOMPARE(timeInWords(0.2), std::string("1 min"));
    QCOMPARE(timeInWords(119), std::string("119 min"));
    QCOMPARE(timeInWords(130.4), std::string("2 h 10 min"));
    QCOMPARE(timeInWords(180), std::string("3 h"));
    const WorkTime saw{"saw", "sawing off", 2, 0, 0.75, ""},
        setUp{"set-up", "setting up a tool", 4, 0, 0, ""};
    const std::vector<Item> items{{&saw, 1, 0, false, {}}, {&setUp, 2, 0, true, {}}};
    const sequence::Settled made = settled(stay());
    WorkBook book{{saw, setUp}, {}};
    const std::vector<std::string> says{
        "One takes 10 min, give or take 2 min; 8 min of it to set up tools and change drills.",
        "Of 10, 3 min each: 28 min in all.", "Most of it is sawing off.",
        "One tool and setting for all bends, where one will do, would save 4 min."};
    QCOMPARE(inWords(items, 10, made, book), says);
    book.rates.hour = 60;
    book.rates.kilogram["steel-hot-rolled"] = 0;
    book.rates.currency = "EUR";
    const auto priced = inWords(items, 10, made, book);
    QCOMPARE(priced[priced.size() - 2],
             std::string("A piece costs 2.80 EUR: work 2.80 EUR, metal 0.00 EUR."));
    QCOMPARE(priced.back(), std::string("One alone 10.00 EUR, of ten 2.80 EUR, of fifty 2.16 EUR each."));
}

GOODFOLD_TEST(CostingTest)

} // namespace goodfold::costing_test

#include "costing.moc"
