// What is offered where no order makes a part: each way out is planned by itself here, and one step less of
// it would not do.
#include "core/sheet_support.h"
#include "core/shop_support.h"
#include "hardware/hardware.h"
#include "sequence/mend.h"
#include "sequence/settle.h"

namespace goodfold::mending_test {

using job::Edge;

namespace {

const quantity::Reading kReading = quantity::Reading::millimetres();

std::vector<check::Remedy> mendsOf(const job::Job& job, const tool::Shop& shop) {
    const auto& material = test::materialOf(job);
    const auto settled = sequence::settle(job, material, shop);
    if (settled.outcome.plan) return {};
    return sequence::mends(job, material, shop, hardware::standardBook(), kReading, settled.outcome.stuck);
}

bool isMade(const job::Job& job, const tool::Shop& shop) {
    return sequence::settle(job, test::materialOf(job), shop).outcome.plan.has_value();
}

const check::Remedy* saying(const std::vector<check::Remedy>& all, const std::string& words) {
    for (const check::Remedy& remedy : all)
        if (remedy.says.find(words) != std::string::npos) return &remedy;
    return nullptr;
}

/// A seed tray's front: thin sheet with one lip, bent where the bar folder would have to take it in deep.
job::Job lip(double depth) {
    job::Job job = test::tray({Edge::End}, 90, depth);
    job.thickness = 0.8;
    job.plates[0].length = 200;
    job.plates[0].width = 150;
    job.bends[0].insideRadius.reset();
    job.bends[0].tool = "folder";
    return job;
}

} // namespace

class MendingTest : public QObject {
    Q_OBJECT
private slots:
    void foldTooDeepForItsFolder();
    void eachWayOutIsMade_data();
    void eachWayOutIsMade();
    void asMuchOfTheOrderAsMayStand();
    void legTooShortToHold();
    void toolsTheShopHasNotGot();
};

/// The bar folder takes 25 in: the lip in another tool, or as deep as the folder takes it.
void MendingTest::foldTooDeepForItsFolder() {
    const tool::Shop& shop = tool::standardShop();
    QVERIFY(isMade(lip(24), shop));
    const auto all = mendsOf(lip(60), shop);
    QVERIFY(!all.empty());
    QVERIFY2(all.front().says.starts_with("make bend 1 in the "), all.front().says.c_str());
    QVERIFY2(all.front().says.find("bar folder") == std::string::npos, all.front().says.c_str());
    QVERIFY(all.front().mended.bends[0].tool.empty());
    const check::Remedy* shorter = saying(all, "make leg B ");
    QVERIFY(shorter);
    const double depth = shorter->mended.findPlate("B")->length;
    QVERIFY2(depth > 24 && depth < 28, shorter->says.c_str());
    QVERIFY(!isMade(lip(depth + 0.5), shop));
}

/// Of a lip of 13 there are 9 beyond the curve (T 3, R 1): enough to hammer (8), less than jaws grip (10).
void MendingTest::legTooShortToHold() {
    job::Job job = test::bar({80, 13}, {job::Bend{.insideRadius = 1}});
    const tool::Shop vise = test::only("vise");
    QVERIFY(isMade(job, vise));
    job.bends[0].holds = job::Holds::To;
    QVERIFY(!isMade(job, vise));
    const auto all = mendsOf(job, vise);
    const check::Remedy* either = saying(all, "let the tool hold either leg at bend 1");
    QVERIFY(either && isMade(either->mended, vise));
    QVERIFY(either->mended.bends[0].holds == job::Holds::Either);
}

void MendingTest::eachWayOutIsMade_data() {
    QTest::addColumn<QString>("tool");
    for (const char* tool : {"brake", "folder", "hand-seamer"})
        QTest::newRow(tool) << QString(tool);
}

/// Random bars with tools settled that will not do.
void MendingTest::eachWayOutIsMade() {
    QFETCH(QString, tool);
    test::RandomJobs random(311);
    int mended = 0;
    for (int n = 0; n < 4; ++n) {
        job::Job job = test::randomBar(random, random.whole(1, 3));
        job.bends[0].tool = tool.toStdString();
        for (const check::Remedy& remedy : mendsOf(job, tool::standardShop())) {
            ++mended;
            QVERIFY2(isMade(remedy.mended, tool::standardShop()), remedy.says.c_str());
            if (remedy.other) QVERIFY2(isMade(*remedy.other, tool::standardShop()), remedy.says.c_str());
        }
    }
    QVERIFY(mended > 0);
}

/// A coil's order settled from its middle: the longest beginning of it that there is a plan for is kept.
void MendingTest::asMuchOfTheOrderAsMayStand() {
    test::RandomJobs random(312);
    int found = 0;
    for (int n = 0; n < 60 && found < 2; ++n) {
        job::Job job = test::randomBar(random, 4);
        for (job::Bend& bend : job.bends)
            bend.turn = job::Turn::Up;
        if (!isMade(job, tool::standardShop())) continue;
        for (const char* id : {"2", "3", "1", "4"})
            job.bendOrder.push_back(id);
        if (isMade(job, tool::standardShop())) continue;
        const auto all = mendsOf(job, tool::standardShop());
        const check::Remedy* kept = saying(all, "free the order");
        QVERIFY(kept);
        ++found;
        const size_t size = kept->mended.bendOrder.size();
        QCOMPARE(kept->says,
                 size ? "free the order after bend " + job.bendOrder[size - 1] : "free the order");
        QVERIFY(isMade(kept->mended, tool::standardShop()));
        for (size_t more = size + 1; more <= 4; ++more) {
            job::Job longer = job;
            longer.bendOrder.resize(more);
            QVERIFY(!isMade(longer, tool::standardShop()));
        }
    }
    QVERIFY(found > 0);
}

/// A shop with a bar folder alone is told of the brake that is on the list.
void MendingTest::toolsTheShopHasNotGot() {
    tool::Shop shop = tool::standardShop();
    for (tool::Tool& tool : shop.tools)
        tool.isThere = tool.id == "folder";
    job::Job job = lip(60);
    job.bends[0].tool.clear();
    const auto stuck = sequence::settle(job, test::materialOf(job), shop).outcome.stuck;
    QVERIFY(!stuck.empty());
    const auto says = sequence::toolsThatWouldDo(job, test::materialOf(job), shop, kReading, stuck);
    QVERIFY(std::find(says.begin(), says.end(), "A leaf brake would make it; the shop has none.") !=
            says.end());
}

GOODFOLD_TEST(MendingTest)

} // namespace goodfold::mending_test

#include "mending.moc"
