// `goodfold-cli cost`: what pieces take, and how a shop's own book changes it.
#include "cli/support.h"

namespace goodfold::cli_costing_test {

using nlohmann::json;
using namespace goodfold::test;

class CostingTest : public QObject {
    Q_OBJECT
private slots:
    void batchesShareTheirSetUps();
    void ownBookGoesOver();
    void whatIsWrongIsSaid();
};

namespace {

json costOf(const QStringList& more, const QByteArray& in = {}) {
    const Outcome outcome = run(QStringList{"cost", demo("vent-stay.gfold"), "--json"} + more, in);
    if (outcome.status != 0) qFatal("%s", outcome.err.constData());
    return json::parse(outcome.out.toStdString());
}

double each(const json& cost, int pieces) {
    for (const json& batch : cost["batches"])
        if (batch["pieces"] == pieces) return batch["each"];
    return -1;
}

} // namespace

/// The vent stay is a pair: ten are twenty pieces.
void CostingTest::batchesShareTheirSetUps() {
    const json cost = costOf({"--pieces", "10"});
    QCOMPARE(cost["pieces"], 20);
    double once = 0, piece = 0;
    for (const json& operation : cost["operations"]) {
        QVERIFY(operation["minutes"].get<double>() > 0 && !operation["why"].get<std::string>().empty());
        (operation["once"].get<bool>() ? once : piece) += operation["minutes"].get<double>();
    }
    QVERIFY(once > 0);
    for (const int pieces : {1, 10, 20, 50})
        QVERIFY(std::abs(each(cost, pieces) - (once / pieces + piece)) < 1e-9);
    QVERIFY(cost["batches"][0]["price"].is_null()); // no prices ship
    QVERIFY(!cost["savings"].empty());
}

void CostingTest::ownBookGoesOver() {
    const QByteArray own = R"({"operations": [{"id": "check", "minutes": 100}],
        "rates": {"hour": 60, "kilogram": {"steel-hot-rolled": 0}, "waste": 0, "currency": "EUR"}})";
    const json cost = costOf({"--pieces", "10", "--work", "-"}, own);
    QCOMPARE(cost["most"], "check");
    QCOMPARE(cost["currency"], "EUR");
    for (const json& batch : cost["batches"]) { // a minute costs one
        QVERIFY(std::abs(batch["price"]["work"].get<double>() - batch["each"].get<double>()) < 1e-9);
        QCOMPARE(batch["price"]["material"], 0.0);
    }
}

void CostingTest::whatIsWrongIsSaid() {
    const Outcome outcome = run({"cost", demo("vent-stay.gfold"), "--json", "--work", "-"},
                                R"({"operations": [{"id": "saw", "minutes": "long"}]})");
    QCOMPARE(outcome.status, 2);
    QVERIFY2(outcome.err.contains("minutes") && outcome.err.contains("must be a number"),
             outcome.err.constData());
    QCOMPARE(run({"cost", demo("vent-stay.gfold"), "--json", "--pieces", "0"}, {}).status, 2);
}

GOODFOLD_TEST(CostingTest)

} // namespace goodfold::cli_costing_test

#include "costing.moc"
