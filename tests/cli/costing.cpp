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
    void priceFallsOnTheOrder();
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

/// The work order shows how the price falls as set-ups are shared; without prices how the time does.
void CostingTest::priceFallsOnTheOrder() {
    QTemporaryDir folder;
    const QString order = folder.filePath("order.pdf"), work = folder.filePath("work.json");
    QFile rates(work);
    QVERIFY(rates.open(QIODevice::WriteOnly));
    rates.write(R"({"rates": {"hour": 60, "kilogram": {"steel-hot-rolled": 2}}})");
    rates.close();
    const auto words = [&](const QStringList& more) {
        const Outcome made =
            run(QStringList{"export", demo("foot-on-base.gfold"), "--pdf-order", order, "--force"} + more);
        if (made.status != 0) qFatal("%s", made.err.constData());
        QProcess process;
        process.start("pdftotext", {"-layout", order, "-"});
        if (!process.waitForFinished(20000)) qFatal("pdftotext");
        return QString::fromUtf8(process.readAllStandardOutput());
    };
    const QString timed = words({});
    QVERIFY2(timed.contains("What a piece takes, of so many"), qPrintable(timed));
    const QString priced = words({"--work", work});
    QVERIFY2(priced.contains("What a piece costs, of so many"), qPrintable(priced));
    // Each is less than the one before; the first is what `cost` says of one.
    QList<double> prices;
    static const QRegularExpression price(QStringLiteral("^\\d+\\.\\d\\d$"));
    const QString below = priced.mid(priced.indexOf("What a piece costs"));
    for (const QString& word : below.simplified().split(' '))
        if (price.match(word).hasMatch()) prices << word.toDouble();
    QCOMPARE(prices.size(), 6);
    QVERIFY(std::is_sorted(prices.rbegin(), prices.rend()));
    const json one =
        json::parse(run({"cost", demo("foot-on-base.gfold"), "--json", "--pieces", "1", "--work", work})
                        .out.toStdString());
    double sumOfOne = 0;
    for (const json& batch : one.at("batches"))
        if (batch.at("pieces") == 1) sumOfOne = batch.at("price").at("sum").get<double>();
    QVERIFY2(std::abs(sumOfOne - prices.front()) < 0.006, one.dump().c_str());
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
